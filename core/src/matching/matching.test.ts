import fc from 'fast-check';
import { match, windowOf, type Line, type MatchInput, type Movement } from '.';

// 2 March 2026 is a Monday.
const movement = (id: string, change: Partial<Movement> = {}): Movement => ({
  id,
  kind: 'slip',
  party: 'slips',
  dueDate: '2026-03-02',
  amountMinor: 640_00,
  references: [],
  ...change,
});
const line = (id: string, change: Partial<Line> = {}): Line => ({
  id,
  date: '2026-03-03',
  amountMinor: 640_00,
  references: [],
  text: '',
  ...change,
});
const DEPOSIT = { kind: 'slip', party: 'slips' } as const;
const input = (
  movements: Movement[],
  lines: Line[],
  change: Partial<MatchInput> = {},
): MatchInput => ({
  movements,
  lines,
  holidays: new Set(),
  covered: [{ from: '2026-02-01', to: '2026-03-31' }],
  knownThrough: '2026-03-31',
  ...change,
});
const run = (given: MatchInput) => match(given)!;
const pairs = (groups: { movementIds: string[]; lineIds: string[] }[]) =>
  groups.map((group) => `${group.movementIds.join('+')}=${group.lineIds.join('+')}`);

test('a reference makes it certain, in the text or as such', () => {
  const m = movement('m', { references: ['D-7'] });
  const result = run(
    input([m], [line('l', { text: 'Counter deposit D-7' })], { covered: [] }),
  );
  expect(result.certain).toMatchObject([{ grade: 3, round: 1, movementIds: ['m'] }]);
});

test('kind and party make it certain only on complete data', () => {
  const given = input([movement('m')], [line('l', DEPOSIT)]);
  expect(pairs(run(given).certain)).toEqual(['m=l']);
  for (const change of [
    { covered: [{ from: '2026-03-01', to: '2026-03-04' }] }, // the window runs to the 5th
    {
      covered: [
        { from: '2026-02-01', to: '2026-03-02' },
        { from: '2026-03-04', to: '2026-03-31' },
      ],
    },
    { knownThrough: '2026-03-02' },
  ]) {
    expect(run({ ...given, ...change })).toMatchObject({
      certain: [],
      likely: [{ because: 'incomplete' }],
    });
  }
});

test('amount alone is only proposed', () => {
  expect(run(input([movement('m')], [line('l')]))).toMatchObject({
    certain: [],
    likely: [{ grade: 1, because: 'amountOnly' }],
  });
});

test('two equal lines of the kind are rivals: neither is certain, both are shown', () => {
  const result = run(
    input(
      [movement('m')],
      [line('a', DEPOSIT), line('b', { ...DEPOSIT, date: '2026-03-04' })],
    ),
  );
  expect(result.certain).toEqual([]);
  expect(result.likely).toMatchObject([
    { lineIds: ['a'], because: 'rivals', rivals: [{ lineIds: ['b'] }] },
  ]);
  expect(result.openLineIds).toEqual(['b']);
});

test('a later round leans on the group that took its rival away', () => {
  const result = run(
    input(
      [movement('m1', { references: ['D-1'] }), movement('m2')],
      [line('a', { ...DEPOSIT, references: ['D-1'] }), line('b', DEPOSIT)],
    ),
  );
  expect(result.certain).toMatchObject([
    { movementIds: ['m1'], lineIds: ['a'], round: 1, leansOn: [] },
    { movementIds: ['m2'], lineIds: ['b'], round: 2, leansOn: [0] },
  ]);
});

test('a line that names a movement of another amount is reserved', () => {
  const result = run(
    input(
      [movement('m', { references: ['D-1'] }), movement('n', { amountMinor: 639_00 })],
      [line('l', { ...DEPOSIT, text: 'D-1', amountMinor: 639_00 })],
    ),
  );
  expect(result.reserved).toEqual([{ lineId: 'l', movementId: 'm', differenceMinor: -1_00 }]);
  expect(result.likely).toEqual([]);
});

