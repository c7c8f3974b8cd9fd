import { paidForVoucher } from '../paidTenders';
import { takeVoucher } from '../vouchers';
import type { ExtraStore } from './store';

export const VOUCHER_BACK: ExtraStore<'voucherBack'> = {
  broughtBy: (tx, { voucherId }) => paidForVoucher(tx, voucherId),
  keep: (context, _, { voucherId, amountMinor }) =>
    takeVoucher(context, voucherId!, -amountMinor),
  undo: (context, { voucherId, amountMinor }) => takeVoucher(context, voucherId!, amountMinor),
};
