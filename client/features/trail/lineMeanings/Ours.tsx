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
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { BigMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Body } from '~/ui/Text';
import {
  Choices,
  differenceOf,
  everythingOpen,
  likeliestFirst,
  mayMatch,
  onlyOne,
  toggled,
  type Picked,
} from '~/features/matching';
import type { MeaningDialog } from './room';

/** What is picked from scrolls by itself: the difference stays in sight below it. */
const IN_SIGHT = { maxHeight: '50vh', overflowY: 'auto' } as never;

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
