import { post } from '../../../ledger';
import { accept, refuse } from '../../../outcome';
import { checkAmount, type ExtraRoom } from '../room';

/**
 * A voucher is taken back: only one of which nothing was used, and then all of it. Refusals:
 * `voucher.unknown`, `voucher.wholeBack` (leftMinor, soldMinor).
 */
export const VOUCHER_BACK: ExtraRoom<'voucherBack'> = {
  alone: { code: 'prepayment.alone' },
  leaves: true,
  approval: 'rule.voucherBack',
  decide: ({ voucherId, amountMinor }, { vouchers }, _before, at) => {
    const wrong = checkAmount(amountMinor, at);
    if (wrong) return wrong;
    const voucher = vouchers.find(({ id }) => id === voucherId);
    if (!voucher) return refuse('voucher.unknown', `${at}.voucherId`);
    const { leftMinor, soldMinor } = voucher;
    return leftMinor !== soldMinor || amountMinor !== soldMinor
      ? refuse('voucher.wholeBack', at, { leftMinor, soldMinor })
      : accept({ voucherId });
  },
  post: ({ amountMinor }) => post('voucher.takenBack', { amount: -amountMinor }),
};
