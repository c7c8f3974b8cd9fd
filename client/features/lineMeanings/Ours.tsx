import type { LineView, MatchCommand, MovementView } from '@abacist/contracts';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useStatement } from '~/api/statement';
import { useWords } from '~/i18n';
import { Column } from '~/ui/Box';
import { Button } from '~/ui/Button';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Body } from '~/ui/Text';
import {
  BothSides,
  differenceOf,
  everythingOpen,
  mayMatch,
  onlyOne,
  PickedDiffers,
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
  const statement = useStatement(bankAccountId);
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
        <BothSides
          {...{ line, movements, others, picked }}
          onPick={(part) => setPicked({ ...picked, ...part })}
        />
      </Column>
      <PickedDiffers minor={differenceMinor} />
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
