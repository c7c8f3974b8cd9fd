import { decimal, minor, minus, multiply, percent, share, sum, type Minor } from '../money';
import { accept, refuse, type BrokenRule, type Outcome } from '../outcome';

/** Taken off a line or a whole ticket: a sum in minor units, or a percentage such as '10'. */
export type Discount = { amountMinor: number } | { percent: string };

const PERCENT = /^\d{1,3}(\.\d{1,3})?$/;

/**
 * What a discount takes off an amount; a percentage is rounded half up, once.
 * Refusals: `discount.range` (beyond the amount, or not above nothing), `discount.percent`.
 */
export function discountOf(
  baseMinor: number,
  discount: Discount | undefined,
  at: string,
): Outcome<Minor> {
  if (!discount) return accept(minor(0));
  if ('percent' in discount) {
    const valid = PERCENT.test(discount.percent) && Number(discount.percent) <= 100;
    if (!valid || Number(discount.percent) === 0) {
      return refuse('discount.percent', `${at}.percent`);
    }
    return accept(multiply(baseMinor, percent(discount.percent), 'halfUp'));
  }
  const { amountMinor } = discount;
  if (amountMinor <= 0 || amountMinor > baseMinor) {
    return refuse('discount.range', `${at}.amountMinor`, { mostMinor: baseMinor });
  }
  return accept(minor(amountMinor));
}

/** Spreads a ticket's discount over its lines by largest remainder, by what each comes to. */
export function spreadDiscount(discountMinor: number, lines: readonly Minor[]): Minor[] {
  return share(
    discountMinor,
    lines.map((amount) => BigInt(amount)),
  );
}

/** How far a person may move a price off the list, down or up, e.g. '10' percent. */
export type Allowance = { percent: string; approver: BrokenRule['approver'] };

/**
 * The rule that price changes and discounts break together, measured on the whole ticket's
 * lines: each line's end price against its list price.
 */
export function brokenPriceRules(
  lines: readonly { listMinor: number; amountMinor: number; discountMinor: number }[],
  allowance: Allowance | null,
): BrokenRule[] {
  if (!allowance) return [];
  const { digits, scale } = decimal(allowance.percent);
  const beyond = lines.filter(({ listMinor, amountMinor, discountMinor }) => {
    const moved = Math.abs(listMinor - (amountMinor - discountMinor));
    return BigInt(moved) * 100n * 10n ** BigInt(scale) > BigInt(listMinor) * digits;
  });
  if (beyond.length === 0) return [];
  const movedMinor = sum(
    beyond.map((line) => minus(line.listMinor, line.amountMinor - line.discountMinor)),
  );
  const params = { movedMinor, allowedPercent: allowance.percent, lines: beyond.length };
  return [{ code: 'rule.priceChange', approver: allowance.approver, params }];
}
