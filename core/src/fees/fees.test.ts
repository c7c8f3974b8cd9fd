import Decimal from 'decimal.js';
import fc from 'fast-check';
import {
  feeOfItems,
  feeOfTotals,
  inferNewest,
  inferTerms,
  type FeeItem,
  type FeePlan,
  type FeeTerms,
  type Inferred,
} from '.';

const CAD = 'CAD';
const terms = (more: Partial<FeeTerms> = {}): FeeTerms => ({
  scheme: 'Meridian',
  cardKind: '',
  percent: '1.65',
  perItem: '0.10',
  minimumMinor: null,
  maximumMinor: null,
  tiers: [],
  ...more,
});
const plan = (more: Partial<FeePlan> = {}): FeePlan => ({
  terms: [terms()],
  refunds: 'none',
  roundedBy: 'scheme',
  rounding: 'halfUp',
  perBatchMinor: 0,
  monthlyMinor: 0,
  monthlyMinimumMinor: 0,
  taxPercent: '',
  ...more,
});
const card = (amountMinor: number, scheme = 'Meridian', cardKind = ''): FeeItem => ({
  scheme,
  cardKind,
  amountMinor,
});
const totals = (items: number, grossMinor: number, refundItems = 0, refundsMinor = 0) => ({
  ...{ scheme: 'Meridian', items, grossMinor, refundItems, refundsMinor },
});

test('37 items, 2,841.35, at 1.65 % + 0.10 an item: 50.58 (derived; 50.582275 before it is rounded)', () => {
  const items = [...Array.from({ length: 36 }, () => card(76_79)), card(76_91)];
  expect(items.reduce((sum, { amountMinor }) => sum + amountMinor, 0)).toBe(2841_35);
  expect(feeOfItems(plan(), items, CAD).totalMinor).toBe(50_58);
  expect(feeOfTotals(plan(), totals(37, 2841_35), CAD)).toEqual({
    leastMinor: 50_58,
    mostMinor: 50_58,
  });
});

test('a kind of card has its own terms; what the plan does not list is named and bears nothing', () => {
  const two = plan({
    terms: [terms(), terms({ cardKind: 'debit', percent: '0', perItem: '0.06' })],
  });
  const items = [card(100_00), card(100_00, 'Meridian', 'debit'), card(5_00, 'Corvus')];
  expect(feeOfItems(two, items, CAD)).toMatchObject({
    schemes: [{ scheme: 'Meridian', feeMinor: 1_75 + 6 }],
    unlisted: ['Corvus'],
  });
  // Sums do not say which kind the cards were.
  expect(feeOfTotals(two, totals(2, 200_00), CAD)).toBeNull();
});

test('a tier holds once the month’s volume before the batch is above it', () => {
  const tiered = plan({
    terms: [terms({ tiers: [{ aboveMinor: 1000_00, percent: '1', perItem: '0.05' }] })],
  });
  const at = (volume: number) =>
    feeOfItems(tiered, [card(100_00)], CAD, { Meridian: volume }).totalMinor;
  expect([at(0), at(1000_00), at(1000_01)]).toEqual([1_75, 1_75, 1_05]);
});

test.each([
  ['none', 0],
  ['returned', -66],
  ['item', 10],
] as const)('of a refund of 40.00 the fee is %s', (refunds, feeMinor) => {
  expect(feeOfItems(plan({ refunds }), [card(-40_00)], CAD).totalMinor).toBe(feeMinor);
});

test('what the batch costs and tax come on top; a batch without cards costs nothing', () => {
  const taxed = plan({ perBatchMinor: 25, taxPercent: '5' });
  expect(feeOfItems(taxed, [card(100_00)], CAD)).toMatchObject({
    perBatchMinor: 25,
    taxMinor: 10,
    totalMinor: 2_10,
  });
  expect(feeOfItems(taxed, [], CAD).totalMinor).toBe(0);
});

test('an amount without minor units, and one with three', () => {
  const yen = plan({ terms: [terms({ perItem: '12.5' })] });
  expect(feeOfItems(yen, [card(10_000)], 'JPY').totalMinor).toBe(178);
  expect(feeOfItems(plan(), [card(10_000)], 'KWD').totalMinor).toBe(265);
});

