import fc from 'fast-check';
import { assertBalanced } from '../ledger';
import { denominations } from '../money';
import { countTotal, decideClose, differenceHints } from '.';

const CAD = denominations('CAD');
const STATE = {
  drawerId: 1,
  expectedMinor: 362_35,
  floatMinor: 150_00,
  movements: [
    { takingsDay: '2026-03-01', amountMinor: 100_00 },
    { takingsDay: '2026-03-02', amountMinor: 112_35 },
  ],
  cheques: [] as { id: number; takingsDay: string; amountMinor: number }[],
  today: '2026-03-02',
};

test('a short drawer: the difference is posted, the float stays, the safe gets each day', () => {
  const decided = decideClose({ 10000: 3, 1000: 6, 25: 1 }, [], CAD, STATE);
  if (!decided.ok) throw new Error('refused');
  expect(decided.value).toMatchObject({
    countedMinor: 360_25,
    differenceMinor: -2_10,
    floatLeftMinor: 150_00,
    toSafeMinor: 210_25,
    safeItems: [
      { takingsDay: '2026-03-01', amountMinor: 100_00 },
      { takingsDay: '2026-03-02', amountMinor: 110_25 },
    ],
  });
  assertBalanced(decided.value.lines);
});

test('less than the float: nothing goes to the safe, but the days still add up', () => {
  const decided = decideClose({ 5000: 1 }, [], CAD, STATE);
  if (!decided.ok) throw new Error('refused');
  expect(decided.value).toMatchObject({ floatLeftMinor: 50_00, toSafeMinor: 0 });
  expect(decided.value.safeItems.map((item) => item.amountMinor)).toEqual([100_00, -100_00]);
});

test.each([
  [{ 3: 1 }, 'count.denomination'],
  [{ 100: -1 }, 'count.pieces'],
  [{ 100: 0.5 }, 'count.pieces'],
])('count %o is refused', (count, code) => {
  expect(decideClose(count, [], CAD, STATE)).toMatchObject({ refusals: [{ code }] });
});

test('for any count: drawer ends at its float, what left it is in the safe', () => {
  const count = fc.dictionary(fc.constantFrom(...CAD.map(String)), fc.nat(40));
  fc.assert(
    fc.property(count, fc.integer({ min: -500_00, max: 900_00 }), (pieces, expectedMinor) => {
      const decided = decideClose(pieces, [], CAD, { ...STATE, expectedMinor });
      if (!decided.ok) throw new Error('refused');
      const { lines, safeItems, floatLeftMinor, toSafeMinor } = decided.value;
      const onDrawer = lines
        .filter((line) => line.account === 'drawer')
        .reduce((total, line) => total + line.amountMinor, 0);
      expect(expectedMinor + onDrawer).toBe(floatLeftMinor);
      expect(safeItems.reduce((total, item) => total + item.amountMinor, 0)).toBe(toSafeMinor);
      expect(floatLeftMinor + toSafeMinor).toBe(countTotal(pieces));
    }),
  );
});

describe('cheques in the drawer', () => {
  // Of 362.35 expected, 150.00 float; cheques of 80.00 (yesterday) and 42.35 (today).
  const state = {
    ...STATE,
    cheques: [
      { id: 5, takingsDay: '2026-03-01', amountMinor: 80_00 },
      { id: 6, takingsDay: '2026-03-02', amountMinor: 42_35 },
    ],
  };
  const cash = { 10000: 2, 2000: 2 };

  test('go to the safe one by one, the cash of their days beside them', () => {
    const decided = decideClose(cash, [5, 6], CAD, state);
    expect(decided).toMatchObject({
      value: {
        countedMinor: 362_35,
        differenceMinor: 0,
        chequesCountedMinor: 122_35,
        toSafeMinor: 212_35,
        safeItems: [
          { takingsDay: '2026-03-01', amountMinor: 20_00, chequeId: null },
          { takingsDay: '2026-03-02', amountMinor: 70_00, chequeId: null },
          { takingsDay: '2026-03-01', amountMinor: 80_00, chequeId: 5 },
          { takingsDay: '2026-03-02', amountMinor: 42_35, chequeId: 6 },
        ],
      },
    });
  });

  test('one that is missing is short, and no cheque makes up for the float', () => {
    const decided = decideClose({ 10000: 1 }, [6], CAD, state);
    expect(decided).toMatchObject({
      value: { differenceMinor: -220_00, floatLeftMinor: 100_00, toSafeMinor: 42_35 },
    });
    expect(decideClose(cash, [7], CAD, state)).toMatchObject({
      refusals: [{ code: 'count.unknownCheque' }],
    });
  });
});

// Common practice: divisible by 9, digits swapped; half of it, taken on the wrong side.
test('hints for a difference', () => {
  expect(differenceHints(-(54_00 - 45_00))).toEqual([
    { code: 'hint.divisibleBy9' },
    { code: 'hint.half', halfMinor: 4_50 },
  ]);
  expect(differenceHints(5)).toEqual([]);
  expect(differenceHints(0)).toEqual([]);
});
