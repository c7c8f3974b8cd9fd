import { refuse, type Outcome } from '../outcome';
import type { PaidAllocation, TicketAccount } from './account';

/** A payment on an account, of whatever day, that is taken back whole. */
export type PaymentBack = {
  kind: 'paymentBack';
  chargeAccountId: number;
  /** The ticket that took it. */
  ofSaleId: number;
  amountMinor: number;
};

/** A payment as it stands: what it was given to, and what of it is gone for good. */
export type StandingPayment = {
  ofSaleId: number;
  chargeAccountId: number;
  itemId: number;
  amountMinor: number;
  given: readonly PaidAllocation[];
  /** Paid out, or owed again since its cheque was returned. */
  goneMinor: number;
};

/**
 * The payment that is taken back: only whole, and only while nothing of it is gone.
 * Refusals: `account.unknown`, `account.closed` (name), `payment.unknown`,
 * `payment.wholeBack` (amountMinor, goneMinor).
 */
export function findPaymentBack(
  { chargeAccountId, ofSaleId, amountMinor }: PaymentBack,
  accounts: readonly TicketAccount[],
  payments: readonly StandingPayment[],
  at: string,
): Outcome<StandingPayment> {
  const account = accounts.find(({ id }) => id === chargeAccountId);
  if (!account) return refuse('account.unknown', `${at}.chargeAccountId`);
  if (account.closed) return refuse('account.closed', at, { name: account.name });
  const payment = payments.find(
    (one) => one.ofSaleId === ofSaleId && one.chargeAccountId === chargeAccountId,
  );
  if (!payment) return refuse('payment.unknown', `${at}.ofSaleId`);
  if (payment.goneMinor > 0 || amountMinor !== payment.amountMinor) {
    const { amountMinor: whole, goneMinor } = payment;
    return refuse('payment.wholeBack', at, { amountMinor: whole, goneMinor });
  }
  return { ok: true, value: payment };
}
