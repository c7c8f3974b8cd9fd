import type { CancelOrder } from '@abacist/contracts';
import { post } from '@abacist/core/ledger';
import { prepaymentLeft, spendPrepayment } from '@abacist/core/orders';
import type { CommandContext } from '../context';
import { insertMany, run } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith, unwrap } from '../http/errors';
import { postDocument } from '../ledger/post';
import { lockOrders } from './load';

/**
 * Cancels a quotation or an order. What is left of its prepayments is paid back on a ticket (that
 * cancels it too), or kept by the shop as other income, which a manager approves.
 * @throws HttpError 422 `order.closed`, `order.hasPrepayment` (leftMinor)
 */
export async function cancelOrder(
  context: CommandContext,
  { keep }: CancelOrder,
  id: number,
): Promise<CommandResult<{ number: string | null }>> {
  const { tx, now, today, actor } = context;
  const [order] = await lockOrders(tx, [id]);
  if (!order) throw notFound('order.unknown');
  const { affectedRows } = await run(
    tx,
    'UPDATE customer_order SET cancelled_at = ? WHERE id = ? AND cancelled_at IS NULL',
    [now, id],
  );
  if (affectedRows === 0) throw refuseWith('order.closed');
  const leftMinor = prepaymentLeft(order);
  if (leftMinor === 0) return { answer: { number: null } };
  if (!keep) throw refuseWith('order.hasPrepayment', undefined, { leftMinor });
  const approvalId = await context.approve([
    { code: 'rule.prepaymentKept', approver: 'manager', params: { leftMinor } },
  ]);
  // Tax that was owed at the receipt stays owed: only the net becomes income.
  const { netMinor } = unwrap(spendPrepayment(order, leftMinor, ''));
  await run(tx, 'UPDATE customer_order SET spent_minor = spent_minor + ? WHERE id = ?', [
    leftMinor,
    id,
  ]);
  const cancelId = await insertMany(
    tx,
    'order_cancel',
    ['order_id', 'kept_minor', 'kept_net_minor', 'user_id', 'cancelled_at'],
    [[id, leftMinor, netMinor, actor.id, now]],
  );
  const { number } = await postDocument(context, {
    kind: 'orderCancel',
    subjectId: cancelId!,
    date: today,
    lines: post('prepayment.kept', { amount: netMinor }),
    memo: '',
    approvalId,
  });
  return { answer: { number }, documentNumber: number };
}
