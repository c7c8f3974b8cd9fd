import { audit } from '../src/audit/audit';
import { countAndClose } from './day';
import { card, cash, openShop, type Person, type TestShop } from './harness';
import { codes, regularsOf } from './regulars';

let shop: TestShop;
let world: Awaited<ReturnType<typeof regularsOf>>;
let osric: Person;
let dory: { id: number };
let id: (typeof world)['id'];
let authority: Record<string, number>;
beforeAll(async () => {
  shop = await openShop();
  world = await regularsOf(shop);
  id = world.id;
  osric = world.osric();
  dory = await world.open('Lobster boat Dory', { limitMinor: 200_00 });
  const found = await shop.all<{ id: number; code: string }>(
    'SELECT id, code FROM tax_authority',
  );
  authority = Object.fromEntries(found.map((one) => [one.code, one.id]));
});
afterAll(() => shop.close());

const SAT = '2026-02-28';
const MON = '2026-03-02';
const manager = { approverId: 3, pin: '864286', reason: 'Typed from the till roll' };
const cheque = (amountMinor: number, number: string) => ({
  kind: 'cheque',
  tenderId: id.tenders['cheque'],
  amountMinor,
  cheque: { number, drawnBy: 'A. Fisher', dated: SAT },
});
const sumOfCard = (amountMinor: number) => ({
  ...card(id, amountMinor),
  lastFour: '',
  reference: '',
});

/** 200.00 of rope less 40.00 returned, 30.00 of books: tax 10.00, of it 8.00 of the island. */
const saturday = (more: object = {}) => ({
  date: SAT,
  drawerId: id.drawers['shop'],
  withTax: false,
  departments: [
    { departmentId: id.departments['rope'], soldMinor: 200_00, returnedMinor: 40_00 },
    { departmentId: id.departments['books'], soldMinor: 30_00, returnedMinor: 0 },
  ],
  taxes: [
    { authorityId: authority['island'], taxMinor: 8_02 },
    { authorityId: authority['harbour'], taxMinor: 2_00 },
  ],
  roundingMinor: 2,
  tenders: [
    cash(id, 60_00),
    sumOfCard(50_00),
    cheque(40_00, '101'),
    world.onAccount(dory.id, 30_00, { reference: 'till 4411' }),
    world.onAccount(dory.id, 20_00, { reference: 'till 4412' }),
  ],
  payments: [{ chargeAccountId: dory.id, tender: cheque(15_00, '102') }],
  ...more,
});
const monday = (more: object = {}) => ({
  ...saturday(),
  date: MON,
  departments: [
    { departmentId: id.departments['hatch'], soldMinor: 105_00, returnedMinor: 0 },
  ],
  withTax: true,
  taxes: [],
  roundingMinor: 0,
  tenders: [cash(id, 105_00)],
  payments: [],
  ...more,
});
const stamps = (more: object = {}) => ({
  kind: 'paidOut',
  date: SAT,
  drawerId: id.drawers['shop'],
  amountMinor: 5_00,
  party: 'Post office',
  words: '',
  parts: [{ account: 'postage', amountMinor: 5_00, taxCodeId: 1, words: '' }],
  ...more,
});
const post = (columns: object[], acts: object[] = [], options = {}) =>
  osric.send('/totals', { columns, acts }, options);
const rod = async (date: string) => {
  const { body } = await osric.get(`/days/${date}`);
  return Object.fromEntries(
    body.beads.map((bead: any) => [bead.key, [bead.takenMinor, bead.stage]]),
  );
};
const sound = async () => {
  await shop.seal();
  expect((await audit(shop.pool)).breaches).toEqual([]);
};
const places = ({ body }: { body: any }) =>
  body.refusals.map(({ code, at }: { code: string; at: string }) => `${at} ${code}`);

test('every column that does not add up is named, and nothing of the others is kept', async () => {
  const before = await shop.one<{ n: number }>('SELECT COUNT(*) AS n FROM document');
  const answer = await post(
    [
      saturday({ tenders: [cash(id, 60_00)] }),
      monday({ taxes: [{ authorityId: authority['harbour'], taxMinor: 1_00 }] }),
      monday({ date: '2026-03-03' }),
      monday({ date: '2026-02-27', departments: [], tenders: [] }),
    ],
    [stamps({ amountMinor: 7_00 })],
  );
  expect(answer.status).toBe(422);
  expect(places(answer)).toEqual([
    'columns.3.departments totals.nothing',
    'columns.0.tenders totals.tenders',
    'acts.0.parts drawerAct.parts',
    'columns.1.taxes.0.taxMinor totals.taxNowhere',
    'columns.2.date day.future',
  ]);
  expect(answer.body.refusals[1].params).toEqual({ differenceMinor: -140_00 });
  expect(await shop.one('SELECT COUNT(*) AS n FROM document')).toEqual(before);
  expect(codes(await post([]))).toEqual(['totals.empty']);
});

