import { holdsCardNumber } from '../cards';
import { isIsoDate } from '../dates';
import { minor, minus, roundCash, sum, ZERO, type Minor } from '../money';
import { accept, refuse, type Outcome } from '../outcome';

export const TENDER_KINDS = [
  'cash',
  'card',
  'cheque',
  'storeCredit',
  'voucher',
  'prepayment',
  'other',
  'onAccount',
  'transfer',
  // The shop's own cheque: it is only given, never taken.
  'ownCheque',
] as const;
export type TenderKind = (typeof TENDER_KINDS)[number];

/** What a shop asks for with a card or another tender; both unless it says otherwise. */
export type AskedReferences = { lastFour: boolean; reference: boolean };

/** A cheque as it lies in the hand. */
export type Cheque = { number: string; drawnBy: string; dated: string };

/** A cheque that the shop writes, on one of its bank accounts. */
export type OwnCheque = { bankAccountId: number; number: string; payee: string };

/** A tender as the person offers it. Minor units. */
export type OfferedTender =
  | { kind: 'cash'; tenderId: number; tenderedMinor: number }
  | {
      kind: 'card';
      tenderId: number;
      amountMinor: number;
      lastFour: string;
      reference: string;
    }
  | { kind: 'storeCredit'; tenderId: number; creditNoteId: number; amountMinor: number }
  | { kind: 'voucher'; tenderId: number; voucherId: number; amountMinor: number }
  | { kind: 'prepayment'; tenderId: number; orderId: number; amountMinor: number }
  | { kind: 'cheque'; tenderId: number; amountMinor: number; cheque: Cheque }
  | {
      kind: 'onAccount';
      tenderId: number;
      accountId: number;
      amountMinor: number;
      buyer: string;
      reference: string;
      /** What the buyer signed with his finger: a PNG in base64. */
      signature?: string | undefined;
    }
  | {
      /** A bank transfer that the customer sent, and what he wrote on it. */
      kind: 'transfer';
      tenderId: number;
      amountMinor: number;
      bankAccountId: number;
      reference: string;
      /** The statement line that shows it, where it is there already. */
      lineId?: number | undefined;
    }
  | { kind: 'other'; tenderId: number; amountMinor: number; reference: string };

/** A tender as it is taken: `amountMinor` of the ticket is settled, `keptMinor` stays with us. */
export type TakenTender = {
  tenderId: number;
  kind: TenderKind;
  amountMinor: Minor;
  tenderedMinor: Minor;
  changeMinor: Minor;
  /** What a cash tender leaves in the drawer; the amount of any other. */
  keptMinor: Minor;
  /** amount − kept: what rounding to the smallest coin cost (+) or brought (−). */
  roundingMinor: Minor;
  lastFour: string | null;
  reference: string | null;
  creditNoteId: number | null;
  voucherId: number | null;
  orderId: number | null;
  cheque: Cheque | null;
  /** Where a transfer goes to, and the statement line that shows it. */
  transfer: { bankAccountId: number; lineId: number | null } | null;
  /** The account that it charges, and who buys. */
  charge: { accountId: number; buyer: string } | null;
};

/**
 * Settles a ticket by its tenders. All but cash pay exactly; what they leave is paid in cash, rounded to the smallest coin; change comes from cash only.
 * Refusals: `tender.short` (leftMinor), `tender.over` (overMinor), `tender.oneCash`,
 * `tender.notPositive`, `tender.lastFour`, `tender.reference`, `cheque.number`,
 * `cheque.drawnBy`, `cheque.dated`, `text.cardNumber`.
 * @param dueMinor the ticket's total, not negative
 * @param cashStepMinor the smallest coin
 * @param asksOf what the shop asks for with a tender
 */
