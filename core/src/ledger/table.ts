import type { LedgerAccount } from './chart';

/**
 * One line that an event makes: the amount of that name, on that side. A negative amount turns
 * the side. `named` is an account that the command chooses (the expense, the other income).
 */
export type Template = {
  account: LedgerAccount | 'named';
  side: 'debit' | 'credit';
  amount: string;
  optional?: true;
};
/**
 * Whether lines of a row name the day and pot whose takings they are: `takes` where money comes
 * from a customer or goes back to him (on the line that holds it), `moves` where it goes on (on
 * every line), none where no takings are in it.
 */
export type Tagging = 'takes' | 'moves' | 'none';
type Row = { lines: readonly Template[]; tagging: Tagging };

const debit = (account: Template['account'], amount: string): Template => ({
  account,
  side: 'debit',
  amount,
});
const credit = (account: Template['account'], amount: string): Template => ({
  account,
  side: 'credit',
  amount,
});
const maybe = (template: Template): Template => ({ ...template, optional: true });
const row = (...lines: Template[]): Row => ({ lines, tagging: 'none' });
const takes = (...lines: Template[]): Row => ({ lines, tagging: 'takes' });
const moves = (...lines: Template[]): Row => ({ lines, tagging: 'moves' });

/**
 * What every event posts: the one place where accounts and sides are chosen. Rows are parts; an
 * entry joins the rows of what happened (a sale's lines and its tenders) and adds up to zero.
 * Every row has a worked, balanced example in its test.
 */
