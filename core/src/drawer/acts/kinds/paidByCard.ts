import { post } from '../../../ledger';
import { ACT_FACTS } from '../facts';
import { plainParts } from '../lines';
import type { ActRoom } from '../room';
import { aboveAllowance } from './paidOut';

/** An expense paid with a credit card of the shop's own: owed until the card's bill is paid. */
export const paidByCard: ActRoom = {
  ...ACT_FACTS.paidByCard,
  asks: aboveAllowance,
  lines: ({ amountMinor, parts }) => [
    ...post('expense.line', plainParts(parts)),
    ...post('paid.byCard', { amount: amountMinor }),
  ],
};
