import { sum } from '../money';
import { accept, refuse, type Outcome } from '../outcome';

/**
 * A line of the bank that is several things, in parts that stand in its place: minor units, of either sign, none of nothing.
 * Refusals: `lineSplit.parts` (two at least), `lineSplit.nothing`, `lineSplit.differs` (differenceMinor: what is not shared yet).
 */
export function checkSplit(lineMinor: number, partsMinor: readonly number[]): Outcome<null> {
  if (partsMinor.length < 2) return refuse('lineSplit.parts', 'parts');
  const empty = partsMinor.indexOf(0);
  if (empty >= 0) return refuse('lineSplit.nothing', `parts.${empty}.amountMinor`);
  const differenceMinor = lineMinor - sum(partsMinor);
  return differenceMinor === 0
    ? accept(null)
    : refuse('lineSplit.differs', 'parts', { differenceMinor });
}
