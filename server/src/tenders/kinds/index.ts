import type { OfferedRefund, OfferedTender, TenderKind } from '@abacist/core/tenders';
import { CARD } from './card';
import { CASH } from './cash';
import { CHEQUE } from './cheque';
import { ON_ACCOUNT } from './onAccount';
import { OTHER } from './other';
import { OWN_CHEQUE } from './ownCheque';
import { PREPAYMENT } from './prepayment';
import type { Named, TenderStore } from './store';
import { STORE_CREDIT } from './storeCredit';
import { TRANSFER } from './transfer';
import { VOUCHER } from './voucher';

/** Every kind of tender with its room on the server. */
const STORES = {
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
} satisfies Record<TenderKind, TenderStore>;

export const storeOf = (kind: TenderKind): TenderStore => STORES[kind];

/** What of the shop the tenders and refunds of a ticket name. */
export function namedBy({
  tenders,
  refunds = [],
}: {
  tenders: readonly OfferedTender[];
  refunds?: readonly OfferedRefund[] | undefined;
}): Named {
  const all = [
    ...tenders.map((tender) => storeOf(tender.kind).names?.(tender) ?? {}),
    ...refunds.map((refund) => storeOf(refund.kind).namesBack?.(refund) ?? {}),
  ];
  return {
    accounts: all.flatMap(({ accounts = [] }) => accounts),
    orders: all.flatMap(({ orders = [] }) => orders),
    bankAccount: all.some(({ bankAccount }) => bankAccount),
    cash: all.some(({ cash }) => cash),
  };
}
