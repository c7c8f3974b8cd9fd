import { paidForUnknown } from '../paidTenders';
import { useUnknown } from '../unknownPayments';
import type { ExtraStore } from './store';

/** A payment whose payer is known now: nobody else may take it. */
export const UNKNOWN_PAID: ExtraStore<'unknownPaid'> = {
  broughtBy: (tx, { unknownPaymentId }) => paidForUnknown(tx, unknownPaymentId),
  keep: (context, _, { unknownPaymentId }) => useUnknown(context, unknownPaymentId!, true),
  undo: (context, { unknownPaymentId }) => useUnknown(context, unknownPaymentId!, false),
};
