import { audit } from '../src/audit/audit';
import { importStatement, statementOf } from './day';
import { openShop, textOfPdf, type Person, type TestShop } from './harness';
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

test('cheques in the safe are listed on paper before they are sent, those held until their date apart', async () => {
  const held = cheque(11_00, '88', '2026-12-24');
  await receive([paid(dory.id, held), paid(dory.id, cheque(12_00, '89'))], 23_00);
  const text = textOfPdf(await shop.download(osric, '/safe/cheques'));
  expect(text).toContain('number 88');
  expect(text).toMatch(/held until its date/);
});

test('whose payment it is nobody knows: it waits under its name, goes to one account, and waits again when that is void', async () => {
  const date = '2026-03-20';
  shop.setNow(`${date}T16:00:00Z`);
  const tamsin = await shop.as('tamsin');
  const unknown = (name: string, tender: object) => ({
    ...paid(0, tender),
    chargeAccountId: null,
    name,
  });
  const nameless = { ...paid(0, cheque(33_00, '77')), chargeAccountId: null };
  expect(places(await receive([nameless], 33_00, { date }))).toEqual([
    'payments.0.extras.0.name unknownPayment.name',
  ]);
  const { body } = await receive(
    [unknown('J. Quill', cheque(33_00, '77')), unknown('Boat 12', transfer(9_00))],
    42_00,
    { date },
  );
  const waiting = async () => (await osric.get('/unknown-payments')).body;
  const [first, second] = await waiting();
  expect([first, second]).toMatchObject([
    { name: 'J. Quill', amountMinor: 33_00, number: body.receipts[0].number },
    { name: 'Boat 12', amountMinor: 9_00 },
  ]);
  const ends = (await osric.get('/loose-ends')).body.ends.filter(
    ({ code }: any) => code === 'payerUnknown',
  );
  expect(ends).toMatchObject([{ amountMinor: 33_00 }, { amountMinor: 9_00 }]);
  // Neither owes anything, so that nothing is allocated, which would have to be undone first.
  const trust = await world.open('Harbour trust');
  const club = await world.open('Rowing club');
  const known = (one: { id: number }, chargeAccountId: number) =>
    osric.send(`/unknown-payments/${one.id}/known`, { chargeAccountId });
  expect(places(await known(first, 999))).toEqual([
    'extras.1.chargeAccountId account.unknown',
  ]);
  // Two who say it at once: it goes to one account.
  const both = await Promise.all([known(first, trust.id), known(first, club.id)]);
  expect(both.map(({ status }) => status).sort()).toEqual([200, 422]);
  const done = both.find(({ status }) => status === 200)!.body;
  expect((await waiting()).map(({ name }: any) => name)).toEqual(['Boat 12']);
  // Its own ticket is not void while somebody has it; that of the account's is, and then it waits again.
  const approval = { reason: 'Not his' };
  const voided = (saleId: number) => tamsin.send(`/sales/${saleId}/void`, {}, { approval });
  const taken = await voided(body.receipts[0].saleId);
  expect(taken.body.refusals).toMatchObject([{ code: 'void.extraUsed' }]);
  expect((await voided(done.saleId)).status).toBe(200);
  expect([await balanceOf(trust), await balanceOf(club)]).toEqual([0, 0]);
  expect(await waiting()).toHaveLength(2);
  expect((await known(first, trust.id)).status).toBe(200);
  expect(await balanceOf(trust)).toBe(-33_00);
  expect((await voided(body.receipts[1].saleId)).status).toBe(200);
  expect(await waiting()).toEqual([]);
});
