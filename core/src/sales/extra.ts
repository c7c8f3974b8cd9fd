import { spendPrepayment, takePrepayment, type Order, type PrepaymentParts } from '../orders';
import { MAX_AMOUNT_MINOR, minor, minus, sum, ZERO, type Minor } from '../money';
import { accept, refuse, type Outcome } from '../outcome';
import type { DiscountRules } from '../accounts';
import { findPaymentBack, type PaymentBack, type StandingPayment } from './paymentBack';
import {
  checkCreditOut,
  decidePayment,
  type AccountPayment,
  type CreditOut,
  type PaidAllocation,
  type TicketAccount,
} from './account';

/**
 * What stands on a ticket and is no goods: a gift voucher sold, one taken back whole, a prepayment taken, all that is
 * left of an order's prepayments paid back when it is cancelled, a tip on a card, cash that a
 * debit card brings back, a payment on an account, one taken back whole, a credit of one paid
 * out, or a returned cheque that is paid after all.
 */
export type ExtraLine =
  | { kind: 'voucher'; amountMinor: number }
  | { kind: 'voucherBack'; voucherId: number; amountMinor: number }
  | { kind: 'prepayment'; orderId: number; amountMinor: number }
  | { kind: 'prepaymentBack'; orderId: number; amountMinor: number }
  | { kind: 'tip'; amountMinor: number }
  | { kind: 'cashBack'; amountMinor: number }
  | { kind: 'chequePaid'; returnedChequeId: number; amountMinor: number }
  | AccountPayment
  | PaymentBack
  | CreditOut;

/** What a shop allows on cards; cashBackMaxMinor null: no cash back. */
export type CardExtras = { tips: boolean; cashBackMaxMinor: number | null };

/** Positive where the customer pays, negative where he gets. */
export type DecidedExtra = {
  kind: ExtraLine['kind'];
  orderId: number | null;
  amountMinor: Minor;
  parts: PrepaymentParts;
  /** A payment on an account, and what it was given to; one taken back, and what it had been. */
  accountId: number | null;
  allocations: PaidAllocation[];
  /** The credit or payment that is paid out; the returned cheque that is paid after all. */
  creditItemId: number | null;
  returnedChequeId: number | null;
  /** The voucher that is taken back. */
  voucherId: number | null;
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
  today: string;
  orders: readonly Order[];
  accounts: readonly TicketAccount[];
  returnedCheques: readonly OwedCheque[];
  vouchers: readonly OwedVoucher[];
  payments: readonly StandingPayment[];
  discountRules: DiscountRules;
  /** Whether a payment on this ticket earns early-payment discounts. */
  earnsDiscount: boolean;
  cardExtras: CardExtras;
  cashStepMinor: number;
};

/**
 * Decides the lines that are no goods; they bear no tax but that of a prepayment taxed at its
 * receipt. Refusals: `voucher.amount`, `order.unknown`, `prepayment.wholeBack` (leftMinor), those
 * of `takePrepayment` and `spendPrepayment`, `tip.notTaken`, `cashBack.notGiven`,
 * `cashBack.most` (mostMinor), `cashBack.coins`, `account.paidTwice`, those of `decidePayment`
 * `findPaymentBack` and `checkCreditOut`, `returnedCheque.unknown`, `returnedCheque.over` (leftMinor),
 * `voucher.unknown`, `voucher.wholeBack` (leftMinor, soldMinor).
 */
