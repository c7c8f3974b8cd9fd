import { row, run } from '../../db/pool';
import type { ExtraStore } from './store';

/** A payment that waits for its payer's name. */
export const UNKNOWN_PAYMENT: ExtraStore<'unknownPayment'> = {
  keep: async ({ tx }, saleId, { amountMinor }, { name }) => {
    await run(
      tx,
      'INSERT INTO unknown_payment (sale_id, name, amount_minor) VALUES (?, ?, ?)',
      [saleId, name.trim(), amountMinor],
    );
  },
  used: async ({ tx }, { saleId }) =>
    (await row(tx, 'SELECT id FROM unknown_payment WHERE sale_id = ? AND used FOR UPDATE', [
      saleId,
    ])) !== undefined,
};
