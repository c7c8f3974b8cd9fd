import fc from 'fast-check';
import { agreeing, evidenceOf } from './agree';
import { assign } from './assign';
import { sidesOf } from './facts';
import { plantedCards } from './planted';
import { compareCards, type TheirCard, type TillCard } from '.';

const MON = '2026-03-02';
const ours = (id: number, over: Partial<TillCard> = {}): TillCard => ({
  ...{ id, batchDate: MON, scheme: 'Meridian', amountMinor: 10_00 },
  ...{ reference: '', lastFour: '', takingsDay: MON, on: MON, time: null },
  ...over,
});
const theirs = (row: number, over: Partial<TheirCard> = {}): TheirCard => ({
  ...{ row, batchDate: MON, scheme: 'Meridian', amountMinor: 10_00 },
  ...{ reference: '', authorisation: '', lastFour: '', on: MON, time: null },
  ...over,
});

test.each<[string, Partial<TheirCard>, Partial<TillCard>, string]>([
  ['the same', {}, {}, 'agrees'],
  ['another batch', { batchDate: '2026-03-03' }, {}, 'otherBatch'],
  ['another scheme', { scheme: 'Corvus' }, {}, 'wrongScheme'],
  ['another amount', { amountMinor: 9_00 }, {}, 'amountDiffers'],
  ['a tip added later', { amountMinor: 11_50 }, {}, 'tipAdded'],
  ['far more than a tip', { amountMinor: 15_00 }, {}, 'amountDiffers'],
  [
    'a refund taken for a sale',
    { amountMinor: 10_00 },
    { amountMinor: -10_00 },
    'refundAsSale',
  ],
])('one card, named or known by its digits: %s', (_, over, own, finding) => {
  for (const [by, their, our] of [
    ['authorisation', { authorisation: 'A1' }, { reference: 'A1' }],
    ['reference', { reference: 'A1' }, { reference: 'A1' }],
    ['lastFour', { lastFour: '4411', time: '10:05' }, { lastFour: '4411', time: '10:00' }],
  ] as const) {
    const found = compareCards(
      [theirs(1, { ...over, ...their })],
      [ours(7, { ...own, ...our })],
    );
    expect(found).toMatchObject({ pairs: [{ theirs: 0, ours: 0, finding }], missingHere: [] });
    expect(found.pairs[0]!.evidence).toContain(by === 'lastFour' ? 'lastFour' : 'reference');
  }
});

test('cards that say they are others are never paired', () => {
  const found = compareCards(
    [theirs(1, { lastFour: '4411' })],
    [ours(1, { lastFour: '9021' })],
  );
  expect(found).toMatchObject({ pairs: [], missingHere: [0], missingThere: [0] });
});

test('of equals as many as there are agree; one too many stays unpaired, and it is said of all', () => {
  const three = [1, 2, 3];
  const even = compareCards(
    three.map((n) => theirs(n)),
    three.map((n) => ours(n)),
  );
  expect(even.pairs.map(({ finding, evidence }) => [finding, evidence])).toEqual(
    three.map(() => ['agrees', ['day', 'batch', 'alike']]),
  );
  const odd = compareCards(
    three.map((n) => theirs(n)),
    [ours(1), ours(2)],
  );
  expect(odd).toMatchObject({ pairs: [], alike: [{ theirs: [0, 1, 2], ours: [0, 1] }] });
  // Evidence tells two of them apart, and only the third is missing.
  const told = compareCards(
    [theirs(1), theirs(2, { lastFour: '4411' }), theirs(3, { lastFour: '9021' })],
    [ours(1, { lastFour: '4411' }), ours(2, { lastFour: '9021' })],
  );
  expect(told).toMatchObject({ missingHere: [0], missingThere: [], alike: [] });
});

test('a card that the processor has twice is told as that', () => {
  for (const one of [{ authorisation: 'A1' }, { lastFour: '4411', time: '10:00' }])
    expect(
      compareCards(
        [theirs(1, one), theirs(2, one)],
        [ours(5, { reference: 'A1', lastFour: '4411', time: '10:00' })],
      ),
    ).toMatchObject({
      pairs: [{ theirs: 0 }],
      twice: [{ theirs: 1, of: 0 }],
      missingHere: [],
    });
});

/** Each way to pair rows with columns, by trying. */
function* ways(
  allowed: (i: number, j: number) => boolean,
  rows: number,
  columns: number,
  row = 0,
  used: readonly number[] = [],
): Generator<[number, number][]> {
  if (row === rows) {
    yield [];
    return;
  }
  for (const rest of ways(allowed, rows, columns, row + 1, used)) yield rest;
  for (let j = 0; j < columns; j += 1) {
    if (used.includes(j) || !allowed(row, j)) continue;
    for (const rest of ways(allowed, rows, columns, row + 1, [...used, j]))
      yield [[row, j], ...rest];
  }
}

