import type { Rod } from '@abacist/contracts';
import type { Bead } from '@abacist/core/days';
import { useState } from 'react';
import { usePathname } from '~/router';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { BeadTouches, RodDrawing, type Box } from '~/ui/Abacus';
import { Column, Line } from '~/ui/Box';
import { useInListPane } from '~/ui/ListDetail';
import { ListLink } from '~/ui/ListLink';
import { Money } from '~/ui/Money';
import { Body, Heading } from '~/ui/Text';
import { useBeadWords, useRodText } from './words';

/** Whether a day's sheet stands beside the frame now. */
export function useIsOpen(): (date: string) => boolean {
  const { today } = useDates();
  const inList = useInListPane();
  const path = usePathname();
  return (date) =>
    inList && (path.startsWith(`/days/${date}`) || (date === today && path === '/days'));
}

/** Until a rod is measured its touches lie at its beginning: keys find them from the first moment on. */
const NOT_MEASURED: Box = { x: 0, y: 0, width: 0 };

/** A day in the frame: it opens its sheet, and each of its beads tells its story. */
export function RodRow({ rod, onBead }: { rod: Rod; onBead: (bead: Bead) => void }) {
  const t = useWords();
  const dates = useDates();
  const rodText = useRodText();
  const beadWords = useBeadWords();
  const here = useIsOpen()(rod.date);
  const isToday = rod.date === dates.today;
  const [box, setBox] = useState(NOT_MEASURED);
  return (
    <ListLink
      plain
      to={`/days/${rod.date}`}
      {...(here && { current: true })}
      beside={<BeadTouches beads={rod.beads} box={box} label={beadWords} onPress={onBead} />}
    >
      <Column
        paddingHorizontal="$4"
        paddingVertical="$3"
        gap="$1"
        borderBottomWidth={1}
        borderColor="$rule"
        width="100%"
        hoverStyle={{ backgroundColor: '$paper' }}
        {...(here && { backgroundColor: '$well' })}
      >
        <Line justifyContent="space-between" gap="$2">
          <Line gap="$2" alignItems="baseline">
            <Heading size="section">{isToday ? t('days.today') : dates.day(rod.date)}</Heading>
            {isToday ? <Body tone="faded">{dates.day(rod.date)}</Body> : null}
          </Line>
          {rod.takenMinor === null ? null : <Money minor={rod.takenMinor} strong />}
        </Line>
        <RodDrawing
          beads={rod.beads}
          label={rod.beads.map(beadWords).join(', ')}
          onBox={setBox}
        />
        <Body tone={rod.state.tone}>{rodText(rod)}</Body>
      </Column>
    </ListLink>
  );
}
