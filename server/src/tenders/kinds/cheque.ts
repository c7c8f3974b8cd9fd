import { row, run } from '../../db/pool';
import { creditCheque, OWED } from '../../sales/returnedCheques';
import type { TenderStore } from './store';

/** Each cheque is kept as the piece of paper that it is; given back, its debt grows smaller. */
export const CHEQUE: TenderStore = {
  // One that the bank returned and nobody paid.
  never: {
    unpaid: `(SELECT LEAST(${OWED}, walk_in_minor) FROM returned_cheque r
      JOIN cheque q ON q.id = r.cheque_id WHERE q.sale_tender_id = st.id AND r.standing)`,
    writtenOff: `(SELECT r.written_off_minor FROM returned_cheque r
      JOIN cheque q ON q.id = r.cheque_id WHERE q.sale_tender_id = st.id AND r.standing)`,
  },
  keep: async (context, tender, { saleId, saleTenderId, drawerSessionId }) => {
    const { cheque, ofSaleTenderId, amountMinor, writtenBackMinor } = tender;
    if (cheque) {
      const { number, drawnBy, dated } = cheque;
      const { insertId: chequeId } = await run(
        context.tx,
        `INSERT INTO cheque
           (sale_tender_id, drawer_session_id, taken_on, amount_minor, number, drawn_by, dated)
         VALUES (?, ?, ?, ?, ?, ?, ?)`,
        [saleTenderId, drawerSessionId, context.today, amountMinor, number, drawnBy, dated],
      );
      // What came by post lies in the safe at once.
      if (drawerSessionId === null) {
        await run(
          context.tx,
          `INSERT INTO safe_item (sale_id, takings_day, amount_minor, cheque_id)
           VALUES (?, ?, ?, ?)`,
          [saleId, context.today, amountMinor, chequeId],
        );
      }
    }
    if (ofSaleTenderId !== null) {
      await creditCheque(context, ofSaleTenderId, -amountMinor, writtenBackMinor);
    }
  },
  // One by post that a slip took is gone from the safe.
  gone: async ({ tx }, { saleTenderId }) =>
    (await row(
      tx,
      `SELECT i.id FROM safe_item i JOIN cheque q ON q.id = i.cheque_id
       WHERE q.sale_tender_id = ? AND i.sale_id IS NOT NULL AND i.taken_minor <> 0 FOR UPDATE`,
      [saleTenderId],
    )) !== undefined,
  // A returned cheque that goods had credited is owed again; one by post leaves the safe.
  undo: async (context, stored) => {
    const { ofSaleTenderId, amountMinor, writtenBackMinor, saleTenderId } = stored;
    await run(
      context.tx,
      `UPDATE safe_item i JOIN cheque q ON q.id = i.cheque_id
       SET i.taken_minor = i.amount_minor WHERE q.sale_tender_id = ? AND i.sale_id IS NOT NULL`,
      [saleTenderId],
    );
    if (ofSaleTenderId !== null) {
      await creditCheque(context, ofSaleTenderId, amountMinor, -writtenBackMinor);
    }
  },
};
