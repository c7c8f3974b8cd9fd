import type { TrailStep } from '@abacist/contracts';
import { isStage, lanesOf, STAGES, type Bead, type BeadShape } from '@abacist/core/days';
import type { Place } from '@abacist/core/takings';
import { Link } from '~/router';
import { useState, type ReactNode } from 'react';
import { Entry } from '~/features/books';
import { inWords, usePlaceWord } from '~/features/days';
import { useWords, useWordsByCode } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { useParams } from '~/i18n/useParams';
import { BeadIcon } from '~/ui/Abacus';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Money, useMoney } from '~/ui/Money';
import { Body, Heading } from '~/ui/Text';
import { Stream } from './Stream';

/** The steps of a trail, each with its entry and where it leads; drawn as its money flows where that can be drawn truly. */
export function Steps({
  steps,
  shape,
  bead,
  lineId,
}: {
  steps: TrailStep[];
  shape: BeadShape;
  /** Whose way it is, where it is drawn; null: a ticket's. Left out: it is not drawn. */
  bead?: Bead | null;
  /** The statement line whose page this is: it needs no way to itself. */
  lineId?: number;
}) {
  const lanes = bead === undefined ? null : lanesOf(steps, bead);
  const mostMinor = Math.max(
    ...(lanes ?? []).flatMap(({ after }) => STAGES.map((stage) => after[stage])),
    1,
  );
  return (
    <Sheet role="list">
      {steps.map((step, i) => (
        <Step
          key={i}
          {...{ step, shape, lineId }}
          picture={
            lanes ? (
              <Stream lanes={lanes[i]!} mostMinor={mostMinor} />
            ) : (
              <BeadIcon
                shape={shape}
                tone={isStage(step.place) ? step.place : 'home'}
                hollow={step.kind === 'waiting'}
              />
            )
          }
        />
      ))}
    </Sheet>
  );
}

/** Where a step leads to. */
const PAGES: Partial<
  Record<
    TrailStep['kind'],
    {
      page: (step: TrailStep) => string;
      words: 'toPayment' | 'toLine' | 'toSettlement' | 'toDay';
    }
  >
> = {
  payment: { page: ({ id }) => `/sales/${id}`, words: 'toPayment' },
  line: { page: ({ id }) => `/lines/${id}`, words: 'toLine' },
  settlement: { page: ({ id }) => `/bank/settlements/${id}`, words: 'toSettlement' },
  drawerClose: { page: ({ date }) => `/days/${date}`, words: 'toDay' },
};

function Step({
  step,
  shape,
  picture,
  lineId,
}: {
  step: TrailStep;
  shape: BeadShape;
  picture: ReactNode;
  lineId: number | undefined;
}) {
  const t = useWords();
  const byCode = useWordsByCode();
  const dates = useDates();
  const [open, setOpen] = useState(false);
  const waits = step.kind === 'waiting';
  const word = usePlaceWord();
  const money = useMoney();
  const params = useParams()(step.note?.params ?? {});
  const leads = step.kind === 'line' && step.id === lineId ? undefined : PAGES[step.kind];
  return (
    <Column role="listitem" borderBottomWidth={1} borderColor="$rule">
      <Line gap="$3" alignItems="stretch" paddingHorizontal="$4">
        {picture}
        <Column flex={1} minWidth={0} paddingVertical="$3" gap="$1">
          <Line justifyContent="space-between" gap="$2">
            <Heading size="section" level={2}>
              {waits ? t('trail.notYet') : word(step, { shape })}
            </Heading>
            <Money minor={step.amountMinor} strong />
          </Line>
          <Body tone="faded">
            {[
              step.number,
              waits ? null : dates.day(step.date),
              step.note ? byCode(step.note.code, params) : null,
              ...step.beside
                .filter(({ place }) => !inNote(step, place))
                .map((part) => `${word(part, { shape })} ${money(inWords(part))}`),
            ]
              .filter(Boolean)
              .join(' · ')}
          </Body>
          <Line gap="$2" flexWrap="wrap" marginLeft={-16}>
            {step.entry ? (
              <Button
                kind="plain"
                label={open ? t('trail.hideEntry') : t('trail.showEntry')}
                onPress={() => setOpen(!open)}
              />
            ) : null}
            {leads ? (
              <Link href={leads.page(step) as never}>
                <Line minHeight={48} paddingHorizontal="$3">
                  <Body textDecorationLine="underline">{t(`trail.${leads.words}`)}</Body>
                </Line>
              </Link>
            ) : null}
          </Line>
        </Column>
      </Line>
      {open && step.entry ? (
        <Column padding="$4">
          <Entry entry={step.entry} />
        </Column>
      ) : null}
    </Column>
  );
}

/** Whether a step's own words tell of what went elsewhere: a count of what was short, a fee. */
const inNote = ({ kind }: TrailStep, place: Place): boolean =>
  (kind === 'drawerClose' && place === 'short') ||
  (kind === 'settlement' && place === 'spent');