export function settleTicket(
  dueMinor: number,
  offered: readonly OfferedTender[],
  cashStepMinor: number,
  asksOf: (tenderId: number) => AskedReferences = () => ({ lastFour: true, reference: true }),
): Outcome<TakenTender[]> {
  const cash = offered.filter((tender) => tender.kind === 'cash');
  if (cash.length > 1) return refuse('tender.oneCash', 'tenders');
  for (const [i, tender] of offered.entries()) {
    const refusal = checkTender(tender, asksOf(tender.tenderId), `tenders.${i}`);
    if (refusal) return refusal;
  }
  const exact = sum(
    offered.map((tender) => (tender.kind === 'cash' ? 0 : tender.amountMinor)),
  );
  const cashDue = minus(dueMinor, exact);
  if (cashDue < 0) return refuse('tender.over', 'tenders', { overMinor: -cashDue });
  const kept = roundCash(cashDue, cashStepMinor);
  const tendered = cash[0]?.tenderedMinor ?? 0;
  if (tendered < kept || (cashDue > 0 && cash.length === 0)) {
    return refuse('tender.short', 'tenders', { leftMinor: minus(kept || cashDue, tendered) });
  }
  if (cashDue === 0 && tendered > 0) return refuse('tender.cashNotDue', 'tenders');
  return accept(
    offered.map((tender): TakenTender => {
      if (tender.kind !== 'cash') {
        const amountMinor = minor(tender.amountMinor);
        return {
          tenderId: tender.tenderId,
          kind: tender.kind,
          amountMinor,
          tenderedMinor: amountMinor,
          changeMinor: ZERO,
          keptMinor: amountMinor,
          roundingMinor: ZERO,
          lastFour: tender.kind === 'card' ? tender.lastFour || null : null,
          reference: 'reference' in tender ? tender.reference || null : null,
          creditNoteId: tender.kind === 'storeCredit' ? tender.creditNoteId : null,
          voucherId: tender.kind === 'voucher' ? tender.voucherId : null,
          orderId: tender.kind === 'prepayment' ? tender.orderId : null,
          cheque: tender.kind === 'cheque' ? tender.cheque : null,
          transfer:
            tender.kind === 'transfer'
              ? { bankAccountId: tender.bankAccountId, lineId: tender.lineId ?? null }
              : null,
          charge:
            tender.kind === 'onAccount'
              ? { accountId: tender.accountId, buyer: tender.buyer }
              : null,
        };
      }
      return {
        tenderId: tender.tenderId,
        kind: 'cash',
        amountMinor: cashDue,
        tenderedMinor: minor(tendered),
        changeMinor: minus(tendered, kept),
        keptMinor: kept,
        roundingMinor: minus(cashDue, kept),
        lastFour: null,
        reference: null,
        creditNoteId: null,
        voucherId: null,
        orderId: null,
        cheque: null,
        transfer: null,
        charge: null,
      };
    }),
  );
}

function checkTender(
  tender: OfferedTender,
  asks: AskedReferences,
  at: string,
): Outcome<never> | undefined {
  if (tender.kind === 'cash') {
    return tender.tenderedMinor < 0 ? refuse('tender.notPositive', at) : undefined;
  }
  if (tender.amountMinor <= 0) return refuse('tender.notPositive', `${at}.amountMinor`);
  if (['storeCredit', 'voucher', 'prepayment'].includes(tender.kind)) return undefined;
  if (tender.kind === 'onAccount') {
    const wrong = [tender.buyer, tender.reference].some(holdsCardNumber);
    return wrong ? refuse('text.cardNumber', at) : undefined;
  }
  if (tender.kind === 'transfer') {
    return holdsCardNumber(tender.reference)
      ? refuse('text.cardNumber', `${at}.reference`)
      : undefined;
  }
  if (tender.kind === 'cheque') return checkCheque(tender.cheque, `${at}.cheque`);
  if (tender.kind === 'card' && !(tender.lastFour === '' && !asks.lastFour)) {
    if (!/^\d{4}$/.test(tender.lastFour)) return refuse('tender.lastFour', `${at}.lastFour`);
  }
  const { reference } = tender as { reference: string };
  if (holdsCardNumber(reference)) return refuse('text.cardNumber', `${at}.reference`);
  if (asks.reference && !reference.trim()) {
    return refuse('tender.reference', `${at}.reference`);
  }
  return undefined;
}

/** What is wrong with a cheque: its number, who drew it, its date; none may hold a card number. */
export function checkCheque(cheque: Cheque, at: string): Outcome<never> | undefined {
  if (!/^[A-Za-z0-9-]{1,20}$/.test(cheque.number))
    return refuse('cheque.number', `${at}.number`);
  if (!cheque.drawnBy.trim()) return refuse('cheque.drawnBy', `${at}.drawnBy`);
  if (!isIsoDate(cheque.dated)) return refuse('cheque.dated', `${at}.dated`);
  for (const text of [cheque.number, cheque.drawnBy]) {
    if (holdsCardNumber(text)) return refuse('text.cardNumber', at);
  }
  return undefined;
}

/**
 * What is wrong with a cheque of our own: its number (digits, as the bank will name it), who it
 * is written to. Refusals: `ownCheque.number`, `ownCheque.payee`, `text.cardNumber`.
 */
export function checkOwnCheque(
  cheque: Omit<OwnCheque, 'bankAccountId'>,
  at: string,
): Outcome<never> | undefined {
  if (!/^\d{1,12}$/.test(cheque.number) || Number(cheque.number) === 0) {
    return refuse('ownCheque.number', `${at}.number`);
  }
  if (!cheque.payee.trim()) return refuse('ownCheque.payee', `${at}.payee`);
  if (holdsCardNumber(cheque.payee)) return refuse('text.cardNumber', `${at}.payee`);
  return undefined;
}
