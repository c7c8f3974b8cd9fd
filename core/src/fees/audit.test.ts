import { auditFees, feeOfItems, type ChargedRow, type FeeItem, type FeePlan } from '.';

const CAD = 'CAD';
const AGREED: FeePlan = {
  terms: [
    {
      ...{ scheme: 'Meridian', cardKind: '', percent: '1.65', perItem: '0.10' },
      ...{ minimumMinor: 15, maximumMinor: null },
      tiers: [{ aboveMinor: 20_000_00, percent: '1.45', perItem: '0.10' }],
    },
    {
      ...{ scheme: 'Corvus', cardKind: '', percent: '2.1', perItem: '0' },
      ...{ minimumMinor: null, maximumMinor: null, tiers: [] },
    },
  ],
  ...{ refunds: 'none', roundedBy: 'scheme', rounding: 'halfUp' },
  ...{ perBatchMinor: 0, monthlyMinor: 0, monthlyMinimumMinor: 0, taxPercent: '' },
};

/** Cards of a day: amounts that differ from day to day, some of them small; a refund on some days. */
function cardsOf(day: number, scheme: string): FeeItem[] {
  const amounts = Array.from(
    { length: 9 + (day % 5) },
    (_, i) => 2_15 + ((day * 7919 + i * 3571) % 240_00),
  );
  if (day % 3 === 0) amounts.push(-(11_00 + day));
  return amounts.map((amountMinor) => ({ scheme, cardKind: '', amountMinor }));
}

const rowOf = (
  day: number,
  scheme: string,
  charging: FeePlan,
  more: object = {},
): ChargedRow => {
  const cards = cardsOf(day, scheme);
  const sales = cards.filter(({ amountMinor }) => amountMinor >= 0);
  const backs = cards.filter(({ amountMinor }) => amountMinor < 0);
  const add = (all: FeeItem[]) => all.reduce((sum, { amountMinor }) => sum + amountMinor, 0);
  const row = {
    ...{ settlementId: day, batchDate: `2026-03-${String(day).padStart(2, '0')}`, scheme },
    ...{ items: sales.length, grossMinor: add(sales) },
    ...{
      refundItems: backs.length,
      refundsMinor: -add(backs),
      cards,
      volumeMinor: 0,
      ...more,
    },
  };
  const volumes = { [scheme]: row.volumeMinor };
  const [fee] = feeOfItems(charging, cards, CAD, volumes).schemes;
  return { ...row, feeMinor: fee?.feeMinor ?? 0 };
};
const charged = (change: (terms: FeePlan['terms'][number]) => object): FeePlan => ({
  ...AGREED,
  terms: AGREED.terms.map((one) => ({
    ...one,
    ...(one.scheme === 'Meridian' && change(one)),
  })),
});
const days = (from: number, to: number) =>
  Array.from({ length: to - from + 1 }, (_, i) => from + i);
const audit = (rows: ChargedRow[]) => auditFees(rows, () => AGREED, CAD);
const beyondPlan = (rows: ChargedRow[]) =>
  rows.reduce(
    (sum, row) =>
      sum +
      row.feeMinor -
      rowOf(Number(row.batchDate.slice(-2)), row.scheme, AGREED, {
        volumeMinor: row.volumeMinor,
      }).feeMinor,
    0,
  );

test('what was charged as agreed is no finding', () => {
  const rows = days(1, 20).flatMap((day) => [
    rowOf(day, 'Meridian', AGREED),
    rowOf(day, 'Corvus', AGREED),
  ]);
  const { rows: judged, findings } = audit(rows);
  expect(findings).toEqual([]);
  expect(judged.every(({ overMinor }) => overMinor === 0)).toBe(true);
});

test.each([
  ['rate', '1.85', charged(() => ({ percent: '1.85' }))],
  ['perItem', '0.120', charged(() => ({ perItem: '0.12' }))],
  ['limits', 'minimumMinor', charged(() => ({ minimumMinor: null }))],
  ['rounding', 'item', { ...AGREED, roundedBy: 'item' as const }],
  ['refunds', 'returned', { ...AGREED, refunds: 'returned' as const }],
])(
  'from the 12th on another %s was charged: since when, how much, and what',
  (cause, told, plan) => {
    const rows = days(1, 20).flatMap((day) => [
      rowOf(day, 'Meridian', day < 12 ? AGREED : plan),
      rowOf(day, 'Corvus', AGREED),
    ]);
    const { findings } = audit(rows);
    const wrong = rows.filter(
      ({ scheme, batchDate }) => scheme === 'Meridian' && batchDate >= '2026-03-12',
    );
    expect(findings.reduce((sum, { overMinor }) => sum + overMinor, 0)).toBe(
      beyondPlan(wrong),
    );
    expect(
      findings.every(({ scheme, since }) => scheme === 'Meridian' && since >= '2026-03-12'),
    ).toBe(true);
    for (const one of findings) {
      expect(one.cause).toBe(cause);
      // Where a whole stretch is told, its value is: another rounding of one batch may be any.
      if (cause !== 'rounding') expect(one.told).toBe(told);
    }
    if (cause === 'rate' || cause === 'perItem')
      expect(findings).toMatchObject([
        { since: '2026-03-12', until: '2026-03-20', batches: 9, goesOn: true },
      ]);
  },
);

