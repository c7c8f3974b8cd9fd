import { post, reverseLines } from '../../../ledger';
import { accept } from '../../../outcome';
import { findPaymentBack } from '../../paymentBack';
import { postAllocation } from '../../postAllocation';
import { checkAmount, type ExtraRoom } from '../room';

/** A payment on an account is taken back whole: what it settled is open again. */
export const PAYMENT_BACK: ExtraRoom<'paymentBack'> = {
  alone: { code: 'account.alone' },
  ofAccount: true,
  leaves: true,
  approval: 'rule.paymentBack',
  decide: (extra, { accounts, payments }, _before, at) => {
    const wrong = checkAmount(extra.amountMinor, at);
    if (wrong) return wrong;
    const payment = findPaymentBack(extra, accounts, payments, at);
    if (!payment.ok) return payment;
    const { itemId: creditItemId, given } = payment.value;
    return accept({
      chargeAccountId: extra.chargeAccountId,
      creditItemId,
      allocations: [...given],
    });
  },
  post: ({ chargeAccountId, amountMinor, allocations }) => [
    ...post(
      'account.creditPaidOut',
      { amount: -amountMinor },
      { chargeAccountId: chargeAccountId! },
    ),
    ...reverseLines(allocations.flatMap((one) => postAllocation(one, chargeAccountId!))),
  ],
};
