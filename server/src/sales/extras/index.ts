import type { ExtraKind } from '@abacist/core/sales';
import { ACCOUNT_PAYMENT } from './accountPayment';
import { CHEQUE_PAID } from './chequePaid';
import { CREDIT_OUT } from './creditOut';
import { PAYMENT_BACK } from './paymentBack';
import { PREPAYMENT } from './prepayment';
import { PREPAYMENT_BACK } from './prepaymentBack';
import type { ExtraStore } from './store';
import { UNKNOWN_PAID } from './unknownPaid';
import { UNKNOWN_PAYMENT } from './unknownPayment';
import { VOUCHER } from './voucher';
import { VOUCHER_BACK } from './voucherBack';

/** Every kind of extra with its room on the server; the row alone keeps a tip and cash back. */
const STORES = {
  voucher: VOUCHER,
  voucherBack: VOUCHER_BACK,
  prepayment: PREPAYMENT,
  prepaymentBack: PREPAYMENT_BACK,
  tip: {},
  cashBack: {},
  accountPayment: ACCOUNT_PAYMENT,
  creditOut: CREDIT_OUT,
  paymentBack: PAYMENT_BACK,
  chequePaid: CHEQUE_PAID,
  unknownPayment: UNKNOWN_PAYMENT,
  unknownPaid: UNKNOWN_PAID,
} satisfies { [K in ExtraKind]: ExtraStore<K> };

/** The room of a kind that is known only at run time; it gets what is of that kind. */
export const extraStoreOf = (kind: ExtraKind) => STORES[kind] as ExtraStore<ExtraKind>;
