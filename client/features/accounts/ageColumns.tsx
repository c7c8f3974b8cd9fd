import { AGES, type Age } from '@abacist/core/accounts';
import { useWords } from '~/i18n';
import { Money } from '~/ui/Money';
import type { TableColumn } from '~/ui/Table';

type Ages = Readonly<Record<Age, number>>;

/** What is open by age, a column each, with its sum; nothing stands where nothing is open. */
export function useAgeColumns(
  totals: Ages | undefined,
  least: number,
): TableColumn<{ aging: Ages }, Age>[] {
  const t = useWords();
  return AGES.map((age) => ({
    id: age,
    head: t(`accounts.age_${age}`),
    track: `minmax(${least}px, 1fr)`,
    figure: true,
    sort: age,
    cell: ({ aging }) =>
      aging[age] === 0 ? null : (
        <Money minor={aging[age]} tone={age === 'over90' ? 'loose' : 'ink'} />
      ),
    foot: totals && <Money minor={totals[age]} strong />,
  }));
}
