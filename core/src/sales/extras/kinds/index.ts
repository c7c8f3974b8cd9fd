import type { ExtraRoom } from '../room';
import type { ExtraKind } from '../types';
import { ACCOUNT_PAYMENT } from './accountPayment';
import { CASH_BACK } from './cashBack';
import { CHEQUE_PAID } from './chequePaid';
import { CREDIT_OUT } from './creditOut';
import { PAYMENT_BACK } from './paymentBack';
import { PREPAYMENT } from './prepayment';
import { PREPAYMENT_BACK } from './prepaymentBack';
import { TIP } from './tip';
import { UNKNOWN_PAID } from './unknownPaid';
import { UNKNOWN_PAYMENT } from './unknownPayment';
import { VOUCHER } from './voucher';
import { VOUCHER_BACK } from './voucherBack';

/** Every kind of extra with its room: whoever handles tickets asks here and knows none by name. */
const EXTRAS = {
  voucher: VOUCHER,
  voucherBack: VOUCHER_BACK,
  prepayment: PREPAYMENT,
  prepaymentBack: PREPAYMENT_BACK,
  tip: TIP,
  cashBack: CASH_BACK,
  accountPayment: ACCOUNT_PAYMENT,
  creditOut: CREDIT_OUT,
  paymentBack: PAYMENT_BACK,
  chequePaid: CHEQUE_PAID,
  unknownPayment: UNKNOWN_PAYMENT,
  unknownPaid: UNKNOWN_PAID,
} satisfies { [K in ExtraKind]: ExtraRoom<K> };

/** The room of a kind that is known only at run time; it gets what is of that kind. */
export const extraRoomOf = (kind: ExtraKind) => EXTRAS[kind] as ExtraRoom<ExtraKind>;
