import { post } from '../../../ledger';
import { split, type Opposite } from '../../../takings';
import { asPosted } from '../cash';
import { ACT_FACTS } from '../facts';
import type { ActRoom } from '../room';

/**
 * Paid out of the drawer for something that the shop bought: expenses, each with the tax that is
 * inside of it. They bear the day and pot of the cash that paid them.
 */
export const paidOut: ActRoom = {
  ...ACT_FACTS.paidOut,
  asks: ({ amountMinor, state: { paidOutFreeMinor } }) =>
    paidOutFreeMinor === null || amountMinor <= paidOutFreeMinor
      ? []
      : [
          {
            code: 'rule.paidOut',
            approver: 'manager',
            params: { amountMinor, allowedMinor: paidOutFreeMinor },
          },
        ],
  lines: ({ parts, moved, state: { drawerId } }) => {
    const opposites: (Opposite<string> & { name: string })[] = parts.flatMap((part, i) => [
      ...part.parts.map(({ authorityId, taxMinor }) => ({
        name: `tax ${i} ${authorityId}`,
        amountMinor: taxMinor,
      })),
      { name: `net ${i}`, amountMinor: part.netMinor },
    ]);
    // The last net bears the rest, which is its own amount.
    delete opposites.at(-1)!.amountMinor;
    const shared = split(moved, opposites);
    const by = (name: string, more: object) =>
      asPosted(moved, shared[name]!).map((one) => ({ ...one, ...more }));
    return [
      ...post('expense.line', {
        parts: parts.flatMap(({ account }, i) => by(`net ${i}`, { ledgerAccount: account })),
        tax: parts.flatMap((part, i) =>
          part.parts.flatMap(({ authorityId }) =>
            by(`tax ${i} ${authorityId}`, { authorityId }),
          ),
        ),
      }),
      ...post(
        'paid.fromDrawer',
        {
          amount: asPosted(
            moved,
            moved.map(({ amountMinor }) => amountMinor),
          ),
        },
        { drawerId },
      ),
    ];
  },
};
