import fc from 'fast-check';
import { match, NODE_LIMIT, windowOf, type Line, type MatchInput, type Movement } from '.';

/*
 * The engine against its rules done the slow way: every pair is looked at, and every round looks
 * at every pair again. It shares with the engine only the windows, which have tests of their own.
 */
type Pair = { m: Movement; l: Line; grade: number; complete: boolean };

/** All pairs with equal sums, inside the window, without a veto; each with its grade. */
function pairsOf({ movements, lines, holidays, covered, knownThrough }: MatchInput): Pair[] {
  return lines.flatMap((l) => {
    const named = movements.filter(({ references }) =>
      references.some((reference) => l.references.includes(reference)),
    );
    if (named.length === 1 && named[0]!.amountMinor !== l.amountMinor) return [];
    return movements.flatMap((m): Pair[] => {
      const { from, to } = windowOf(m, holidays);
      if (m.amountMinor !== l.amountMinor || l.date < from || l.date > to) return [];
      if (named.some((other) => other !== m)) return [];
      if ((l.kind && l.kind !== m.kind) || (l.party && l.party !== m.party)) return [];
      const grade = named.includes(m) ? 3 : l.kind && l.party ? 2 : 1;
      const whole = covered.some((span) => span.from <= from && span.to >= to);
      return [{ m, l, grade, complete: whole && l.date <= knownThrough }];
    });
  });
}

/** The pairs that the rounds settle, each with its round. */
function settle(all: readonly Pair[]): string[] {
  const certain: string[] = [];
  let alive = [...all];
  for (let round = 1; ; round += 1) {
    const meets = (a: Pair, b: Pair) => a !== b && (a.m === b.m || a.l === b.l);
    const settled = alive.filter(
      (pair) =>
        (pair.grade === 3 || (pair.grade === 2 && pair.complete)) &&
        !alive.some((other) => meets(pair, other) && other.grade >= pair.grade),
    );
    if (settled.length === 0) return certain.sort();
    certain.push(...settled.map(({ m, l, grade }) => `${m.id}=${l.id} ${grade} ${round}`));
    alive = alive.filter((pair) => !settled.some((one) => one === pair || meets(one, pair)));
  }
}

const date = fc
  .integer({ min: 2, max: 12 })
  .map((day) => `2026-03-${String(day).padStart(2, '0')}`);
const amountMinor = fc.constantFrom(100, 200);
const references = fc.constantFrom<readonly string[]>([], [], [], ['D-1'], ['D-2'], ['D-3']);
const party = fc.constantFrom('slips', 'processor 1');
const kindOf = (of: string): Movement['kind'] => (of === 'slips' ? 'slip' : 'settlement');

const movements = fc
  .array(fc.record({ dueDate: date, amountMinor, references, party }), { maxLength: 7 })
  .map((list) =>
    list.map((one, i): Movement => ({ ...one, id: `m${i}`, kind: kindOf(one.party) })),
  );
const lines = fc
  .array(fc.record({ date, amountMinor, references, known: fc.option(party) }), {
    maxLength: 7,
  })
  .map((list) =>
    list.map(({ known, ...one }, i): Line => ({
      ...one,
      id: `l${i}`,
      text: '',
      ...(known && { kind: kindOf(known), party: known }),
    })),
  );
const inputs: fc.Arbitrary<MatchInput> = fc.record({
  movements,
  lines,
  holidays: fc.constantFrom(new Set<string>(), new Set(['2026-03-04'])),
  covered: fc.constantFrom(
    [{ from: '2026-02-01', to: '2026-03-31' }],
    [{ from: '2026-03-03', to: '2026-03-31' }],
    [],
  ),
  knownThrough: fc.constantFrom('2026-03-31', '2026-03-06'),
});

describe('the engine against its rules done the slow way', () => {
  test('settles the same pairs in the same rounds', () => {
    fc.assert(
      fc.property(inputs, (input) => {
        const { certain } = match(input)!;
        const found = certain.map(
          ({ movementIds, lineIds, grade, round }) =>
            `${movementIds[0]}=${lineIds[0]} ${grade} ${round}`,
        );
        expect(found.sort()).toEqual(settle(pairsOf(input)));
      }),
      { numRuns: 600 },
    );
  });

  test('what settles in a later round leans on earlier groups; without them it would not be', () => {
    fc.assert(
      fc.property(inputs, (input) => {
        const { certain } = match(input)!;
        for (const group of certain) {
          expect(group.leansOn.length > 0).toBe(group.round > 1);
          for (const at of group.leansOn) {
            const leaned = certain[at]!;
            expect(leaned.round).toBeLessThan(group.round);
            // Gone from the data, what it explained stands open and may rival the group again.
            const rivals = pairsOf(input).filter(
              ({ m, l, grade }) =>
                grade >= group.grade &&
                (m.id === group.movementIds[0]) !== (l.id === group.lineIds[0]) &&
                (m.id === leaned.movementIds[0] || l.id === leaned.lineIds[0]),
            );
            expect(rivals.length).toBeGreaterThan(0);
          }
        }
      }),
      { numRuns: 600 },
    );
  });

  test('each line is said once: certain, likely, reserved or open; so is each movement', () => {
    fc.assert(
      fc.property(inputs, (input) => {
        const result = match(input)!;
        const groups = [...result.certain, ...result.likely];
        const said = [
          ...groups.flatMap(({ lineIds }) => lineIds),
          ...result.reserved.map(({ lineId }) => lineId),
          ...result.openLineIds,
        ];
        expect(said.sort()).toEqual(input.lines.map(({ id }) => id).sort());
        const moved = [
          ...groups.flatMap(({ movementIds }) => movementIds),
          ...result.openMovementIds,
        ];
        expect(moved.sort()).toEqual(input.movements.map(({ id }) => id).sort());
      }),
    );
  });
});

test('a component beyond the node limit has nothing certain; another beside it has', () => {
  const side = Math.ceil(Math.sqrt(NODE_LIMIT + 1));
  const many = Array.from({ length: side }, (_, i) => i);
  const result = match({
    movements: [
      ...many.map((i): Movement => ({
        id: `m${i}`,
        kind: 'slip',
        party: 'slips',
        dueDate: '2026-03-02',
        amountMinor: 100,
        // One is named by its line: alone, that would make it certain.
        references: i === 0 ? ['D-1'] : [],
      })),
      {
        id: 'apart',
        kind: 'slip',
        party: 'slips',
        dueDate: '2026-03-02',
        amountMinor: 999,
        references: ['D-9'],
      },
    ],
    lines: [
      ...many.map((i): Line => ({
        id: `l${i}`,
        date: '2026-03-03',
        amountMinor: 100,
        references: [],
        text: '',
      })),
      { id: 'named', date: '2026-03-03', amountMinor: 100, references: ['D-1'], text: '' },
      { id: 'apart', date: '2026-03-03', amountMinor: 999, references: ['D-9'], text: '' },
    ],
    holidays: new Set(),
    covered: [{ from: '2026-02-01', to: '2026-03-31' }],
    knownThrough: '2026-03-31',
  })!;
  expect(result.certain).toMatchObject([{ movementIds: ['apart'], lineIds: ['apart'] }]);
  expect(new Set(result.likely.map(({ because }) => because))).toEqual(new Set(['crowded']));
});
