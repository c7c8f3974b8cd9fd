import fc from 'fast-check';
import { countTotal, denominations, rollPieces } from '../money';
import { lacking, leaveIn, orderChange } from './change';

const VALUES = denominations('CAD');
const someCount = (most: number) =>
  fc.dictionary(fc.constantFrom(...VALUES.map(String)), fc.integer({ min: 0, max: most }));

test('what stays is of the pieces that are there, just the float, and as much small change as can be', () => {
  expect(leaveIn({ 10000: 2, 2000: 5, 500: 3, 100: 10 }, 100_00)).toEqual({
    100: 10,
    500: 2,
    2000: 4,
  });
  expect(leaveIn({ 10000: 2 }, 50_00)).toBeNull();
  expect(leaveIn({}, 0)).toEqual({});
  // As many pieces as a count can tell: in a moment, while somebody types.
  expect(leaveIn({ 5: 99_999, 10: 99_999, 10000: 99 }, 9_999_95)).toEqual({
    5: 99_999,
    10: 50_000,
  });
});

/** Every way to take of a count just an amount: slowly, one piece after the other. */
function allWays(count: Record<string, number>, amount: number): Record<string, number>[] {
  const [first, ...rest] = Object.keys(count).filter((value) => count[value]! > 0);
  if (first === undefined) return amount === 0 ? [{}] : [];
  const others = Object.fromEntries(rest.map((value) => [value, count[value]!]));
  return Array.from({ length: count[first]! + 1 }, (_, n) => n).flatMap((n) =>
    n * Number(first) > amount
      ? []
      : allWays(others, amount - n * Number(first)).map((way) =>
          n > 0 ? { ...way, [first]: n } : way,
        ),
  );
}

test('against every way there is: one is found where there is one, and none leaves more of the smallest', () => {
  fc.assert(
    fc.property(someCount(3), fc.integer({ min: 0, max: 60 }), (count, fives) => {
      const amount = fives * 5;
      const ways = allWays(count, amount);
      const found = leaveIn(count, amount);
      expect(found === null).toBe(ways.length === 0);
      if (found === null) return;
      expect(countTotal(found)).toBe(amount);
      for (const [value, pieces] of Object.entries(found))
        expect(pieces).toBeLessThanOrEqual(count[value]!);
      for (const way of ways) {
        const apart = [...VALUES]
          .reverse()
          .find((value) => (way[value] ?? 0) !== (found[value] ?? 0));
        if (apart !== undefined) expect(way[apart] ?? 0).toBeLessThan(found[apart] ?? 0);
      }
    }),
  );
});

test('an order and what the safe has fill every drawer up, in whole rolls, and no roll of it could be left out', () => {
  const sizes = rollPieces('CAD');
  fc.assert(
    fc.property(
      fc.array(fc.record({ wanted: someCount(60), left: someCount(60) }), { maxLength: 3 }),
      someCount(40),
      (drawers, inSafe) => {
        const lacks = drawers.map(({ wanted, left }) => lacking(wanted, left));
        const order = orderChange(lacks, sizes, inSafe);
        expect(order.totalMinor).toBe(countTotal(order.count));
        for (const value of VALUES) {
          const together = drawers.reduce(
            (sum, { wanted, left }) =>
              sum + Math.max(0, (wanted[value] ?? 0) - (left[value] ?? 0)),
            0,
          );
          const lack = Math.max(0, together - (inSafe[value] ?? 0));
          expect(order.fromSafe[value] ?? 0).toBe(together - lack);
          const fetched = order.count[value] ?? 0;
          const size = sizes[value] ?? 1;
          expect(fetched).toBeGreaterThanOrEqual(lack);
          expect(fetched - lack).toBeLessThan(size);
          expect(fetched % size).toBe(0);
        }
      },
    ),
  );
});
