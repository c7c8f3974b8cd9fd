import { post } from '../../../ledger';
import { accept } from '../../../outcome';
import { checkCreditOut } from '../../account';
import { checkAmount, type ExtraRoom } from '../room';

/** A credit of a charge account, or a part of it, is paid out. */
export const CREDIT_OUT: ExtraRoom<'creditOut'> = {
  alone: { code: 'account.alone' },
  ofAccount: true,
  leaves: true,
  approval: 'rule.creditOut',
  decide: (extra, { accounts }, _before, at) => {
    const { chargeAccountId, creditItemId, amountMinor } = extra;
    return (
      checkAmount(amountMinor, at) ??
      checkCreditOut(extra, accounts, at) ??
      accept({ chargeAccountId, creditItemId })
    );
  },
  post: ({ chargeAccountId, amountMinor }) =>
    post(
      'account.creditPaidOut',
      { amount: -amountMinor },
      { chargeAccountId: chargeAccountId! },
    ),
};
