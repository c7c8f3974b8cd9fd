import fc from 'fast-check';
import { minor, sum } from '../money';
import { byLines } from './byLines';

const held = fc
  .uniqueArray(
    fc.record({
      takingsDay: fc.constantFrom('2026-03-01', '2026-03-02', '2026-03-03'),
      pot: fc.constantFrom('card 1 Corvus', 'card 1 Meridian'),
      amountMinor: fc.integer({ min: -500, max: 2_000 }).filter((n) => n !== 0),
    }),
    { minLength: 1, selector: ({ takingsDay, pot }) => `${takingsDay} ${pot}` },
  )
  .map((parts) => parts.map((part) => ({ ...part, amountMinor: minor(part.amountMinor) })));

test('each line brings its amount, and the lines together just what was held of each day and pot', () => {
  fc.assert(
    fc.property(held, fc.array(fc.integer({ min: -300, max: 900 })), (parts, first) => {
      const whole = sum(parts.map(({ amountMinor }) => amountMinor));
      const lines = [...first, whole - sum(first)];
      const brought = byLines(parts, lines);
      expect(brought.map((of) => sum(of.map(({ amountMinor }) => amountMinor)))).toEqual(
        lines,
      );
      for (const { takingsDay, pot, amountMinor } of parts) {
        const own = brought
          .flat()
          .filter((part) => part.takingsDay === takingsDay && part.pot === pot);
        expect(sum(own.map((part) => part.amountMinor))).toBe(amountMinor);
      }
    }),
  );
});

test('the oldest days come home with the first line', () => {
  const parts = [
    { takingsDay: '2026-03-02', pot: 'cash', amountMinor: minor(50_00) },
    { takingsDay: '2026-03-01', pot: 'cash', amountMinor: minor(30_00) },
  ];
  expect(byLines(parts, [40_00, 40_00])).toEqual([
    [
      { takingsDay: '2026-03-01', pot: 'cash', amountMinor: 30_00 },
      { takingsDay: '2026-03-02', pot: 'cash', amountMinor: 10_00 },
    ],
    [{ takingsDay: '2026-03-02', pot: 'cash', amountMinor: 40_00 }],
  ]);
});