test('vetoes: another kind, another party, a reference of another movement', () => {
  const other = movement('other', { references: ['D-9'] });
  for (const veto of [
    line('l', { kind: 'settlement' }),
    line('l', { ...DEPOSIT, party: 'processor 1' }),
    line('l', { ...DEPOSIT, references: ['D-9'] }),
  ]) {
    const alone = run(input([movement('m')], [veto]));
    expect(pairs([...alone.certain, ...alone.likely])).toEqual(
      veto.references.length ? ['m=l'] : [],
    );
    expect(pairs(run(input([movement('m'), other], [veto])).certain)).toEqual(
      veto.references.length ? ['other=l'] : [],
    );
  }
});

test('k equal movements and k equal lines are one block in date order', () => {
  const result = run(
    input(
      [movement('m2', { dueDate: '2026-03-03' }), movement('m1')],
      [line('b', { ...DEPOSIT, date: '2026-03-04' }), line('a', DEPOSIT)],
    ),
  );
  expect(result.likely).toMatchObject([
    { movementIds: ['m1', 'm2'], lineIds: ['a', 'b'], because: 'block' },
  ]);
});

test('windows count banking days over weekends and holidays', () => {
  const friday = movement('m', { dueDate: '2026-03-06' });
  expect(windowOf(friday, new Set())).toEqual({ from: '2026-03-06', to: '2026-03-11' });
  expect(windowOf(friday, new Set(['2026-03-09']))).toEqual({
    from: '2026-03-06',
    to: '2026-03-12',
  });
  expect(run(input([friday], [line('l', { ...DEPOSIT, date: '2026-03-12' })])).likely).toEqual(
    [],
  );
});

test('a pair that a person has undone is offered again, never certain, and stands in nobody’s way', () => {
  const given = input(
    [movement('m', { references: ['D-1'] })],
    [line('l', { references: ['D-1'] })],
  );
  expect(pairs(run(given).certain)).toEqual(['m=l']);
  const undone = [{ movementIds: ['m'], lineIds: ['l'] }];
  expect(run({ ...given, undone })).toMatchObject({
    certain: [],
    likely: [{ movementIds: ['m'], lineIds: ['l'], because: 'undone' }],
    openLineIds: [],
  });
  // A better explanation settles beside it, and takes its line.
  const other = input(
    [movement('m'), movement('n', { references: ['D-2'] })],
    [line('l', { references: ['D-2'] })],
  );
  const settled = run({ ...other, undone });
  expect(pairs(settled.certain)).toEqual(['n=l']);
  expect(settled.likely).toEqual([]);
});

const settlement = (id: string, change: Partial<Movement> = {}): Movement => ({
  ...movement(id, { kind: 'settlement', party: 'processor 1', ...change }),
});
const CARDS = { kind: 'settlement', party: 'processor 1' } as const;

test('a weekend that one line pays, and a day that two lines pay, are certain', () => {
  const weekend = ['2026-03-02', '2026-03-02', '2026-03-02', '2026-03-03'].map((dueDate, i) =>
    settlement(`m${i}`, { dueDate, amountMinor: [410_00, 388_20, 95_10, 77_77][i]! }),
  );
  const sum = line('l', { ...CARDS, date: '2026-03-02', amountMinor: 893_30 });
  expect(run(input(weekend, [sum]))).toMatchObject({
    certain: [{ movementIds: ['m0', 'm1', 'm2'], lineIds: ['l'], grade: 2 }],
    openMovementIds: ['m3'],
  });
  const apart = [
    line('a', { ...CARDS, amountMinor: 300_00 }),
    line('b', { ...CARDS, amountMinor: 110_00 }),
  ];
  expect(run(input([weekend[0]!], apart)).certain).toMatchObject([
    { movementIds: ['m0'], lineIds: ['a', 'b'], grade: 2 },
  ]);
  // Named on both sides they are certain without anything else; two banking days apart they are not.
  const named = apart.map((one) => ({ ...one, references: ['HP-1'] }));
  const by = settlement('m', { amountMinor: 410_00, references: ['HP-1'] });
  expect(run(input([by], named, { covered: [] })).certain).toMatchObject([{ grade: 3 }]);
  const late = [named[0]!, { ...named[1]!, date: '2026-03-05' }];
  expect(run(input([by], late))).toMatchObject({
    certain: [],
    reserved: [{ lineId: 'a' }, { lineId: 'b' }],
  });
});

