import type { Order, OrderLine } from '../orders';
import { refuse, type Outcome } from '../outcome';
import { toMilli } from '../returns/quantity';
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

/** A line as it was ordered, with what was taken off the whole of it (minor units). */
export type Ordered = Omit<OrderLine, 'agreedMinor'> & { discountMinor: number };

/**
 * The ticket line that sells a quantity of an order's line at its agreed price. A part's
 * discount is its proportion, rounded down to the minor unit: any part of it then comes to no
 * less than `isAsAgreed` asks for.
 */
export function lineOfOrder(orderId: number, line: Ordered, quantity: string): TicketLine {
  const { position, itemId, departmentId, unitPriceMinor } = line;
  const offMinor = partOf(line.discountMinor, quantity, line.quantity);
  const shared = {
    ...(offMinor > 0n && { discount: { amountMinor: Number(offMinor) } }),
    order: { orderId, position },
  };
  return itemId === null
    ? { departmentId, amountMinor: unitPriceMinor, ...shared }
    : { itemId, quantity, unitPriceMinor, ...shared };
}

/** The ticket lines that sell all that is left of an order. */
export function linesLeft(orderId: number, lines: readonly Ordered[]): TicketLine[] {
  return lines.flatMap((line) =>
    toMilli(line.leftQuantity) === 0n ? [] : [lineOfOrder(orderId, line, line.leftQuantity)],
  );
}

/**
 * Whether a line is sold at no less than was agreed in its order: it needs no approval again.
 * The agreed sum of a part is its proportion, rounded down. A price agreed before tax says
 * nothing of one with tax in it.
 */
export function isAsAgreed(
  line: TicketLine,
  sold: PricedLine,
  orders: readonly Order[],
  pricesIncludeTax: boolean,
): boolean {
  const { order: of } = line;
  const order = of && orders.find(({ id }) => id === of.orderId);
  const ordered = order?.lines.find(({ position }) => position === of?.position);
  if (!ordered || order?.pricesIncludeTax !== pricesIncludeTax) return false;
  return (
    BigInt(sold.amountMinor - sold.discountMinor) >=
    partOf(ordered.agreedMinor, sold.quantity, ordered.quantity)
  );
}

/** The proportion of an amount, rounded down. */
const partOf = (amountMinor: number, quantity: string, ofQuantity: string): bigint =>
  (BigInt(amountMinor) * toMilli(quantity)!) / toMilli(ofQuantity)!;
