import { sum, type Minor } from '../money';
import type { DayTotals } from './types';

/* What a screen needs of totals: figures alone, without the rules of posting. */
export { taxesOfTotals, taxTolerance, type TaxOfTotals } from './tax';
export { TENDER_TOTALS } from '../tenders/totals';

/** What the tenders of some totals come to, what rounding cost in it. */
export const takenOf = ({
  tenders,
  roundingMinor,
}: Pick<DayTotals, 'tenders' | 'roundingMinor'>): Minor =>
  sum([
    ...tenders.map((tender) =>
      'amountMinor' in tender ? tender.amountMinor : tender.tenderedMinor,
    ),
    roundingMinor,
  ]);
