import { row, run } from '../../db/pool';
import type { TenderStore } from './store';

/** Coins and notes of a drawer; given back at the desk they leave the safe, as an item of it below zero. */
export const CASH: TenderStore = {
  namesBack: () => ({ cash: true }),
  keep: async ({ tx, today }, { keptMinor }, { saleId, drawerSessionId }) => {
    if (drawerSessionId !== null || keptMinor >= 0) return;
    await run(
      tx,
      `INSERT INTO safe_item (sale_id, takings_day, from_pot, amount_minor)
       VALUES (?, ?, 'cash', ?)`,
      [saleId, today, keptMinor],
    );
  },
  // What a slip took below zero can't be undone any more.
  gone: async ({ tx }, { saleTenderId }) =>
    (await row(
      tx,
      `SELECT i.id FROM safe_item i JOIN sale_tender st ON st.sale_id = i.sale_id
       WHERE st.id = ? AND i.cheque_id IS NULL AND i.taken_minor <> 0 FOR UPDATE`,
      [saleTenderId],
    )) !== undefined,
  undo: async ({ tx }, { saleTenderId }) => {
    await run(
      tx,
      `UPDATE safe_item i JOIN sale_tender st ON st.sale_id = i.sale_id
       SET i.taken_minor = i.amount_minor WHERE st.id = ? AND i.cheque_id IS NULL`,
      [saleTenderId],
    );
  },
};
