import { post } from '../../../ledger';
import { toDrawer } from './moneyIn';
import type { ActRoom } from '../room';

/** The owner puts cash of his own into the drawer: no income. */
export const ownerPutsIn: ActRoom = {
  document: 'moneyIn',
  way: 'in',
  accounts: [],
  asks: () => [],
  lines: (act) => [...post('owner.putsIn', { amount: act.amountMinor }), ...toDrawer(act)],
};
