import { post } from '../../../ledger';
import { asPosted } from '../cash';
import { ACT_FACTS } from '../facts';
import { expenseLines } from '../lines';
import type { ActRoom } from '../room';

/** Above what the shop lets pass, a manager's word. */
export const aboveAllowance: ActRoom['asks'] = ({
  amountMinor,
  state: { paidOutFreeMinor },
}) =>
  paidOutFreeMinor === null || amountMinor <= paidOutFreeMinor
    ? []
    : [
        {
          code: 'rule.paidOut',
          approver: 'manager',
          params: { amountMinor, allowedMinor: paidOutFreeMinor },
        },
      ];

/**
 * Paid out of the drawer for something that the shop bought: expenses, each with the tax that is
 * inside of it. They bear the day and pot of the cash that paid them.
 */
export const paidOut: ActRoom = {
  ...ACT_FACTS.paidOut,
  asks: aboveAllowance,
  lines: ({ parts, moved, state: { drawerId } }) => [
    ...expenseLines(parts, moved, asPosted),
    ...post('paid.fromDrawer', { amount: asPosted(moved) }, { drawerId: drawerId! }),
  ],
};
