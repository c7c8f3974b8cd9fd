import type { SaleDetail } from '@abacist/contracts';
import type { OfferedTender, TenderKind } from '@abacist/core/tenders';
import { CARD } from './card';
import { CASH } from './cash';
import { CHEQUE } from './cheque';
import type { TenderDesk, Words } from './desk';
import { ON_ACCOUNT } from './onAccount';
import { OTHER } from './other';
import { OWN_CHEQUE } from './ownCheque';
import { PREPAYMENT } from './prepayment';
import { STORE_CREDIT } from './storeCredit';
import { tenderIcons } from './tenderIcons';
import { TRANSFER } from './transfer';
import { VOUCHER } from './voucher';

export type { RefundDraft } from './desk';

/** Every kind of tender with its room at the counter. */
const DESKS = {
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
} satisfies { [K in TenderKind]: TenderDesk<K> };

export const deskOf = (kind: TenderKind) => DESKS[kind] as TenderDesk<TenderKind>;

/** The icon that the shop chose for a tender, else that of its kind. */
export const tenderIcon = ({ icon, kind }: { icon: string; kind: TenderKind }) =>
  tenderIcons[icon] ?? deskOf(kind).icon;

/** What stands beside a tender's name once it is taken. */
export const takenWord = (offered: OfferedTender): string =>
  deskOf(offered.kind).pays?.taken?.(offered) ?? '';

/** A payment's row on a receipt. */
export const paymentWord = (payment: SaleDetail['payments'][number], words: Words): string =>
  deskOf(payment.kind).receipt?.(payment, words) ??
  (payment.amountMinor < 0
    ? words.t('sales.refundedBy', { name: payment.name })
    : payment.name);
