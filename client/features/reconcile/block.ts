import type { Reconciliation } from '@abacist/contracts';

/** What keeps a statement from being finished up to a day, as its page says it; null: nothing does. */
export function blockOf({
  asOf,
  statementMinor,
  differenceMinor,
  linesOpen,
  finished,
}: Pick<
  Reconciliation,
  'asOf' | 'statementMinor' | 'differenceMinor' | 'linesOpen' | 'finished'
>): 'finished' | 'notCovered' | 'linesOpen' | 'differs' | null {
  if (finished.some((one) => one.reopened === null && one.asOf >= asOf)) return 'finished';
  if (statementMinor === null) return 'notCovered';
  if (linesOpen > 0) return 'linesOpen';
  return differenceMinor === 0 ? null : 'differs';
}
