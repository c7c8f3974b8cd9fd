import fc from 'fast-check';
import { card, cash, shop } from '../../test/shop';
import { assertBalanced, type JournalLine } from '../ledger';
import { sum } from '../money';
import { decideTotals, takenOf, taxesOfTotals, taxTolerance, type DayTotals } from '.';

/** Department 1 bears 5 % + 1.25 %, department 2 is free of tax. */
const GOODS = 1;
const FREE = 2;
const sums = { roundingMinor: 0, taxes: [], withTax: false, date: '2026-03-02', drawerId: 1 };
const sold = (departmentId: number, soldMinor: number, returnedMinor = 0) => ({
  departmentId,
  soldMinor,
  returnedMinor,
});
const byCard = (amountMinor: number) => ({
  ...card(amountMinor),
  lastFour: '',
  reference: '',
});
const decide = (totals: Omit<DayTotals, keyof typeof sums> & Partial<DayTotals>) =>
  decideTotals({ ...sums, ...totals }, shop());
const decided = (totals: Parameters<typeof decide>[0]) => {
  const outcome = decide(totals);
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.refusals));
  return outcome.value;
};
const refusal = (totals: Parameters<typeof decide>[0]) => {
  const outcome = decide(totals);
  return outcome.ok ? null : [outcome.refusals[0]!.code, outcome.refusals[0]!.at];
};
const on = (lines: readonly JournalLine[], account: string) =>
  sum(
    lines.filter(({ ledgerAccount }) => ledgerAccount === account).map((l) => l.amountMinor),
  );

// 33.33 at 5 % + 1.25 % = 2.08 = 1.66 + 0.42 (largest remainder; derived, as in the tax tests).
test('without a word of the till, tax is what its rates give', () => {
  const { taxMinor, ticket, lines } = decided({
    departments: [sold(GOODS, 33_33)],
    tenders: [byCard(35_41)],
  });
  expect([taxMinor, ticket!.taxes]).toEqual([
    2_08,
    [
      { authorityId: 1, taxMinor: 1_66 },
      { authorityId: 2, taxMinor: 42 },
    ],
  ]);
  assertBalanced(lines);
});

test('the till’s own tax is posted to the cent, and a price with tax does not move by it', () => {
  const withTax = decided({
    withTax: true,
    departments: [sold(GOODS, 106_25), sold(FREE, 20_00)],
    taxes: [
      { authorityId: 1, taxMinor: 5_01 },
      { authorityId: 2, taxMinor: 1_24 },
    ],
    tenders: [cash(126_25)],
  });
  expect([withTax.netMinor, withTax.taxMinor, withTax.totalMinor]).toEqual([
    120_00, 6_25, 126_25,
  ]);
  expect(on(withTax.lines, 'taxPayable')).toBe(-6_25);
});

// A till that keeps 0.02 less than is due: the rounding is its own figure, of the cash alone.
test('what rounding to coins cost is in the cash and stands on its own account', () => {
  const { tenders, lines } = decided({
    departments: [sold(FREE, 50_02)],
    roundingMinor: 2,
    tenders: [cash(30_00), byCard(20_00)],
  });
  expect(tenders[0]).toMatchObject({ amountMinor: 30_02, keptMinor: 30_00, roundingMinor: 2 });
  expect([on(lines, 'rounding'), on(lines, 'drawer')]).toEqual([2, 30_00]);
});

test('refused with its place: what does not add up, what nobody sold, what can’t be', () => {
  const day = { departments: [sold(GOODS, 100_00)], tenders: [cash(106_25)] };
  expect(refusal({ ...day, tenders: [cash(106_20)] })).toEqual(['totals.tenders', 'tenders']);
  expect(refusal({ ...day, departments: [] })).toEqual(['totals.nothing', 'departments']);
  expect(refusal({ ...day, departments: [sold(9, 1)] })).toEqual([
    'totals.department',
    'departments.0.departmentId',
  ]);
  expect(refusal({ ...day, departments: [sold(FREE, 1), sold(FREE, 2)] })).toEqual([
    'totals.departmentTwice',
    'departments.1.departmentId',
  ]);
  expect(refusal({ ...day, departments: [sold(GOODS, 10_00, 20_00)] })).toEqual([
    'totals.negative',
    'departments',
  ]);
  expect(refusal({ ...day, departments: [sold(GOODS, -1)] })).toEqual([
    'totals.amount',
    'departments.0.soldMinor',
  ]);
  const taxed = (authorityId: number, taxMinor: number) => ({
    ...day,
    taxes: [{ authorityId, taxMinor }],
  });
  expect(refusal(taxed(1, 5_09))).toEqual(['totals.taxAbove', 'taxes.0.taxMinor']);
  expect(refusal({ ...taxed(1, 1), departments: [sold(FREE, 100_00)] })).toEqual([
    'totals.taxNowhere',
    'taxes.0.taxMinor',
  ]);
  expect(refusal({ ...day, roundingMinor: 5, tenders: [byCard(106_20)] })).toEqual([
    'totals.rounding',
    'roundingMinor',
  ]);
});

