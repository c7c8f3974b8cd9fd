import { isOfProcessor } from '../movements';
import type { Span } from '../bank';
import { meetOf, type Field } from './field';

/** One side of a group has one member, the other at most so many (the definition’s own number). */
export const MOST = 8;

/** Movements of one kind and party that follow each other by due date and id: what one line may pay. */
export type Run = { movements: number[]; amountMinor: number; window: Span };

/** Every run of one to `MOST` movements with a day on which a line may book all of them. */
export function* runsOf({ movements, windows }: Field): Generator<Run> {
  for (let first = 0; first < movements.length; first += 1) {
    const { kind, party, amountMinor: firstMinor } = movements[first]!;
    const sameSign = !isOfProcessor(party);
    let amountMinor = 0;
    let window: Span | undefined;
    for (let last = first; last < Math.min(movements.length, first + MOST); last += 1) {
      const movement = movements[last]!;
      if (movement.kind !== kind || movement.party !== party) break;
      if (sameSign && movement.amountMinor > 0 !== firstMinor > 0) break;
      window = window ? meetOf(window, windows[last]!) : windows[last]!;
      if (window.from > window.to) break;
      amountMinor += movement.amountMinor;
      if (amountMinor === 0) continue;
      const places = Array.from({ length: last - first + 1 }, (_, i) => first + i);
      yield { movements: places, amountMinor, window };
    }
  }
}
