import { minor, minus, roundCash, sum, ZERO, type Minor } from '../money';
import { accept, refuse, type BrokenRule, type Outcome } from '../outcome';
import { roomOf } from './kinds';
import type { AskedReferences, TakeState, TenderDetails } from './room';
import type { OfferedRefund, OfferedTender, TakenTender, TenderKind } from './types';

/** A kind that a person can offer. @throws Error of one that the shop only gives */
export function takeOf(kind: TenderKind) {
  const { take } = roomOf(kind);
  if (!take) throw new Error(`${kind} is never taken`);
  return take;
}

/** What is offered of a ticket's amount; null of what settles the rest, whatever it comes to. */
const exactly = (tender: OfferedTender): number | null =>
  'amountMinor' in tender ? tender.amountMinor : null;

const NO_DETAILS: TenderDetails = {
  lastFour: null,
  reference: null,
  creditNoteId: null,
  voucherId: null,
  orderId: null,
  cheque: null,
  transfer: null,
  charge: null,
};

/**
 * Settles a ticket by its tenders. All but cash pay exactly; what they leave is paid in cash, rounded
 * to the smallest coin; change comes from cash only.
 * Refusals: `tender.short` (leftMinor), `tender.over` (overMinor), `tender.oneCash`,
 * `tender.notPositive`, `tender.cashNotDue`, and what the kinds' rooms refuse.
 * @param dueMinor the ticket's total, not negative
 * @param cashStepMinor the smallest coin
 * @param asksOf what the shop asks for with a tender
 */
export function payTicket(
  dueMinor: number,
  offered: readonly OfferedTender[],
  cashStepMinor: number,
  asksOf: (tenderId: number) => AskedReferences = () => ({ lastFour: true, reference: true }),
): Outcome<TakenTender[]> {
  const rest = offered.filter(({ kind }) => takeOf(kind).paysRest);
  if (rest.length > 1) return refuse('tender.oneCash', 'tenders');
  for (const [i, tender] of offered.entries()) {
    const at = `tenders.${i}`;
    const amount = exactly(tender);
    if (amount !== null && amount <= 0) {
      return refuse('tender.notPositive', `${at}.amountMinor`);
    }
    const refusal = takeOf(tender.kind).check(tender as never, asksOf(tender.tenderId), at);
    if (refusal) return refusal;
  }
  const restMinor = minus(dueMinor, sum(offered.map((tender) => exactly(tender) ?? 0)));
  if (restMinor < 0) return refuse('tender.over', 'tenders', { overMinor: -restMinor });
  const kept = roundCash(restMinor, cashStepMinor);
  const tendered = sum(
    rest.map((tender) => ('tenderedMinor' in tender ? tender.tenderedMinor : 0)),
  );
  if (tendered < kept || (restMinor > 0 && rest.length === 0)) {
    return refuse('tender.short', 'tenders', {
      leftMinor: minus(kept || restMinor, tendered),
    });
  }
  if (restMinor === 0 && tendered > 0) return refuse('tender.cashNotDue', 'tenders');
  return accept(
    offered.map((tender): TakenTender => {
      const { tenderId, kind } = tender;
      const amount = exactly(tender);
      const details = takeOf(kind).details(tender as never);
      return {
        tenderId,
        kind,
        ...NO_DETAILS,
        ...(amount === null ? inCoins(restMinor, tendered, kept) : whole(minor(amount))),
        ...details,
      };
    }),
  );
}

const whole = (amountMinor: Minor) => ({
  amountMinor,
  tenderedMinor: amountMinor,
  changeMinor: ZERO,
  keptMinor: amountMinor,
  roundingMinor: ZERO,
});

const inCoins = (amountMinor: Minor, tenderedMinor: Minor, keptMinor: Minor) => ({
  amountMinor,
  tenderedMinor,
  changeMinor: minus(tenderedMinor, keptMinor),
  keptMinor,
  roundingMinor: minus(amountMinor, keptMinor),
});

/** Each tender is one of the shop's, and the shop has what it names. */
export function checkTenders(
  {
    tenders,
    refunds = [],
  }: { tenders: readonly OfferedTender[]; refunds?: readonly OfferedRefund[] | undefined },
  state: TakeState & { tenders: readonly { id: number; kind: TenderKind }[] },
): Outcome<never> | undefined {
  const known = (tenderId: number) => state.tenders.find(({ id }) => id === tenderId)?.kind;
  for (const [i, refund] of refunds.entries()) {
    const at = `refunds.${i}`;
    if (known(refund.tenderId) !== refund.kind) {
      return refuse('tender.unknown', `${at}.tenderId`);
    }
    const refusal = roomOf(refund.kind).giveBack?.inShop?.(refund as never, state, at);
    if (refusal) return refusal;
  }
  for (const [i, tender] of tenders.entries()) {
    const at = `tenders.${i}`;
    if (known(tender.tenderId) !== tender.kind) {
      return refuse('tender.unknown', `${at}.tenderId`);
    }
    const refusal = takeOf(tender.kind).inShop?.(
      tender as never,
      tenders.slice(0, i + 1),
      state,
      at,
    );
    if (refusal) return refusal;
  }
  return undefined;
}

/** At the desk nothing goes into a drawer: `tender.noDrawer`. */
export function checkDrawer(
  tenders: readonly OfferedTender[],
  drawerId: number | null,
): Outcome<never> | undefined {
  if (drawerId !== null) return undefined;
  const at = tenders.findIndex(({ kind }) => roomOf(kind).inDrawer && !takeOf(kind).byPost);
  return at < 0 ? undefined : refuse('tender.noDrawer', `tenders.${at}`);
}

/** What is odd about money that is taken and asks first, whoever takes it. */
export const tendersBroken = (
  tenders: readonly TakenTender[],
  state: TakeState,
): BrokenRule[] =>
  tenders.flatMap(
    (tender, i) => roomOf(tender.kind).take?.odd?.(tender, tenders.slice(0, i), state) ?? [],
  );
