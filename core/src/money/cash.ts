import { minor, sum, type Minor } from './minor';
import { divideRounded } from './rate';

/**
 * Rounds what is settled in cash to the smallest coin; halves go up by magnitude.
 * Only the cash part is rounded: never an item, a tax, a card or a cheque.
 * @param stepMinor the smallest coin in minor units; 1 rounds nothing
 */
export function roundCash(amount: number, stepMinor: number): Minor {
  return minor(Number(divideRounded(BigInt(amount), BigInt(stepMinor), 'halfUp')) * stepMinor);
}

/** Coins and notes in circulation, in minor units, largest first. */
const DENOMINATIONS: Record<string, readonly number[]> = {
  CAD: [10000, 5000, 2000, 1000, 500, 200, 100, 25, 10, 5],
  USD: [10000, 5000, 2000, 1000, 500, 200, 100, 25, 10, 5, 1],
  EUR: [20000, 10000, 5000, 2000, 1000, 500, 200, 100, 50, 20, 10, 5, 2, 1],
  GBP: [5000, 2000, 1000, 500, 200, 100, 50, 20, 10, 5, 2, 1],
};

/** The denominations to count a drawer by, minor units, largest first. */
export function denominations(currency: string): readonly number[] {
  return DENOMINATIONS[currency] ?? [10000, 5000, 2000, 1000, 500, 100, 50, 20, 10, 5, 1];
}

/** How many of each coin and note: { 2000: 3 } is three notes of 20.00. */
export type DenominationCount = Readonly<Record<string, number>>;

/** What a count comes to, minor units. @throws RangeError on a part of a coin */
export function countTotal(count: DenominationCount): Minor {
  return sum(Object.entries(count).map(([value, pieces]) => minor(Number(value) * pieces)));
}

/** A denomination of a count that the currency does not have; undefined: there is none. */
export const strangeDenomination = (
  count: DenominationCount,
  known: readonly number[],
): string | undefined => Object.keys(count).find((value) => !known.includes(Number(value)));

/** Pieces in a full roll of a coin, as banks hand them out: common practice of each country. */
const ROLLS: Record<string, Readonly<Record<string, number>>> = {
  CAD: { 5: 40, 10: 50, 25: 40, 100: 25, 200: 25 },
  USD: { 1: 50, 5: 40, 10: 50, 25: 40, 100: 25 },
  EUR: { 1: 50, 2: 50, 5: 50, 10: 40, 20: 40, 50: 40, 100: 25, 200: 25 },
};

/** Pieces in a full roll by denomination in minor units; nothing where coins come in no rolls. */
export function rollPieces(currency: string): Readonly<Record<string, number>> {
  return ROLLS[currency] ?? {};
}

/**
 * The most that a person hands over for an amount: the third of the next notes that pay it alone,
 * or of the next multiples of the largest. What is more than that is a slip of the finger.
 */
export function mostTendered(dueMinor: number, currency: string): Minor {
  const notes = denominations(currency).filter((value) => value >= 500);
  const largest = notes[0]!;
  const alone = notes.filter((value) => value >= dueMinor).reverse();
  const first = Math.max(1, Math.ceil(dueMinor / largest));
  const many = [0, 1, 2, 3].map((more) => (first + more) * largest);
  const next = [...new Set([...alone, ...many])].sort((a, b) => a - b);
  return minor(next[2]!);
}

/**
 * Sums a person is likely to hand over for an amount due: the amount itself, then the next
 * sums that notes alone reach. At most `most`, rising, each at least the amount, none beyond
 * `mostTendered`.
 * @param dueMinor already rounded to the smallest coin
 */
export function cashOffers(dueMinor: number, currency: string, most = 5): Minor[] {
  if (dueMinor <= 0) return [];
  const offers = new Set<number>([dueMinor]);
  const steps = [...denominations(currency)].filter((value) => value >= 500).reverse();
  for (const step of steps) offers.add(Math.ceil(dueMinor / step) * step);
  const bound = mostTendered(dueMinor, currency);
  return [...offers]
    .filter((offer) => offer <= bound)
    .sort((a, b) => a - b)
    .slice(0, most)
    .map(minor);
}
