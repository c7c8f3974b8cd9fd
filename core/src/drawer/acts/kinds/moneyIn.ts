import { post } from '../../../ledger';
import { ACT_FACTS } from '../facts';
import { broughtIn, plainParts } from '../lines';
import type { ActRoom } from '../room';

/** Other money in: rent received, tips found, a supplier's refund, which lowers an expense. */
export const moneyIn: ActRoom = {
  ...ACT_FACTS.moneyIn,
  asks: () => [],
  lines: (act) => [...post('money.in', plainParts(act.parts)), ...broughtIn(act)],
};
