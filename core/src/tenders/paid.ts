import { minor, sum, type Minor } from '../money';
import type { RefundKind, TenderKind } from './types';

/** A tender of the sale that goods come back of, and what went back to it so far. */
export type PaidTender = {
  saleTenderId: number;
  tenderId: number;
  kind: TenderKind;
  amountMinor: number;
  keptMinor: number;
  /** Given back to this very tender: all but cash, store credit and our own cheques have a name. */
  refundedMinor: number;
  /** A charge on an account: which. */
  chargeAccountId: number | null;
  /** What of it never came: a charge that is open, a cheque that the bank returned and nobody paid. */
  unpaidMinor: number;
  /** What of it never came and was written off. */
  writtenOffMinor: number;
  /** A card or transfer that had paid ahead for the goods, on another ticket. */
  ahead?: true;
};

/** What one sale brought and gave back so far. Minor units, none negative. */
export type RefundState = {
  paid: readonly PaidTender[];
  /** Given back for this sale by kind, by the tickets' amounts. */
  givenMinor: Partial<Record<RefundKind, number>>;
  /** Of that in cash, as it left the drawer. */
  cashOutMinor: number;
  /** Returned value that paid for other goods on the same ticket. */
  usedMinor: number;
  /** What goods that came back on the sale's own ticket paid of it. */
  tradedInMinor: number;
};

export const NOTHING_PAID: RefundState = {
  paid: [],
  givenMinor: {},
  cashOutMinor: 0,
  usedMinor: 0,
  tradedInMinor: 0,
};

/** What a kind paid of a sale and has not gone back by a kind; 0 where more went. */
export function leftOfKind(
  { paid, givenMinor }: RefundState,
  kind: TenderKind,
  given: RefundKind,
): Minor {
  const of = paid.filter((tender) => tender.kind === kind);
  const paidMinor = sum(of.map(({ amountMinor }) => amountMinor));
  return minor(Math.max(0, paidMinor - (givenMinor[given] ?? 0)));
}
