import { isOfProcessor } from '../movements';
import { fieldOf, type Field } from './field';
import { MOST, runsOf, type Run } from './runs';
import { setsOf } from './subsets';
import type { Candidate, Grade, MatchInput, MatchResult } from './types';

/** Of one movement at most so many choices of lines are tried, and so many sets kept. */
const NODE_LIMIT = 50_000;
const MOST_SETS = 2_000;

export type Candidates = {
  field: Field;
  candidates: Candidate[];
  reserved: MatchResult['reserved'];
  /** Movements whose search was ended, and the lines that it was among: nothing of them is certain. */
  crowded: { movements: Set<number>; lines: Set<number> };
};

type Search = Candidates & {
  undone: ReadonlySet<string>;
  knownThrough: string;
  linesAt: (amountMinor: number) => readonly number[];
  /** The first line of this day or later. */
  firstOn: (date: string) => number;
};

const groupKey = (movementIds: readonly string[], lineIds: readonly string[]) =>
  `${[...movementIds].sort().join()} = ${[...lineIds].sort().join()}`;

/**
 * All candidates: one movement and one line, movements that follow each other and one line, one movement and
 * lines that lie within one banking day. Sums are equal, each line inside every window, no veto. A
 * line that names a movement whose amount it does not agree with is reserved, and in no candidate.
 * Work grows with what lies inside each window, not with the length of history.
 * @returns undefined when it was stopped
 */
export function findCandidates(
  input: MatchInput,
  shouldStop: () => boolean = () => false,
): Candidates | undefined {
  const search = begin(input);
  for (const run of runsOf(search.field)) {
    if (run.movements.length === 1 && shouldStop()) return undefined;
    linesOfRun(search, run);
  }
  for (let place = 0; place < search.field.movements.length; place += 1) {
    if (shouldStop()) return undefined;
    setsOfLines(search, place);
  }
  reserve(search);
  return search;
}

function begin(input: MatchInput): Search {
  const field = fieldOf(input);
  const { lines } = field;
  const byAmount = new Map<number, number[]>();
  lines.forEach(({ amountMinor }, place) => {
    const same = byAmount.get(amountMinor);
    if (same) same.push(place);
    else byAmount.set(amountMinor, [place]);
  });
  return {
    ...{ field, candidates: [], reserved: [], knownThrough: input.knownThrough },
    crowded: { movements: new Set(), lines: new Set() },
    undone: new Set(
      (input.undone ?? []).map(({ movementIds, lineIds }) => groupKey(movementIds, lineIds)),
    ),
    linesAt: (amountMinor) => byAmount.get(amountMinor) ?? [],
    firstOn: (date) => {
      let [low, high] = [0, lines.length];
      while (low < high) {
        const middle = (low + high) >> 1;
        if (lines[middle]!.date < date) low = middle + 1;
        else high = middle;
      }
      return low;
    },
  };
}

/** Whether nothing that is known of a line speaks against these movements (rule 4). */
function fits(
  { movements, named }: Field,
  line: Field['lines'][number],
  at: number,
  run: readonly number[],
) {
  const { kind, party } = movements[run[0]!]!;
  if (line.kind && line.kind !== kind) return false;
  if (line.party && line.party !== party) return false;
  for (const place of named[at]!) if (!run.includes(place)) return false;
  return true;
}

/** Lines that alone pay one movement, or several that follow each other. */
function linesOfRun(search: Search, { movements, amountMinor, window }: Run): void {
  const { field } = search;
  const same = search.linesAt(amountMinor);
  for (let i = firstFrom(same, search.firstOn(window.from)); i < same.length; i += 1) {
    const at = same[i]!;
    const line = field.lines[at]!;
    if (line.date > window.to) return;
    if (fits(field, line, at, movements)) add(search, movements, [at]);
  }
}

/** The first place in a rising list that is not below `least`. */
function firstFrom(places: readonly number[], least: number): number {
  let [low, high] = [0, places.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (places[middle]! < least) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Sets of lines within one banking day of each other that together pay one movement. */
function setsOfLines(search: Search, place: number): void {
  const { field, crowded } = search;
  const { movements, lines, windows, dayAfter } = field;
  const { amountMinor, party } = movements[place]!;
  const { from, to } = windows[place]!;
  const anySign = isOfProcessor(party);
  const own: number[] = [];
  for (let at = search.firstOn(from); at < lines.length && lines[at]!.date <= to; at += 1) {
    const line = lines[at]!;
    const signFits =
      anySign ||
      (line.amountMinor > 0 === amountMinor > 0 &&
        Math.abs(line.amountMinor) < Math.abs(amountMinor));
    if (signFits && fits(field, line, at, [place])) own.push(at);
  }
  if (own.length < 2) return;
  let [nodes, sets] = [0, 0];
  const found = (at: readonly number[]) => {
    sets += 1;
    add(
      search,
      [place],
      [...at].sort((a, b) => a - b),
    );
  };
  const spend = () => (nodes += 1) <= NODE_LIMIT && sets <= MOST_SETS;
  for (const date of new Set(own.map((at) => lines[at]!.date))) {
    const last = dayAfter(date);
    // A set is found on the day of its earliest line.
    const among = own.filter((at) => lines[at]!.date >= date && lines[at]!.date <= last);
    const ofDay = (at: readonly number[]) => at.some((one) => lines[one]!.date === date);
    const whole = setsOf(
      among.map((at) => ({ place: at, amountMinor: lines[at]!.amountMinor })),
      amountMinor,
      MOST,
      (at) => {
        if (ofDay(at)) found(at);
      },
      spend,
    );
    if (whole) continue;
    crowded.movements.add(place);
    for (const at of own) crowded.lines.add(at);
    return;
  }
}

function add(search: Search, movements: readonly number[], lines: readonly number[]): void {
  const { field, candidates, undone, knownThrough } = search;
  const grade = gradeOf(field, movements, lines);
  // A line that names its movement keeps company with such as are known to be of it alone.
  if (lines.length > 1 && grade === 1 && lines.some((at) => field.named[at]!.size > 0)) return;
  const key =
    undone.size === 0
      ? ''
      : groupKey(
          movements.map((place) => field.movements[place]!.id),
          lines.map((at) => field.lines[at]!.id),
        );
  candidates.push({
    ...{ movements, lines, grade },
    complete:
      movements.every((place) => field.covered[place]) &&
      lines.every((at) => field.lines[at]!.date <= knownThrough),
    undone: undone.has(key),
  });
}

/** 3: each member is named on the other side; 2: every line is known to be of their kind and party. */
function gradeOf(
  { movements, lines, named }: Field,
  of: readonly number[],
  at: readonly number[],
): Grade {
  const all =
    of.length === 1
      ? at.every((one) => named[one]!.has(of[0]!))
      : of.every((place) => named[at[0]!]!.has(place));
  if (all) return 3;
  const { kind, party } = movements[of[0]!]!;
  return at.every((one) => lines[one]!.kind === kind && lines[one]!.party === party) ? 2 : 1;
}

/** Lines that name one movement, and in no way agree with it: what they differ by is for a person. */
function reserve({ field, candidates, reserved }: Search): void {
  const explained = new Set(candidates.flatMap(({ lines }) => lines));
  field.lines.forEach((line, at) => {
    const [place, ...others] = field.named[at]!;
    if (place === undefined || others.length > 0 || explained.has(at)) return;
    const movement = field.movements[place]!;
    const differenceMinor = line.amountMinor - movement.amountMinor;
    if (differenceMinor !== 0)
      reserved.push({ lineId: line.id, movementId: movement.id, differenceMinor });
  });
}
