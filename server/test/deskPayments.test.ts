import { audit } from '../src/audit/audit';
import { importStatement, statementOf } from './day';
import { openShop, type Person, type TestShop } from './harness';
import { regularsOf } from './regulars';

let shop: TestShop;
let world: Awaited<ReturnType<typeof regularsOf>>;
let osric: Person;
let dory: { id: number };
let school: { id: number };
const DAY = '2026-03-02';
beforeAll(async () => {
  shop = await openShop();
  world = await regularsOf(shop);
  osric = world.osric();
  dory = await world.open('Lobster boat Dory');
  school = await world.open('Sailing school');
  await world.charge(dory.id, 120_00);
  await world.charge(school.id, 80_00);
});
afterEach(async () => {
  await shop.seal();
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});
afterAll(() => shop.close());

const cheque = (amountMinor: number, number: string, dated = DAY) => ({
  kind: 'cheque',
  tenderId: world.id.tenders['cheque'],
  amountMinor,
  cheque: { number, drawnBy: 'Dory Fishing', dated },
});
const transfer = (amountMinor: number) => ({
  kind: 'transfer',
  tenderId: world.id.tenders['transfer'],
  amountMinor,
  bankAccountId: 1,
  reference: 'Course 12',
});
const paid = (chargeAccountId: number, tender: object, later = false) => ({
  chargeAccountId,
  tender,
  later,
});
const receive = (payments: object[], totalMinor: number, more: object = {}) =>
  osric.send('/desk-payments', { date: DAY, totalMinor, payments, slip: null, ...more });
const places = ({ body }: { body: any }) =>
  body.refusals.map(({ code, at }: any) => `${at} ${code}`);
const balanceOf = async (account: { id: number }) =>
  (await osric.get(`/accounts/${account.id}`)).body.balanceMinor;

test('what does not add up, a day to come, cash: nothing is kept, each is named', async () => {
  expect(places(await receive([paid(dory.id, cheque(50_00, '1'))], 51_00))).toEqual([
    'totalMinor deskPayments.total',
  ]);
  const tomorrow = { date: '2026-03-03' };
  expect(places(await receive([paid(dory.id, cheque(50_00, '1'))], 50_00, tomorrow))).toEqual([
    'date day.future',
  ]);
  const inCash = { kind: 'cash', tenderId: world.id.tenders['cash'], tenderedMinor: 5_00 };
  const answer = await receive(
    [paid(dory.id, cheque(50_00, '1')), paid(school.id, inCash), paid(999, cheque(5_00, '2'))],
    60_00,
  );
  expect(places(answer)).toEqual([
    'payments.1.tenders.0 tender.noDrawer',
    'payments.2.extras.0.chargeAccountId account.unknown',
  ]);
  const slip = { slip: { bankAccountId: 1, bankReference: '' } };
  expect(places(await receive([paid(school.id, transfer(5_00))], 5_00, slip))).toEqual([
    'slip deskPayments.noCheque',
  ]);
  expect(await shop.one('SELECT COUNT(*) AS n FROM cheque')).toEqual({ n: 0 });
});

test('cheques lie in the safe, a transfer waits for its line, charges are settled, no drawer is open', async () => {
  const sessions = () => shop.one('SELECT COUNT(*) AS n FROM drawer_session');
  const before = await sessions();
  const { status, body } = await receive(
    [
      paid(dory.id, cheque(70_00, '501')),
      paid(dory.id, cheque(20_00, '502'), true),
      paid(school.id, transfer(80_00)),
    ],
    170_00,
  );
  expect({ status, body }).toMatchObject({ status: 200, body: { slip: null } });
  expect(body.receipts).toHaveLength(3);
  expect(await sessions()).toEqual(before);
  // 120.00 less both; of them one is given to the charge, the other is open.
  expect(await balanceOf(dory)).toBe(30_00);
  expect(
    await shop.all(
      `SELECT left_minor AS \`left\` FROM open_item WHERE charge_account_id = ? ORDER BY id`,
      [dory.id],
    ),
  ).toEqual([{ left: 50_00 }, { left: 0 }, { left: -20_00 }]);
  // 2 % for paying in time were earned: 1.60 of it is a credit.
  expect(await balanceOf(school)).toBe(-1_60);
  const { items } = (await osric.get('/safe')).body;
  expect(items).toMatchObject([
    { by: 'post', leftMinor: 70_00, cheque: { number: '501' } },
    { by: 'post', leftMinor: 20_00, cheque: { number: '502' } },
  ]);
  const { beads } = (await osric.get(`/days/${DAY}`)).body;
  expect(beads).toMatchObject([
    { key: 'cheque', takenMinor: 90_00, stage: 'counted' },
    { key: 'transfer', takenMinor: 80_00, stage: 'sent' },
    { key: 'onAccount' },
  ]);
  // The receipt names no drawer.
  const receipt = (await osric.get(`/sales/${body.receipts[0].saleId}`)).body;
  expect(receipt).toMatchObject({ drawer: '', number: body.receipts[0].number });
  // Typed by mistake: voided, it leaves the safe.
  const voided = await osric.send(
    `/sales/${body.receipts[1].saleId}/void`,
    {},
    { approval: { approverId: 3, pin: '864286', reason: 'Not ours' } },
  );
  expect(voided.status).toBe(200);
  expect((await osric.get('/safe')).body.items).toHaveLength(1);
});

test('with the slip they are under way at once, and come home by its line', async () => {
  const { body } = await receive([paid(dory.id, cheque(50_00, '503'))], 50_00, {
    slip: { bankAccountId: 1, bankReference: 'BAG-77' },
  });
  expect(body.slip).toBe('D-1');
  const voided = await osric.send(
    `/sales/${body.receipts[0].saleId}/void`,
    {},
    { approval: { approverId: 3, pin: '864286', reason: 'Not ours' } },
  );
  expect(voided.body.refusals).toMatchObject([{ code: 'void.chequeCashed' }]);
  await world.at('2026-03-04T14:00:00Z');
  osric = world.osric();
  await importStatement(
    osric,
    statementOf(1000_00, { date: '2026-03-03', amountMinor: 50_00, text: 'DEPOSIT BAG-77' }),
  );
  await shop.jobsEnded();
  const { beads } = (await osric.get(`/days/${DAY}`)).body;
  expect(beads[0]).toMatchObject({ key: 'cheque', byStage: { counted: 70_00, home: 50_00 } });
});
