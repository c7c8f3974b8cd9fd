import { holdsCardNumber } from '../cards';
import { minor, minus, roundCash, sum, ZERO, type Minor } from '../money';
import { accept, refuse, type Outcome } from '../outcome';

export type TenderKind = 'cash' | 'card' | 'storeCredit';

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
  | { kind: 'storeCredit'; tenderId: number; creditNoteId: number; amountMinor: number };

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
};

/**
 * Settles a ticket by its tenders. Cards and credits pay exactly; what they leave is paid in
 * cash, rounded to the smallest coin; change comes from cash only.
 * Refusals: `tender.short` (leftMinor), `tender.over` (overMinor), `tender.oneCash`,
 * `tender.notPositive`, `tender.lastFour`, `tender.reference`, `text.cardNumber`.
 * @param dueMinor the ticket's total, not negative
 * @param cashStepMinor the smallest coin
 */
export function settleTicket(
  dueMinor: number,
  offered: readonly OfferedTender[],
  cashStepMinor: number,
): Outcome<TakenTender[]> {
  const cash = offered.filter((tender) => tender.kind === 'cash');
  if (cash.length > 1) return refuse('tender.oneCash', 'tenders');
  for (const [i, tender] of offered.entries()) {
    const refusal = checkTender(tender, `tenders.${i}`);
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
          lastFour: tender.kind === 'card' ? tender.lastFour : null,
          reference: tender.kind === 'card' ? tender.reference : null,
          creditNoteId: tender.kind === 'storeCredit' ? tender.creditNoteId : null,
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
      };
    }),
  );
}

function checkTender(tender: OfferedTender, at: string): Outcome<never> | undefined {
  if (tender.kind === 'cash') {
    return tender.tenderedMinor < 0 ? refuse('tender.notPositive', at) : undefined;
  }
  if (tender.amountMinor <= 0) return refuse('tender.notPositive', `${at}.amountMinor`);
  if (tender.kind === 'storeCredit') return undefined;
  if (!/^\d{4}$/.test(tender.lastFour)) return refuse('tender.lastFour', `${at}.lastFour`);
  if (holdsCardNumber(tender.reference)) return refuse('text.cardNumber', `${at}.reference`);
  if (!tender.reference.trim()) return refuse('tender.reference', `${at}.reference`);
  return undefined;
}
