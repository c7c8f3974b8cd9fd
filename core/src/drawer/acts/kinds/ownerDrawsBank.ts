import { post } from '../../../ledger';
import { ACT_FACTS } from '../facts';
import { fromBank } from '../lines';
import type { ActRoom } from '../room';
import { ownerDraws } from './ownerDraws';

/** The owner takes money out of the shop's account at the bank: no expense, and a manager's word every time. */
export const ownerDrawsBank: ActRoom = {
  ...ACT_FACTS.ownerDrawsBank,
  asks: ownerDraws.asks,
  lines: (act) => [...post('owner.draws', { amount: act.amountMinor }), ...fromBank(act)],
};
