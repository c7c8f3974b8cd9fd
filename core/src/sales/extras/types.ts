import type { DiscountRules } from '../../accounts';
import type { IsoDate } from '../../dates';
import type { Minor } from '../../money';
import type { Order, PrepaymentParts } from '../../orders';
import type { AccountPayment, CreditOut, PaidAllocation, TicketAccount } from '../account';
import type { PaymentBack, StandingPayment } from '../paymentBack';

/** What stands on a ticket and is no goods. */
export type ExtraKind = ExtraLine['kind'];

/** An extra as the person rings it; its amount is positive, whoever gets it. Minor units. */
export type ExtraLine =
  | { kind: 'voucher'; amountMinor: number }
  | { kind: 'voucherBack'; voucherId: number; amountMinor: number }
  | { kind: 'prepayment'; orderId: number; amountMinor: number }
  | { kind: 'prepaymentBack'; orderId: number; amountMinor: number }
  | { kind: 'tip'; amountMinor: number }
  | { kind: 'cashBack'; amountMinor: number }
  | { kind: 'chequePaid'; returnedChequeId: number; amountMinor: number }
  | { kind: 'unknownPayment'; name: string; amountMinor: number }
  | { kind: 'unknownPaid'; unknownPaymentId: number; amountMinor: number }
  | AccountPayment
  | PaymentBack
  | CreditOut;

export type ExtraOf<K extends ExtraKind> = Extract<ExtraLine, { kind: K }>;

/** What a shop allows on cards; cashBackMaxMinor null: no cash back. */
export type CardExtras = { tips: boolean; cashBackMaxMinor: number | null };

/** Positive where the customer pays, negative where he gets. */
export type DecidedExtra = {
  kind: ExtraKind;
  orderId: number | null;
  amountMinor: Minor;
  parts: PrepaymentParts;
  /** A payment on an account, and what it was given to; one taken back, and what it had been. */
  chargeAccountId: number | null;
  allocations: PaidAllocation[];
  /** The credit or payment that is paid out; the returned cheque that is paid after all. */
  creditItemId: number | null;
  returnedChequeId: number | null;
  /** The voucher that is taken back. */
  voucherId: number | null;
  /** The payment whose payer is known now. */
  unknownPaymentId: number | null;
  /** Of a returned cheque that is paid after all: what had been written off. */
  recoveredMinor: Minor;
};

/** A cheque that the bank returned, of no account: what of it is still owed, what was written off. */
export type OwedCheque = { id: number; leftMinor: number; writtenOffMinor: number };

/** A gift voucher: what it was sold for, what is left of it; validUntil null: without an end. */
export type OwedVoucher = {
  id: number;
  leftMinor: number;
  soldMinor: number;
  validUntil: string | null;
};

/** What extras are decided by. */
export type ExtraState = {
  today: IsoDate;
  orders: readonly Order[];
  accounts: readonly TicketAccount[];
  returnedCheques: readonly OwedCheque[];
  vouchers: readonly OwedVoucher[];
  /** Payments whose payer nobody knew, as they wait. */
  unknownPayments: readonly { id: number; leftMinor: number }[];
  payments: readonly StandingPayment[];
  discountRules: DiscountRules;
  /** Whether a payment on this ticket earns early-payment discounts. */
  earnsDiscount: boolean;
  cardExtras: CardExtras;
  cashStepMinor: number;
};
