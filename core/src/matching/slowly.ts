import { addBankingDays } from '../dates';
import { windowOf } from './field';
import { MOST } from './runs';
import type { Line, MatchInput, Movement } from './types';

/*
 * The engine against its definition done the slow way: every subset of either side is looked at beside
 * every member of the other, and every round looks at every candidate again. It shares with the engine
 * only the windows and the calendar, which have tests of their own.
 */
export type Slow = { a: Movement[]; b: Line[]; grade: number; complete: boolean };

function* subsets<T>(list: readonly T[], least: number): Generator<T[]> {
  for (let bits = 1; bits < 1 << list.length; bits += 1) {
    const chosen = list.filter((_, i) => bits & (1 << i));
    if (chosen.length >= least && chosen.length <= MOST) yield chosen;
  }
}
const total = (list: readonly { amountMinor: number }[]) =>
  list.reduce((sum, { amountMinor }) => sum + amountMinor, 0);
const oneSign = (list: readonly { amountMinor: number }[]) =>
  list.every(({ amountMinor }) => amountMinor > 0 === list[0]!.amountMinor > 0);
export const refs = (l: Line, m: Movement) =>
  m.references.some((one) => l.references.includes(one));

/** By due date and number. */
function inTurn(list: readonly Movement[]): Movement[] {
  const number = ({ id }: Movement) => Number(id.replace(/\D/g, ''));
  return [...list].sort((x, y) =>
    x.dueDate < y.dueDate ? -1 : x.dueDate > y.dueDate ? 1 : number(x) - number(y),
  );
}

/** Those of one kind and party, by due date and number; whether they follow each other there. */
function followsOn(a: readonly Movement[], all: readonly Movement[]): boolean {
  const [{ kind, party }] = a as [Movement];
  if (a.some((m) => m.kind !== kind || m.party !== party)) return false;
  const own = inTurn(all.filter((m) => m.kind === kind && m.party === party));
  const places = a.map((m) => own.indexOf(m)).sort((x, y) => x - y);
  return places.at(-1)! - places[0]! === places.length - 1;
}

/** All candidates, by the rules as they are written: every subset of either side is asked about. */
export function candidatesOf(input: MatchInput): Slow[] {
  const { movements, lines } = input;
  const { found, consider } = judge(input);
  for (const m of movements) for (const b of subsets(lines, 1)) consider([m], b);
  for (const l of lines) for (const a of subsets(movements, 2)) consider(a, [l]);
  return found;
}

/**
 * The same of months: of one movement every set of the lines in its window, by bits, is added up (of at most
 * `atOnce` lines); of one line every run of movements.
 */
export function candidatesOfMonth(input: MatchInput, atOnce = 20): Slow[] {
  const { movements, lines, holidays } = input;
  const { found, consider } = judge(input);
  for (const m of movements) {
    const { from, to } = windowOf(m, holidays);
    const own = lines.filter(
      (l) =>
        l.date >= from &&
        l.date <= to &&
        (!l.kind || l.kind === m.kind) &&
        (!l.party || l.party === m.party) &&
        (oneSign([l, m]) || m.party.startsWith('processor ')),
    );
    for (const day of new Set(own.map(({ date }) => date))) {
      const last = addBankingDays(day, 1, holidays);
      const near = own.filter((l) => l.date >= day && l.date <= last);
      if (near.length > atOnce) throw new Error(`${near.length} lines at once`);
      const sums = new Float64Array(1 << near.length);
      for (let bits = 1; bits < sums.length; bits += 1) {
        const low = 31 - Math.clz32(bits & -bits);
        sums[bits] = sums[bits & (bits - 1)]! + near[low]!.amountMinor;
        if (sums[bits] !== m.amountMinor) continue;
        const b = near.filter((_, i) => bits & (1 << i));
        // Each set on the day of its earliest line.
        if (b.length <= MOST && b.some(({ date }) => date === day)) consider([m], b);
      }
    }
  }
  const parties = new Set(movements.map(({ kind, party }) => `${kind} ${party}`));
  for (const of of parties) {
    const own = inTurn(movements.filter(({ kind, party }) => `${kind} ${party}` === of));
    for (let first = 0; first < own.length; first += 1)
      for (let size = 2; size <= MOST && first + size <= own.length; size += 1) {
        const a = own.slice(first, first + size);
        for (const l of lines) if (l.amountMinor === total(a)) consider(a, [l]);
      }
  }
  return found;
}

function judge({ movements, holidays, covered, knownThrough }: MatchInput) {
  const found: Slow[] = [];
  const consider = (a: Movement[], b: Line[]) => {
    const [{ kind, party }] = a as [Movement];
    if (total(a) !== total(b)) return;
    if (!(oneSign(a) && oneSign([...b, a[0]!])) && !party.startsWith('processor ')) return;
    const windows = a.map((m) => windowOf(m, holidays));
    if (!b.every((l) => windows.every(({ from, to }) => l.date >= from && l.date <= to)))
      return;
    const dates = b.map(({ date }) => date).sort();
    if (dates.at(-1)! > addBankingDays(dates[0]!, 1, holidays)) return;
    if (!followsOn(a, movements)) return;
    for (const l of b) {
      if (movements.some((m) => refs(l, m) && !a.includes(m))) return;
      if ((l.kind && l.kind !== kind) || (l.party && l.party !== party)) return;
    }
    const third =
      a.length === 1 ? b.every((l) => refs(l, a[0]!)) : a.every((m) => refs(b[0]!, m));
    const second = b.every((l) => l.kind === kind && l.party === party);
    const grade = third ? 3 : second ? 2 : 1;
    if (b.length > 1 && grade === 1 && b.some((l) => movements.some((m) => refs(l, m))))
      return;
    const whole = windows.every(({ from, to }) =>
      covered.some((span) => span.from <= from && span.to >= to),
    );
    found.push({ a, b, grade, complete: whole && dates.at(-1)! <= knownThrough });
  };
  return { found, consider };
}

export const named = ({ a, b }: Pick<Slow, 'a' | 'b'>) => name(a, b);
const name = (a: readonly { id: string }[], b: readonly { id: string }[]) =>
  `${ids(a.map(({ id }) => id))}=${ids(b.map(({ id }) => id))}`;
export const ids = (list: readonly string[]) => [...list].sort().join('+');
export const meet = (one: Slow, other: Slow) =>
  one !== other &&
  (one.a.some((m) => other.a.includes(m)) || one.b.some((l) => other.b.includes(l)));

/** What the rounds settle, each with its round; and the candidates that are left. */
export function settle(all: readonly Slow[]): { certain: string[]; left: Slow[] } {
  const certain: string[] = [];
  let alive = [...all];
  for (let round = 1; ; round += 1) {
    const settled = alive.filter(
      (one) =>
        (one.grade === 3 || (one.grade === 2 && one.complete)) &&
        !alive.some((other) => meet(one, other) && other.grade >= one.grade),
    );
    if (settled.length === 0) return { certain: certain.sort(), left: alive };
    certain.push(...settled.map((one) => `${named(one)} ${one.grade} ${round}`));
    alive = alive.filter((one) => !settled.some((done) => done === one || meet(done, one)));
  }
}
