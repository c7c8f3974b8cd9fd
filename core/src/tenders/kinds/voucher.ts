import { post } from '../../ledger';
import { refuse } from '../../outcome';
import { spends } from '../papers';
import type { TenderRoom } from '../room';

export type OfferedVoucher = {
  kind: 'voucher';
  tenderId: number;
  voucherId: number;
  amountMinor: number;
};

export const VOUCHER: TenderRoom<'voucher'> = {
  pot: () => null,
  comesWithShop: true,
  paidEarlier: true,
  take: {
    earnsDiscount: false,
    check: () => undefined,
    details: ({ voucherId }) => ({ voucherId }),
    inShop: ({ voucherId }, soFar, { today, vouchers }, at) => {
      const voucher = vouchers.find(({ id }) => id === voucherId);
      if (!voucher) return refuse('voucher.unknown', `${at}.voucherId`);
      const asked = soFar.map((one) =>
        one.kind === 'voucher' && one.voucherId === voucherId ? one.amountMinor : 0,
      );
      return spends('voucher', voucher, asked, today, at);
    },
    post: ({ amountMinor }) => post('tender.voucher', { amount: amountMinor }),
  },
  giveBack: null,
};
