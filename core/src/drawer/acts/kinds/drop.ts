import { post } from '../../../ledger';
import { bySafeItem } from '../../../takings';
import { asPosted } from '../cash';
import type { ActRoom } from '../room';

/** Takings that go to the safe before the count, so that less lies in the drawer. */
export const drop: ActRoom = {
  document: 'drop',
  way: 'out',
  accounts: [],
  takingsOnly: true,
  asks: () => [],
  lines: ({ moved, state: { drawerId } }) =>
    post(
      'cash.drop',
      {
        amount: asPosted(
          moved,
          moved.map(({ amountMinor }) => amountMinor),
          bySafeItem,
        ),
      },
      { drawerId },
    ),
};
