import { sum, type Minor } from '../money';
import { paidBy } from '../tenders/typed';
import type { DayTotals } from './types';

/* What a screen needs of totals: figures alone, without the rules of posting. */
export { taxesOfTotals, taxTolerance, type TaxOfTotals } from './tax';

/** Drawers' days that are typed at once, and what is typed one by one beside them. */
export const MOST_COLUMNS = 40;
export const MOST_ROWS = 1000;

/** What the tenders of some totals come to, what rounding cost in it. */
export const takenOf = ({
  tenders,
  roundingMinor,
}: Pick<DayTotals, 'tenders' | 'roundingMinor'>): Minor =>
  sum([...tenders.map(paidBy), roundingMinor]);
