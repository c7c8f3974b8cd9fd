import { run } from '../../db/pool';
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
  keep: async (context, tender, { saleTenderId, drawerSessionId }) => {
    const { cheque, ofSaleTenderId, amountMinor, writtenBackMinor } = tender;
    if (cheque) {
      const { number, drawnBy, dated } = cheque;
      await run(
        context.tx,
        `INSERT INTO cheque
           (sale_tender_id, drawer_session_id, taken_on, amount_minor, number, drawn_by, dated)
         VALUES (?, ?, ?, ?, ?, ?, ?)`,
        [saleTenderId, drawerSessionId, context.today, amountMinor, number, drawnBy, dated],
      );
    }
    if (ofSaleTenderId !== null) {
      await creditCheque(context, ofSaleTenderId, -amountMinor, writtenBackMinor);
    }
  },
  // A returned cheque that goods had credited is owed again.
  undo: async (context, { ofSaleTenderId, amountMinor, writtenBackMinor }) => {
    if (ofSaleTenderId !== null) {
      await creditCheque(context, ofSaleTenderId, amountMinor, -writtenBackMinor);
    }
  },
};
