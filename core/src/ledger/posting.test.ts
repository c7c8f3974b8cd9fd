import fc from 'fast-check';
import { assertBalanced, mergeLines, post, reverseLines, type JournalLine } from './posting';

const PARTS = fc.array(
  fc.record({
    net: fc.integer({ min: 1, max: 1_000_000 }),
    tax: fc.integer({ min: 0, max: 60_000 }),
    departmentId: fc.integer({ min: 1, max: 4 }),
    card: fc.boolean(),
  }),
  { minLength: 1, maxLength: 15 },
);
const entry = (parts: { net: number; tax: number; departmentId: number; card: boolean }[]) =>
  parts.flatMap(({ net, tax, departmentId, card }): JournalLine[] => [
    ...post('sale.line', {
      net: { amountMinor: net, departmentId },
      tax: [{ amountMinor: tax, authorityId: 1 }],
    }),
    ...(card
      ? post('tender.card', { amount: net + tax }, { processorId: 1 })
      : post('tender.cash', { kept: net + tax }, { drawerId: 1 })),
  ]);
const sum = (lines: readonly JournalLine[]) =>
  lines.reduce((total, { amountMinor }) => total + amountMinor, 0);

test('an entry of any rows balances; merging and reversing keep it so', () => {
  fc.assert(
    fc.property(PARTS, (parts) => {
      const lines = mergeLines(entry(parts));
      assertBalanced(lines);
      expect(sum(mergeLines([...lines, ...reverseLines(lines)]))).toBe(0);
      expect(mergeLines([...lines, ...reverseLines(lines)])).toEqual([]);
      expect(mergeLines(lines)).toEqual(lines);
      // No account and dimension stands twice, and none with nothing.
      const keys = lines.map(({ amountMinor: _amount, ...rest }) => JSON.stringify(rest));
      expect(new Set(keys).size).toBe(keys.length);
      expect(lines.every(({ amountMinor }) => amountMinor !== 0)).toBe(true);
    }),
  );
});

test('an entry that is off, or of one line, is not asserted', () => {
  const line = post('tender.cash', { kept: 5 }, { drawerId: 1 });
  expect(() => assertBalanced(line)).toThrow('off by 5 minor units');
  expect(() => assertBalanced([])).toThrow('two lines at least');
});

test('a chosen account must be named, and carries only its own dimension', () => {
  // But an expense may say which department it is for; what is no expense or income does not.
  const of = (ledgerAccount: 'supplies' | 'safe') =>
    post('expense.line', { parts: [{ amountMinor: 5, ledgerAccount, departmentId: 2 }] });
  expect(of('supplies')).toMatchObject([{ departmentId: 2 }]);
  expect(of('safe')[0]).not.toHaveProperty('departmentId');
  expect(() => post('expense.line', { parts: [100] })).toThrow('needs an account');
  const shared = { drawerId: 1, processorId: 2, bankAccountId: 3 };
  expect(post('cash.drop', { amount: 5 }, shared)).toEqual([
    { ledgerAccount: 'safe', amountMinor: 5 },
    { ledgerAccount: 'drawer', amountMinor: -5, drawerId: 1 },
  ]);
});
