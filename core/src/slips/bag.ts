import type { JournalLine } from '../ledger';
import { post } from '../ledger';
import { accept, refuse, type Outcome } from '../outcome';
import type { BagDecision, SlipPart } from './bagCauses';

export type { BagDecision, SlipPart };

type DecidedBag = {
  /** The drawer's session that bears it; null: the safe, where nobody knows. */
  sessionId: number | null;
  lines: (holder: string) => JournalLine[];
};

/**
 * Decides what the bank counted differently of a slip, which a person takes as it is: over and short, of the day and
 * drawer that are named; where nobody knows, of the last day whose cash went, and of no drawer.
 * Refusals: `bag.notOnSlip`, `bag.falseNoteAdds` (a false note lowers), `bag.falseCheque`, `bag.note` (another cause
 * is put into words).
 * @param overMinor what the bank counted more (minor units; below zero: less)
 * @param parts what the slip brought
 */
export function decideBag(
  { cause, safeItemId, note }: BagDecision,
  overMinor: number,
  parts: readonly SlipPart[],
  bankAccountId: number,
): Outcome<DecidedBag> {
  const named = parts.find((part) => part.safeItemId === safeItemId);
  if (safeItemId !== null && !named) return refuse('bag.notOnSlip', 'safeItemId');
  if (cause === 'other' && note.trim() === '') return refuse('bag.note', 'note');
  if (cause === 'falseNote') {
    if (overMinor > 0) return refuse('bag.falseNoteAdds', 'cause');
    if (named?.pot === 'cheque') return refuse('bag.falseCheque', 'safeItemId');
  }
  const cash = parts.filter(({ pot }) => pot !== 'cheque');
  const [last] = (cash.length ? cash : parts).toSorted((a, b) =>
    a.takingsDay === b.takingsDay
      ? b.safeItemId - a.safeItemId
      : a.takingsDay < b.takingsDay
        ? 1
        : -1,
  );
  const { takingsDay, pot } = named ?? last!;
  return accept({
    sessionId: named?.sessionId ?? null,
    lines: (holder) =>
      post(
        'bag.difference',
        { over: overMinor },
        { bankAccountId, takings: { takingsDay, pot, holders: { bankInTransit: holder } } },
      ),
  });
}
