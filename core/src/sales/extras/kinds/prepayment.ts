import { post } from '../../../ledger';
import { minor } from '../../../money';
import { takePrepayment, type Order } from '../../../orders';
import { accept, refuse, type Outcome } from '../../../outcome';
import { amountsOf } from '../../amounts';
import type { ExtraRoom } from '../room';
import type { DecidedExtra, ExtraState } from '../types';

/** The order that an extra names, once on a ticket. Refusals: `order.unknown`, `order.twice`. */
export function orderOf(
  orderId: number,
  { orders }: ExtraState,
  before: readonly DecidedExtra[],
  at: string,
): Outcome<Order> {
  const order = orders.find(({ id }) => id === orderId);
  if (!order) return refuse('order.unknown', at);
  if (before.some((one) => one.orderId === orderId)) return refuse('order.twice', at);
  return accept(order);
}

/** Paid ahead for an order; with its tax where the shop owes that at receipt. */
export const PREPAYMENT: ExtraRoom<'prepayment'> = {
  decide: ({ orderId, amountMinor }, state, before, at) => {
    const order = orderOf(orderId, state, before, at);
    if (!order.ok) return order;
    const parts = takePrepayment(order.value, minor(amountMinor), at);
    return parts.ok ? accept({ orderId, parts: parts.value }) : parts;
  },
  post: ({ parts }) => post('prepayment.taken', amountsOf(parts)),
};
