import { addItem, storeAllocations } from '../../accounts/items';
import type { ExtraStore } from './store';

/** A credit on the account, and what it was given to; its open items are undone with the ticket's. */
export const ACCOUNT_PAYMENT: ExtraStore<'accountPayment'> = {
  keep: async (context, saleId, { chargeAccountId, amountMinor, allocations }, { reason }) => {
    const { tx, today: date } = context;
    const itemId = await addItem(tx, {
      chargeAccountId: chargeAccountId!,
      kind: 'payment',
      number: null,
      date,
      amountMinor: -amountMinor,
      saleId,
    });
    // Parts of the payment itself, and of credits that were mixed in.
    const sources = [...new Set(allocations.map(({ creditItemId }) => creditItemId))];
    for (const source of sources) {
      const parts = allocations.filter(({ creditItemId }) => creditItemId === source);
      await storeAllocations(context, source ?? itemId, parts, { date, reason, saleId });
    }
  },
};
