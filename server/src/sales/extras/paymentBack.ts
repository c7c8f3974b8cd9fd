import { paidOnAccount } from '../../accounts/load';
import { openPaymentAgain } from '../../accounts/paymentBack';
import { payOut } from '../../accounts/pay';
import type { ExtraStore } from './store';

/** What it had settled is open again, and it is paid out whole. */
export const PAYMENT_BACK: ExtraStore<'paymentBack'> = {
  broughtBy: (tx, { chargeAccountId }) => paidOnAccount(tx, chargeAccountId),
  keep: async (context, saleId, extra) => {
    await openPaymentAgain(context, saleId, extra.creditItemId!);
    await payOut(context, saleId, extra);
  },
};
