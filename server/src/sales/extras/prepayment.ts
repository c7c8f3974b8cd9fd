import { row, run } from '../../db/pool';
import type { CommandContext } from '../../context';
import type { ExtraStore } from './store';

async function addPaidAhead(
  { tx }: CommandContext,
  orderId: number,
  amountMinor: number,
): Promise<void> {
  await run(tx, 'UPDATE customer_order SET prepaid_minor = prepaid_minor + ? WHERE id = ?', [
    amountMinor,
    orderId,
  ]);
}

export const PREPAYMENT: ExtraStore<'prepayment'> = {
  keep: (context, _, { orderId, amountMinor }) => addPaidAhead(context, orderId!, amountMinor),
  used: async ({ tx }, { orderId, amountMinor }) => {
    const short = await row(
      tx,
      `SELECT id FROM customer_order
       WHERE id = ? AND prepaid_minor - ? < spent_minor FOR UPDATE`,
      [orderId!, amountMinor],
    );
    return short !== undefined;
  },
  undo: (context, { orderId, amountMinor }) => addPaidAhead(context, orderId!, -amountMinor),
};
