import { post } from '../../ledger';
import { refuse } from '../../outcome';
import { spends } from '../papers';
import { leftOfKind } from '../paid';
import type { TenderRoom } from '../room';

export type OfferedCredit = {
  kind: 'storeCredit';
  tenderId: number;
  creditNoteId: number;
  amountMinor: number;
};
export type RefundAsCredit = { kind: 'storeCredit'; tenderId: number; amountMinor: number };

export const STORE_CREDIT: TenderRoom<'storeCredit'> = {
  pot: () => null,
  paidEarlier: true,
  take: {
    earnsDiscount: true,
    check: () => undefined,
    details: ({ creditNoteId }) => ({ creditNoteId }),
    inShop: ({ creditNoteId }, soFar, { today, credits }, at) => {
      const credit = credits.find(({ id }) => id === creditNoteId);
      if (!credit) return refuse('credit.unknown', `${at}.creditNoteId`);
      const asked = soFar.map((one) =>
        one.kind === 'storeCredit' && one.creditNoteId === creditNoteId ? one.amountMinor : 0,
      );
      return spends('credit', credit, asked, today, at);
    },
    post: ({ amountMinor }) => post('tender.storeCredit', { amount: amountMinor }),
  },
  giveBack: {
    to: 'anybody',
    keeps: 'amount',
    issuesCredit: true,
    left: (state) => leftOfKind(state, 'storeCredit', 'storeCredit'),
    details: () => ({}),
    post: ({ keptMinor }) => post('refund.storeCredit', { amount: -keptMinor }),
  },
};
