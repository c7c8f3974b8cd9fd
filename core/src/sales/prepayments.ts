import { spendPrepayment, type Order } from '../orders';
import { accept, refuse, type Outcome } from '../outcome';
import type { TakenTender } from '../tenders';
import type { DecidedSale } from './sale';

/** What each tender by prepayment takes of its order; a second one goes on after the first. */
export function spendPrepayments(
  tenders: readonly TakenTender[],
  orders: readonly Order[],
): Outcome<DecidedSale['prepaymentsUsed']> {
  const used: DecidedSale['prepaymentsUsed'] = [];
  const spent = new Map<number, number>();
  for (const [i, { orderId, amountMinor }] of tenders.entries()) {
    if (orderId === null) continue;
    const order = orders.find(({ id }) => id === orderId);
    if (!order) return refuse('order.unknown', `tenders.${i}`);
    const spentMinor = order.spentMinor + (spent.get(orderId) ?? 0);
    const parts = spendPrepayment({ ...order, spentMinor }, amountMinor, `tenders.${i}`);
    if (!parts.ok) return parts;
    spent.set(orderId, (spent.get(orderId) ?? 0) + amountMinor);
    used.push({ tender: i, orderId, parts: parts.value });
  }
  return accept(used);
}
