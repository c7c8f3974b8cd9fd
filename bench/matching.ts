import { addBankingDays } from '@abacist/core/dates';
import {
  match,
  windowOf,
  type Line,
  type MatchInput,
  type MatchResult,
  type Movement,
} from '@abacist/core/matching';
import { plantedMonths } from '@abacist/core/plantedMonths';
import { candidatesOfMonth, settle } from '@abacist/core/slowMatching';
import loadHighs from 'highs';

/* A busy shop: some 1,500 movements and 1,300 lines a year. */
const SHOP = { seed: 3, amounts: 200_000, busy: 3 };
/** So many certain groups are put to the solver. */
const SAMPLE = 60;
/** And so many that have rivals. */
const RIVALS = 20;

/** The least of three: the first pays for what the machine compiles. */
function least<T>(act: () => T): { ms: number; result: T } {
  let found: { ms: number; result: T } | undefined;
  for (let i = 0; i < 3; i += 1) {
    const began = performance.now();
    const result = act();
    const ms = performance.now() - began;
    if (!found || ms < found.ms) found = { ms, result };
  }
  return found!;
}

/** Milliseconds of matching rising numbers of years, and of a year of few equal amounts. */
export function measureYears() {
  const years = [1, 3, 10].map((count) => {
    const planted = plantedMonths({ ...SHOP, days: 365 * count });
    const before = process.memoryUsage().heapUsed;
    const { ms, result } = least(() => match(planted)!);
    const megabytes = (process.memoryUsage().heapUsed - before) / 2 ** 20;
    return { count, ms, megabytes, ...sizes(planted), certain: result.certain.length };
  });
  const kiosk = plantedMonths({ ...SHOP, amounts: 6, days: 365 });
  const crowded = least(() => match(kiosk)!);
  return {
    years,
    crowded: { ms: crowded.ms, ...sizes(kiosk), certain: crowded.result.certain.length },
  };
}

const sizes = ({ movements, lines }: MatchInput) => ({
  ...{ movements: movements.length, lines: lines.length },
});

/** The same month by the plain enumerator, and whether it finds the same. */
export function measurePlain(): { ratio: number; same: boolean } {
  const month = plantedMonths({ ...SHOP, busy: 1, days: 45 });
  const engine = least(() => match(month)!);
  const plain = least(() => settle(candidatesOfMonth(month)).certain);
  return {
    ratio: plain.ms / engine.ms,
    same: plain.result.length === engine.result.certain.length,
  };
}

/**
 * A general solver of mixed-integer programs, asked of some certain groups of a year whether each has a
 * rival: whether there is another candidate that has a member of it and its grade. It must say of each that
 * there is none.
 */
export async function measureSolver(): Promise<{
  asked: number;
  wrong: number;
  rivals: number;
  missed: number;
  msEach: number;
  ratio: number;
}> {
  const highs = await loadHighs();
  const year = plantedMonths({ ...SHOP, days: 365 });
  const { ms, result } = least(() => match(year)!);
  // A cheque may be cashed for half a year: what could rival it is too much for the solver.
  const first = result.certain.filter(
    ({ round, movementIds }) => round === 1 && !movementIds[0]!.startsWith('ownCheque'),
  );
  const step = Math.max(1, Math.floor(first.length / SAMPLE));
  const asked = first.filter((_, i) => i % step === 0).slice(0, SAMPLE);
  let wrong = 0;
  const began = performance.now();
  for (const group of asked) {
    const { Status } = highs.solve(rivalModel(year, group), { output_flag: false });
    if (Status !== 'Infeasible') wrong += 1;
  }
  const msEach = (performance.now() - began) / asked.length;
  // And of groups that have rivals it must find one: the question is asked rightly.
  const kiosk = plantedMonths({ ...SHOP, busy: 1, amounts: 6, days: 90 });
  const rivals = match(kiosk)!
    .likely.filter(({ because, grade }) => because === 'rivals' && grade === 2)
    .slice(0, RIVALS);
  const missed = rivals.filter(
    (group) =>
      highs.solve(rivalModel(kiosk, group), { output_flag: false }).Status !== 'Optimal',
  ).length;
  // The engine answers for all that it settled, and for all that it did not.
  return {
    ...{ asked: asked.length, wrong, rivals: rivals.length, missed, msEach },
    ratio: (msEach * first.length) / ms,
  };
}

type Asked = Pick<MatchResult['certain'][number], 'movementIds' | 'lineIds' | 'grade'>;

