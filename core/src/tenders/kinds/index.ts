import type { TenderRoom } from '../room';
import { TENDER_KINDS, type TenderKind } from '../types';
import { CARD } from './card';
import { CASH } from './cash';
import { CHEQUE } from './cheque';
import { ON_ACCOUNT } from './onAccount';
import { OTHER } from './other';
import { OWN_CHEQUE } from './ownCheque';
import { PREPAYMENT } from './prepayment';
import { STORE_CREDIT } from './storeCredit';
import { TRANSFER } from './transfer';
import { VOUCHER } from './voucher';

/** Every kind of tender with its room: whoever handles tickets asks here and knows none by name. */
const TENDERS = {
  cash: CASH,
  card: CARD,
  cheque: CHEQUE,
  storeCredit: STORE_CREDIT,
  voucher: VOUCHER,
  prepayment: PREPAYMENT,
  other: OTHER,
  onAccount: ON_ACCOUNT,
  transfer: TRANSFER,
  ownCheque: OWN_CHEQUE,
} satisfies { [K in TenderKind]: TenderRoom<K> };

/** The room of a kind that is known only at run time; its checks get what is of that kind. */
export const roomOf = (kind: TenderKind) => TENDERS[kind] as TenderRoom<TenderKind>;

/** The kinds of whose rooms something holds, e.g. that they lie in the drawer. */
export const kindsWhere = (holds: (room: TenderRoom<TenderKind>) => unknown): TenderKind[] =>
  TENDER_KINDS.filter((kind) => holds(roomOf(kind)));

/** How a kind goes back. @throws Error of one that never does */
export function giveBackOf(kind: TenderKind) {
  const { giveBack } = roomOf(kind);
  if (!giveBack) throw new Error(`${kind} is never given back`);
  return giveBack;
}

/** Whether it is notes and coins of the drawer, rounded to the smallest. */
export const inCoins = (kind: TenderKind): boolean => roomOf(kind).giveBack?.keeps === 'coins';
