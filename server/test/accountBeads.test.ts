import { audit } from '../src/audit/audit';
import { countAndClose, importStatement, statementOf } from './day';
import { book, cash, ids, openShop, type Ids, type Person, type TestShop } from './harness';

let shop: TestShop;
let id: Ids;
let tamsin: Person;
let chargeAccountId: number;
const DAY = '2026-03-02';
beforeAll(async () => {
  shop = await openShop();
  id = await ids(shop);
  tamsin = await shop.as('tamsin');
  const account = {
    parentId: null,
    limitMinor: 150_00,
    groupLimitMinor: null,
    terms: { netDays: 10, endOfMonth: false, discountPercent: '0', discountDays: 0 },
    graceDays: 0,
    statementDay: 1,
    buyersOnly: false,
    buyers: [],
    departmentId: null,
    note: '',
    holdReason: null,
  };
  const holder = { name: 'Gannet', kind: 'firm', phone: '', email: '', address: '' };
  const approval = { reason: 'Known for years' };
  const { body } = await tamsin.send('/accounts', { holder, account }, { approval });
  chargeAccountId = body.id;
});
afterAll(async () => {
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
  await shop.close();
});

const ring = async (command: object) =>
  (
    await tamsin.send(
      '/sales',
      { drawerId: id.drawers['shop'], lines: [], tenders: [], ...command },
      { approval: { reason: 'As agreed' } },
    )
  ).body;
const charge = (amountMinor: number) => ({
  kind: 'onAccount',
  tenderId: id.tenders['account'],
  chargeAccountId,
  amountMinor,
  buyer: '',
  reference: '',
});
const pay = async (amountMinor: number) => {
  const { items } = (await tamsin.get(`/accounts/${chargeAccountId}`)).body;
  const open = items.filter((item: any) => item.leftMinor > 0);
  const payment = {
    kind: 'accountPayment',
    chargeAccountId,
    amountMinor,
    allocations: [{ chargeItemId: open[0].id, amountMinor, discountMinor: 0 }],
    keepCredit: false,
    reason: '',
  };
  return ring({ extras: [payment], tenders: [cash(id, amountMinor)] });
};
const sheet = async () => (await tamsin.get(`/days/${DAY}`)).body;
const beadOf = async () => (await sheet()).beads.find((one: any) => one.key === 'onAccount');
/** Banks what lies in the safe, and the statement that has it. */
async function bank(date: string, openingMinor: number): Promise<void> {
  const { items } = (await tamsin.get('/safe')).body;
  const total = items.reduce((sum: number, item: any) => sum + item.leftMinor, 0);
  const slip = await tamsin.send('/slips', {
    bankAccountId: 1,
    bankTotalMinor: total,
    bankReference: '',
    items: items.map((item: any) => ({ safeItemId: item.id, amountMinor: item.leftMinor })),
  });
  const line = { date, amountMinor: total, text: 'DEPOSIT', reference: slip.body.number };
  await importStatement(tamsin, statementOf(openingMinor, line));
  await shop.jobsEnded();
}

test('charges rest with the customers, and do not hold their day back', async () => {
  await ring({ lines: [book(id, 50_00)], tenders: [cash(id, 20_00), charge(30_00)] });
  await ring({ lines: [book(id, 70_00)], tenders: [charge(70_00)] });
  expect(await beadOf()).toMatchObject({
    shape: 'onAccount',
    stage: 'taken',
    takenMinor: 100_00,
  });
  expect(await sheet()).toMatchObject({ takenMinor: 120_00 });
  await countAndClose(tamsin, id.drawers['shop']!);
  shop.setNow('2026-03-03T14:00:00Z');
  tamsin = await shop.as('tamsin');
  await bank('2026-03-03', 1000_00);
  expect((await sheet()).state).toMatchObject({
    tone: 'home',
    code: 'rod.homeButAccounts',
    params: { amountMinor: 100_00 },
  });
});

test('they come home when they are paid and that money is home', async () => {
  const paid = await pay(30_00);
  expect((await beadOf()).byStage).toMatchObject({ taken: 70_00, sent: 30_00, home: 0 });
  await countAndClose(tamsin, id.drawers['shop']!);
  expect((await beadOf()).byStage).toMatchObject({ sent: 30_00 });
  shop.setNow('2026-03-04T14:00:00Z');
  tamsin = await shop.as('tamsin');
  await bank('2026-03-04', 1020_00);
  expect((await beadOf()).byStage).toMatchObject({ taken: 70_00, sent: 0, home: 30_00 });
  const { steps, sales } = (await tamsin.get(`/trail/beads/${DAY}/onAccount`)).body;
  expect(steps).toMatchObject([
    { kind: 'sale', amountMinor: 100_00 },
    {
      kind: 'payment',
      place: 'home',
      id: paid.saleId,
      number: paid.number,
      amountMinor: 30_00,
    },
    { kind: 'waiting', place: 'taken', amountMinor: 70_00 },
  ]);
  expect(sales).toHaveLength(2);
});

test('what is written off is home, and its step shows its own entry', async () => {
  const [charged] = (await tamsin.get(`/accounts/${chargeAccountId}`)).body.items;
  const written = { chargeItemId: charged.id, amountMinor: 10_00, reason: 'Torn pages' };
  await tamsin.send(`/accounts/${chargeAccountId}/write-offs`, written);
  expect((await beadOf()).byStage).toMatchObject({ taken: 60_00, sent: 0, home: 40_00 });
  const { steps } = (await tamsin.get(`/trail/beads/${DAY}/onAccount`)).body;
  const step = steps.find(({ kind }: any) => kind === 'writeOff');
  expect(step).toMatchObject({
    number: 'W-1',
    place: 'home',
    amountMinor: 10_00,
    note: { code: 'trail.writtenOff', params: { name: 'Gannet' } },
  });
  expect(step.entry.lines).toMatchObject([
    { account: 'writeOffs', amountMinor: 10_00 },
    { account: 'chargeAccounts', amountMinor: -10_00 },
  ]);
});

test('what needs a person is a loose end, and leads to the account', async () => {
  await ring({ lines: [book(id, 100_00)], tenders: [charge(100_00)] });
  shop.setNow('2026-03-20T14:00:00Z');
  tamsin = await shop.as('tamsin');
  const { ends, byPlace } = (await tamsin.get('/loose-ends')).body;
  const of = (code: string) => ends.find((end: any) => end.code === code);
  expect(of('accountOverLimit')).toMatchObject({
    place: 'accounts',
    amountMinor: 10_00,
    params: { name: 'Gannet', limitMinor: 150_00 },
    path: `/accounts/${chargeAccountId}`,
  });
  expect(of('accountOverdue')).toMatchObject({
    amountMinor: 160_00,
    params: { date: '2026-03-12' },
    ageDays: 8,
  });
  expect(byPlace.accounts).toBe(2);
});
