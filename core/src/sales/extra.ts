import { spendPrepayment, takePrepayment, type Order, type PrepaymentParts } from '../orders';
import { MAX_AMOUNT_MINOR, minor, minus, sum, type Minor } from '../money';
import { accept, refuse, type Outcome } from '../outcome';

/**
 * What stands on a ticket and is no goods: a gift voucher sold, a prepayment taken, or all that
 * is left of an order's prepayments paid back when it is cancelled.
 */
export type ExtraLine =
  | { kind: 'voucher'; amountMinor: number }
  | { kind: 'prepayment'; orderId: number; amountMinor: number }
  | { kind: 'prepaymentBack'; orderId: number; amountMinor: number };

/** Positive where the customer pays, negative where he gets. */
export type DecidedExtra = {
  kind: ExtraLine['kind'];
  orderId: number | null;
  amountMinor: Minor;
  parts: PrepaymentParts;
};

/**
 * Decides the lines that are no goods; they bear no tax but that of a prepayment taxed at its
 * receipt. Refusals: `voucher.amount`, `order.unknown`, `prepayment.wholeBack` (leftMinor), those
 * of `takePrepayment` and `spendPrepayment`.
 */
export function decideExtras(
  extras: readonly ExtraLine[],
  orders: readonly Order[],
): Outcome<DecidedExtra[]> {
  const decided: DecidedExtra[] = [];
  for (const [i, extra] of extras.entries()) {
    const at = `extras.${i}`;
    const { kind, amountMinor } = extra;
    if (kind === 'voucher') {
      if (amountMinor <= 0 || amountMinor > MAX_AMOUNT_MINOR) {
        return refuse('voucher.amount', `${at}.amountMinor`);
      }
      const parts = { netMinor: minor(amountMinor), taxes: [] };
      decided.push({ kind, orderId: null, amountMinor: minor(amountMinor), parts });
      continue;
    }
    const { orderId } = extra;
    const order = orders.find(({ id }) => id === orderId);
    if (!order) return refuse('order.unknown', at);
    if (decided.some((one) => one.orderId === orderId)) return refuse('order.twice', at);
    if (kind === 'prepaymentBack') {
      const leftMinor = minus(order.prepaidMinor, order.spentMinor);
      if (amountMinor !== leftMinor) return refuse('prepayment.wholeBack', at, { leftMinor });
    }
    const parts =
      kind === 'prepayment'
        ? takePrepayment(order, amountMinor, at)
        : spendPrepayment(order, amountMinor, at);
    if (!parts.ok) return parts;
    const signed = kind === 'prepayment' ? amountMinor : -amountMinor;
    decided.push({ kind, orderId, amountMinor: minor(signed), parts: parts.value });
  }
  return accept(decided);
}

export const extrasTotal = (extras: readonly DecidedExtra[]): Minor =>
  sum(extras.map(({ amountMinor }) => amountMinor));