/** “Is there a rival of this group?” as a program in the solver’s own language. */
function rivalModel(input: MatchInput, group: Asked): string {
  const { movements, lines } = around(input, group);
  const { holidays } = input;
  const windows = movements.map((m) => windowOf(m, holidays));
  const rules: string[] = [];
  const add = (terms: readonly string[], rule: string) =>
    rules.push(`r${rules.length}: ${terms.join(' ')} ${rule}`);
  const term = (amount: number, name: string) =>
    `${amount < 0 ? '-' : '+'} ${Math.abs(amount)} ${name}`;
  const names = [...movements.map((_, i) => `x${i}`), ...lines.map((_, j) => `y${j}`)];
  add(
    [
      ...movements.map((m, i) => term(m.amountMinor, `x${i}`)),
      ...lines.map((l, j) => term(-l.amountMinor, `y${j}`)),
    ],
    '= 0',
  );
  // One side has one member, the other at most eight.
  const all = (sign: string, of: 'x' | 'y', count: number) =>
    Array.from({ length: count }, (_, i) => `${sign} ${of}${i}`);
  add(all('+', 'x', movements.length), '>= 1');
  add(all('+', 'y', lines.length), '>= 1');
  add([...all('+', 'x', movements.length), '- 7 s'], '<= 1');
  add([...all('+', 'y', lines.length), '+ 7 s'], '<= 8');
  const never = (...two: string[]) =>
    add(
      two.map((one) => `+ ${one}`),
      `<= ${two.length - 1}`,
    );
  movements.forEach((m, i) => {
    lines.forEach((l, j) => {
      const { from, to } = windows[i]!;
      const known = l.kind === m.kind && l.party === m.party;
      const named = m.references.some((one) => l.references.includes(one));
      const fits = l.date >= from && l.date <= to && (l.kind === undefined || known);
      const grade = named ? 3 : known ? 2 : 1;
      if (!fits || grade < group.grade) never(`x${i}`, `y${j}`);
    });
  });
  // Of one kind and party, and of those who follow each other: a run has one beginning.
  const parties = [...new Set(movements.map(partyOf))];
  parties.forEach((party, g) => {
    const own = movements.flatMap((m, i) => (partyOf(m) === party ? [i] : []));
    own.forEach((i, at) => {
      add([`+ x${i}`, `- p${g}`], '<= 0');
      add([`+ x${i}`, ...(at > 0 ? [`- x${own[at - 1]!}`] : []), `- b${i}`], '<= 0');
    });
    pairs(own.length, (a, b) => {
      const [one, other] = [own[a]!, own[b]!];
      const sign = movements[one]!.amountMinor > 0 === movements[other]!.amountMinor > 0;
      if (!sign && !party.includes('processor ')) never(`x${one}`, `x${other}`);
    });
  });
  add(
    parties.map((_, g) => `+ p${g}`),
    '<= 1',
  );
  add(
    movements.map((_, i) => `+ b${i}`),
    '<= 1',
  );
  pairs(lines.length, (i, k) => {
    const [a, b] = [lines[i]!, lines[k]!];
    const sign = a.amountMinor > 0 === b.amountMinor > 0 || a.party?.startsWith('processor ');
    if (b.date > addBankingDays(a.date, 1, holidays) || !sign) never(`y${i}`, `y${k}`);
  });
  // Vetoes: who names a movement goes with it.
  lines.forEach((l, j) =>
    movements.forEach((m, i) => {
      if (m.references.some((one) => l.references.includes(one)))
        add([`+ y${j}`, `- x${i}`], '<= 0');
    }),
  );
  const own = [
    ...movements.flatMap(({ id }, i) => (group.movementIds.includes(id) ? [`x${i}`] : [])),
    ...lines.flatMap(({ id }, j) => (group.lineIds.includes(id) ? [`y${j}`] : [])),
  ];
  add(
    own.map((one) => `+ ${one}`),
    '>= 1',
  );
  // Not the group itself.
  add(
    names.map((one) => `${own.includes(one) ? '-' : '+'} ${one}`),
    `>= ${1 - own.length}`,
  );
  const beside = [...movements.map((_, i) => `b${i}`), ...parties.map((_, g) => `p${g}`)];
  return [
    ...['Minimize', ' obj: 0 s', 'Subject To', ...rules.map((rule) => ` ${rule}`)],
    ...['Binary', ` ${[...names, ...beside, 's'].join(' ')}`, 'End'],
  ].join('\n');
}

function pairs(count: number, act: (i: number, k: number) => void): void {
  for (let i = 0; i < count; i += 1) for (let k = i + 1; k < count; k += 1) act(i, k);
}

const partyOf = ({ kind, party }: Movement) => `${kind} ${party}`;

/** Whatever could share a candidate with a member of the group, in the order of days and numbers. */
function around(
  { movements, lines, holidays }: MatchInput,
  group: Asked,
): { movements: Movement[]; lines: Line[] } {
  const windows = new Map(movements.map((m) => [m, windowOf(m, holidays)]));
  const inside = (l: Line, m: Movement) => {
    const { from, to } = windows.get(m)!;
    return l.date >= from && l.date <= to;
  };
  const own = movements.filter(({ id }) => group.movementIds.includes(id));
  const ownLines = lines.filter(({ id }) => group.lineIds.includes(id));
  const near = lines.filter((l) => ownLines.includes(l) || own.some((m) => inside(l, m)));
  const number = ({ id }: { id: string }) => Number(id.replace(/\D/g, ''));
  const turn = <T extends { id: string }>(list: T[], date: (one: T) => string) =>
    list.sort((a, b) =>
      date(a) === date(b) ? number(a) - number(b) : date(a) < date(b) ? -1 : 1,
    );
  return {
    movements: turn(
      movements.filter((m) => near.some((l) => inside(l, m))),
      ({ dueDate }) => dueDate,
    ),
    lines: turn(near, ({ date }) => date),
  };
}
