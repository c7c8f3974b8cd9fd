import { chequeReferences, covers, type Span } from '../bank';
import { MOVEMENTS } from '../movements';
import { addBankingDays, type Holidays } from '../dates';
import type { Candidate, Grade, Line, MatchInput, MatchResult, Movement } from './types';

/** The first and last day on which a movement may be booked. */
export function windowOf(
  movement: Pick<Movement, 'kind' | 'dueDate'>,
  holidays: Holidays,
): Span {
  const { before, after } = MOVEMENTS[movement.kind].window;
  return {
    from: addBankingDays(movement.dueDate, -before, holidays),
    to: addBankingDays(movement.dueDate, after, holidays),
  };
}

/** A reference as it is compared: capital letters and digits only. */
function normaliseReference(reference: string): string {
  return reference.toUpperCase().replace(/[^A-Z0-9]/g, '');
}

/** What a line names: its references, and the words of its text, normalised. */
function wordsOf(line: Line): Set<string> {
  const words = line.text.split(/[\s,;:/()·]+/);
  const cheques = chequeReferences(line, line.kind);
  const all = [...line.references, ...words, ...cheques];
  return new Set(all.map(normaliseReference).filter(Boolean));
}

export type Candidates = { candidates: Candidate[]; reserved: MatchResult['reserved'] };

/**
 * All candidates of one movement and one line: sums equal, the line inside the movement's window,
 * no veto. A line that names a movement of another amount is reserved, and in no candidate.
 * Work grows with the lines inside each window, not with the length of history.
 */
export function findCandidates(input: MatchInput): Candidates {
  const byReference = new Map<string, Movement[]>();
  for (const movement of input.movements) {
    for (const reference of new Set(movement.references.map(normaliseReference))) {
      if (reference.length < 2) continue;
      byReference.set(reference, [...(byReference.get(reference) ?? []), movement]);
    }
  }
  const byAmount = new Map<number, Movement[]>();
  for (const movement of input.movements) {
    const same = byAmount.get(movement.amountMinor);
    if (same) same.push(movement);
    else byAmount.set(movement.amountMinor, [movement]);
  }
  const windows = new Map(input.movements.map((m) => [m.id, windowOf(m, input.holidays)]));
  const undone = new Set(
    (input.undone ?? []).map((pair) => `${pair.movementId} ${pair.lineId}`),
  );
  const candidates: Candidate[] = [];
  const reserved: MatchResult['reserved'] = [];
  for (const line of input.lines) {
    const named = new Map<string, Movement>();
    for (const word of wordsOf(line)) {
      for (const movement of byReference.get(word) ?? []) named.set(movement.id, movement);
    }
    const differing = [...named.values()].find((m) => m.amountMinor !== line.amountMinor);
    if (named.size === 1 && differing) {
      const differenceMinor = line.amountMinor - differing.amountMinor;
      reserved.push({ lineId: line.id, movementId: differing.id, differenceMinor });
      continue;
    }
    for (const movement of byAmount.get(line.amountMinor) ?? []) {
      const window = windows.get(movement.id)!;
      if (line.date < window.from || line.date > window.to) continue;
      const grade = gradeOf(movement, line, named);
      if (grade === undefined) continue;
      const complete = covers(input.covered, window) && line.date <= input.knownThrough;
      candidates.push({
        movementId: movement.id,
        lineId: line.id,
        grade,
        complete,
        undone: undone.has(`${movement.id} ${line.id}`),
      });
    }
  }
  return { candidates, reserved };
}

/** The grade of a pair, or undefined when the line vetoes it. */
function gradeOf(
  movement: Movement,
  line: Line,
  named: ReadonlyMap<string, Movement>,
): Grade | undefined {
  for (const id of named.keys()) if (id !== movement.id) return undefined;
  if (line.kind && line.kind !== movement.kind) return undefined;
  if (line.party && line.party !== movement.party) return undefined;
  if (named.has(movement.id)) return 3;
  return line.kind === movement.kind && line.party === movement.party ? 2 : 1;
}
