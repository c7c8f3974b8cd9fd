import { post } from '../../../ledger';
import { accept } from '../../../outcome';
import { checkAmount, type ExtraRoom } from '../room';

/** A gift voucher is sold: no tax, it is owed until it pays for something. */
export const VOUCHER: ExtraRoom<'voucher'> = {
  decide: ({ amountMinor }, _state, _before, at) => checkAmount(amountMinor, at) ?? accept({}),
  post: ({ amountMinor }) => post('voucher.sold', { amount: amountMinor }),
};
