import { post } from '../../ledger';
import { noCardNumber, ofOurs } from '../references';
import type { TenderRoom } from '../room';
import type { ToTender } from '../types';

/** A bank transfer that the customer sent, and what he wrote on it. */
export type OfferedTransfer = {
  kind: 'transfer';
  tenderId: number;
  amountMinor: number;
  bankAccountId: number;
  reference: string;
  /** The statement line that shows it, where it is there already. */
  lineId?: number | undefined;
};
export type RefundByTransfer = ToTender<'transfer'> & {
  bankAccountId: number;
  reference: string;
};

export const TRANSFER: TenderRoom<'transfer'> = {
  pot: () => 'transfer',
  take: {
    earnsDiscount: true,
    check: ({ reference }, _, at) => noCardNumber(reference, `${at}.reference`),
    inShop: ({ bankAccountId }, _, state, at) => ofOurs(bankAccountId, state, at),
    details: ({ bankAccountId, lineId, reference }) => ({
      transfer: { bankAccountId, lineId: lineId ?? null },
      reference: reference || null,
    }),
    post: ({ amountMinor, transfer }, { takings }) => {
      const { bankAccountId } = transfer!;
      return post('tender.transfer', { amount: amountMinor }, { bankAccountId, ...takings });
    },
  },
  giveBack: {
    to: 'tender',
    keeps: 'amount',
    ofAhead: true,
    asPaid: true,
    check: ({ reference }, at) => noCardNumber(reference, `${at}.reference`),
    inShop: ({ bankAccountId }, state, at) => ofOurs(bankAccountId, state, at),
    details: ({ bankAccountId, reference }) => ({
      transfer: { bankAccountId, lineId: null },
      reference,
    }),
    post: ({ keptMinor, transfer }, { takings }) => {
      const { bankAccountId } = transfer!;
      return post('refund.transfer', { amount: -keptMinor }, { bankAccountId, ...takings });
    },
  },
};
