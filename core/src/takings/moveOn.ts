import type { IsoDate } from '../dates';
import { minor, minus, sum, ZERO, type Minor } from '../money';
import { accept, refuse, type Outcome } from '../outcome';

/** What somebody holds of one pot, by the day that took it; below zero where more went than came. */
export type Part = { takingsDay: IsoDate; amountMinor: Minor };

export type How = {
  /** Whose takings it is that no part covers. */
  today: IsoDate;
  /** A count, a slip and a settlement take days below zero along, whole. */
  whole?: boolean;
  /** Days that a person picked, in place of the oldest. */
  picks?: readonly { takingsDay: IsoDate; amountMinor: number }[];
};

/**
 * Takes an amount of one pot from whoever holds it, by day: days below zero whole where the act
 * takes them along, then positive days, the oldest first unless they were picked. What goes beyond
 * the parts overdraws the act's own day, so that no other day ever pays for it unseen. The rule is
 * that of the books: takings move on with the days that they were taken on.
 * Refusals: `takings.pickedTooMuch` (takingsDay, leftMinor), `takings.pickedOtherwise`
 * (differenceMinor: what was picked less the amount).
 * @param held of one holder and pot, at most one part a day
 * @param amountMinor what moves in sum; below zero where more is given back than taken
 * @returns parts that add up to the amount, none of them zero, the oldest first
 * @example moveOn([mon 60.00, tue −10.00], 30.00, { today, whole: true }) // mon 40.00, tue −10.00
 */
export function moveOn(
  held: readonly Part[],
  amountMinor: number,
  { today, whole = false, picks }: How,
): Outcome<Part[]> {
  const moved = new Map<IsoDate, number>();
  const take = (day: IsoDate, amount: number) =>
    moved.set(day, (moved.get(day) ?? 0) + amount);
  let left = amountMinor;
  if (whole) {
    for (const { takingsDay, amountMinor: below } of held) {
      if (below >= 0) continue;
      take(takingsDay, below);
      left -= below;
    }
  }
  const wrong = picks && checkPicks(held, picks, left);
  if (wrong) return wrong;
  for (const { takingsDay, amountMinor: most } of picks ?? positiveDays(held)) {
    const part = Math.min(most, Math.max(0, left));
    take(takingsDay, part);
    left -= part;
  }
  take(today, left);
  return accept(toParts(moved));
}

/** Days with something to take, the oldest first. */
const positiveDays = (held: readonly Part[]): Part[] =>
  [...held].filter(({ amountMinor }) => amountMinor > 0).sort(byDay);

const byDay = (one: Part, other: Part) => (one.takingsDay < other.takingsDay ? -1 : 1);

function toParts(byDayMinor: ReadonlyMap<IsoDate, number>): Part[] {
  return [...byDayMinor]
    .filter(([, amount]) => amount !== 0)
    .map(([takingsDay, amount]) => ({ takingsDay, amountMinor: minor(amount) }))
    .sort(byDay);
}

function checkPicks(
  held: readonly Part[],
  picks: readonly { takingsDay: IsoDate; amountMinor: number }[],
  wantedMinor: number,
): Outcome<never> | undefined {
  for (const { takingsDay, amountMinor } of picks) {
    const here = held.find((part) => part.takingsDay === takingsDay)?.amountMinor ?? ZERO;
    const leftMinor = Math.max(0, here);
    if (amountMinor <= 0 || amountMinor > leftMinor) {
      return refuse('takings.pickedTooMuch', undefined, { takingsDay, leftMinor });
    }
  }
  const differenceMinor = minus(sum(picks.map((pick) => pick.amountMinor)), wantedMinor);
  return differenceMinor === 0
    ? undefined
    : refuse('takings.pickedOtherwise', undefined, { differenceMinor });
}
