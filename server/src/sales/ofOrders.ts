import type { SaleCommand } from '@abacist/contracts';
import type { DecidedSale } from '@abacist/core/sales';
import type { CommandContext } from '../context';
import { rows, run } from '../db/pool';

/** Counts what a ticket sold of orders. */
export async function sellOfOrders(
  context: CommandContext,
  { lines }: SaleCommand,
  { ticket }: DecidedSale,
): Promise<void> {
  for (const [i, { order }] of lines.entries()) {
    if (!order) continue;
    await addSold(context, order.orderId, order.position, ticket!.lines[i]!.quantity);
  }
}

/** What a voided ticket sold of orders can be sold again. */
export async function unsellOfOrders(context: CommandContext, saleId: number): Promise<void> {
  const sold = await rows<{ orderId: number; position: number; quantity: string }>(
    context.tx,
    `SELECT order_id AS orderId, order_position AS position, -quantity AS quantity
     FROM sale_line WHERE sale_id = ? AND order_id IS NOT NULL`,
    [saleId],
  );
  for (const { orderId, position, quantity } of sold) {
    await addSold(context, orderId, position, quantity);
  }
}

async function addSold(
  { tx }: CommandContext,
  orderId: number,
  position: number,
  quantity: string,
): Promise<void> {
  await run(
    tx,
    `UPDATE customer_order_line SET sold_quantity = sold_quantity + ?
     WHERE order_id = ? AND position = ?`,
    [quantity, orderId, position],
  );
}
