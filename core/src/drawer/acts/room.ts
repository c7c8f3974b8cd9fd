import type { JournalLine, LedgerAccount } from '../../ledger';
import type { BrokenRule } from '../../outcome';
import type { Act } from './types';

/** The documents that acts at a drawer are numbered as. */
type ActDocument = 'moneyOut' | 'moneyIn' | 'drop';

/** One kind of money that goes into a drawer or out of it. */
export type ActRoom = {
  document: ActDocument;
  way: 'in' | 'out';
  /** What its parts may name; none: it has no parts. */
  accounts: readonly LedgerAccount[];
  /** Whether only takings may leave, and never the float. */
  takingsOnly?: true;
  /** Whom it must be asked of. */
  asks: (act: Act) => BrokenRule[];
  lines: (act: Act) => JournalLine[];
};
