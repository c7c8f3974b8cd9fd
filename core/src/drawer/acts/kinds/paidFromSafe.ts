import { post } from '../../../ledger';
import { ACT_FACTS } from '../facts';
import { expenseLines, outOfSafe } from '../lines';
import type { ActRoom } from '../room';
import { aboveAllowance } from './paidOut';

/** Paid with cash of the safe, the oldest day first: what a slip can take is lower by it. */
export const paidFromSafe: ActRoom = {
  ...ACT_FACTS.paidFromSafe,
  asks: aboveAllowance,
  lines: ({ parts, fetched }) => [
    ...expenseLines(parts, fetched, (moved) =>
      outOfSafe(moved.map((part, i) => ({ ...fetched[i]!, ...part }))),
    ),
    ...post('paid.fromSafe', { amount: outOfSafe(fetched) }),
  ],
};
