import { paidOnAccount } from '../../accounts/load';
import { payOut } from '../../accounts/pay';
import type { ExtraStore } from './store';

export const CREDIT_OUT: ExtraStore<'creditOut'> = {
  broughtBy: (tx, { chargeAccountId }) => paidOnAccount(tx, chargeAccountId),
  keep: (context, saleId, extra) => payOut(context, saleId, extra),
};
