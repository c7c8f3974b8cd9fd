import type { BeadTrail, Rod, TrailStep } from '@abacist/contracts';
import { isStage, type Bead } from '@abacist/core/days';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { request } from '~/api/http';
import { useWords, useWordsByCode } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { useParams } from '~/i18n/useParams';
import { router } from '~/router';
import { BeadIcon } from '~/ui/Abacus';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { Dialog } from '~/ui/Dialog';
import { BigMoney, Money } from '~/ui/Money';
import { Query } from '~/ui/Query';
import { Body } from '~/ui/Text';
import { nextOf } from './next';
import { usePlaceWord, usePotName } from './words';

/** A bead that was touched: who did what with its money when, and what is next. */
export function BeadStory({
  rod,
  bead: first,
  onClose,
}: {
  rod: Pick<Rod, 'date' | 'beads'>;
  bead: Bead;
  onClose: () => void;
}) {
  const t = useWords();
  const dates = useDates();
  const name = usePotName();
  const [key, setKey] = useState(first.key);
  const { date, beads } = rod;
  const bead = beads.find((one) => one.key === key) ?? first;
  const path = `/trail/${date}/${encodeURIComponent(key)}`;
  const trail = useQuery({
    queryKey: ['trail', date, key, undefined],
    queryFn: () =>
      request<BeadTrail>('GET', `/trail/beads/${date}/${encodeURIComponent(key)}`),
  });
  const go = (to: string) => {
    onClose();
    router.push(to as never);
  };
  return (
    <Dialog open title={dates.day(date)} onClose={onClose}>
      {beads.length > 1 ? (
        <Choice
          label={t('days.beads')}
          value={key}
          options={beads.map((one) => ({ value: one.key, label: name(one) }))}
          onChange={setKey}
        />
      ) : null}
      <Line justifyContent="space-between" alignItems="baseline" gap="$3">
        <Body strong>{beads.length > 1 ? t(`stage.${bead.stage}`) : name(bead)}</Body>
        <BigMoney minor={bead.takenMinor} />
      </Line>
      <Query of={trail}>
        {(data) => (
          <Column gap="$4">
            <Column role="list" gap="$3">
              {data.steps.map((step, i) => (
                <Step key={i} step={step} trail={data} />
              ))}
            </Column>
            <Nexts steps={data.steps} pot={key} date={date} go={go} />
          </Column>
        )}
      </Query>
      <Line gap="$2" flexWrap="wrap">
        <Button label={t('days.wholeTrail')} onPress={() => go(path)} />
        <Button kind="plain" label={t('common.close')} onPress={onClose} />
      </Line>
    </Dialog>
  );
}

/** A step in two lines: what became of how much, and who did it when. */
function Step({ step, trail }: { step: TrailStep; trail: BeadTrail }) {
  const t = useWords();
  const byCode = useWordsByCode();
  const params = useParams()(step.note?.params ?? {});
  const word = usePlaceWord();
  const who = useWho()(step, trail);
  const { shape } = trail.bead;
  const waits = step.kind === 'waiting';
  return (
    <Line role="listitem" gap="$3" alignItems="flex-start">
      <BeadIcon
        shape={shape}
        tone={isStage(step.place) ? step.place : 'home'}
        hollow={waits}
      />
      <Column flex={1} minWidth={0}>
        <Body strong={!waits}>{waits ? t('trail.notYet') : word(step, { shape })}</Body>
        <Body small tone="faded">
          {[who, step.note ? byCode(step.note.code, params) : null]
            .filter(Boolean)
            .join(' · ')}
        </Body>
      </Column>
      <Money minor={step.amountMinor} />
    </Line>
  );
}

/** Who did a step, and when: of the sales all who sold, from the first to the last. */
function useWho(): (step: TrailStep, trail: BeadTrail) => string {
  const dates = useDates();
  return ({ kind, number, date, entry }, { sales }) => {
    if (kind === 'waiting') return '';
    if (kind === 'sale') {
      const times = [...new Set([sales[0], sales.at(-1)].flatMap((one) => one ?? []))].map(
        ({ soldAt }) => dates.time(soldAt),
      );
      const people = [...new Set(sales.map(({ by }) => by))];
      return [people.join(', '), [...new Set(times)].join('–')].filter(Boolean).join(', ');
    }
    if (!entry) return [number, dates.day(date)].filter(Boolean).join(', ');
    const on = dates.dateOf(entry.postedAt);
    return [number, entry.by, `${dates.day(on)} ${dates.time(entry.postedAt)}`]
      .filter(Boolean)
      .join(', ');
  };
}

/** Where what waits is moved on: each page once. */
function Nexts({
  steps,
  pot,
  date,
  go,
}: {
  steps: readonly TrailStep[];
  pot: string;
  date: string;
  go: (to: string) => void;
}) {
  const t = useWords();
  const found = steps
    .filter(({ kind }) => kind === 'waiting')
    .flatMap(({ place }) => nextOf(pot, place) ?? []);
  return [...new Set(found)].map((next) => (
    <Button
      key={next.word}
      kind="primary"
      big
      label={t(`days.next_${next.word}`)}
      onPress={() => go(next.to(date))}
    />
  ));
}