test('a tier that was reached and not given', () => {
  const rows = days(1, 6).map((day) =>
    rowOf(
      day,
      'Meridian',
      charged(() => ({ tiers: [] })),
      { volumeMinor: day < 4 ? 0 : 25_000_00 },
    ),
  );
  expect(audit(rows).findings).toMatchObject([
    {
      since: '2026-03-04',
      cause: 'tier',
      told: '1.65',
      batches: 3,
      overMinor: beyondPlan(rows),
    },
  ]);
});

test('above a tier another percentage than the tier’s is a rate, and the price below it a tier', () => {
  const above = { volumeMinor: 25_000_00 };
  const tiered = (percent: string) =>
    charged(() => ({ tiers: [{ aboveMinor: 20_000_00, percent, perItem: '0.10' }] }));
  const at = (percent: string) =>
    audit([1, 2, 3].map((day) => rowOf(day, 'Meridian', tiered(percent), above))).findings;
  expect(at('1.45')).toEqual([]);
  expect(at('1.55')).toMatchObject([{ cause: 'rate', told: '1.55', batches: 3 }]);
  expect(at('1.65')).toMatchObject([{ cause: 'tier', told: '1.65', batches: 3 }]);
});

test('where the whole batch is rounded once, however its schemes share it is as agreed; another rate is still found', () => {
  const byBatch: FeePlan = { ...AGREED, roundedBy: 'batch' };
  const whole = (plan: FeePlan) =>
    days(1, 28).flatMap((day) => {
      const cards = ['Meridian', 'Corvus'].flatMap((scheme) => cardsOf(day, scheme));
      const { schemes } = feeOfItems(plan, cards, CAD);
      return schemes.map(({ scheme, feeMinor }) => ({
        ...rowOf(day, scheme, byBatch),
        feeMinor,
      }));
    });
  const of = (plan: FeePlan) => auditFees(whole(plan), () => byBatch, CAD).findings;
  expect(of(byBatch)).toEqual([]);
  const dearer = charged(() => ({ percent: '1.85' }));
  expect(of({ ...dearer, roundedBy: 'batch' })).toMatchObject([
    { scheme: 'Meridian', cause: 'rate', told: '1.85', batches: 28 },
  ]);
});

test('two items too many in one batch are found there, and nothing goes on', () => {
  // Without a least of each, sums say what a number of items costs.
  const plain = charged(() => ({ minimumMinor: null }));
  const own = days(1, 9).map((day) => rowOf(day, 'Meridian', plain));
  own[4]!.feeMinor += 20;
  const { findings } = auditFees(own, () => plain, CAD);
  expect(findings).toMatchObject([
    { since: '2026-03-05', until: '2026-03-05', cause: 'count', overMinor: 20, goesOn: false },
  ]);
});

test('a scheme without terms is unlisted with all that it cost; without a plan nothing is judged', () => {
  const other = {
    ...rowOf(5, 'Corvus', AGREED),
    scheme: 'Tidal Debit',
    cards: null,
    feeMinor: 75,
  };
  expect(audit([other]).findings).toMatchObject([{ cause: 'unlisted', overMinor: 75 }]);
  const { rows, findings } = auditFees([other], () => null, CAD);
  expect(findings).toEqual([]);
  expect(rows).toMatchObject([{ plan: null, overMinor: 0 }]);
});

test('what several causes explain, or none, is unexplained', () => {
  const row = rowOf(1, 'Corvus', AGREED);
  expect(audit([{ ...row, feeMinor: row.feeMinor + 137 }]).findings).toMatchObject([
    { cause: 'unexplained', overMinor: 137, told: '' },
  ]);
  // A cent more of a small sum is another percentage as well as another rounding.
  const small: ChargedRow = {
    ...row,
    ...{
      cards: null,
      items: 1,
      grossMinor: 1_00,
      refundItems: 0,
      refundsMinor: 0,
      feeMinor: 3,
    },
  };
  expect(audit([small]).findings).toMatchObject([{ cause: 'unexplained', overMinor: 1 }]);
});

test('sums alone are judged by the band of what their items can come to', () => {
  const row = rowOf(7, 'Meridian', AGREED, { cards: null });
  const all = cardsOf(7, 'Meridian').filter(({ amountMinor }) => amountMinor >= 0);
  const { feeMinor } = feeOfItems(AGREED, all, CAD).schemes[0]!;
  const { rows } = audit([{ ...row, feeMinor }]);
  expect(rows[0]!.overMinor).toBe(0);
  expect(rows[0]!.plan!.mostMinor).toBeGreaterThan(rows[0]!.plan!.leastMinor);
  expect(audit([{ ...row, feeMinor: feeMinor + 50_00 }]).findings).toHaveLength(1);
});
