import { minor } from '../../../money';
import { post } from '../../../ledger';
import { BROUGHT_IN, bySafeItem, IN_TRANSIT_OF_ACT } from '../../../takings';
import { ACT_FACTS } from '../facts';
import type { ActRoom } from '../room';

/**
 * Coins and notes that the bank gives for money of the account: they lie in the safe, and the bank's side is
 * on its way until a line of the statement shows it.
 */
export const changeFetched: ActRoom = {
  ...ACT_FACTS.changeFetched,
  asks: () => [],
  toSafe: ({ amountMinor, state: { today } }) => [
    { takingsDay: today, pot: BROUGHT_IN, amountMinor: minor(amountMinor) },
  ],
  lines: ({ amountMinor, bankAccountId, state: { today } }) =>
    post(
      'change.fromBank',
      {
        amount: {
          amountMinor,
          takings: {
            takingsDay: today,
            pot: BROUGHT_IN,
            holders: { safe: bySafeItem(1), bankInTransit: IN_TRANSIT_OF_ACT },
          },
        },
      },
      { bankAccountId: bankAccountId! },
    ),
};
