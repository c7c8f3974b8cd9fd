import { post } from '../../../ledger';
import { IN_DRAWER } from '../../../takings';
import type { Act } from '../types';
import { ACT_FACTS } from '../facts';
import type { ActRoom } from '../room';

/** Money that no ticket brought lies in the drawer as brought in today. */
export const toDrawer = ({ amountMinor, state: { today, drawerId } }: Act) =>
  post(
    'money.toDrawer',
    {
      amount: {
        amountMinor,
        takings: { takingsDay: today, pot: 'broughtIn', holders: { drawer: IN_DRAWER } },
      },
    },
    { drawerId },
  );

/** Other money in: rent received, tips found, a supplier's refund, which lowers an expense. */
export const moneyIn: ActRoom = {
  ...ACT_FACTS.moneyIn,
  asks: () => [],
  lines: (act) => [
    ...post('money.in', {
      parts: act.parts.map(({ account, netMinor }) => ({
        amountMinor: netMinor,
        ledgerAccount: account,
      })),
      tax: act.parts.flatMap(({ parts }) =>
        parts.map(({ authorityId, taxMinor }) => ({ amountMinor: taxMinor, authorityId })),
      ),
    }),
    ...toDrawer(act),
  ],
};
