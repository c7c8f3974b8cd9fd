import fc from 'fast-check';
import { feesOfMonth, monthOfBill, wholeMonth, type ChargedRow, type FeePlan } from '.';

const CAD = 'CAD';
const PLAN: FeePlan = {
  terms: [
    {
      ...{ scheme: 'Meridian', cardKind: '', percent: '1.65', perItem: '0.10' },
      ...{ minimumMinor: null, maximumMinor: null, tiers: [] },
    },
  ],
  ...{ refunds: 'none', roundedBy: 'scheme', rounding: 'halfUp' },
  ...{ perBatchMinor: 25, monthlyMinor: 18_00, monthlyMinimumMinor: 0, taxPercent: '' },
};
const batch = (
  day: number,
  grossMinor: number,
  more: Partial<ChargedRow> = {},
): ChargedRow => ({
  ...{ settlementId: day, batchDate: `2026-02-${String(day).padStart(2, '0')}` },
  ...{ scheme: 'Meridian', items: 37, grossMinor, refundsMinor: 0, refundItems: 0 },
  ...{ feeMinor: 0, cards: null, volumeMinor: 0 },
  ...more,
});
const GROSS = { paysGross: true, currency: CAD };
const NET = { paysGross: false, currency: CAD };

// 37 items, 2,841.35 at 1.65 % and 0.10 an item: 50.58 (derived); a batch 0.25, the month 18.00.
test('one that pays gross bills its cards, batches and the month; of another the month alone', () => {
  const rows = [batch(2, 2841_35), batch(3, 2841_35)];
  // Rounded once by scheme: 101.16455 are 101.16.
  expect(feesOfMonth(PLAN, rows, GROSS)).toMatchObject({
    schemes: [{ scheme: 'Meridian', leastMinor: 101_16, mostMinor: 101_16 }],
    ...{ perBatchMinor: 50, monthlyMinor: 18_00 },
    total: { leastMinor: 119_66, mostMinor: 119_66 },
  });
  expect(feesOfMonth(PLAN, rows, NET)).toMatchObject({
    ...{ schemes: [], perBatchMinor: 0, total: { leastMinor: 18_00, mostMinor: 18_00 } },
  });
});

test('below the least of a month the rest is billed, and tax is on all of it', () => {
  const plan = { ...PLAN, monthlyMinimumMinor: 75_00, taxPercent: '5' };
  // 50.58 and a batch of 0.25 are 24.17 below 75.00; with 18.00 that is 42.17, and 2.11 of tax.
  expect(feesOfMonth(plan, [batch(2, 2841_35)], NET)).toMatchObject({
    minimum: { leastMinor: 24_17, mostMinor: 24_17 },
    ...{ tax: { leastMinor: 2_11 }, total: { leastMinor: 44_28 } },
  });
  // 75.00 and 18.00 with 5 % of tax.
  expect(feesOfMonth(plan, [batch(2, 2841_35)], GROSS).total.mostMinor).toBe(97_65);
});

test('a scheme without terms stands in no figure', () => {
  const rows = [batch(2, 2841_35), batch(2, 100_00, { scheme: 'Corvus' })];
  expect(feesOfMonth(PLAN, rows, GROSS)).toMatchObject({
    ...{ unlisted: ['Corvus'], total: { leastMinor: 50_58 + 25 + 18_00 } },
  });
});

test('the month whole is the more of what was used and its least, and the month; of one batch, what is billed beside it and what it took', () => {
  const amount = fc.integer({ min: 0, max: 900_000 });
  fc.assert(
    fc.property(
      fc.array(fc.tuple(amount, fc.integer({ min: 0, max: 60 })), { maxLength: 12 }),
      fc.record({
        perBatchMinor: fc.integer({ min: 0, max: 90 }),
        monthlyMinor: fc.integer({ min: 0, max: 50_00 }),
        monthlyMinimumMinor: fc.integer({ min: 0, max: 400_00 }),
      }),
      (list, more) => {
        const plan = { ...PLAN, ...more };
        const rows = list.map(([gross, items], i) => batch(i + 1, gross, { items }));
        const gross = feesOfMonth(plan, rows, GROSS);
        const net = feesOfMonth(plan, rows, NET);
        const used =
          list.length * more.perBatchMinor +
          gross.schemes.reduce((sum, { leastMinor }) => sum + leastMinor, 0);
        expect(gross.total.leastMinor).toBe(
          Math.max(used, more.monthlyMinimumMinor) + more.monthlyMinor,
        );
        if (list.length < 2) expect(gross.total.leastMinor).toBe(net.total.leastMinor + used);
        // Whole, no batch is lost.
        const [whole] = wholeMonth(rows);
        expect(whole?.grossMinor ?? 0).toBe(list.reduce((sum, [one]) => sum + one, 0));
        expect(whole?.items ?? 0).toBe(list.reduce((sum, [, items]) => sum + items, 0));
      },
    ),
  );
});

test.each([
  ['2026-03-01', '2026-02'],
  ['2026-03-30', '2026-02'],
  ['2026-03-31', '2026-03'],
  ['2026-01-05', '2025-12'],
])('a bill of %s is for %s', (date, month) => expect(monthOfBill(date)).toBe(month));
