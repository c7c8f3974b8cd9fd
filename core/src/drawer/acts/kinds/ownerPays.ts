import { post } from '../../../ledger';
import { ACT_FACTS } from '../facts';
import type { ActRoom } from '../room';
import { aboveAllowance } from './paidOut';

/** The owner paid for the shop with money of his own: expenses with their tax, which the shop owes him. */
export const ownerPays: ActRoom = {
  ...ACT_FACTS.ownerPays,
  asks: aboveAllowance,
  lines: ({ amountMinor, parts }) => [
    ...post('expense.line', {
      parts: parts.map(({ account, netMinor }) => ({
        amountMinor: netMinor,
        ledgerAccount: account,
      })),
      tax: parts.flatMap((part) =>
        part.parts.map(({ authorityId, taxMinor }) => ({
          amountMinor: taxMinor,
          authorityId,
        })),
      ),
    }),
    ...post('paid.fromOwner', { amount: amountMinor }),
  ],
};
