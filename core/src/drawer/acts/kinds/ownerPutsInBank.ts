import { ACT_FACTS } from '../facts';
import type { ActRoom } from '../room';
import { ownerPutsIn } from './ownerPutsIn';

/** The owner sends money of his own to the shop's account at the bank: no income. */
export const ownerPutsInBank: ActRoom = {
  ...ACT_FACTS.ownerPutsInBank,
  asks: () => [],
  lines: ownerPutsIn.lines,
};
