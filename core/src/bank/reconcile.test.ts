import fc from 'fast-check';
import { checkFinish, reconcile } from '.';

const DAY = fc.integer({ min: 1, max: 20 });
/** Something that moves at the bank: recorded, perhaps taken back, perhaps shown by a line, perhaps undone again. */
const moved = fc.record({
  amountMinor: fc.integer({ min: -9_999, max: 9_999 }).filter((one) => one !== 0),
  recorded: DAY,
  line: fc.option(DAY, { nil: null }),
  /** How many days after its line it is posted: where its own day is filed. */
  later: fc.constantFrom(0, 0, 0, 3),
  undone: fc.option(DAY, { nil: null }),
});
type Moved = typeof moved extends fc.Arbitrary<infer T> ? T : never;
const strange = fc.record({ amountMinor: fc.integer({ min: -500, max: 500 }), line: DAY });

/** What each day's end looks like, told from the events one by one. */
function at(day: number, all: readonly Moved[]) {
  const parts = all.map(({ amountMinor, recorded, line, later, undone }) => {
    const inBooks = recorded <= day ? amountMinor : 0;
    const posted = line !== null && line + later <= day ? amountMinor : 0;
    const back = posted !== 0 && undone !== null && undone <= day ? amountMinor : 0;
    return {
      bank: posted - back,
      transit: inBooks - posted + back,
      shown: line !== null && line <= day ? amountMinor : 0,
    };
  });
  const apart = parts.map(({ bank, shown }) => shown - bank);
  return {
    bankMinor: parts.reduce((sum, { bank }) => sum + bank, 0),
    transitMinor: parts.reduce((sum, { transit }) => sum + transit, 0),
    statementMinor: parts.reduce((sum, { shown }) => sum + shown, 0),
    underWay: parts.map(({ transit }) => ({ amountMinor: transit })),
    notPosted: apart.map((amountMinor) => ({ amountMinor })),
    ahead: [] as { amountMinor: number }[],
  };
}

test('the formula holds on any day, whatever came, was posted late, or was undone', () => {
  fc.assert(
    fc.property(fc.array(moved), fc.array(strange), DAY, (all, unknown, day) => {
      const sides = at(day, all);
      // Lines that nobody knows stand on the statement alone.
      const alone = unknown.filter(({ line }) => line <= day);
      const statementMinor =
        sides.statementMinor + alone.reduce((sum, one) => sum + one.amountMinor, 0);
      const told = { ...sides, statementMinor, notPosted: [...sides.notPosted, ...alone] };
      expect(reconcile(told).differenceMinor).toBe(0);
      // One that is left out shows, to the cent.
      const [first, ...rest] = told.notPosted;
      if (first)
        expect(reconcile({ ...told, notPosted: rest }).differenceMinor).toBe(
          first.amountMinor,
        );
    }),
  );
});

// Statement 1,000.00: books 1,150.00, of which 200.00 are under way, and 50.00 that nobody knows (derived).
test('a statement is the books less what is under way, with what is not in them', () => {
  const sides = {
    ...{ statementMinor: 1_000_00, bankMinor: 950_00, transitMinor: 200_00 },
    underWay: [{ amountMinor: 250_00 }, { amountMinor: -50_00 }],
    notPosted: [{ amountMinor: 50_00 }],
    ahead: [],
  };
  expect(reconcile(sides)).toEqual({
    ...{ booksMinor: 1_150_00, expectedMinor: 1_000_00, differenceMinor: 0 },
  });
  expect(reconcile({ ...sides, statementMinor: null }).differenceMinor).toBe(0);
});

test.each([
  [{}, null],
  [{ asOf: '2026-03-13' }, 'reconcile.future'],
  [{ finishedTo: '2026-03-10' }, 'reconcile.earlier'],
  [{ statementMinor: null }, 'reconcile.notCovered'],
  [{ linesOpen: 2 }, 'reconcile.linesOpen'],
  [{ differenceMinor: -1 }, 'reconcile.differs'],
])('a statement with %j is finished unless %s', (over, code) => {
  const checked = checkFinish({
    ...{ asOf: '2026-03-10', today: '2026-03-12', finishedTo: '2026-03-09' },
    ...{ statementMinor: 5, linesOpen: 0, differenceMinor: 0 },
    ...over,
  });
  expect(checked.ok ? null : checked.refusals[0]!.code).toBe(code);
});
