import { run } from '../../db/pool';
import { creditCheque } from '../../sales/returnedCheques';
import type { TenderStore } from './store';

/** Each cheque is kept as the piece of paper that it is; given back, its debt grows smaller. */
export const CHEQUE: TenderStore = {
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
