import type { Rod } from '@abacist/contracts';
import { STAGES, WAITS_FOR, type WaitsFor } from '@abacist/core/days';
import { useMedia } from '@tamagui/core';
import { useInfiniteQuery } from '@tanstack/react-query';
import LogOut from 'lucide-react-native/icons/log-out';
import Table2 from 'lucide-react-native/icons/table-2';
import { useState } from 'react';
import { request } from '~/api/http';
import { useMay, useShop, useSignOut } from '~/api/session';
import { router, Slot, usePathname } from '~/router';
import { Tip } from '~/features/help';
import { PlaceHead } from '~/features/search';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { RodDrawing } from '~/ui/Abacus';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { ListDetail, useInListPane } from '~/ui/ListDetail';
import { ListLink } from '~/ui/ListLink';
import { Money } from '~/ui/Money';
import { NextPage } from '~/ui/NextPage';
import { Empty } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body, Heading } from '~/ui/Text';
import { useBeadWords, useRodText } from './words';
import { DayScreen } from './DaySheet';

export { DayScreen };

type Page = { rods: Rod[]; next: string | null };

/** The frame, and beside it where there is room the sheet of the day that is opened. */
export function DaysLayout() {
  return (
    <ListDetail list={<Frame />}>
      <Slot />
    </ListDetail>
  );
}

/** The frame by itself; where it stands beside the sheets already, the sheet of today. */
export function DaysScreen() {
  const media = useMedia();
  const { today } = useShop();
  return media.pair ? <DayScreen date={today} /> : <Frame />;
}

/** The frame of rods, newest first: which days are home, which bead is stuck. */
function Frame() {
  const t = useWords();
  const shop = useShop();
  const may = useMay();
  const [waits, setWaits] = useState<WaitsFor | ''>('');
  const pages = useInfiniteQuery({
    queryKey: ['days', waits],
    initialPageParam: null as string | null,
    queryFn: ({ pageParam }) => {
      const asked = new URLSearchParams({
        ...(pageParam && { before: pageParam }),
        ...(waits && { waits }),
      });
      return request<Page>('GET', `/days?${asked}`);
    },
    getNextPageParam: (page) => page.next,
  });
  return (
    <Screen
      eyebrow={shop.name}
      title={t('shell.days')}
      right={<DaysHead />}
      tip={<Tip place="days" />}
    >
      <Line paddingHorizontal="$4" paddingBottom="$3" gap="$2" flexWrap="wrap">
        <Choice
          label={t('days.show')}
          value={waits}
          options={(['', ...WAITS_FOR] as const).map((value) => ({
            value,
            label: t(`days.show_${value || 'all'}`),
          }))}
          onChange={setWaits}
        />
        {may('POST /totals') ? (
          <Button
            kind="plain"
            icon={Table2}
            label={t('days.byTotals')}
            onPress={() => router.push('/totals')}
          />
        ) : null}
      </Line>
      <Line
        justifyContent="space-between"
        paddingHorizontal="$4"
        paddingBottom="$2"
        aria-hidden
      >
        {STAGES.map((stage) => (
          <Body key={stage} small tone="faded">
            {t(`stage.${stage}`)}
          </Body>
        ))}
      </Line>
      <Query of={pages}>
        {({ pages: read }) => (
          <Column gap="$3" paddingBottom="$5">
            {waits && read.every(({ rods }) => rods.length === 0) ? (
              <Empty title={t('days.allHome')} text={t('days.allHomeText')} />
            ) : (
              <Sheet role="list">
                {read
                  .flatMap((page) => page.rods)
                  .map((rod) => (
                    <RodRow key={rod.date} rod={rod} />
                  ))}
              </Sheet>
            )}
            <NextPage of={pages} />
          </Column>
        )}
      </Query>
    </Screen>
  );
}

/** The loose ends, and on a phone the way out (a wide screen has it on its rail). */
function DaysHead() {
  const t = useWords();
  const media = useMedia();
  const signOut = useSignOut();
  return (
    <Line gap="$2">
      <PlaceHead />
      {media.wide ? null : (
        <Button
          kind="plain"
          icon={LogOut}
          iconOnly
          label={t('shell.signOut')}
          onPress={() => void signOut()}
        />
      )}
    </Line>
  );
}

function RodRow({ rod }: { rod: Rod }) {
  const t = useWords();
  const dates = useDates();
  const rodText = useRodText();
  const beadWords = useBeadWords();
  const isToday = rod.date === dates.today;
  const inList = useInListPane();
  const path = usePathname();
  const here =
    inList && (path.startsWith(`/days/${rod.date}`) || (isToday && path === '/days'));
  return (
    <ListLink plain to={`/days/${rod.date}`} {...(here && { current: true })}>
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
        <RodDrawing beads={rod.beads} label={rod.beads.map(beadWords).join(', ')} />
        <Body tone={rod.state.tone}>{rodText(rod)}</Body>
      </Column>
    </ListLink>
  );
}
