import type { FeePlan } from '@abacist/core/fees';
import { audit } from '../src/audit/audit';
import { bringCards } from './cardFiles';
import { countAndClose, importStatement, statementOf } from './day';
import { book, card, openShop, type TestShop } from './harness';
import { codes, regularsOf } from './regulars';

/*
 * A processor that pays gross and bills its fees by the month: accrued when the month is over, billed by
 * scheme, debited by a line of its own. It takes a scheme that another processor takes too.
 */
let shop: TestShop;
let regulars: Awaited<ReturnType<typeof regularsOf>>;
const osric = () => regulars.osric();
const PLAN: FeePlan = {
  terms: [
    {
      ...{ scheme: 'Meridian', cardKind: '', percent: '1.5', perItem: '0.10' },
      ...{ minimumMinor: null, maximumMinor: null, tiers: [] },
    },
  ],
  ...{ refunds: 'none', roundedBy: 'scheme', rounding: 'halfUp' },
  ...{ perBatchMinor: 0, monthlyMinor: 18_00, monthlyMinimumMinor: 0, taxPercent: '5' },
};
const SPAR = {
  ...{ name: 'Spar Cards', merchantNumber: '', cutOff: '18:00', delayBankingDays: 2 },
  ...{ bankAccountId: 1, feeTaxAuthorityId: 1, paysGross: true, billsFees: true },
  ...{ disputeDays: 0, reservePercent: '', reserveDays: 0 },
};
beforeAll(async () => {
  shop = await openShop();
  regulars = await regularsOf(shop);
  const { id } = regulars;
  const tamsin = await shop.as('tamsin');
  expect(codes(await osric().send('/processors', { ...SPAR, billsFees: false }))).toEqual([
    'input.any.only',
  ]);
  expect((await osric().send('/processors', SPAR)).status).toBe(200);
  const plan = await osric().send('/processors/2/fee-plans', {
    from: '2026-01-01',
    plan: PLAN,
  });
  expect(plan.status).toBe(200);
  const added = await tamsin.send('/tenders', {
    ...{ code: 'sparMeridian', name: 'Meridian at the hatch', kind: 'card', isDebit: false },
    ...{
      processorId: 2,
      scheme: 'Meridian',
      account: null,
      shortcut: '',
      icon: 'credit-card',
    },
    ...{ asksLastFour: false, asksReference: false, opensDrawer: false, active: true },
  });
  expect(added).toMatchObject({ status: 200 });
  const spar = await shop.one<{ id: number }>(
    `SELECT id FROM tender WHERE code = 'sparMeridian'`,
  );
  for (const [tenderId, amountMinor] of [
    [spar.id, 200_00],
    [spar.id, 100_00],
    [id.tenders['meridian'], 50_00],
  ]) {
    const tender = { ...card(id, amountMinor!), tenderId };
    await regulars.ring({ lines: [book(id, amountMinor)], tenders: [tender] });
  }
  await countAndClose(regulars.fenella(), id.drawers['shop']!);
});
afterEach(async () => {
  await shop.jobsEnded();
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});
afterAll(() => shop.close());

const bring = (payout: string, paid: string, rows: Parameters<typeof bringCards>[2]) =>
  bringCards(osric(), { payout, paid, processorId: 2 }, rows);
const balance = async (role: string) =>
  Number(
    (
      await shop.one<{ sum: string }>(
        `SELECT COALESCE(SUM(l.amount_minor), 0) AS sum FROM entry_line l
         JOIN account a ON a.id = l.account_id WHERE a.role = '${role}'`,
      )
    ).sum,
  );
const months = async () => (await osric().get('/processors/2/months')).body.months;
const ends = async () =>
  (await osric().get('/loose-ends')).body.ends
    .map(({ code }: any) => code)
    .filter((code: string) => /^(fees|bill)/.test(code));

test('two processors take one scheme: beads, batches and clearing are kept apart', async () => {
  await regulars.at('2026-03-03T14:00:00Z');
  const day = { day: '2026-03-02', scheme: 'Meridian' };
  const paid = await bring('G-1', '2026-03-03', [
    { ...day, auth: 'A-1', amount: '200.00', last4: '1111' },
    { ...day, amount: '100.00', last4: '1111' },
  ]);
  expect(paid.body.settlements).toMatchObject([
    { netMinor: 300_00, feeMinor: 0, differences: [] },
  ]);
  const { beads } = (await osric().get('/days/2026-03-02')).body;
  expect(
    beads
      .filter(({ key }: any) => key.startsWith('card'))
      .map(({ key, label, byStage }: any) => [key, label, byStage.counted, byStage.sent]),
  ).toEqual([
    ['card 1 Meridian', 'Meridian, Halyard', 50_00, 0],
    ['card 2 Meridian', 'Meridian, Spar', 0, 300_00],
  ]);
  expect((await osric().get('/cards')).body.batches).toMatchObject([
    { processor: 'Halyard Payments', schemes: [{ amountMinor: 50_00 }] },
  ]);
});

