import { post } from '../../../ledger';
import { ACT_FACTS } from '../facts';
import { outOfSafe } from '../lines';
import type { ActRoom } from '../room';

/** The float of a drawer is filled up out of the safe: cash of its oldest days becomes change. */
export const floatUp: ActRoom = {
  ...ACT_FACTS.floatUp,
  asks: () => [],
  lines: ({ fetched, state }) => {
    const drawerId = state.drawerId!;
    return post('float.fromSafe', { amount: outOfSafe(fetched, drawerId) }, { drawerId });
  },
};
