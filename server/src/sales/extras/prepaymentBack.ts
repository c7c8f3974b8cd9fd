import { run } from '../../db/pool';
import { paidForOrder } from '../../orders/load';
import type { CommandContext } from '../../context';
import type { ExtraStore } from './store';

async function payBack(
  { tx }: CommandContext,
  orderId: number,
  backMinor: number,
  cancelledAt: Date | null,
): Promise<void> {
  await run(
    tx,
    `UPDATE customer_order SET spent_minor = spent_minor + ?, cancelled_at = ? WHERE id = ?`,
    [backMinor, cancelledAt, orderId],
  );
}

/** What is left of an order's prepayments goes back: the order is cancelled with it. */
export const PREPAYMENT_BACK: ExtraStore<'prepaymentBack'> = {
  broughtBy: (tx, { orderId }) => paidForOrder(tx, orderId),
  keep: (context, _, { orderId, amountMinor }) =>
    payBack(context, orderId!, -amountMinor, context.now),
  undo: (context, { orderId, amountMinor }) => payBack(context, orderId!, amountMinor, null),
};
