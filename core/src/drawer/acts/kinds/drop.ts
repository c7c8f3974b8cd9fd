import { post } from '../../../ledger';
import { bySafeItem } from '../../../takings';
import { asPosted } from '../cash';
import { ACT_FACTS } from '../facts';
import type { ActRoom } from '../room';

/** Takings that go to the safe before the count, so that less lies in the drawer. */
export const drop: ActRoom = {
  ...ACT_FACTS.drop,
  asks: () => [],
  toSafe: ({ moved }) => [...moved],
  lines: ({ moved, state: { drawerId } }) =>
    post('cash.drop', { amount: asPosted(moved, bySafeItem) }, { drawerId: drawerId! }),
};
