import { recoverCheque } from '../returnedCheques';
import type { ExtraStore } from './store';

export const CHEQUE_PAID: ExtraStore<'chequePaid'> = {
  keep: (context, _, { returnedChequeId, amountMinor, recoveredMinor }) =>
    recoverCheque(context, returnedChequeId!, amountMinor, recoveredMinor),
  undo: (context, { returnedChequeId, amountMinor, recoveredMinor }) =>
    recoverCheque(context, returnedChequeId!, -amountMinor, -recoveredMinor),
};
