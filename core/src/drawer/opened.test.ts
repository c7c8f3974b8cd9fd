import fc from 'fast-check';
import { assertBalanced, type JournalLine } from '../ledger';
import { minor, sum } from '../money';
import { decideOpening } from '.';
import type { CashPart } from './acts';

const part = (takingsDay: string, amountMinor: number, pot = 'broughtIn'): CashPart => ({
  takingsDay,
  pot,
  amountMinor: minor(amountMinor),
});
const STATE = {
  drawerId: 1,
  today: '2026-03-02',
  denominations: [5, 100, 500, 1000, 5000, 10000],
  usualMinor: 150_00,
  fundHeld: [part('2026-02-01', 150_00)],
  open: false,
};
const count = { 10000: 1, 5000: 1 };
const refusal = (command: Parameters<typeof decideOpening>[0], more = {}) => {
  const outcome = decideOpening(command, { ...STATE, ...more });
  return outcome.ok ? null : outcome.refusals[0]!.code;
};

test('the usual float opens without a word; any other asks why', () => {
  const usual = decideOpening({ count, note: '' }, STATE);
  expect(usual).toMatchObject({ ok: true, value: { differenceMinor: 0, lines: [] } });
  expect(refusal({ count: { 10000: 1 }, note: ' ' })).toBe('drawerOpen.note');
  // It is all there, but the shop leaves another float as a rule.
  expect(refusal({ count, note: '' }, { usualMinor: 200_00 })).toBe('drawerOpen.note');
  expect(refusal({ count, note: 'Fair day' }, { usualMinor: 200_00 })).toBeNull();
  expect(refusal({ count, note: '' }, { open: true })).toBe('drawerOpen.open');
  expect(refusal({ count: { 3: 1 }, note: '' })).toBe('count.denomination');
});

/** What the lines leave of the fund, by day and pot. */
const left = (held: readonly CashPart[], lines: readonly JournalLine[]) =>
  sum([
    ...held.map(({ amountMinor }) => amountMinor),
    ...lines.flatMap(({ ledgerAccount, amountMinor }) =>
      ledgerAccount === 'fund' ? [amountMinor] : [],
    ),
  ]);

test('whatever is counted: the fund is what was counted, and each day and pot is zero by itself', () => {
  const parts = fc.array(
    fc.record({
      day: fc.constantFrom('2026-02-01', '2026-02-20', '2026-02-28'),
      pot: fc.constantFrom('broughtIn', 'cash'),
      amount: fc.integer({ min: 1, max: 200_00 }),
    }),
    { maxLength: 4 },
  );
  fc.assert(
    fc.property(parts, fc.integer({ min: 0, max: 8000 }), (drawn, nickels) => {
      const fundHeld = [
        ...new Map(
          drawn.map(({ day, pot, amount }) => [`${day} ${pot}`, part(day, amount, pot)]),
        ).values(),
      ];
      const outcome = decideOpening(
        { count: { 5: nickels }, note: 'Counted' },
        { ...STATE, fundHeld },
      );
      if (!outcome.ok) throw new Error('refused');
      const { lines } = outcome.value;
      // Where nothing differs there is no entry.
      if (lines.length > 0) assertBalanced(lines);
      expect(left(fundHeld, lines)).toBe(5 * nickels);
      const byDay = new Map<string, number>();
      for (const { tag, amountMinor } of lines) {
        const key = `${tag!.takingsDay} ${tag!.pot}`;
        byDay.set(key, (byDay.get(key) ?? 0) + amountMinor);
      }
      expect([...byDay.values()].filter((amount) => amount !== 0)).toEqual([]);
    }),
    { numRuns: 1000 },
  );
});
