import type { Minor } from '../money';
import type { OfferedCard, RefundToCard } from './kinds/card';
import type { OfferedCash, RefundInCash } from './kinds/cash';
import type { Cheque, OfferedCheque, RefundOfCheque } from './kinds/cheque';
import type { OfferedOnAccount, RefundToAccount } from './kinds/onAccount';
import type { OfferedOther, RefundToOther } from './kinds/other';
import type { OwnCheque, RefundByOwnCheque } from './kinds/ownCheque';
import type { OfferedPrepayment } from './kinds/prepayment';
import type { OfferedCredit, RefundAsCredit } from './kinds/storeCredit';
import type { OfferedTransfer, RefundByTransfer } from './kinds/transfer';
import type { OfferedVoucher } from './kinds/voucher';

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

/** A tender as the person offers it. Minor units. */
export type OfferedTender =
  | OfferedCash
  | OfferedCard
  | OfferedCheque
  | OfferedCredit
  | OfferedVoucher
  | OfferedPrepayment
  | OfferedOther
  | OfferedOnAccount
  | OfferedTransfer;

/** How a person wants to give money back. */
export type OfferedRefund =
  | RefundInCash
  | RefundToCard
  | RefundOfCheque
  | RefundAsCredit
  | RefundToOther
  | RefundToAccount
  | RefundByTransfer
  | RefundByOwnCheque;
export type RefundKind = OfferedRefund['kind'];

/** To the very tender that paid: its charge, its debt, its allowance. */
export type ToTender<Kind extends string> = {
  kind: Kind;
  tenderId: number;
  saleTenderId: number;
  amountMinor: number;
};

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
  charge: { chargeAccountId: number; buyer: string } | null;
};

/** A refund as it is given; both figures are negative, as money that leaves. */
export type GivenRefund = {
  tenderId: number;
  kind: RefundKind;
  saleTenderId: number | null;
  amountMinor: Minor;
  /** What left the shop; 0 for what only makes a debt or an allowance smaller. */
  keptMinor: Minor;
  /** amount − kept of cash, as on a tender taken. */
  roundingMinor: Minor;
  reference: string | null;
  ownCheque: OwnCheque | null;
  /** From which of our bank accounts a transfer goes back. */
  transfer: { bankAccountId: number; lineId: null } | null;
  chargeAccountId: number | null;
  /** What had been written off of that tender and is taken back with it; not negative. */
  writtenBackMinor: Minor;
};
