import fc from 'fast-check';
import { candidatesOf, ids, meet, named, refs, settle } from './slowly';
import { addDays } from '../dates';
import { match, windowOf, type Line, type MatchInput, type Movement } from '.';

const date = fc
  .integer({ min: 2, max: 10 })
  .map((day) => `2026-03-${String(day).padStart(2, '0')}`);
const party = fc.constantFrom('slips', 'processor 1');
const kindOf = (of: string): Movement['kind'] => (of === 'slips' ? 'slip' : 'settlement');
const someRefs = fc.constantFrom<readonly string[]>(
  [],
  [],
  [],
  [],
  ['D-1'],
  ['D-2'],
  ['D-1', 'D-2'],
);
const amountMinor = fc.constantFrom(100, 200, 300, 400, -100);

const movements = fc
  .array(fc.record({ dueDate: date, amountMinor, references: someRefs, party }), {
    maxLength: 6,
  })
  .map((list) =>
    list.map((one, i): Movement => ({ ...one, id: `m${i + 7}`, kind: kindOf(one.party) })),
  );
const lines = fc
  .array(fc.record({ date, amountMinor, references: someRefs, known: fc.option(party) }), {
    maxLength: 7,
  })
  .map((list) =>
    list.map(({ known, ...one }, i): Line => ({
      ...one,
      id: `l${i + 7}`,
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

describe('the engine against its definition done the slow way', () => {
  test('the same certain groups in the same rounds; likely and open are what is left', () => {
    fc.assert(
      fc.property(inputs, (input) => {
        const { certain, likely, reserved, openLineIds, openMovementIds } = match(input)!;
        const all = candidatesOf(input);
        const slow = settle(all);
        expect(
          certain
            .map(
              ({ movementIds, lineIds, grade, round }) =>
                `${ids(movementIds)}=${ids(lineIds)} ${grade} ${round}`,
            )
            .sort(),
        ).toEqual(slow.certain);
        // The days that its evidence names: any earlier or later one is outside a window of its movements.
        for (const { movementIds, lineIds, window } of certain) {
          const windows = input.movements
            .filter(({ id }) => movementIds.includes(id))
            .map((one) => windowOf(one, input.holidays));
          const inAll = (day: string) =>
            windows.every(({ from, to }) => from <= day && day <= to);
          expect([inAll(window.from), inAll(window.to)]).toEqual([true, true]);
          expect(
            [addDays(window.from, -1), addDays(window.to, 1)].some((day) => inAll(day)),
          ).toBe(false);
          for (const { id, date } of input.lines)
            if (lineIds.includes(id)) expect(inAll(date)).toBe(true);
        }
        // What is left: each proposal is a candidate, with candidates that share a member beside it.
        const left = new Map(slow.left.map((one) => [named(one), one]));
        for (const group of likely) {
          if (group.because === 'block') continue;
          const own = left.get(`${ids(group.movementIds)}=${ids(group.lineIds)}`)!;
          expect(own.grade).toBe(group.grade);
          const rivals = slow.left.filter((other) => meet(own, other));
          expect(group.rivals.length).toBe(Math.min(10, rivals.length));
          for (const rival of group.rivals)
            expect(rivals.map(named)).toContain(
              `${ids(rival.movementIds)}=${ids(rival.lineIds)}`,
            );
        }
        // Whoever is in no proposal, though he is in a candidate, shares it with one that is.
        const proposed = new Set(likely.flatMap((g) => [...g.movementIds, ...g.lineIds]));
        for (const one of slow.left)
          expect([...one.a, ...one.b].some(({ id }) => proposed.has(id))).toBe(true);
        // Reserved: names one, and is in no candidate.
        const explained = new Set(all.flatMap(({ b }) => b.map(({ id }) => id)));
        const differing = input.lines.flatMap((l) => {
          const meant = input.movements.filter((m) => refs(l, m));
          return meant.length === 1 &&
            !explained.has(l.id) &&
            meant[0]!.amountMinor !== l.amountMinor
            ? [l.id]
            : [];
        });
        expect(ids(reserved.map(({ lineId }) => lineId))).toBe(ids(differing));
        // Each is told once.
        const groups = [...certain, ...likely];
        expect(ids([...groups.flatMap((g) => g.lineIds), ...differing, ...openLineIds])).toBe(
          ids(input.lines.map(({ id }) => id)),
        );
        expect(ids([...groups.flatMap((g) => g.movementIds), ...openMovementIds])).toBe(
          ids(input.movements.map(({ id }) => id)),
        );
      }),
      { numRuns: 1_500 },
    );
  });

  test('what settles in a later round leans on earlier groups; without them it would not be', () => {
    fc.assert(
      fc.property(inputs, (input) => {
        const { certain } = match(input)!;
        const all = candidatesOf(input);
        for (const group of certain) {
          expect(group.leansOn.length > 0).toBe(group.round > 1);
          const own = all.find(
            (one) => named(one) === `${ids(group.movementIds)}=${ids(group.lineIds)}`,
          )!;
          for (const at of group.leansOn) {
            const leaned = certain[at]!;
            expect(leaned.round).toBeLessThan(group.round);
            // Gone from the data, what it explained stands open and may rival the group again.
            const rivals = all.filter(
              (other) =>
                other.grade >= own.grade &&
                meet(own, other) &&
                [...other.a, ...other.b].some(({ id }) =>
                  [...leaned.movementIds, ...leaned.lineIds].includes(id),
                ),
            );
            expect(rivals.length).toBeGreaterThan(0);
          }
        }
      }),
      { numRuns: 500 },
    );
  });

  test('the order of rows never matters', () => {
    fc.assert(
      fc.property(inputs, fc.integer(), (input, seed) => {
        const turned = <T>(list: readonly T[]) =>
          [...list].sort(
            (a, b) => hash(JSON.stringify(a), seed) - hash(JSON.stringify(b), seed),
          );
        const other = {
          ...input,
          movements: turned(input.movements),
          lines: turned(input.lines),
        };
        expect(match(other)).toEqual(match(input));
      }),
      { numRuns: 300 },
    );
  });
});

const hash = (text: string, seed: number) =>
  [...text].reduce((sum, sign) => Math.imul(sum ^ sign.charCodeAt(0), 16777619), seed | 0);

test('a search that reaches its limit makes nothing certain; what lies apart from it is untouched', () => {
  // Lines of one day that add up to one movement in more ways than are tried.
  const among = Array.from({ length: 60 }, (_, i): Line => ({
    ...{ id: `l${i}`, date: '2026-03-03', amountMinor: 1_000 + i, references: [], text: '' },
    ...{ kind: 'slip', party: 'slips' },
  }));
  const slip = (id: string, amountMinor: number, references: string[] = []): Movement => ({
    ...{ id, kind: 'slip', party: 'slips', dueDate: '2026-03-02', amountMinor, references },
  });
  const crowd = slip('m1', 8_400);
  const apart = { ...slip('m3', 70_000, ['D-9']), dueDate: '2026-03-09' };
  const plain: Line = { ...among[0]!, id: 'plain', amountMinor: 999 };
  const given = (...movements: Movement[]): MatchInput => ({
    movements,
    lines: [
      ...among,
      plain,
      { id: 'apart', date: '2026-03-09', amountMinor: 70_000, references: ['D-9'], text: '' },
    ],
    holidays: new Set(),
    covered: [{ from: '2026-02-01', to: '2026-03-31' }],
    knownThrough: '2026-03-31',
  });
  const certain = (input: MatchInput) => match(input)!.certain.map(({ lineIds }) => lineIds);
  expect(certain(given(slip('m2', 999), apart)).sort()).toEqual([['apart'], ['plain']]);
  // Its line may be one of those that were not all tried: it is certain no more.
  const result = match(given(crowd, slip('m2', 999), apart))!;
  expect(result.certain).toMatchObject([{ movementIds: ['m3'], lineIds: ['apart'] }]);
  expect(result.likely.length).toBeGreaterThan(0);
  expect(new Set(result.likely.map(({ because }) => because))).toEqual(new Set(['crowded']));
});
