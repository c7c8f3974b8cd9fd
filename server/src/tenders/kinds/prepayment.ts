import { run } from '../../db/pool';
import type { CommandContext } from '../../context';
import { storePrepaymentTax } from '../../sales/prepaymentTax';
import type { TenderStore } from './store';

async function spend({ tx }: CommandContext, orderId: number, amountMinor: number) {
  await run(tx, 'UPDATE customer_order SET spent_minor = spent_minor + ? WHERE id = ?', [
    amountMinor,
    orderId,
  ]);
}

/** What was paid ahead for an order pays for its goods; a tax that was owed at receipt goes with it. */
export const PREPAYMENT: TenderStore = {
  names: (tender) => ('orderId' in tender ? { orders: [tender.orderId] } : {}),
  keep: async (context, { orderId, amountMinor, prepaid }, { saleId }) => {
    await spend(context, orderId!, amountMinor);
    if (prepaid) await storePrepaymentTax(context, saleId, prepaid, -1);
  },
  undo: (context, { orderId, amountMinor }) => spend(context, orderId!, -amountMinor),
};
