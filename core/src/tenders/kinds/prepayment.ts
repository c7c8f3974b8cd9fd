import type { TenderRoom } from '../room';

export type OfferedPrepayment = {
  kind: 'prepayment';
  tenderId: number;
  orderId: number;
  amountMinor: number;
};

export const PREPAYMENT: TenderRoom<'prepayment'> = {
  pot: () => null,
  comesWithShop: true,
  paidEarlier: true,
  take: {
    earnsDiscount: false,
    check: () => undefined,
    details: ({ orderId }) => ({ orderId }),
    // Its parts are posted as what they were posted as when it was taken.
    post: () => [],
  },
  giveBack: null,
};