test('the heaviest assignment, and what is in each of them, is what trying all finds', () => {
  const matrix = fc
    .tuple(fc.integer({ min: 1, max: 4 }), fc.integer({ min: 1, max: 4 }))
    .chain(([rows, columns]) =>
      fc.array(
        fc.array(fc.integer({ min: 0, max: 3 }), { minLength: columns, maxLength: columns }),
        {
          ...{ minLength: rows, maxLength: rows },
        },
      ),
    );
  fc.assert(
    fc.property(matrix, (weights) => {
      const all = [...ways((i, j) => weights[i]![j]! > 0, weights.length, weights[0]!.length)];
      const weigh = (way: readonly [number, number][]) =>
        way.reduce((sum, [i, j]) => sum + weights[i]![j]!, 0);
      const best = Math.max(...all.map(weigh));
      const heaviest = all.filter((way) => weigh(way) === best);
      const { pairs, open, groupOfRow } = assign(weights);
      expect(weigh(pairs.map(({ row, column }) => [row, column]))).toBe(best);
      const inAll = ([i, j]: readonly [number, number]) =>
        heaviest.every((way) => way.some(([a, b]) => a === i && b === j));
      expect(
        pairs.filter(({ fixed }) => fixed).map(({ row, column }) => [row, column].join()),
      ).toEqual(heaviest[0]!.filter(inAll).map((pair) => pair.join()));
      // A group is closed where each of its rows is paired, whichever heaviest one is taken.
      for (const { row, group } of pairs) {
        if (open.has(group)) continue;
        for (let i = 0; i < weights.length; i += 1)
          if (groupOfRow[i] === group)
            expect(heaviest.every((way) => way.some(([a]) => a === i))).toBe(true);
        expect(groupOfRow[row]).toBe(group);
      }
    }),
    { numRuns: 1500 },
  );
});

const LAST_FOURS = ['', '4411', '9021'] as const;
const TIMES = [null, '10:00', '10:10', '10:20', '15:00'] as const;
const card = fc.record({
  lastFour: fc.constantFrom(...LAST_FOURS),
  time: fc.constantFrom(...TIMES),
  batchDate: fc.constantFrom(MON, '2026-03-03'),
  on: fc.constantFrom(MON, '2026-03-03'),
});

test('agreeing cards: the largest set with most evidence, as trying all finds it', () => {
  const side = fc.array(card, { maxLength: 5 });
  const weighs = { lastFour: 8, time: 4, day: 2, batch: 1 } as Record<string, number>;
  fc.assert(
    fc.property(side, side, (left, right) => {
      const their = left.map((over, i) => theirs(i, over));
      const our = right.map((over, i) => ours(i, over));
      const sides = sidesOf(their, our);
      const evidence = (i: number, j: number) =>
        evidenceOf(sides.theirs.facts, i, sides.ours.facts, j);
      const weigh = (way: readonly [number, number][]) =>
        way.length * 1000 +
        way.flatMap(([i, j]) => evidence(i, j)).reduce((sum, one) => sum + weighs[one]!, 0);
      const all = [...ways((i, j) => evidence(i, j).length > 0, left.length, right.length)];
      const best = Math.max(...all.map(weigh));
      const heaviest = all.filter((way) => weigh(way) === best);
      const found = agreeing(sides.theirs, sides.ours);
      // Each pair that is told is in a heaviest set; each that is in all of them is told.
      const told = found.pairs.map((pair) => `${pair.theirs} ${pair.ours}`);
      const always = heaviest[0]!.filter(([i, j]) =>
        heaviest.every((way) => way.some(([a, b]) => a === i && b === j)),
      );
      expect(told).toEqual(expect.arrayContaining(always.map(([i, j]) => `${i} ${j}`)));
      for (const { theirs: i, ours: j, evidence: said } of found.pairs) {
        expect(heaviest.some((way) => way.some(([a, b]) => a === i && b === j))).toBe(true);
        expect(said.includes('alike')).toBe(!always.some(([a, b]) => a === i && b === j));
      }
      // Whoever is in some heaviest set, and is not told, is said to be alike with others.
      const alike = new Set(found.alike.flatMap((one) => one.theirs));
      for (const [i] of heaviest[0]!)
        expect(alike.has(i) || found.pairs.some((pair) => pair.theirs === i)).toBe(true);
    }),
    { numRuns: 600 },
  );
});

