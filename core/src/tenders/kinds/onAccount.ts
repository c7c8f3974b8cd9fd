import { post } from '../../ledger';
import { noCardNumber } from '../references';
import type { TenderRoom } from '../room';
import type { ToTender } from '../types';

export type OfferedOnAccount = {
  kind: 'onAccount';
  tenderId: number;
  chargeAccountId: number;
  amountMinor: number;
  buyer: string;
  reference: string;
  /** What the buyer signed with his finger: a PNG in base64. */
  signature?: string | undefined;
};
/** The charge is credited. */
export type RefundToAccount = ToTender<'onAccount'>;

export const ON_ACCOUNT: TenderRoom<'onAccount'> = {
  pot: () => null,
  take: {
    earnsDiscount: true,
    charges: true,
    check: ({ buyer, reference }, _, at) =>
      noCardNumber(buyer, at) ?? noCardNumber(reference, at),
    details: ({ chargeAccountId, buyer, reference }) => ({
      charge: { chargeAccountId, buyer },
      reference: reference || null,
    }),
    post: ({ amountMinor, charge }) =>
      post(
        'tender.onAccount',
        { amount: amountMinor },
        { chargeAccountId: charge!.chargeAccountId },
      ),
  },
  giveBack: {
    to: 'tender',
    keeps: 'amount',
    asPaid: true,
    details: () => ({}),
    post: ({ keptMinor, chargeAccountId }) =>
      post('refund.account', { amount: -keptMinor }, { chargeAccountId: chargeAccountId! }),
  },
};
