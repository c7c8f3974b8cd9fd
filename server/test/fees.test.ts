import { DEMO_PLAN, planFee, settlementCsv } from '@abacist/sim/processor';
import { audit } from '../src/audit/audit';
import { countAndClose, importSettlement, importStatement, statementOf } from './day';
import { book, card, openShop, textOfPdf, type TestShop } from './harness';
import { codes, regularsOf } from './regulars';

/* What a processor charges beside what was agreed with it. */
let shop: TestShop;
let regulars: Awaited<ReturnType<typeof regularsOf>>;
/** What was sold by card each day, and what the processor took of it. */
const days: { date: string; amounts: number[]; feeMinor: number }[] = [];
const osric = () => regulars.osric();
const PERIOD = 'from=2026-03-02&to=2026-03-31';
const fees = async () => (await osric().get(`/processors/1/fees?${PERIOD}`)).body;
const agree = (from: string, plan: object | null = DEMO_PLAN) =>
  osric().send('/processors/1/fee-plans', { from, plan });

/** Four days of cards; from the third on 1.85 % is charged in place of 1.65 %. */
beforeAll(async () => {
  shop = await openShop();
  regulars = await regularsOf(shop);
  const { id } = regulars;
  for (const [i, date] of ['02', '03', '04', '05'].entries()) {
    await regulars.at(`2026-03-${date}T15:00:00Z`);
    const amounts = [120_00 + i * 17_35, 64_15, 310_40 - i * 3_05];
    for (const amount of amounts)
      await regulars.ring({ lines: [book(id, amount)], tenders: [card(id, amount)] });
    await countAndClose(regulars.fenella(), id.drawers['shop']!);
    const grossMinor = amounts.reduce((sum, one) => sum + one, 0);
    const percent = i < 2 ? '1.65' : '1.85';
    days.push({ date: `2026-03-${date}`, amounts, feeMinor: planFee(grossMinor, 3, percent) });
    await regulars.at(`2026-03-${String(Number(date) + 1).padStart(2, '0')}T13:00:00Z`);
    const scheme = { scheme: 'Meridian', items: 3, grossMinor, percent };
    const batch = { batchDate: `2026-03-${date}`, schemes: [scheme] };
    const settled = await importSettlement(
      osric(),
      settlementCsv(`HP-${date}`, `2026-03-${String(Number(date) + 1).padStart(2, '0')}`, [
        batch,
      ]),
    );
    expect(settled).toMatchObject({ status: 200 });
  }
});
afterAll(() => shop.close());

test('without a plan nothing is judged; the history says which plan there was', async () => {
  expect(await fees()).toMatchObject({ hasPlan: false, findings: [] });
  const { schemes } = (await osric().get('/processors/1/inferred')).body;
  // Two prices in four batches: the nearest says how far off it is.
  expect(schemes).toMatchObject([{ scheme: 'Meridian', inference: { kind: 'nearest' } }]);
  expect(schemes[0].inference.offMinor).toBeGreaterThan(0);
});

test('a plan shows what it makes of the newest batch and of a quarter before it is kept', async () => {
  const { status, body } = await osric().raw('POST', '/processors/1/fee-plans/try', {
    plan: { ...DEMO_PLAN, monthlyMinor: 10_00 },
  });
  expect(status).toBe(200);
  const agreed = days.map(({ amounts }) =>
    planFee(
      amounts.reduce((a, b) => a + b, 0),
      3,
    ),
  );
  expect(body.batch).toEqual({
    date: '2026-03-05',
    schemes: [
      {
        scheme: 'Meridian',
        chargedMinor: days[3]!.feeMinor,
        leastMinor: agreed[3],
        mostMinor: agreed[3],
      },
    ],
  });
  const whole = agreed.reduce((a, b) => a + b, 0) + 10_00;
  expect(body.quarter).toMatchObject({
    chargedMinor: days.reduce((sum, { feeMinor }) => sum + feeMinor, 0),
    leastMinor: whole,
    mostMinor: whole,
    unlisted: [],
  });
});

test('what was charged beyond the plan is found since its day, claimed on paper, or agreed from then on', async () => {
  expect((await agree('2026-03-01')).status).toBe(200);
  const { findings, rows, weeks } = await fees();
  const beyond = days.slice(2).reduce(
    (sum, { amounts, feeMinor }) =>
      sum +
      feeMinor -
      planFee(
        amounts.reduce((a, b) => a + b, 0),
        3,
      ),
    0,
  );
  expect(findings).toEqual([
    {
      ...{ scheme: 'Meridian', since: '2026-03-04', until: '2026-03-05', batches: 2 },
      ...{ goesOn: true, cause: 'rate', told: '1.85', overMinor: beyond },
      chargedMinor: days[2]!.feeMinor + days[3]!.feeMinor,
    },
  ]);
  expect(rows.map((row: any) => row.overMinor).reduce((a: number, b: number) => a + b)).toBe(
    beyond,
  );
  expect(weeks).toMatchObject([{ week: '2026-03-02', scheme: 'Meridian' }]);
  // In the ledger stands what was charged, not what was agreed.
  const [posted] = await shop.all(
    `SELECT SUM(l.amount_minor) AS total FROM entry_line l
     JOIN account a ON a.id = l.account_id WHERE a.role = 'cardFees'`,
  );
  expect(Number(posted.total)).toBe(days.reduce((sum, { feeMinor }) => sum + feeMinor, 0));

  const letter = textOfPdf(await shop.download(osric(), `/processors/1/claim?${PERIOD}`));
  expect(letter).toContain('1.85 % in place of the percentage agreed');
  expect(letter).toContain((beyond / 100).toFixed(2));
  expect(letter).toContain('SC-40771');

  const dearer = {
    ...DEMO_PLAN,
    terms: DEMO_PLAN.terms.map((one) => ({ ...one, percent: '1.85' })),
  };
  await agree('2026-03-04', dearer);
  expect((await fees()).findings).toEqual([]);
  expect(codes((await osric().get(`/processors/1/claim?${PERIOD}`)) as any)).toEqual([
    'fees.nothingToClaim',
  ]);
  // Taken back, the plan before it holds again.
  const { body } = await agree('2026-03-04', null);
  expect(body.processors[0].plans.map(({ from }: any) => from)).toEqual(['2026-03-01']);
  expect((await fees()).findings).toHaveLength(1);
  expect((await audit(shop.pool)).breaches).toEqual([]);
});