/* A second way to the same sum: with a decimal package, item by item, from the plan's words. */
const amounts = fc.array(fc.integer({ min: -200_00, max: 900_00 }), {
  minLength: 1,
  maxLength: 30,
});
const anyPlan = fc.record({
  percent: fc
    .integer({ min: 0, max: 40_000 })
    .map((n) => new Decimal(n).div(10_000).toFixed(4)),
  perItem: fc.integer({ min: 0, max: 5000 }).map((n) => new Decimal(n).div(10_000).toFixed(4)),
  minimumMinor: fc.option(fc.integer({ min: 1, max: 60 })),
  maximumMinor: fc.option(fc.integer({ min: 60, max: 900 })),
  refunds: fc.constantFrom(...(['none', 'returned', 'item'] as const)),
  roundedBy: fc.constantFrom(...(['item', 'scheme', 'batch'] as const)),
  rounding: fc.constantFrom(...(['halfUp', 'halfEven', 'down'] as const)),
  taxPercent: fc.constantFrom('', '5', '6.25'),
});
const MODES = {
  halfUp: Decimal.ROUND_HALF_UP,
  halfEven: Decimal.ROUND_HALF_EVEN,
  down: Decimal.ROUND_DOWN,
} as const;

test('any plan over any cards comes to what a decimal package makes of it', () => {
  fc.assert(
    fc.property(anyPlan, fc.array(amounts, { minLength: 1, maxLength: 2 }), (given, batch) => {
      const names = ['Meridian', 'Corvus'];
      const own = plan({
        ...given,
        terms: names.map((scheme) => terms({ ...given, scheme, tiers: [] })),
      });
      const items = batch.flatMap((each, i) => each.map((one) => card(one, names[i])));
      const round = (value: Decimal) => value.toDecimalPlaces(0, MODES[given.rounding]);
      const one = (amountMinor: number) => {
        const item = new Decimal(given.perItem).times(100);
        const share = new Decimal(amountMinor).times(given.percent).div(100);
        if (amountMinor < 0)
          return given.refunds === 'none'
            ? new Decimal(0)
            : given.refunds === 'item'
              ? item
              : share;
        let fee = share.plus(item);
        if (given.minimumMinor !== null) fee = Decimal.max(fee, given.minimumMinor);
        if (given.maximumMinor !== null) fee = Decimal.min(fee, given.maximumMinor);
        return fee;
      };
      const each = batch.map((list) =>
        list
          .map(one)
          .map((fee) => (given.roundedBy === 'item' ? round(fee) : fee))
          .reduce((a, b) => a.plus(b), new Decimal(0)),
      );
      const fees =
        given.roundedBy === 'batch'
          ? round(each.reduce((a, b) => a.plus(b), new Decimal(0)))
          : each.map(round).reduce((a, b) => a.plus(b), new Decimal(0));
      const tax = given.taxPercent
        ? round(fees.times(given.taxPercent).div(100))
        : new Decimal(0);
      const found = feeOfItems(own, items, CAD);
      expect(found.totalMinor).toBe(fees.plus(tax).toNumber() || 0);
      expect(found.schemes.reduce((sum, { feeMinor }) => sum + feeMinor, 0)).toBe(
        fees.toNumber() || 0,
      );
    }),
  );
});

test('what sums can come to holds what their items come to; without least and most it is one figure', () => {
  fc.assert(
    fc.property(anyPlan, amounts, (given, list) => {
      const own = plan({ ...given, taxPercent: '', terms: [terms({ ...given, tiers: [] })] });
      const sales = list.filter((one) => one >= 0);
      const back = list.filter((one) => one < 0);
      const add = (all: number[]) => all.reduce((a, b) => a + b, 0);
      const band = feeOfTotals(
        own,
        totals(sales.length, add(sales), back.length, -add(back)),
        CAD,
      )!;
      const { totalMinor } = feeOfItems(
        own,
        list.map((one) => card(one)),
        CAD,
      );
      expect(totalMinor).toBeGreaterThanOrEqual(band.leastMinor);
      expect(totalMinor).toBeLessThanOrEqual(band.mostMinor);
      if (
        given.minimumMinor === null &&
        given.maximumMinor === null &&
        given.roundedBy !== 'item'
      )
        expect(band.leastMinor).toBe(band.mostMinor);
    }),
  );
});

