import fc from 'fast-check';
import { assertBalanced } from '../ledger';
import { minor, roundCash } from '../money';
import { decideCorrection, type CorrectionState } from '.';

const TENDERS = [
  { id: 1, kind: 'cash', processorId: null, scheme: null, account: null },
  { id: 2, kind: 'card', processorId: 1, scheme: 'Meridian', account: null },
  { id: 3, kind: 'card', processorId: 1, scheme: 'Corvus', account: null },
  { id: 4, kind: 'other', processorId: null, scheme: null, account: 'owner' },
  { id: 5, kind: 'cheque', processorId: null, scheme: null, account: null },
].map((one) => ({
  ...one,
  asks: { lastFour: true, reference: true },
})) as CorrectionState['tenders'];

const state = (tenderId: number, amountMinor: number, more: Partial<CorrectionState> = {}) => {
  const { kind } = TENDERS.find(({ id }) => id === tenderId)!;
  const keptMinor = kind === 'cash' ? roundCash(amountMinor, 5) : minor(amountMinor);
  return {
    today: '2026-03-02',
    drawerId: 1,
    number: 'R-12',
    isVoid: false,
    hasReturns: false,
    hasExtras: false,
    corrected: false,
    counted: false,
    cashStepMinor: 5,
    tenders: TENDERS,
    wrong: {
      saleTenderId: 7,
      tenderId,
      kind,
      amountMinor,
      keptMinor,
      roundingMinor: amountMinor - keptMinor,
    },
    ...more,
  } satisfies CorrectionState;
};
const to = (tenderId: number) => ({ tenderId, lastFour: '4242', reference: 'A1' });
const sums = (lines: readonly { ledgerAccount: string; amountMinor: number }[]) => {
  const by: Record<string, number> = {};
  for (const { ledgerAccount, amountMinor } of lines) {
    by[ledgerAccount] = (by[ledgerAccount] ?? 0) + amountMinor;
  }
  return by;
};
const decided = (...args: Parameters<typeof decideCorrection>) => {
  const outcome = decideCorrection(...args);
  if (!outcome.ok) throw new Error(outcome.refusals[0]!.code);
  assertBalanced(outcome.value.lines);
  return outcome.value;
};

test('a card sale rung as cash: the drawer loses what it kept, the rounding goes, the card has the cents', () => {
  const { lines, broken } = decided(to(2), state(1, 37_13));
  expect(sums(lines)).toEqual({ drawer: -37_15, cardClearing: 37_13, rounding: 2 });
  expect(broken).toMatchObject([{ code: 'rule.tenderCorrected', params: { number: 'R-12' } }]);
});

test('in a drawer that is counted, cash stands against over and short on today and its pot', () => {
  const { lines } = decided(to(2), state(1, 31_80, { counted: true }));
  expect(lines.find(({ ledgerAccount }) => ledgerAccount === 'overAndShort')).toMatchObject({
    amountMinor: -31_80,
    tag: { takingsDay: '2026-03-02', pot: 'cash', holder: 'spent' },
  });
  expect(sums(lines)).toEqual({ overAndShort: -31_80, cardClearing: 31_80 });
});

test('there and back again moves nothing, whatever the amount and the tenders', () => {
  const kinds = fc.constantFrom(1, 2, 3, 4);
  fc.assert(
    fc.property(kinds, kinds, fc.integer({ min: 3, max: 999_99 }), (from, into, amount) => {
      if (from === into) return;
      const there = decided(to(into), state(from, amount));
      expect(there.taken.amountMinor).toBe(-there.given.amountMinor);
      const back = decided(to(from), state(into, amount));
      const both = sums([...there.lines, ...back.lines]);
      expect(Object.values(both).every((sum) => sum === 0)).toBe(true);
    }),
  );
});

test.each<[string, number, Partial<CorrectionState>]>([
  ['correct.void', 2, { isVoid: true }],
  ['correct.corrected', 2, { corrected: true }],
  ['correct.hasReturns', 2, { hasReturns: true }],
  ['correct.hasExtras', 2, { hasExtras: true }],
  ['correct.same', 1, {}],
  ['correct.kind', 5, {}],
  ['tender.unknown', 99, {}],
])('refused: %s', (code, tenderId, more) => {
  expect(decideCorrection(to(tenderId), state(1, 10_00, more))).toMatchObject({
    refusals: [{ code }],
  });
});

test('what the shop asks for with the right tender is asked for here too', () => {
  expect(
    decideCorrection({ tenderId: 2, lastFour: '', reference: 'A1' }, state(1, 10_00)),
  ).toMatchObject({ refusals: [{ code: 'tender.lastFour' }] });
});
