import { addDays, type IsoDate } from '../dates';
import { minor, multiply, percent, type Minor } from '../money';
import type { ItemLeft } from './items';

/** How late charges are computed; the minimum is charged where anything is. */
export type LateChargeRules = {
  /** e.g. '1.5': percent a month. */
  monthlyPercent: string;
  graceDays: number;
  minimumMinor: number;
};

/**
 * The late charge of an account for a month: the rate on what was past due and grace at the
 * month's end. Late charges themselves bear none.
 * @returns zero where nothing is late
 */
export function lateChargeOf(
  items: readonly (Pick<ItemLeft, 'kind' | 'dueDate'> & { leftMinor: number })[],
  monthEnd: IsoDate,
  rules: LateChargeRules,
): { baseMinor: Minor; chargeMinor: Minor } {
  let base = 0;
  for (const { kind, dueDate, leftMinor } of items) {
    if (kind === 'lateCharge' || leftMinor <= 0 || dueDate === null) continue;
    if (addDays(dueDate, rules.graceDays) < monthEnd) base += leftMinor;
  }
  // Credits that wait to be allocated are money that the shop has.
  for (const { leftMinor } of items) if (leftMinor < 0) base += leftMinor;
  if (base <= 0) return { baseMinor: minor(0), chargeMinor: minor(0) };
  const charge = multiply(base, percent(rules.monthlyPercent), 'halfUp');
  if (Number(rules.monthlyPercent) === 0)
    return { baseMinor: minor(base), chargeMinor: charge };
  return { baseMinor: minor(base), chargeMinor: minor(Math.max(charge, rules.minimumMinor)) };
}
