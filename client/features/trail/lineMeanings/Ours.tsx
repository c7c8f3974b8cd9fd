import type { LineView, MatchCommand, MovementView, StatementView } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useMovementWords } from '~/features/bank';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Column, Line } from '~/ui/Box';
import { Button } from '~/ui/Button';
import { Check } from '~/ui/Check';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { BigMoney, Money } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Body } from '~/ui/Text';
import {
  differenceOf,
  likeliestFirst,
  mayMatch,
  onlyOne,
  toggled,
  type Picked,
} from './picking';
import type { MeaningDialog } from './room';

/** What is picked from scrolls by itself: the difference stays in sight below it. */
const IN_SIGHT = { maxHeight: '50vh', overflowY: 'auto' } as never;

/** So many are offered before more are asked for. */
const OFFERED = 12;

/**
 * Which of the shop’s own moves the line is: one, several together, or one that other lines show too; the
 * difference runs along until it is nothing.
 */
export function MatchByHand({ line, onClose }: MeaningDialog) {
  const t = useWords();
  const { bankAccountId } = line;
  const statement = useQuery({
    queryKey: ['statement', bankAccountId],
    queryFn: () => request<StatementView>('GET', `/statement?bankAccountId=${bankAccountId}`),
  });
  return (
    <Dialog open title={t('trail.whichOfOurs')} onClose={onClose}>
      <Query of={statement}>
        {(view) => <Pick {...{ line, onClose }} {...everythingOpen(view)} />}
      </Query>
    </Dialog>
  );
}

/** Movements and lines that nothing has matched, those of a proposal too. */
function everythingOpen({ openMovements, openLines, proposals, reserved }: StatementView) {
  const movements = [
    ...openMovements,
    ...proposals.flatMap((one) => one.movements),
    ...reserved.map(({ movement }) => movement),
  ];
  const lines = [
    ...openLines,
    ...proposals.flatMap((one) => one.lines),
    ...reserved.map(({ line }) => line),
  ];
  // Two lines may differ from one movement: it is offered once.
  return {
    movements: [...new Map(movements.map((one) => [one.key, one])).values()],
    lines: [...new Map(lines.map((one) => [one.id, one])).values()],
  };
}

function Pick({
  line,
  movements,
  lines,
  onClose,
}: MeaningDialog & { movements: MovementView[]; lines: LineView[] }) {
  const t = useWords();
  const dates = useDates();
  const words = useMovementWords();
  const [picked, setPicked] = useState<Picked>(() => ({
    movements: onlyOne(movements, line).map(({ key }) => key),
    lineIds: [line.id],
  }));
  const match = useCommand<MatchCommand, object>('/matches', onClose);
  const { bankAccountId } = line;
  const others = lines.filter(({ id }) => id !== line.id);
  const differenceMinor = differenceOf(picked, movements, [line, ...others]);
  const ready = mayMatch(picked) && differenceMinor === 0 && !match.isPending;
  if (movements.length === 0)
    return (
      <>
        <Body>{t('trail.noneOfOurs')}</Body>
        <Button label={t('common.cancel')} onPress={onClose} />
      </>
    );
  return (
    <>
      <Column gap="$4" style={IN_SIGHT}>
        <Choices
          title={t('trail.ofOurs')}
          of={likeliestFirst(movements, line, ({ dueDate }) => dueDate).map((movement) => ({
            id: movement.key,
            amountMinor: movement.amountMinor,
            words: words(movement),
            below: t('statement.due', { date: dates.day(movement.dueDate) }),
          }))}
          picked={picked.movements}
          onToggle={(key) =>
            setPicked({ ...picked, movements: toggled(picked.movements, String(key)) })
          }
        />
        {picked.movements.length === 1 ? (
          <Choices
            title={t('trail.withLines')}
            of={likeliestFirst(others, line, ({ date }) => date).map((other) => ({
              ...{ id: other.id, amountMinor: other.amountMinor },
              ...{ words: other.text, below: dates.day(other.date) },
            }))}
            picked={picked.lineIds}
            onToggle={(id) =>
              setPicked({ ...picked, lineIds: toggled(picked.lineIds, Number(id)) })
            }
          />
        ) : null}
      </Column>
      <Line justifyContent="space-between" alignItems="baseline" gap="$3" role="status">
        <Body>{t(differenceMinor === 0 ? 'trail.pickedAgrees' : 'trail.pickedDiffers')}</Body>
        <BigMoney minor={differenceMinor} color={differenceMinor === 0 ? '$moss' : '$plum'} />
      </Line>
      <ErrorNote error={match.error} />
      <Decide
        label={t('statement.accept', { count: 1 })}
        disabled={!ready}
        onDecide={() => {
          if (ready) match.mutate({ bankAccountId, groups: [picked] });
        }}
        onCancel={onClose}
      />
    </>
  );
}

type Offered = { id: number | string; amountMinor: number; words: string; below: string };

function Choices({
  title,
  of,
  picked,
  onToggle,
}: {
  title: string;
  of: readonly Offered[];
  picked: readonly (number | string)[];
  onToggle: (id: number | string) => void;
}) {
  const t = useWords();
  const [most, setMost] = useState(OFFERED);
  if (of.length === 0) return null;
  return (
    <Column role="group" aria-label={title}>
      <Body small tone="faded">
        {title}
      </Body>
      {of.slice(0, most).map(({ id, amountMinor, words, below }) => (
        <Check key={id} tight on={picked.includes(id)} onToggle={() => onToggle(id)}>
          <Column flex={1} minWidth={0} alignItems="flex-start">
            <Body textAlign="left">{words}</Body>
            <Body small tone="faded">
              {below}
            </Body>
          </Column>
          <Money minor={amountMinor} strong />
        </Check>
      ))}
      {of.length > most ? (
        <Button kind="plain" label={t('common.more')} onPress={() => setMost(most * 4)} />
      ) : null}
    </Column>
  );
}
