import { post } from '../../../ledger';
import { accept, refuse } from '../../../outcome';
import { decidePayment } from '../../account';
import { postAllocation } from '../../postAllocation';
import { checkAmount, type ExtraRoom } from '../room';

/**
 * A payment on a charge account, given to its charges. Several accounts may be paid on one ticket.
 * Refusals: `account.paidTwice`, those of `decidePayment`.
 */
export const ACCOUNT_PAYMENT: ExtraRoom<'accountPayment'> = {
  alone: { code: 'account.alone', butItsLike: true },
  ofAccount: true,
  decide: (extra, { accounts, today, discountRules: rules, earnsDiscount }, before, at) => {
    const { chargeAccountId, amountMinor } = extra;
    const wrong = checkAmount(amountMinor, at);
    if (wrong) return wrong;
    if (before.some((one) => one.chargeAccountId === chargeAccountId)) {
      return refuse('account.paidTwice', at);
    }
    const paid = decidePayment(extra, accounts, { today, rules, earnsDiscount }, at);
    return paid.ok ? accept({ chargeAccountId, allocations: paid.value }) : paid;
  },
  post: ({ chargeAccountId, amountMinor, allocations }) => [
    ...post('account.payment', { amount: amountMinor }, { chargeAccountId: chargeAccountId! }),
    ...allocations.flatMap((one) => postAllocation(one, chargeAccountId!)),
  ],
};
