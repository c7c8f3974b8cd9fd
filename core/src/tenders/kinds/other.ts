import { post } from '../../ledger';
import { checkReference } from '../references';
import type { TenderRoom } from '../room';
import type { ToTender } from '../types';

/** An allowance, or what the owner or an expense pays: posted to an account of its own. */
export type OfferedOther = {
  kind: 'other';
  tenderId: number;
  amountMinor: number;
  reference: string;
};
/** The allowance goes back to its account. */
export type RefundToOther = ToTender<'other'>;

export const OTHER: TenderRoom<'other'> = {
  pot: ({ id }) => `other ${id}`,
  needs: 'account',
  corrects: true,
  asks: { reference: true },
  take: {
    earnsDiscount: true,
    check: ({ reference }, asks, at) => checkReference(reference, asks, at),
    details: ({ reference }) => ({ reference: reference || null }),
    post: ({ amountMinor }, { account, takings }) =>
      post('tender.other', { amount: { amountMinor, ledgerAccount: account() } }, takings),
  },
  giveBack: {
    to: 'tender',
    keeps: 'amount',
    before: true,
    details: () => ({}),
    post: ({ keptMinor }, { account, takings }) =>
      post(
        'refund.other',
        { amount: { amountMinor: -keptMinor, ledgerAccount: account() } },
        takings,
      ),
  },
};
