import { post } from '../../../ledger';
import { split, type Opposite } from '../../../takings';
import { asPosted } from '../cash';
import { ACT_FACTS } from '../facts';
import type { ActRoom } from '../room';

/** Above what the shop lets pass, a manager's word. */
export const aboveAllowance: ActRoom['asks'] = ({
  amountMinor,
  state: { paidOutFreeMinor },
}) =>
  paidOutFreeMinor === null || amountMinor <= paidOutFreeMinor
    ? []
    : [
        {
          code: 'rule.paidOut',
          approver: 'manager',
          params: { amountMinor, allowedMinor: paidOutFreeMinor },
        },
      ];

/**
 * Paid out of the drawer for something that the shop bought: expenses, each with the tax that is
 * inside of it. They bear the day and pot of the cash that paid them.
 */
export const paidOut: ActRoom = {
  ...ACT_FACTS.paidOut,
  asks: aboveAllowance,
  lines: ({ parts, moved, state: { drawerId } }) => {
    const opposites = parts.flatMap((part, i): Opposite<string>[] => [
      ...part.parts.map(({ authorityId, taxMinor }) => ({
        name: `tax ${i} ${authorityId}`,
        amountMinor: taxMinor,
      })),
      // The last net bears the rest, which is its own amount.
      { name: `net ${i}`, ...(i < parts.length - 1 && { amountMinor: part.netMinor }) },
    ]);
    const shared = split(moved, opposites);
    const by = (name: string, more: object) =>
      asPosted(moved.map((part, i) => ({ ...part, amountMinor: shared[name]![i]! }))).map(
        (one) => ({ ...one, ...more }),
      );
    return [
      ...post('expense.line', {
        parts: parts.flatMap(({ account }, i) => by(`net ${i}`, { ledgerAccount: account })),
        tax: parts.flatMap((part, i) =>
          part.parts.flatMap(({ authorityId }) =>
            by(`tax ${i} ${authorityId}`, { authorityId }),
          ),
        ),
      }),
      ...post('paid.fromDrawer', { amount: asPosted(moved) }, { drawerId }),
    ];
  },
};
