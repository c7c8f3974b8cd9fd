import { post } from '../../../ledger';
import { inFund } from '../../../takings';
import { ACT_FACTS } from '../facts';
import type { ActRoom } from '../room';

/** The float of a drawer is filled up out of the safe: cash of its oldest days becomes change. */
export const floatUp: ActRoom = {
  ...ACT_FACTS.floatUp,
  asks: () => [],
  lines: ({ fetched, state: { drawerId } }) =>
    post(
      'float.fromSafe',
      {
        amount: fetched.map(({ takingsDay, pot, amountMinor, safeItemId }) => ({
          amountMinor,
          takings: {
            takingsDay,
            pot,
            holders: { safe: `safeItem ${safeItemId}`, fund: inFund(drawerId) },
          },
        })),
      },
      { drawerId },
    ),
};
