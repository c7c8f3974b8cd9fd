import { useWords, useWordsByCode } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { useMoney } from '~/ui/Money';
import type { ColumnAt } from './draft';
import type { GridRow, Problem, ReadWith } from './read';
import { ROUNDING } from './read';

/** What is wrong with a cell, in words. */
export function useProblem(): (problem: Problem) => string {
  const word = useWordsByCode();
  const money = useMoney();
  return ({ code, params = {} }) =>
    word(
      `totals.problem_${code}`,
      // Amounts are told as `computed` of `computedMinor`.
      Object.fromEntries(
        Object.entries(params).map(([name, value]) =>
          name.endsWith('Minor') ? [name.slice(0, -5), money(Number(value))] : [name, value],
        ),
      ),
    );
}

/** What rows and columns of the grid are called. */
export function useNames({ drawers, departments, authorities, tenders }: ReadWith) {
  const t = useWords();
  const dates = useDates();
  const lists = { sold: departments, returned: departments, tax: authorities, paid: tenders };
  return {
    row: ({ key, section, id }: GridRow): string => {
      if (key === ROUNDING) return t('totals.rounding');
      const { name } = (lists[section] as readonly { id: number; name: string }[]).find(
        (one) => one.id === id,
      )!;
      return section === 'returned' ? t('totals.returnedOf', { name }) : name;
    },
    column: ({ date, drawerId }: ColumnAt): string =>
      t('totals.column', {
        date: dates.day(date),
        drawer: drawers.find(({ id }) => id === drawerId)?.name ?? '',
      }),
  };
}