export const POSTING_TABLE = {
  // Selling
  'sale.line': row(credit('sales', 'net'), maybe(credit('taxPayable', 'tax'))),
  'tender.cash': takes(debit('drawer', 'kept')),
  'tender.cheque': takes(debit('drawer', 'amount')),
  /** One that came by post is in no drawer. */
  'tender.chequeByPost': takes(debit('safe', 'amount')),
  'tender.card': takes(debit('cardClearing', 'amount')),
  /** A bank transfer that the customer sent: on its way until a statement line shows it. */
  'tender.transfer': takes(debit('bankInTransit', 'amount')),
  'tender.onAccount': row(debit('chargeAccounts', 'amount')),
  'tender.storeCredit': row(debit('storeCredit', 'amount')),
  'tender.voucher': row(debit('vouchers', 'amount')),
  /** An agreed allowance or the like: the account that the shop chose for it. */
  'tender.other': takes(debit('named', 'amount')),
  'tender.accountCredit': row(debit('chargeAccounts', 'amount')),
  /** The card's tender pays the goods, the tip and the cash back together. */
  'tip.card': row(credit('tipsPayable', 'tip')),
  'cashBack.debit': takes(credit('drawer', 'cash')),
  /** due − kept: positive where the shop takes less cash than is due. */
  'rounding.cash': row(debit('rounding', 'dueMinusKept')),

  // Giving back
  'return.line': row(debit('returns', 'net'), maybe(debit('taxPayable', 'tax'))),
  'restocking.fee': row(credit('restockingFees', 'fee'), maybe(credit('taxPayable', 'tax'))),
  /** Of a charge whose early-payment discount was taken, what was paid comes back. */
  'discount.takenBack': row(
    credit('discountsGiven', 'discount'),
    maybe(credit('taxPayable', 'tax')),
  ),
  'refund.cash': takes(credit('drawer', 'amount')),
  'refund.card': takes(credit('cardClearing', 'amount')),
  'refund.account': row(credit('chargeAccounts', 'amount')),
  'refund.storeCredit': row(credit('storeCredit', 'amount')),
  /** A cheque of ours: on its way until the bank pays it. */
  'refund.ownCheque': takes(credit('bankInTransit', 'amount')),
  /** A transfer that we send back: on its way until the statement shows it. */
  'refund.transfer': takes(credit('bankInTransit', 'amount')),
  /** What is owed of a cheque that the bank returned is owed no more: its goods came back. */
  'refund.cheque': row(credit('returnedCheques', 'amount')),
  /** An allowance goes back to its account, never as money. */
  'refund.other': takes(credit('named', 'amount')),
  'refund.safe': takes(credit('safe', 'amount')),
  'unknownPayer.received': row(credit('unknownPayers', 'amount')),
  'unknownPayer.known': row(debit('unknownPayers', 'amount')),
  'voucher.sold': row(credit('vouchers', 'amount')),
  'voucher.takenBack': row(debit('vouchers', 'amount')),
  'voucher.expired': row(debit('vouchers', 'amount'), credit('otherIncome', 'amount')),
  'storeCredit.expired': row(debit('storeCredit', 'amount'), credit('otherIncome', 'amount')),

  // Charge accounts
  'account.payment': row(credit('chargeAccounts', 'amount')),
  'account.discount': row(
    debit('discountsGiven', 'discount'),
    maybe(debit('taxPayable', 'tax')),
    credit('chargeAccounts', 'granted'),
  ),
  'account.creditPaidOut': row(debit('chargeAccounts', 'amount')),
  'account.lateCharge': row(
    debit('chargeAccounts', 'amount'),
    credit('lateCharges', 'amount'),
  ),
  /** A credit of one account pays a charge of another that the same payer answers for. */
  'account.moved': row(debit('chargeAccounts', 'from'), credit('chargeAccounts', 'to')),
  'account.chequeFee': row(debit('chargeAccounts', 'fee'), credit('feeIncome', 'fee')),
  'account.writeOff': row(
    debit('writeOffs', 'net'),
    maybe(debit('taxPayable', 'tax')),
    credit('chargeAccounts', 'written'),
  ),
  'writeOff.recovered': row(credit('writeOffs', 'amount')),
  /** On its way from the bank until a statement line shows it, like all that moves there. */
  'cheque.returned': moves(
    debit('chargeAccounts', 'charged'),
    debit('returnedCheques', 'walkIn'),
    credit('bankInTransit', 'amount'),
  ),
  /** The fee for one that no account bears. */
  'cheque.fee': row(debit('returnedCheques', 'fee'), credit('feeIncome', 'fee')),
  'cheque.recovered': row(credit('returnedCheques', 'amount')),
  'cheque.writtenOff': row(debit('writeOffs', 'amount'), credit('returnedCheques', 'amount')),

  // Prepayments
  'prepayment.taken': row(credit('prepayments', 'net'), maybe(credit('taxPayable', 'tax'))),
  'prepayment.used': row(debit('prepayments', 'net'), maybe(debit('taxPayable', 'tax'))),
  'prepayment.paidBack': row(debit('prepayments', 'net'), maybe(debit('taxPayable', 'tax'))),
  'prepayment.kept': row(debit('prepayments', 'amount'), credit('otherIncome', 'amount')),

  // Other money
  'money.in': takes(credit('named', 'parts'), maybe(credit('inputTax', 'tax'))),
  /** What no ticket brought lies in the drawer. */
  'money.toDrawer': takes(debit('drawer', 'amount')),
  'expense.line': moves(debit('named', 'parts'), maybe(debit('inputTax', 'tax'))),
  'paid.fromDrawer': moves(credit('drawer', 'amount')),
  'paid.fromSafe': moves(credit('safe', 'amount')),
  /** On its way from the bank until a statement line shows it; no takings are in it. */
  'paid.fromBank': row(credit('bankInTransit', 'amount')),
  'paid.byCard': row(credit('shopCard', 'amount')),
  'card.paid': row(debit('shopCard', 'amount')),
  /** What no ticket brought is on its way to the bank. */
  'money.toBank': takes(debit('bankInTransit', 'amount')),
  'paid.fromOwner': row(credit('owner', 'amount')),
  'owner.draws': moves(debit('owner', 'amount')),
  'owner.putsIn': takes(credit('owner', 'amount')),

  // Drawer and safe
  'cash.drop': moves(debit('safe', 'amount'), credit('drawer', 'amount')),
  'drawer.counted': moves(debit('safe', 'toSafe'), credit('drawer', 'toSafe')),
  /** counted − expected: positive is over, negative is short. */
  'drawer.difference': moves(debit('drawer', 'over'), credit('overAndShort', 'over')),
  /** A cheque that was missing at its count: it comes back from over and short. */
  'cheque.found': moves(debit('safe', 'amount'), credit('overAndShort', 'amount')),
  /** A float that is counted when its drawer opens. */
  'fund.difference': moves(debit('fund', 'over'), credit('overAndShort', 'over')),
  'safe.difference': moves(debit('safe', 'over'), credit('overAndShort', 'over')),
  'float.fromSafe': moves(debit('fund', 'amount'), credit('safe', 'amount')),
  /** A close that leaves more in the drawer than its fund was, or less. */
  'float.kept': moves(debit('fund', 'kept'), credit('drawer', 'kept')),
  'float.released': moves(debit('safe', 'released'), credit('fund', 'released')),
  'change.fromBank': moves(debit('safe', 'amount'), credit('bankInTransit', 'amount')),
  'drawer.toDrawer': moves(debit('drawer', 'to'), credit('drawer', 'from')),

  // Bank
  'slip.sent': moves(debit('bankInTransit', 'total'), credit('safe', 'total')),
  'line.matched': moves(debit('bank', 'amount'), credit('bankInTransit', 'amount')),
  /** the bank's count − the slip: positive where the bank found more. */
  'bag.difference': moves(debit('bankInTransit', 'over'), credit('overAndShort', 'over')),
  /** Between accounts of ours: each end is on its way until its bank's line comes. */
  'transfer.out': row(debit('transfers', 'amount'), credit('bankInTransit', 'amount')),
  'transfer.in': row(debit('bankInTransit', 'amount'), credit('transfers', 'amount')),
  'tax.paid': row(
    debit('taxPayable', 'payable'),
    maybe(debit('penalties', 'penalty')),
    maybe(credit('inputTax', 'inputTax')),
    maybe(credit('otherIncome', 'discount')),
    credit('bankInTransit', 'paid'),
  ),

  /**
   * Cards. A settlement's signed parts: disputes and reserve are minus when won or released. carried:
   * what of a negative net the processor keeps on its balance (minus), and what the next settlement
   * clears of that before anything is expected at the bank (plus).
   */
  settlement: moves(
    debit('bankInTransit', 'toBank'),
    maybe(debit('processorBalance', 'carried')),
    maybe(debit('cardFees', 'fees')),
    maybe(debit('inputTax', 'taxOnFees')),
    maybe(debit('chargebackFees', 'chargebackFees')),
    maybe(debit('disputes', 'disputes')),
    maybe(debit('reserve', 'reserve')),
    maybe(debit('cardAdjustments', 'adjustments')),
    credit('cardClearing', 'cleared'),
  ),
  /** Whose parts for the bank come to nothing: no line will ever show them. */
  'settlement.atOnce': moves(debit('bank', 'amount')),
  /** A batch and scheme that no settlement will settle to the cent, as a person decided it. */
  'settlement.difference': moves(
    debit('cardAdjustments', 'short'),
    credit('cardClearing', 'short'),
  ),
  'fees.accrued': row(
    debit('cardFees', 'fees'),
    maybe(debit('inputTax', 'tax')),
    credit('accruedFees', 'owed'),
  ),
  'fees.debited': row(debit('accruedFees', 'owed'), credit('bankInTransit', 'owed')),
  /** Debited by the bank itself; minus where it is given back. */
  'chargeback.fromBank': moves(
    maybe(debit('disputes', 'amount')),
    maybe(debit('chargebackFees', 'fee')),
    credit('bankInTransit', 'debited'),
  ),
  'chargeback.lost': moves(
    debit('chargebackLoss', 'net'),
    maybe(debit('taxPayable', 'tax')),
    credit('disputes', 'amount'),
  ),
  /** A sale that is found later: what is disputed, and what was taken for it, are of its day and pot. */
  'chargeback.retold': moves(
    debit('disputes', 'to'),
    credit('disputes', 'from'),
    debit('named', 'from'),
    credit('named', 'to'),
  ),

  'opening.balance': takes(debit('named', 'amount'), credit('openingBalance', 'amount')),
} as const satisfies Record<string, Row>;

export type EventName = keyof typeof POSTING_TABLE;
