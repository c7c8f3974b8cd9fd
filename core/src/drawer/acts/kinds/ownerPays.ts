import { post } from '../../../ledger';
import { ACT_FACTS } from '../facts';
import { plainParts } from '../lines';
import type { ActRoom } from '../room';
import { aboveAllowance } from './paidOut';

/** The owner paid for the shop with money of his own: expenses with their tax, which the shop owes him. */
export const ownerPays: ActRoom = {
  ...ACT_FACTS.ownerPays,
  asks: aboveAllowance,
  lines: ({ amountMinor, parts }) => [
    ...post('expense.line', plainParts(parts)),
    ...post('paid.fromOwner', { amount: amountMinor }),
  ],
};