export function decideExtras(
  extras: readonly ExtraLine[],
  state: ExtraState,
): Outcome<DecidedExtra[]> {
  const { today, orders, accounts, discountRules, earnsDiscount, cardExtras, cashStepMinor } =
    state;
  const decided: DecidedExtra[] = [];
  for (const [i, extra] of extras.entries()) {
    const at = `extras.${i}`;
    const { kind, amountMinor } = extra;
    if (kind === 'tip' || kind === 'cashBack') {
      const refusal = checkCardExtra(kind, amountMinor, cardExtras, cashStepMinor, at);
      if (refusal) return refusal;
    }
    if (extra.kind !== 'prepayment' && extra.kind !== 'prepaymentBack') {
      if (amountMinor <= 0 || amountMinor > MAX_AMOUNT_MINOR) {
        return refuse('voucher.amount', `${at}.amountMinor`);
      }
      const parts = { netMinor: minor(amountMinor), taxes: [] };
      let allocations: PaidAllocation[] = [];
      let accountId: number | null = null;
      let creditItemId: number | null = null;
      if (extra.kind === 'accountPayment') {
        accountId = extra.accountId;
        if (decided.some((one) => one.accountId === accountId)) {
          return refuse('account.paidTwice', at);
        }
        const paid = decidePayment(
          extra,
          accounts,
          { today, rules: discountRules, earnsDiscount },
          at,
        );
        if (!paid.ok) return paid;
        allocations = paid.value;
      }
      if (extra.kind === 'creditOut') {
        const refusal = checkCreditOut(extra, accounts, at);
        if (refusal) return refusal;
        accountId = extra.accountId;
        creditItemId = extra.creditItemId;
      }
      if (extra.kind === 'paymentBack') {
        const payment = findPaymentBack(extra, accounts, state.payments, at);
        if (!payment.ok) return payment;
        accountId = extra.accountId;
        creditItemId = payment.value.itemId;
        allocations = [...payment.value.given];
      }
      if (extra.kind === 'voucherBack') {
        const refusal = checkVoucherBack(extra, state.vouchers, at);
        if (refusal) return refusal;
      }
      let recoveredMinor = ZERO;
      if (extra.kind === 'chequePaid') {
        const recovered = payCheque(extra, state.returnedCheques, at);
        if (!recovered.ok) return recovered;
        recoveredMinor = recovered.value;
      }
      decided.push({
        ...NOTHING_NAMED,
        kind,
        amountMinor: minor(LEAVES.includes(kind) ? -amountMinor : amountMinor),
        parts,
        accountId,
        allocations,
        creditItemId,
        returnedChequeId: extra.kind === 'chequePaid' ? extra.returnedChequeId : null,
        voucherId: extra.kind === 'voucherBack' ? extra.voucherId : null,
        recoveredMinor,
      });
      continue;
    }
    const { orderId } = extra;
    const order = orders.find(({ id }) => id === orderId);
    if (!order) return refuse('order.unknown', at);
    if (decided.some((one) => one.orderId === orderId)) return refuse('order.twice', at);
    if (kind === 'prepaymentBack') {
      const leftMinor = minus(order.prepaidMinor, order.spentMinor);
      if (amountMinor !== leftMinor) return refuse('prepayment.wholeBack', at, { leftMinor });
    }
    const parts =
      kind === 'prepayment'
        ? takePrepayment(order, amountMinor, at)
        : spendPrepayment(order, amountMinor, at);
    if (!parts.ok) return parts;
    const signed = kind === 'prepayment' ? amountMinor : -amountMinor;
    decided.push({
      ...NOTHING_NAMED,
      kind,
      orderId,
      amountMinor: minor(signed),
      parts: parts.value,
    });
  }
  return accept(decided);
}

const NOTHING_NAMED = {
  orderId: null,
  accountId: null,
  allocations: [],
  creditItemId: null,
  returnedChequeId: null,
  voucherId: null,
  recoveredMinor: ZERO,
};

/** What the customer gets. */
const LEAVES: readonly ExtraLine['kind'][] = ['creditOut', 'paymentBack', 'voucherBack'];

/** Only a voucher of which nothing was used is taken back, and then all of it. */
function checkVoucherBack(
  { voucherId, amountMinor }: { voucherId: number; amountMinor: number },
  vouchers: readonly OwedVoucher[],
  at: string,
): Outcome<never> | undefined {
  const voucher = vouchers.find(({ id }) => id === voucherId);
  if (!voucher) return refuse('voucher.unknown', `${at}.voucherId`);
  const { leftMinor, soldMinor } = voucher;
  return leftMinor !== soldMinor || amountMinor !== soldMinor
    ? refuse('voucher.wholeBack', at, { leftMinor, soldMinor })
    : undefined;
}

/** What is owed is paid first; beyond it, what was written off. @returns the latter */
function payCheque(
  { returnedChequeId, amountMinor }: { returnedChequeId: number; amountMinor: number },
  owed: readonly OwedCheque[],
  at: string,
): Outcome<Minor> {
  const cheque = owed.find(({ id }) => id === returnedChequeId);
  if (!cheque) return refuse('returnedCheque.unknown', at);
  const leftMinor = sum([cheque.leftMinor, cheque.writtenOffMinor]);
  return amountMinor > leftMinor
    ? refuse('returnedCheque.over', `${at}.amountMinor`, { leftMinor })
    : accept(minor(Math.max(0, amountMinor - cheque.leftMinor)));
}

function checkCardExtra(
  kind: 'tip' | 'cashBack',
  amountMinor: number,
  { tips, cashBackMaxMinor }: CardExtras,
  cashStepMinor: number,
  at: string,
): Outcome<never> | undefined {
  if (kind === 'tip') return tips ? undefined : refuse('tip.notTaken', at);
  if (cashBackMaxMinor === null) return refuse('cashBack.notGiven', at);
  if (amountMinor > cashBackMaxMinor) {
    return refuse('cashBack.most', at, { mostMinor: cashBackMaxMinor });
  }
  return amountMinor % cashStepMinor === 0 ? undefined : refuse('cashBack.coins', at);
}

/**
 * Whether cards pay for the tip, and a debit card for the cash that it brings back.
 * Refusals: `tip.byCard`, `cashBack.byDebit`.
 * @param cardMinor what cards pay of the ticket, and of that debit cards
 */
export function checkPaidByCard(
  extras: readonly DecidedExtra[],
  cardMinor: number,
  debitMinor: number,
): Outcome<never> | undefined {
  const of = (kind: ExtraLine['kind']) =>
    sum(extras.map((extra) => (extra.kind === kind ? extra.amountMinor : 0)));
  if (of('cashBack') > debitMinor) return refuse('cashBack.byDebit', 'tenders');
  if (of('tip') > minus(cardMinor, of('cashBack'))) return refuse('tip.byCard', 'tenders');
  return undefined;
}

export const extrasTotal = (extras: readonly DecidedExtra[]): Minor =>
  sum(extras.map(({ amountMinor }) => amountMinor));