test('tax below its rate asks whoever types it; within half a percent and five cents it agrees', () => {
  expect([taxTolerance(0), taxTolerance(1_00), taxTolerance(1000_00)]).toEqual([5, 6, 5_05]);
  const low = decided({
    departments: [sold(GOODS, 100_00)],
    taxes: [
      { authorityId: 1, taxMinor: 4_91 },
      { authorityId: 2, taxMinor: 1_25 },
    ],
    tenders: [cash(106_16)],
  });
  expect(low.broken).toMatchObject([{ code: 'rule.totalsTax', approver: 'clerk' }]);
});

const figures = fc.record({
  goods: fc.integer({ min: 1, max: 5_000_00 }),
  free: fc.integer({ min: 0, max: 5_000_00 }),
  back: fc.integer({ min: 0, max: 100 }),
  aside: fc.integer({ min: -5, max: 5 }),
  cards: fc.integer({ min: 0, max: 100 }),
  rounding: fc.integer({ min: -12, max: 12 }),
  withTax: fc.boolean(),
});

test('whatever a till says: it balances, each authority gets its tax, tenders are what was due', () => {
  fc.assert(
    fc.property(figures, ({ goods, free, back, aside, cards, rounding, withTax }) => {
      const departments = [
        sold(GOODS, goods, Math.floor((goods * back) / 100)),
        sold(FREE, free, Math.floor((free * back) / 100)),
      ];
      const { taxCodes } = shop().catalogue;
      const figure = (amountMinor: number) => [{ amountMinor, code: taxCodes[0]! }];
      const rules = {
        pricesIncludeTax: withTax,
        roundBy: 'document',
        rounding: 'halfUp',
      } as const;
      const backMinor = departments[0]!.returnedMinor;
      const computed = taxesOfTotals(
        figure(goods),
        backMinor ? figure(backMinor) : [],
        [],
        rules,
      );
      const taxes = computed.map(({ authorityId, computedMinor }) => ({
        authorityId,
        taxMinor: Math.max(0, computedMinor + aside),
      }));
      // A second way to what is due: sold less returned, and the till's tax where prices are without it.
      const due =
        sum(departments.map((one) => one.soldMinor - one.returnedMinor)) +
        (withTax ? 0 : sum(taxes.map(({ taxMinor }) => taxMinor)));
      const byCards = Math.floor((due * cards) / 100);
      const inCash = due - byCards - rounding;
      fc.pre(inCash > 0);
      const tenders = [cash(inCash), ...(byCards > 0 ? [byCard(byCards)] : [])];
      const outcome = decide({
        departments: departments.filter(({ soldMinor }) => soldMinor > 0),
        taxes,
        tenders,
        roundingMinor: rounding,
        withTax,
      });
      // Tax that can't be is refused; all else is posted.
      if (!outcome.ok) {
        expect(outcome.refusals[0]!.code).toMatch(/^totals\.tax/);
        return;
      }
      const { lines, totalMinor, tenders: taken } = outcome.value;
      assertBalanced(lines);
      expect(totalMinor).toBe(due);
      expect(sum(taken.map(({ amountMinor }) => amountMinor))).toBe(due);
      expect(takenOf({ tenders, roundingMinor: rounding })).toBe(due);
      for (const { authorityId, taxMinor } of taxes) {
        const posted = lines.filter(
          (line) => line.ledgerAccount === 'taxPayable' && line.authorityId === authorityId,
        );
        expect(sum(posted.map(({ amountMinor }) => amountMinor)) + taxMinor).toBe(0);
      }
      expect(on(lines, 'drawer')).toBe(inCash);
      expect(on(lines, 'cardClearing')).toBe(byCards);
      const netMinor = due - sum(taxes.map(({ taxMinor }) => taxMinor));
      expect(on(lines, 'sales') + on(lines, 'returns') + netMinor).toBe(0);
    }),
    { numRuns: 500 },
  );
});
