import { minor, sum } from '../../money';
import { IN_DRAWER, moveOn } from '../../takings';
import type { CashPart, SafeCash } from './types';

/** Whether what a pot took lies in a drawer as notes and coins. */
export const isCashPot = (pot: string): boolean => CASH_POTS.includes(pot);
const CASH_POTS: readonly string[] = ['cash', 'broughtIn'];

const of = (held: readonly CashPart[], pot: string) => held.filter((part) => part.pot === pot);
const above = (held: readonly CashPart[]): number =>
  sum(held.map(({ amountMinor }) => Math.max(0, amountMinor)));

/**
 * Takes cash out of what a drawer holds: takings in cash first, the oldest day before the next,
 * then what was brought in. What goes beyond all of it overdraws the cash of today.
 * @param amountMinor above zero
 * @returns parts that add up to the amount, by day and pot
 */
export function moveCash(
  held: readonly CashPart[],
  amountMinor: number,
  today: string,
): CashPart[] {
  const cash = of(held, 'cash');
  const brought = of(held, 'broughtIn');
  const beyond = Math.max(0, amountMinor - above(cash));
  const fromBrought = Math.min(beyond, above(brought));
  const moved = (pot: string, parts: readonly CashPart[], amount: number): CashPart[] => {
    const taken = moveOn(parts, amount, { today });
    if (!taken.ok) throw new Error('nobody picked a day');
    return taken.value.map((part) => ({ ...part, pot }));
  };
  return [
    ...moved('cash', cash, amountMinor - fromBrought),
    ...moved('broughtIn', brought, fromBrought),
  ];
}

/**
 * Takes cash out of the safe, the oldest day first; days below zero are left, and count against what it
 * holds. @returns undefined where it holds less
 */
export function fetchCash(
  safe: readonly SafeCash[],
  amountMinor: number,
): SafeCash[] | undefined {
  if (sum(safe.map((part) => part.amountMinor)) < amountMinor) return undefined;
  let left = amountMinor;
  return safe.flatMap((part) => {
    const taken = Math.min(left, Math.max(0, part.amountMinor));
    left -= taken;
    return taken > 0 ? [{ ...part, amountMinor: minor(taken) }] : [];
  });
}

/** Moved parts as amounts of a posting row; `safe` names the item of each by its place. */
export const asPosted = (moved: readonly CashPart[], safe?: (place: number) => string) =>
  moved.map(({ takingsDay, pot, amountMinor }, i) => ({
    amountMinor,
    takings: {
      takingsDay,
      pot,
      holders: { drawer: IN_DRAWER, ...(safe && { safe: safe(i + 1) }) },
    },
  }));
