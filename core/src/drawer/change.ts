import { countTotal, type DenominationCount } from '../money';

type Pieces = Record<string, number>;

const values = (count: DenominationCount) =>
  Object.entries(count)
    .map(([value, pieces]) => ({ value: Number(value), pieces }))
    .filter(({ pieces }) => pieces > 0)
    .sort((a, b) => a.value - b.value);

/**
 * Which pieces of a count stay in the drawer as its float: just the float, and of the small pieces as many as that
 * allows, since they give change. null: no choice of these pieces comes to just that.
 *
 * From the smallest piece on, the most that leaves a rest which the larger ones can pay; what these can pay is
 * worked out before, so that it is exact.
 * @param floatMinor minor units
 */
export function leaveIn(count: DenominationCount, floatMinor: number): Pieces | null {
  if (floatMinor < 0) return null;
  const kinds = values(count);
  const payable = payableBy(kinds, floatMinor);
  if (!payable[0]!.has(floatMinor)) return null;
  let left = floatMinor;
  const stays: Pieces = {};
  for (const [i, { value, pieces }] of kinds.entries()) {
    let most = Math.min(pieces, Math.floor(left / value));
    while (!payable[i + 1]!.has(left - most * value)) most -= 1;
    if (most > 0) stays[value] = most;
    left -= most * value;
  }
  return stays;
}

/** By each place in the list: what the pieces from there on can pay, up to an amount. */
function payableBy(
  kinds: readonly { value: number; pieces: number }[],
  upTo: number,
): Set<number>[] {
  const payable = [new Set([0])];
  for (const { value, pieces } of [...kinds].reverse()) {
    const larger = payable[0]!;
    const here = new Set(larger);
    // Each sum of the larger ones, and so many of this one on top.
    for (const sum of larger) {
      for (let n = 1; n <= pieces && sum + n * value <= upTo; n += 1) {
        // What follows is reached from there by the larger ones' own sum.
        here.add(sum + n * value);
      }
    }
    payable.unshift(here);
  }
  return payable;
}

/** What a drawer lacks of each piece that is wanted in its float, where it lacks any. */
export const lacking = (wanted: DenominationCount, left: DenominationCount): Pieces =>
  Object.fromEntries(
    Object.entries(wanted).flatMap(([value, pieces]) => {
      const lack = pieces - (left[value] ?? 0);
      return lack > 0 ? [[value, lack]] : [];
    }),
  );

export type ChangeOrder = {
  /** Pieces to fetch, full rolls where the coin comes in rolls. */
  count: Pieces;
  /** How many rolls of each that is. */
  rolls: Pieces;
  totalMinor: number;
};

/**
 * The change to fetch for what several drawers lack together: coins come in full rolls.
 * @param rollPieces pieces in a roll, by denomination
 */
export function orderChange(
  lacks: readonly DenominationCount[],
  rollPieces: Readonly<Record<string, number>>,
): ChangeOrder {
  const count: Pieces = {};
  const rolls: Pieces = {};
  for (const lack of lacks)
    for (const [value, pieces] of Object.entries(lack))
      count[value] = (count[value] ?? 0) + pieces;
  for (const value of Object.keys(count)) {
    const size = rollPieces[value];
    if (size === undefined) continue;
    rolls[value] = Math.ceil(count[value]! / size);
    count[value] = rolls[value] * size;
  }
  return { count, rolls, totalMinor: countTotal(count) };
}
