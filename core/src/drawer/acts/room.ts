import type { JournalLine } from '../../ledger';
import type { BrokenRule } from '../../outcome';
import type { ActFacts } from './facts';
import type { Act, CashPart } from './types';

/** One kind of money that goes into a drawer or out of it: its facts and its rules. */
export type ActRoom = ActFacts & {
  /** Whom it must be asked of. */
  asks: (act: Act) => BrokenRule[];
  lines: (act: Act) => JournalLine[];
  /** What of it lies in the safe, by the day and pot that took it. */
  toSafe?: (act: Act) => CashPart[];
};