test('whatever stands on either side, each card is told once, and the difference is theirs', () => {
  const any = fc.record({
    ...{ lastFour: fc.constantFrom(...LAST_FOURS), time: fc.constantFrom(...TIMES) },
    batchDate: fc.constantFrom(MON, '2026-03-03'),
    scheme: fc.constantFrom('Meridian', 'Corvus'),
    amountMinor: fc.constantFrom(10_00, -10_00, 11_00, 25_00),
    reference: fc.constantFrom('', 'A1', 'A2', 'A3'),
  });
  fc.assert(
    fc.property(
      fc.array(any, { maxLength: 12 }),
      fc.array(any, { maxLength: 12 }),
      (left, right) => {
        const their = left.map((over, i) => theirs(i, over));
        const our = right.map((over, i) => ours(100 + i, over));
        const found = compareCards(their, our);
        const told = [
          ...found.pairs.map((pair) => pair.theirs),
          ...found.twice.map((one) => one.theirs),
          ...found.missingHere,
          ...found.alike.flatMap((one) => one.theirs),
        ];
        expect([...told].sort((a, b) => a - b)).toEqual(their.map((_, i) => i));
        const told2 = [
          ...found.pairs.map((pair) => pair.ours),
          ...found.missingThere,
          ...found.alike.flatMap((one) => one.ours),
        ];
        expect([...told2].sort((a, b) => a - b)).toEqual(our.map((_, i) => i));
        for (const pair of found.pairs)
          if (pair.finding === 'agrees' || pair.finding === 'otherBatch')
            expect(their[pair.theirs]!.amountMinor).toBe(our[pair.ours]!.amountMinor);
        // In another order of the cards all is told the same.
        const turned = compareCards([...their].reverse(), [...our].reverse());
        const named = (one: typeof found, flip: boolean) =>
          one.pairs
            .map((pair) =>
              [
                flip ? their.length - 1 - pair.theirs : pair.theirs,
                flip ? our.length - 1 - pair.ours : pair.ours,
                pair.finding,
              ].join(),
            )
            .sort();
        expect(named(turned, true)).toEqual(named(found, false));
      },
    ),
    { numRuns: 500 },
  );
});

test.each([
  ['with references', true],
  ['by digits and time alone', false],
])(
  'a quarter with planted faults, %s: each that can be told is named, none invented',
  (_, refs) => {
    const { theirCards, ourCards, planted } = plantedCards({ seed: 4711, days: 90, refs });
    const found = compareCards(theirCards, ourCards);
    const named = new Map<string, string>();
    for (const { theirs: i, ours: j, finding } of found.pairs)
      if (finding !== 'agrees') {
        named.set(`their ${theirCards[i]!.row}`, finding);
        named.set(`our ${ourCards[j]!.id}`, finding);
      }
    for (const { theirs: i } of found.twice) named.set(`their ${theirCards[i]!.row}`, 'twice');
    for (const i of found.missingHere) named.set(`their ${theirCards[i]!.row}`, 'missingHere');
    for (const j of found.missingThere) named.set(`our ${ourCards[j]!.id}`, 'missingThere');
    const alike = new Set(
      found.alike.flatMap((one) => [
        ...one.theirs.map((i) => `their ${theirCards[i]!.row}`),
        ...one.ours.map((j) => `our ${ourCards[j]!.id}`),
      ]),
    );
    const wrong = planted.filter(({ on, fault }) => named.get(on) !== fault && !alike.has(on));
    expect(wrong).toEqual([]);
    const meant = new Set(planted.flatMap(({ on, also }) => [on, ...(also ? [also] : [])]));
    expect([...named.keys()].filter((on) => !meant.has(on))).toEqual([]);
    // With references nothing at all is left in a crowd.
    if (refs) expect([...alike]).toEqual([]);
    expect(planted.length).toBeGreaterThan(100);
  },
);

test('what is paired already stays so: the rest is told as it was, and what came later finds its own', () => {
  for (const refs of [true, false]) {
    const { theirCards, ourCards } = plantedCards({ seed: 23, days: 20, refs });
    const found = compareCards(theirCards, ourCards);
    const bare = ({ pairs, ...rest }: typeof found) => ({
      ...rest,
      pairs: pairs.map(({ theirs: i, ours: j, finding }) => [i, j, finding]),
    });
    const again = compareCards(theirCards, ourCards, found.pairs);
    expect(bare(again)).toEqual(bare(found));
    // Of whatever was missing here, one card each, rung up a week later under its reference.
    const later = found.missingHere.map((i, at) => {
      const { scheme, amountMinor, lastFour, on, time } = theirCards[i]!;
      const authorisation = `LATER-${at}`;
      theirCards[i] = { ...theirCards[i]!, authorisation };
      return ours(1_000_000 + at, {
        ...{ scheme, amountMinor, lastFour, on: on ?? MON, time, reference: authorisation },
        batchDate: '2027-01-04',
      });
    });
    const whole = compareCards(theirCards, [...ourCards, ...later], found.pairs);
    expect(later.length).toBeGreaterThan(3);
    expect(whole.missingHere).toEqual([]);
    expect(whole.pairs).toEqual(
      expect.arrayContaining(
        found.missingHere.map((i, at) =>
          expect.objectContaining({
            theirs: i,
            ours: ourCards.length + at,
            finding: 'otherBatch',
          }),
        ),
      ),
    );
  }
});