test('a line below zero goes with others of one processor alone', () => {
  const lines = [
    line('a', { ...CARDS, amountMinor: 700_00 }),
    line('b', { ...CARDS, amountMinor: -60_00 }),
  ];
  expect(pairs(run(input([settlement('m')], lines)).certain)).toEqual(['m=a+b']);
  const slips = lines.map((one) => ({ ...one, ...DEPOSIT }));
  expect(pairs(run(input([movement('m')], slips)).certain)).toEqual([]);
});

test('two sets of lines that would both do are rivals; a named line keeps no unknown company', () => {
  const lines = [400_00, 240_00, 340_00, 300_00].map((amountMinor, i) =>
    line(`l${i}`, { ...CARDS, amountMinor }),
  );
  const result = run(input([settlement('m')], lines));
  expect(result.certain).toEqual([]);
  expect(result.likely).toMatchObject([{ because: 'rivals', rivals: [{ grade: 2 }] }]);
  const short = line('short', { amountMinor: 630_00, references: ['D-1'] });
  const ten = line('ten', { amountMinor: 10_00 });
  expect(run(input([movement('m', { references: ['D-1'] })], [short, ten]))).toMatchObject({
    likely: [],
    reserved: [{ lineId: 'short', differenceMinor: -10_00 }],
    openLineIds: ['ten'],
  });
});

test('it can be stopped, and says how far it is', () => {
  const given = input([movement('m')], [line('l')]);
  expect(match(given, { shouldStop: () => true })).toBeUndefined();
  const seen: number[][] = [];
  match(given, { onProgress: (...progress) => seen.push(progress) });
  expect(seen).toEqual([[1, 1]]);
});

describe('any input', () => {
  const day = fc
    .integer({ min: 2, max: 13 })
    .map((d) => `2026-03-${String(d).padStart(2, '0')}`);
  const amountMinor = fc.constantFrom(100, 200, 300);
  const reference = fc.constantFrom([], [], ['D-1'], ['D-2']);
  const movements = fc.array(fc.record({ dueDate: day, amountMinor, references: reference }), {
    maxLength: 7,
  });
  const lines = fc.array(
    fc.record({ date: day, amountMinor, references: reference, known: fc.boolean() }),
    { maxLength: 7 },
  );
  const build = (ms: Partial<Movement>[], ls: (Partial<Line> & { known: boolean })[]) =>
    input(
      ms.map((m, i) => movement(`m${i}`, m)),
      ls.map(({ known, ...l }, i) => line(`l${i}`, { ...l, ...(known ? DEPOSIT : {}) })),
    );

  test('gives the same output in any order, and no member twice', () => {
    fc.assert(
      fc.property(movements, lines, (ms, ls) => {
        const given = build(ms, ls);
        const result = run(given);
        const turned = run({
          ...given,
          movements: [...given.movements].reverse(),
          lines: [...given.lines].reverse(),
        });
        const sorted = (groups: object[]) => groups.map((g) => JSON.stringify(g)).sort();
        expect(sorted(turned.likely)).toEqual(sorted(result.likely));
        expect(pairs(turned.certain).sort()).toEqual(pairs(result.certain).sort());
        const all = [...result.certain, ...result.likely];
        for (const ids of [all.flatMap((g) => g.movementIds), all.flatMap((g) => g.lineIds)]) {
          expect(new Set(ids).size).toBe(ids.length);
        }
      }),
    );
  });

  test('a certain pair of the first round is the only one of its grade that holds its members', () => {
    fc.assert(
      fc.property(movements, lines, (ms, ls) => {
        const given = build(ms, ls);
        for (const group of run(given).certain) {
          if (group.round > 1 || group.movementIds.length + group.lineIds.length > 2) continue;
          const m = given.movements.find(({ id }) => id === group.movementIds[0])!;
          const l = given.lines.find(({ id }) => id === group.lineIds[0])!;
          expect(group.grade).toBeGreaterThan(1);
          expect(l.amountMinor).toBe(m.amountMinor);
          // Without this line, nothing else may explain the movement at that grade.
          const without = run({ ...given, lines: given.lines.filter((x) => x !== l) });
          const others = [...without.certain, ...without.likely].filter((g) =>
            g.movementIds.includes(m.id),
          );
          expect(others.every((g) => g.grade < group.grade)).toBe(true);
        }
      }),
    );
  });
});
