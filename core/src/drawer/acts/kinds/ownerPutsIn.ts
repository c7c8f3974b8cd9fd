import { post } from '../../../ledger';
import { ACT_FACTS } from '../facts';
import { broughtIn } from '../lines';
import type { ActRoom } from '../room';

/** The owner puts cash of his own into the drawer: no income. */
export const ownerPutsIn: ActRoom = {
  ...ACT_FACTS.ownerPutsIn,
  asks: () => [],
  lines: (act) => [...post('owner.putsIn', { amount: act.amountMinor }), ...broughtIn(act)],
};
