import type { LineView, MovementView } from '@abacist/contracts';
import { useMovementWords } from '~/features/bank';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Line } from '~/ui/Box';
import { BigMoney } from '~/ui/Money';
import { Body } from '~/ui/Text';
import { Choices } from './Choices';
import { likeliestFirst, toggled, type Picked } from './picking';

/** What moved a line’s money: movements of ours, the likeliest first, and once it is just one, other lines that show it too. */
export function BothSides({
  line,
  movements,
  others,
  picked,
  onPick,
}: {
  line: Parameters<typeof likeliestFirst>[1];
  movements: readonly MovementView[];
  others: readonly LineView[];
  picked: Picked;
  onPick: (part: Partial<Picked>) => void;
}) {
  const t = useWords();
  const dates = useDates();
  const words = useMovementWords();
  return (
    <>
      <Choices
        title={t('trail.ofOurs')}
        of={likeliestFirst(movements, line, ({ dueDate }) => dueDate).map((movement) => ({
          id: movement.key,
          amountMinor: movement.amountMinor,
          words: words(movement),
          below: t('statement.due', { date: dates.day(movement.dueDate) }),
        }))}
        picked={picked.movements}
        onToggle={(key) => onPick({ movements: toggled(picked.movements, String(key)) })}
      />
      {picked.movements.length === 1 ? (
        <Choices
          title={t('trail.withLines')}
          of={likeliestFirst(others, line, ({ date }) => date).map((other) => ({
            ...{ id: other.id, amountMinor: other.amountMinor },
            ...{ words: other.text, below: dates.day(other.date) },
          }))}
          picked={picked.lineIds}
          onToggle={(id) => onPick({ lineIds: toggled(picked.lineIds, Number(id)) })}
        />
      ) : null}
    </>
  );
}

/** By how much what is picked differs: it stays in sight while one picks. */
export function PickedDiffers({ minor }: { minor: number }) {
  const t = useWords();
  return (
    <Line justifyContent="space-between" alignItems="baseline" gap="$3" role="status">
      <Body>{t(minor === 0 ? 'trail.pickedAgrees' : 'trail.pickedDiffers')}</Body>
      <BigMoney minor={minor} color={minor === 0 ? '$moss' : '$plum'} />
    </Line>
  );
}
