import type { LedgerAccount } from '../ledger';
import { placeOf, type Place } from './places';

/** An entry that moves a day's pot: what each hand got (+) or gave (−). Minor units. */
export type Move = {
  entryId: number;
  lines: { role: LedgerAccount; holder: string; amountMinor: number }[];
};

/** Hands that pass takings on. Where they are spent, short, home, …, no way leads on from. */
const PASSES: readonly Place[] = ['taken', 'counted', 'sent', 'held', 'disputed'];

/** A hand by its account and holder. */
export const handOf = ({ role, holder }: Move['lines'][number]) => `${role} ${holder}`;
const passes = ({ role }: Move['lines'][number]) => PASSES.includes(placeOf(role));

/**
 * The way of one ticket's money through the moves of its pot: each move that takes from a hand which
 * it has come to, in the order of the moves, and the hands that it came to. It goes with what else is
 * in those hands: a note in a drawer is not told from another.
 * @param start the hands into which the ticket put it
 */
export function wayOf<M extends Move>(
  moves: readonly M[],
  start: Move['lines'],
): { moves: M[]; reached: ReadonlySet<string> } {
  const reached = new Set(start.filter(passes).map(handOf));
  const own = moves.filter(({ lines }) => {
    const hands = lines.filter(passes).map(handOf);
    if (!hands.some((hand) => reached.has(hand))) return false;
    for (const hand of hands) reached.add(hand);
    return true;
  });
  return { moves: own, reached };
}
