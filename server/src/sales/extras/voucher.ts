import { addDays } from '@abacist/core/dates';
import { row } from '../../db/pool';
import { loadCounterRules } from '../rules';
import { makeVoucher } from '../vouchers';
import type { ExtraStore } from './store';

export const VOUCHER: ExtraStore<'voucher'> = {
  keep: async (context, saleId, { amountMinor }) => {
    const { voucherDays } = await loadCounterRules(context.tx);
    const validUntil = voucherDays === null ? null : addDays(context.today, voucherDays);
    const { id, code } = await makeVoucher(context, saleId, amountMinor, validUntil);
    return { id, sold: { code, amountMinor, validUntil } };
  },
  used: async ({ tx }, { voucherId }) => {
    const voucher = await row<{ usedMinor: number }>(
      tx,
      'SELECT used_minor AS usedMinor FROM voucher WHERE id = ? FOR UPDATE',
      [voucherId!],
    );
    return voucher!.usedMinor > 0;
  },
};
