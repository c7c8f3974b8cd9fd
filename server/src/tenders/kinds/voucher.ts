import { takeVoucher } from '../../sales/vouchers';
import type { TenderStore } from './store';

export const VOUCHER: TenderStore = {
  draw: async (context, { voucherId, amountMinor }) => {
    if (voucherId !== null) await takeVoucher(context, voucherId, amountMinor);
  },
  undo: async (context, { voucherId, amountMinor }) => {
    if (voucherId !== null) await takeVoucher(context, voucherId, -amountMinor);
  },
};