describe('a plan is inferred from what was charged', () => {
  /** Rows that a plan charged, each rounded once; the price in minor units. */
  const history = (
    rate: string,
    item: string,
    rows: { items: number; grossMinor: number }[],
  ) =>
    rows.map((row) => ({
      ...row,
      feeMinor: new Decimal(row.grossMinor)
        .times(rate)
        .div(100)
        .plus(new Decimal(item).times(100).times(row.items))
        .toDecimalPlaces(0, Decimal.ROUND_HALF_UP)
        .toNumber(),
    }));
  const rows = fc.array(
    fc.record({
      items: fc.integer({ min: 1, max: 60 }),
      grossMinor: fc.integer({ min: 5_00, max: 6000_00 }),
    }),
    { minLength: 8, maxLength: 20 },
  );
  const rate = fc.integer({ min: 0, max: 399 }).map((n) => (n / 100).toFixed(2));
  const item = fc.integer({ min: 0, max: 50 }).map((n) => (n / 100).toFixed(2));

  test('what is found, or one of several, explains every cent; a plan of two decimals is never missed', () => {
    fc.assert(
      fc.property(rate, item, rows, (percent, perItem, shape) => {
        const charged = history(percent, perItem, shape);
        const found = inferTerms(charged, CAD);
        expect(['found', 'several']).toContain(found.kind);
        const all =
          found.kind === 'found'
            ? [found.terms]
            : (found as unknown as { terms: Inferred[] }).terms;
        for (const one of all)
          expect(history(one.percent, one.perItem, shape)).toEqual(charged);
        // Nothing that was found has more decimals than the truth.
        const decimals = (text: string) => String(Number(text)).split('.')[1]?.length ?? 0;
        const of = (one: { percent: string; perItem: string }) =>
          decimals(one.percent) + decimals(one.perItem);
        for (const one of all) expect(of(one)).toBeLessThanOrEqual(of({ percent, perItem }));
      }),
    );
  });

  test('a fee that is a cent off anywhere is never explained by the plan that it was made of', () => {
    const shape = Array.from({ length: 12 }, (_, i) => ({
      items: 7 + ((i * 5) % 11),
      grossMinor: 30_000 + i * i * 7_919,
    }));
    const charged = history('1.65', '0.10', shape);
    expect(inferTerms(charged, CAD)).toEqual({
      kind: 'found',
      terms: { percent: '1.65', perItem: '0.1', minimumMinor: null },
    });
    charged[5]!.feeMinor += 1;
    const found = inferTerms(charged, CAD);
    expect(found).toMatchObject({
      kind: 'nearest',
      terms: { percent: '1.65', perItem: '0.10' },
      offMinor: 1,
      rowsOff: 1,
    });
  });

  test('of a plan that changed, the newest is told, and since which row', () => {
    const shape = (from: number) =>
      Array.from({ length: 9 }, (_, i) => ({
        items: 5 + ((i * 7 + from) % 9),
        grossMinor: 25_000 + (i + from) * 6_113,
      }));
    const charged = [
      ...history('1.65', '0.10', shape(0)),
      ...history('1.85', '0.10', shape(9)),
    ];
    expect(inferNewest(charged, CAD)).toMatchObject({
      first: 9,
      inference: { kind: 'found', terms: { percent: '1.85', perItem: '0.1' } },
    });
  });

  test('single items with a least of each', () => {
    const charged = [1_00, 2_50, 4_00, 19_99, 87_45, 150_00, 310_20, 999_99].map(
      (grossMinor) => {
        const [row] = history('1.2', '0', [{ items: 1, grossMinor }]);
        return { ...row!, feeMinor: Math.max(8, row!.feeMinor) };
      },
    );
    expect(inferTerms(charged, CAD)).toEqual({
      kind: 'found',
      terms: { percent: '1.2', perItem: '0', minimumMinor: 8 },
    });
  });

  test('one row tells too little, and says so; none tells nothing', () => {
    expect(inferTerms([{ items: 3, grossMinor: 100_00, feeMinor: 1_95 }], CAD).kind).toBe(
      'several',
    );
    expect(inferTerms([], CAD)).toEqual({ kind: 'nothing' });
  });
});