test.each([
  ['fees.noTerms', { terms: [] }],
  ['fees.percent', { taxPercent: 'five' }],
  ['fees.termsTwice', { terms: [DEMO_PLAN.terms[0], DEMO_PLAN.terms[0]] }],
  ['fees.perItem', { terms: [{ ...DEMO_PLAN.terms[0], perItem: '0.1.1' }] }],
  ['fees.limits', { terms: [{ ...DEMO_PLAN.terms[0], minimumMinor: 20, maximumMinor: 10 }] }],
  [
    'fees.tiers',
    {
      terms: [
        {
          ...DEMO_PLAN.terms[0],
          tiers: [5, 5].map((aboveMinor) => ({ aboveMinor, percent: '1', perItem: '0' })),
        },
      ],
    },
  ],
])('%s: a plan that can’t be is refused, and nothing of it kept', async (code, wrong) => {
  expect(codes(await agree('2026-03-09', { ...DEMO_PLAN, ...wrong }))).toEqual([code]);
  const { body } = await osric().get('/processors');
  expect(body.processors[0].plans).toHaveLength(1);
});

test('what is on its way is told with its day; what came says how late such money is', async () => {
  const funding = async () => (await osric().get('/funding')).body;
  const nets = days.map(
    ({ amounts, feeMinor }) => amounts.reduce((sum, one) => sum + one, 0) - feeMinor,
  );
  const add = (all: number[]) => all.reduce((sum, one) => sum + one, 0);
  const before = await funding();
  expect(before.coming).toHaveLength(4);
  expect(before.coming.map(({ kind, amountMinor }: any) => [kind, amountMinor])).toEqual(
    nets.map((net) => ['settlement', net]),
  );
  expect(before).toMatchObject({ bankMinor: 0, delays: [] });
  // It is Friday: all of it is due, and the next banking day is Monday.
  expect(before.days[0]).toMatchObject({ date: '2026-03-09', balanceMinor: add(nets) });

  await importStatement(
    osric(),
    statementOf(0, { date: '2026-03-05', amountMinor: nets[0]!, text: 'HALYARD PAY HP-02' }),
  );
  await shop.jobsEnded();
  const after = await funding();
  expect(after.bankMinor).toBe(nets[0]);
  expect(after.coming).toHaveLength(3);
  // Due on Tuesday, there on Thursday.
  expect(after.delays).toEqual([
    { source: 'Halyard Payments', count: 1, median: 2, slowestOfTen: 2 },
  ]);
  expect(after.days.at(-1).balanceMinor).toBe(add(nets));

  // A card that no settlement names yet comes less what such cards cost.
  const { id } = regulars;
  await regulars.ring({ lines: [book(id, 50_00)], tenders: [card(id, 50_00)] });
  const batch = (await funding()).coming.find(({ kind }: any) => kind === 'batch');
  const [gross, fees] = [
    add(nets) + add(days.map(({ feeMinor }) => feeMinor)),
    add(days.map(({ feeMinor }) => feeMinor)),
  ];
  expect(batch).toMatchObject({
    name: 'Halyard Payments',
    amountMinor: 50_00 - Math.round((50_00 * fees) / gross),
    overdueDays: null,
  });
});

test('a processor is added and changed; two have not one name', async () => {
  const spar = {
    ...{ name: 'Spar Cards', merchantNumber: '77-12', cutOff: '18:00' },
    ...{ delayBankingDays: 2, bankAccountId: 1, feeTaxAuthorityId: null },
    ...{
      paysGross: false,
      billsFees: false,
      disputeDays: 14,
      reservePercent: '10',
      reserveDays: 90,
    },
  };
  const { body } = await osric().send('/processors', spar);
  expect(body.processors).toMatchObject([
    { id: 1, schemes: ['Corvus', 'Meridian', 'Tidal Debit'] },
    { ...spar, schemes: [] },
  ]);
  const [, { id }] = body.processors;
  expect(codes(await osric().send('/processors', spar))).toEqual(['processor.nameTaken']);
  expect(
    codes(await osric().send(`/processors/${id}`, { ...spar, bankAccountId: 99 })),
  ).toEqual(['processor.unknownBankAccount']);
  expect(
    codes(await osric().send(`/processors/${id}`, { ...spar, feeTaxAuthorityId: 99 })),
  ).toEqual(['processor.unknownAuthority']);
  const later = await osric().send(`/processors/${id}`, { ...spar, cutOff: '19:15' });
  expect(later.body.processors[1].cutOff).toBe('19:15');
  expect((await osric().send('/processors/99', { ...spar, name: 'No' })).status).toBe(404);
});
