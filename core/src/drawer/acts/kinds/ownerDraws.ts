import { post } from '../../../ledger';
import { asPosted } from '../cash';
import { ACT_FACTS } from '../facts';
import type { ActRoom } from '../room';

/** The owner takes cash out of the drawer: no expense, and a manager's word every time. */
export const ownerDraws: ActRoom = {
  ...ACT_FACTS.ownerDraws,
  asks: ({ amountMinor }) => [
    { code: 'rule.ownerDraws', approver: 'manager', params: { amountMinor } },
  ],
  lines: ({ moved, state: { drawerId } }) => {
    const amount = asPosted(moved);
    return [
      ...post('owner.draws', { amount }),
      ...post('paid.fromDrawer', { amount }, { drawerId: drawerId! }),
    ];
  },
};
