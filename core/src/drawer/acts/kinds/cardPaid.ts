import { post } from '../../../ledger';
import { ACT_FACTS } from '../facts';
import { fromBank } from '../lines';
import type { ActRoom } from '../room';

/** The bank pays the bill of the shop's own card, or a part of it. */
export const cardPaid: ActRoom = {
  ...ACT_FACTS.cardPaid,
  asks: () => [],
  lines: (act) => [...post('card.paid', { amount: act.amountMinor }), ...fromBank(act)],
};
