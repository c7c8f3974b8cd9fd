import type { Order } from '../orders';
import { refuse, type Outcome } from '../outcome';
import { toMilli } from '../returns';
import type { PricedLine, TicketLine } from './price';

/**
 * Whether the lines of a ticket that sell an order's may do so: the order is open, the line is
 * of the same goods, and no more is sold than is left.
 * Refusals: `order.unknown`, `order.closed`, `order.unknownLine`, `order.moreThanLeft` (left).
 */
export function checkOrderLines(
  lines: readonly TicketLine[],
  priced: readonly PricedLine[],
  orders: readonly Order[],
): Outcome<never> | undefined {
  const asked = new Map<string, bigint>();
  for (const [i, { order: of }] of lines.entries()) {
    if (!of) continue;
    const at = `lines.${i}.order`;
    const order = orders.find(({ id }) => id === of.orderId);
    if (!order) return refuse('order.unknown', at);
    if (!order.open) return refuse('order.closed', at);
    const ordered = order.lines.find(({ position }) => position === of.position);
    const sold = priced[i]!;
    if (
      !ordered ||
      ordered.itemId !== sold.itemId ||
      ordered.departmentId !== sold.departmentId
    ) {
      return refuse('order.unknownLine', at);
    }
    const key = `${of.orderId} ${of.position}`;
    const total = (asked.get(key) ?? 0n) + toMilli(sold.quantity)!;
    asked.set(key, total);
    if (total > toMilli(ordered.leftQuantity)!) {
      return refuse('order.moreThanLeft', at, { left: ordered.leftQuantity });
    }
  }
  return undefined;
}

/**
 * Whether a line is sold at no less than was agreed in its order: it needs no approval again.
 * The agreed sum of a part is its proportion, rounded down.
 */
export function isAsAgreed(
  line: TicketLine,
  sold: PricedLine,
  orders: readonly Order[],
): boolean {
  const { order: of } = line;
  if (!of) return false;
  const ordered = orders
    .find(({ id }) => id === of.orderId)
    ?.lines.find(({ position }) => position === of.position);
  if (!ordered) return false;
  const part =
    (BigInt(ordered.agreedMinor) * toMilli(sold.quantity)!) / toMilli(ordered.quantity)!;
  return BigInt(sold.amountMinor - sold.discountMinor) >= part;
}