let made: { id: number; number: string; documents: number };

test('two days of totals join the rods, the batch, the account and the drawer of their days', async () => {
  const { body, status } = await post([saturday(), monday()], [stamps()]);
  expect({ status, body }).toMatchObject({
    status: 200,
    body: { number: 'TT-1', documents: 4 },
  });
  made = body;
  const processor = await shop.one<{ id: number }>('SELECT MIN(id) AS id FROM processor');
  expect(await rod(SAT)).toMatchObject({
    cash: [60_00, 'taken'],
    cheque: [55_00, 'taken'],
    [`card ${processor.id} Meridian`]: [50_00, 'taken'],
    onAccount: [50_00, expect.anything()],
  });
  expect(await rod(MON)).toEqual({ cash: [105_00, 'taken'] });
  const { body: sheet } = await osric.get(`/days/${SAT}`);
  expect(sheet.departments).toEqual([
    { name: 'Rope and rigging', netMinor: 200_00, returnedMinor: 40_00, taxMinor: 10_02 },
    { name: 'Charts and books', netMinor: 30_00, returnedMinor: 0, taxMinor: 0 },
  ]);
  expect(sheet.roundingMinor).toBe(2);
  expect(
    await shop.all('SELECT batch_date AS date FROM batch WHERE processor_id = ?', [
      processor.id,
    ]),
  ).toEqual([{ date: SAT }]);
  // The payment went to the first charge; the rest of both is open.
  expect(
    await shop.all(
      `SELECT amount_minor AS amount, left_minor AS \`left\`, reference FROM open_item
       WHERE kind = 'charge' ORDER BY id`,
    ),
  ).toEqual([
    { amount: 30_00, left: 15_00, reference: 'till 4411' },
    { amount: 20_00, left: 20_00, reference: 'till 4412' },
  ]);
  await sound();
});

test('a charge above the limit asks once for all, and one who may lets it pass', async () => {
  const over = saturday({
    date: '2026-02-26',
    taxes: [],
    roundingMinor: 0,
    tenders: [
      world.onAccount(dory.id, 100_00),
      world.onAccount(dory.id, 60_00),
      world.onAccount(dory.id, 40_00),
    ],
    payments: [],
  });
  const asked = await post([over]);
  expect(asked.status).toBe(409);
  expect(asked.body.rules.map(({ params }: any) => params.overMinor)).toEqual([
    // 35.00 are open: 135.00, 195.00, 235.00.
    35_00,
  ]);
  expect((await post([over], [], { approval: manager })).status).toBe(200);
  await sound();
});

test('what was typed is undone as one, each on its day, and can be typed anew', async () => {
  const asked = await osric.send(`/totals/${made.id}/undo`, { reason: 'Wrong roll' });
  expect(asked.body.rules).toEqual([
    { code: 'rule.totalsUndone', approver: 'manager', params: { number: 'TT-1', count: 4 } },
  ]);
  const options = { approval: manager };
  const undone = await osric.send(
    `/totals/${made.id}/undo`,
    { reason: 'Wrong roll' },
    options,
  );
  expect(undone).toMatchObject({ status: 200, body: { number: 'TU-1' } });
  expect(await rod(SAT)).toEqual({});
  expect(await rod(MON)).toEqual({});
  expect(
    codes(await osric.send(`/totals/${made.id}/undo`, { reason: 'Wrong roll' }, options)),
  ).toEqual(['totals.undone']);
  const { body } = await osric.get(`/totals/${made.id}`);
  expect(body).toMatchObject({ number: 'TT-1', undoneBy: 'TU-1', from: SAT, to: MON });
  await sound();
  const again = await osric.send('/totals', body.typed, options);
  expect(again).toMatchObject({ status: 200, body: { number: 'TT-3' } });
  await sound();
});

