import { post } from '../../../ledger';
import { accept, refuse } from '../../../outcome';
import { checkAmount, type ExtraRoom } from '../room';

/**
 * Money of a payer whom nobody knows yet: the shop owes it under the name that stands on it, until somebody says
 * whose it is. Refusals: `unknownPayment.name`.
 */
export const UNKNOWN_PAYMENT: ExtraRoom<'unknownPayment'> = {
  alone: { code: 'account.alone', butItsLike: true },
  decide: ({ amountMinor, name }, _state, _before, at) =>
    checkAmount(amountMinor, at) ??
    (name.trim() === '' ? refuse('unknownPayment.name', `${at}.name`) : accept({})),
  post: ({ amountMinor }) => post('unknownPayer.received', { amount: amountMinor }),
};