test('a month that is over is accrued as the plan has it, once; the loose end is gone then', async () => {
  // 300.00 at 1.5 % and two items: 4.70; the month 18.00; tax of 5 % on 22.70: 1.14 (1.135).
  const [march] = await months();
  expect(march).toMatchObject({
    ...{ month: '2026-03', over: false, accrual: null, bills: [] },
    byPlan: {
      schemes: [{ scheme: 'Meridian', leastMinor: 4_70 }],
      ...{ monthlyMinor: 18_00, tax: { leastMinor: 1_14 }, total: { leastMinor: 23_84 } },
    },
  });
  const accrue = (month = '2026-03') =>
    osric().send('/processors/2/accruals', { month, feesMinor: 22_70, taxMinor: 1_14 });
  expect(codes(await accrue())).toEqual(['fees.monthNotOver']);
  await regulars.at('2026-04-02T14:00:00Z');
  expect(await ends()).toEqual(['feesNotAccrued']);
  expect(
    codes(
      await osric().send('/processors/1/accruals', {
        ...{ month: '2026-03', feesMinor: 1, taxMinor: 0 },
      }),
    ),
  ).toEqual(['fees.notBilled']);
  const { body } = await accrue();
  expect(codes(await accrue())).toEqual(['fees.accruedAlready']);
  expect(await ends()).toEqual([]);
  const entry = await shop.one<{ date: string }>(
    `SELECT date FROM entry WHERE kind = 'feeAccrual' AND subject_id = ${body.id}`,
  );
  expect(entry.date).toBe('2026-03-31');
  expect([await balance('accruedFees'), await balance('inputTax')]).toEqual([-23_84, 1_14]);
  const undo = () => osric().send(`/fee-accruals/${body.id}/undo`, { reason: 'Typed wrong' });
  expect((await undo()).status).toBe(200);
  expect(codes(await undo())).toEqual(['feeAccrual.undone']);
  expect(await balance('accruedFees')).toBe(0);
  await accrue();
  await regulars.at('2026-04-28T14:00:00Z');
  expect(await ends()).toEqual(['billMissing']);
});

test('its bill clears what was accrued, is judged by scheme, and found on the statement', async () => {
  const bill = () =>
    bring('BILL-3', '2026-04-28', [
      { row: 'fee', scheme: 'Meridian', amount: '5.70' },
      { row: 'fee', amount: '18.00' },
      { row: 'fee tax', amount: '1.19' },
    ]);
  const posted = await bill();
  expect(posted.body).toMatchObject({
    ...{ settlements: [], bills: [{ month: '2026-03', amountMinor: 24_89 }] },
  });
  expect(codes(await bill())).toEqual(['file.alreadyImported']);
  expect([await balance('accruedFees'), await balance('cardFees')]).toEqual([0, 23_70]);
  expect(await ends()).toEqual([]);
  const fees = await osric().get('/processors/2/fees?from=2026-03-01&to=2026-04-28');
  expect(fees.body).toMatchObject({
    rows: [{ number: 'FB-1', feeMinor: 5_70, overMinor: 1_00 }],
    findings: [{ scheme: 'Meridian', overMinor: 1_00 }],
  });
  const { id } = (await months())[0].bills[0];
  expect(
    (await osric().send(`/fee-bills/${id}/undo`, { reason: 'Another bill' })).status,
  ).toBe(200);
  expect(await balance('accruedFees')).toBe(-23_84);
  expect((await bill()).status).toBe(200);
  await importStatement(
    osric(),
    statementOf(0, {
      date: '2026-04-29',
      amountMinor: -24_89,
      text: 'SPAR',
      reference: 'BILL-3',
    }),
  );
  await shop.jobsEnded();
  const [first] = (await months())[0].bills;
  expect(first).toMatchObject({ atBankOn: '2026-04-29' });
  expect(
    codes(await osric().send(`/fee-bills/${first.id}/undo`, { reason: 'Too late' })),
  ).toEqual(['feeBill.matched']);
});

test('an accrual that a bill is clearing just now is not taken back beneath it', async () => {
  const accrued = await osric().send('/processors/2/accruals', {
    ...{ month: '2026-02', feesMinor: 18_00, taxMinor: 90 },
  });
  const pause = () => new Promise((done) => setTimeout(done, 400));
  // The bill waits for its processor; so does whoever comes after it.
  const holding = await shop.pool.getConnection();
  await holding.beginTransaction();
  await holding.query('SELECT id FROM processor WHERE id = 2 FOR UPDATE');
  const bill = osric().send('/processors/2/bills', {
    ...{ month: '2026-02', reference: 'AT-ONCE', date: '2026-04-28', dueDate: '2026-05-04' },
    ...{ feesMinor: 20_00, taxMinor: 1_00 },
  });
  await pause();
  const back = osric().send(`/fee-accruals/${accrued.body.id}/undo`, { reason: 'Too much' });
  await pause();
  await holding.rollback();
  holding.release();
  expect((await bill).status).toBe(200);
  expect(codes(await back)).toEqual(['feeAccrual.billed']);
  expect(await balance('accruedFees')).toBe(0);
});

test('a bill on paper is typed; what was accrued for its month is no other month’s', async () => {
  const bill = (over: object = {}) =>
    osric().send('/processors/2/bills', {
      ...{ month: '2026-04', reference: 'RENT-4', date: '2026-04-28', dueDate: '2026-05-04' },
      ...{ feesMinor: 30_00, taxMinor: 0, ...over },
    });
  expect(codes(await bill({ feesMinor: 0 }))).toEqual(['fees.nothing']);
  expect(codes(await bill({ month: '2026-06' }))).toEqual(['fees.monthNotOver']);
  expect((await bill()).status).toBe(200);
  expect(codes(await bill())).toEqual(['fees.billedAlready']);
  const coming = await osric().get('/funding');
  expect(coming.body.coming).toContainEqual(
    expect.objectContaining({ kind: 'feeBill', amountMinor: -30_00, dueDate: '2026-05-04' }),
  );
  await regulars.at('2026-05-02T14:00:00Z');
  expect(
    codes(
      await osric().send('/processors/2/accruals', {
        ...{ month: '2026-04', feesMinor: 1, taxMinor: 0 },
      }),
    ),
  ).toEqual(['fees.monthBilled']);
});
