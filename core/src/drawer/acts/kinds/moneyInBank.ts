import { ACT_FACTS } from '../facts';
import type { ActRoom } from '../room';
import { moneyIn } from './moneyIn';

/** Other money that comes to the bank: it waits in transit until a line of the statement shows it. */
export const moneyInBank: ActRoom = {
  ...ACT_FACTS.moneyInBank,
  asks: () => [],
  lines: moneyIn.lines,
};
