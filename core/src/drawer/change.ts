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
  const kinds = values(count);
  if (floatMinor < 0 || floatMinor > countTotal(count)) return null;
  const payable = payableBy(kinds, floatMinor);
  if (!payable[0]![floatMinor]) return null;
  let left = floatMinor;
  const stays: Pieces = {};
  for (const [i, { value, pieces }] of kinds.entries()) {
    let most = Math.min(pieces, Math.floor(left / value));
    while (!payable[i + 1]![left - most * value]) most -= 1;
    if (most > 0) stays[value] = most;
    left -= most * value;
  }
  return stays;
}

/**
 * By each place in the list: which amounts the pieces from there on can pay. Each amount is looked at once a
 * denomination, however many pieces there are.
 */
function payableBy(
  kinds: readonly { value: number; pieces: number }[],
  upTo: number,
): Uint8Array[] {
  const payable = [new Uint8Array(upTo + 1)];
  payable[0]![0] = 1;
  for (const { value, pieces } of [...kinds].reverse()) {
    const here = payable[0]!.slice();
    // The fewest pieces of this one with which an amount is paid.
    const used = new Uint32Array(upTo + 1);
    for (let amount = value; amount <= upTo; amount += 1) {
      const before = amount - value;
      if (here[amount] || !here[before] || used[before]! >= pieces) continue;
      here[amount] = 1;
      used[amount] = used[before]! + 1;
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
  /** What of it the safe has: it is not fetched. */
  fromSafe: Pieces;
  /** Pieces to fetch, full rolls where the coin comes in rolls. */
  count: Pieces;
  /** How many rolls of each that is. */
  rolls: Pieces;
  totalMinor: number;
};

/**
 * The change to fetch for what several drawers lack together and the safe does not have: coins come in full rolls.
 * @param rollPieces pieces in a roll, by denomination
 * @param inSafe what lies in the safe already
 */
export function orderChange(
  lacks: readonly DenominationCount[],
  rollPieces: Readonly<Record<string, number>>,
  inSafe: DenominationCount,
): ChangeOrder {
  const together: Pieces = {};
  const rolls: Pieces = {};
  for (const lack of lacks)
    for (const [value, pieces] of Object.entries(lack))
      together[value] = (together[value] ?? 0) + pieces;
  const count = lacking(together, inSafe);
  const fromSafe = lacking(together, count);
  for (const value of Object.keys(count)) {
    const size = rollPieces[value];
    if (size === undefined) continue;
    rolls[value] = Math.ceil(count[value]! / size);
    count[value] = rolls[value] * size;
  }
  return { fromSafe, count, rolls, totalMinor: countTotal(count) };
}