test('once their drawer is counted they stand: the safe holds each day’s own cash', async () => {
  await countAndClose(osric, id.drawers['shop']!);
  expect(await rod(SAT)).toMatchObject({
    cash: [60_00, 'counted'],
    cheque: [55_00, 'counted'],
  });
  expect(
    await shop.all(
      `SELECT takings_day AS day, CAST(SUM(amount_minor) AS SIGNED) AS amount FROM safe_item
       WHERE cheque_id IS NULL GROUP BY takings_day ORDER BY takings_day`,
    ),
  ).toEqual([
    { day: SAT, amount: 55_00 },
    { day: MON, amount: 105_00 },
  ]);
  const { totals } = (await osric.get('/totals')).body;
  const undo = (n: number) =>
    osric.send(`/totals/${n}/undo`, { reason: 'Wrong roll' }, { approval: manager });
  const refused = await undo(totals[0].id);
  // Its cheques lie in the safe.
  expect(refused.body.refusals[0]).toMatchObject({ code: 'void.drawerCounted' });
  await sound();
});

test('cash alone is undone after its count too: the mistake was in over and short', async () => {
  const { body } = await post([monday()]);
  // The till had 100.00 and not 105.00: the count was short by the mistake.
  await countAndClose(osric, id.drawers['shop']!, -5_00, 'Roll not found');
  const { status } = await osric.send(
    `/totals/${body.id}/undo`,
    { reason: 'Typed 105 for 100' },
    { approval: manager },
  );
  expect(status).toBe(200);
  const right = monday({
    departments: [
      { departmentId: id.departments['hatch'], soldMinor: 100_00, returnedMinor: 0 },
    ],
    tenders: [cash(id, 100_00)],
  });
  expect((await post([right])).status).toBe(200);
  await sound();
  await countAndClose(osric, id.drawers['shop']!, -100_00, 'Counted on the first roll');
  const { body: sheet } = await osric.get(`/days/${MON}`);
  const inCash = sheet.beads.find(({ key }: any) => key === 'cash');
  // 105.00 of the day before and 100.00: all of it is in the safe, nothing is short.
  expect([inCash.takenMinor, inCash.beside.short ?? 0]).toEqual([205_00, 0]);
  await sound();
});

test('what is refused is said before anybody is asked for his word', async () => {
  const low = monday({
    date: '2026-02-25',
    taxes: [{ authorityId: authority['island'], taxMinor: 1_00 }],
  });
  const answer = await post([low, monday({ date: '2026-02-24', tenders: [] })]);
  expect(answer.status).toBe(422);
  expect(places(answer)).toEqual(['columns.1.tenders totals.tenders']);
});

test('a closed day asks a manager, whoever types it', async () => {
  const date = '2026-02-20';
  const other = { date, drawerId: id.drawers['hatch'] };
  expect((await post([monday(other)])).status).toBe(200);
  await countAndClose(osric, id.drawers['hatch']!);
  expect((await osric.send(`/days/${date}/close`, { note: '' })).status).toBe(200);
  expect(codes(await post([monday(other)]))).toEqual(['rule.sheetClosed']);
  expect((await post([monday(other)], [], { approval: manager })).status).toBe(200);
  await sound();
});

test('hundreds of expenses are one command, and one undoing', async () => {
  const acts = Array.from({ length: 250 }, (_, i) => ({
    kind: 'ownerPays',
    date: MON,
    amountMinor: 100 + i,
    party: `Payee ${i % 40}`,
    words: `Bill ${i} of a year that the owner kept in a box`,
    parts: [{ account: 'supplies', amountMinor: 100 + i, taxCodeId: 1, words: '' }],
  }));
  const { status, body } = await post([], acts, { approval: manager });
  expect({ status, body }).toMatchObject({ status: 200, body: { documents: 250 } });
  const undone = await osric.send(
    `/totals/${body.id}/undo`,
    { reason: 'Another shop’s box' },
    { approval: manager },
  );
  expect(undone).toMatchObject({ status: 200 });
  await sound();
});

test('a day of a filed period and a lower tax are met as anywhere', async () => {
  await shop.admin.query(`UPDATE period_lock SET filed_through = '2026-01-31'`);
  expect(places(await post([monday({ date: '2026-01-31' })]))).toEqual([
    'columns.0.date lock.filed',
  ]);
  const low = monday({
    date: '2026-02-25',
    taxes: [{ authorityId: authority['island'], taxMinor: 1_00 }],
  });
  const asked = await post([low]);
  expect(asked.body.rules).toEqual([
    {
      code: 'rule.totalsTax',
      approver: 'clerk',
      params: { statedMinor: 1_00, computedMinor: 5_00 },
    },
  ]);
});
