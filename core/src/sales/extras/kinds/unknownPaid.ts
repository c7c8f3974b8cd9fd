import { post } from '../../../ledger';
import { accept, refuse } from '../../../outcome';
import { checkAmount, type ExtraRoom } from '../room';

/**
 * A payment whose payer is known now: all of it goes on his account, by the same ticket, or back to him.
 * Refusals: `unknownPayment.unknown`, `unknownPayment.whole` (leftMinor).
 */
export const UNKNOWN_PAID: ExtraRoom<'unknownPaid'> = {
  leaves: true,
  becomesOther: true,
  decide: ({ unknownPaymentId, amountMinor }, { unknownPayments }, _before, at) => {
    const wrong = checkAmount(amountMinor, at);
    if (wrong) return wrong;
    const payment = unknownPayments.find(({ id }) => id === unknownPaymentId);
    if (!payment) return refuse('unknownPayment.unknown', at);
    const { leftMinor } = payment;
    return amountMinor === leftMinor
      ? accept({ unknownPaymentId })
      : refuse('unknownPayment.whole', `${at}.amountMinor`, { leftMinor });
  },
  post: ({ amountMinor }) => post('unknownPayer.known', { amount: -amountMinor }),
};
