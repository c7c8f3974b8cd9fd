import { takeCredit } from '../../sales/credit';
import type { TenderStore } from './store';

export const STORE_CREDIT: TenderStore = {
  draw: async (context, { creditNoteId, amountMinor }) => {
    if (creditNoteId !== null) await takeCredit(context, creditNoteId, amountMinor);
  },
  undo: async (context, { creditNoteId, amountMinor }) => {
    if (creditNoteId !== null) await takeCredit(context, creditNoteId, -amountMinor);
  },
};
