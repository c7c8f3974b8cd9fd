import { onceCounted, reverseLines, type JournalLine } from '../ledger';
import { accept, refuse, type BrokenRule, type Outcome } from '../outcome';

export type VoidState = {
  today: string;
  saleDate: string;
  alreadyVoid: boolean;
  /** The count of the sale's drawer session has begun: its cash is no longer in play. */
  drawerCounted: boolean;
  /**
   * It is a till's total that was typed wrongly, of cash alone, and that count is closed: the count found what was
   * there, so that the mistake stood against over and short, and goes back there.
   */
  foundByCount: boolean;
  batchClosed: boolean;
  /** Goods of this sale came back on another ticket. */
  hasReturns: boolean;
  /** A tender of it was put right by a ticket that stands. */
  corrected: boolean;
  /** A credit note that this ticket issued was used. */
  creditUsed: boolean;
  /** A voucher that it sold, or a prepayment that it took, was used. */
  extraUsed: boolean;
  /** A cheque of ours that it gave was cashed, or a transfer that it took came: the statement has it. */
  chequeCashed: boolean;
  /** An item of an account that rests on what it charged or paid. */
  allocatedTo: string | null;
  lines: readonly JournalLine[];
};

/**
 * Decides to void a sale of today by a reversing entry; both stay in sight. It always needs a
 * manager's approval. Refusals: `void.already`, `void.notToday`, `void.drawerCounted`,
 * `void.batchClosed`, `void.hasReturns`, `void.corrected`, `void.creditUsed`,
 * `void.extraUsed`, `void.chequeCashed`, `void.allocated` (number).
 */
export function decideVoid(
  state: VoidState,
): Outcome<{ lines: JournalLine[]; broken: BrokenRule[] }> {
  if (state.alreadyVoid) return refuse('void.already');
  if (state.saleDate !== state.today) {
    return refuse('void.notToday', undefined, { date: state.saleDate });
  }
  if (state.drawerCounted && !state.foundByCount) return refuse('void.drawerCounted');
  if (state.batchClosed) return refuse('void.batchClosed');
  if (state.hasReturns) return refuse('void.hasReturns');
  if (state.corrected) return refuse('void.corrected');
  if (state.extraUsed) return refuse('void.extraUsed');
  if (state.allocatedTo !== null) {
    return refuse('void.allocated', undefined, { number: state.allocatedTo });
  }
  if (state.chequeCashed) return refuse('void.chequeCashed');
  if (state.creditUsed) return refuse('void.creditUsed');
  const lines = reverseLines(state.lines);
  return accept({
    lines: state.drawerCounted ? onceCounted(lines) : lines,
    broken: [{ code: 'rule.void', approver: 'manager' }],
  });
}
