import { chequeReferences, covers, type Span } from '../bank';
import { MOVEMENTS } from '../movements';
import { addBankingDays, type Holidays } from '../dates';
import type { Line, MatchInput, Movement } from './types';

/*
 * What the search reads, in the order that it goes by: each movement and each line has its place, and what
 * is asked of them again and again is known by it.
 */
export type Field = {
  /** By kind, party, due date and id: what may be one group lies side by side. */
  movements: readonly Movement[];
  /** By date and id. */
  lines: readonly Line[];
  /** When each movement may be booked. */
  windows: readonly Span[];
  /** Whether statements cover its window without a gap. */
  covered: readonly boolean[];
  /** Places of the movements that a line names. */
  named: readonly ReadonlySet<number>[];
  /** The banking day after a day; asked for each line of each window. */
  dayAfter: (date: string) => string;
};

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

/** In the order of what makes the keys; of ids of one kind a shorter number is a lower one. */
function inOrder<T extends { id: string }>(list: readonly T[], key: (one: T) => string): T[] {
  const keyed = list.map((one) => ({ one, by: key(one) }));
  return keyed
    .sort((a, b) =>
      a.by === b.by
        ? a.one.id.length - b.one.id.length || (a.one.id < b.one.id ? -1 : 1)
        : a.by < b.by
          ? -1
          : 1,
    )
    .map(({ one }) => one);
}

export function fieldOf({ holidays, covered, ...input }: MatchInput): Field {
  const movements = inOrder(
    input.movements.filter(({ amountMinor }) => amountMinor !== 0),
    ({ kind, party, dueDate }) => `${kind}\n${party}\n${dueDate}`,
  );
  const lines = inOrder(
    input.lines.filter(({ amountMinor }) => amountMinor !== 0),
    ({ date }) => date,
  );
  const windows = windowsOf(movements, holidays);
  return {
    ...{ movements, lines, windows, dayAfter: dayAfterOf(holidays) },
    covered: windows.map((window) => covers(covered, window)),
    named: whomTheyName(movements, lines),
  };
}

function dayAfterOf(holidays: Holidays): (date: string) => string {
  const known = new Map<string, string>();
  return (date) => {
    let after = known.get(date);
    if (after === undefined) known.set(date, (after = addBankingDays(date, 1, holidays)));
    return after;
  };
}

/** The days that two windows have in common; it ends before it begins where there are none. */
export const meetOf = (one: Span, other: Span): Span => ({
  from: one.from > other.from ? one.from : other.from,
  to: one.to < other.to ? one.to : other.to,
});

/** Windows by kind and due date: a day has many movements. */
function windowsOf(movements: readonly Movement[], holidays: Holidays): Span[] {
  const known = new Map<string, Span>();
  return movements.map((movement) => {
    const key = `${movement.kind} ${movement.dueDate}`;
    let window = known.get(key);
    if (!window) known.set(key, (window = windowOf(movement, holidays)));
    return window;
  });
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

function whomTheyName(
  movements: readonly Movement[],
  lines: readonly Line[],
): ReadonlySet<number>[] {
  const byReference = new Map<string, number[]>();
  movements.forEach(({ references }, place) => {
    for (const reference of new Set(references.map(normaliseReference))) {
      if (reference.length < 2) continue;
      const others = byReference.get(reference);
      if (others) others.push(place);
      else byReference.set(reference, [place]);
    }
  });
  const nobody: ReadonlySet<number> = new Set();
  return lines.map((line) => {
    const places = [...wordsOf(line)].flatMap((word) => byReference.get(word) ?? []);
    return places.length === 0 ? nobody : new Set(places);
  });
}
