import { audit } from '../src/audit/audit';
import { countAndClose, importStatement, statementOf } from './day';
import { book, cash, ids, openShop, type Ids, type Person, type TestShop } from './harness';

let shop: TestShop;
let id: Ids;
let tamsin: Person;
let food: number;
const DAY = '2026-03-02';
const approval = { reason: 'The bill is here' };
beforeAll(async () => {
  shop = await openShop();
  id = await ids(shop);
  tamsin = await shop.as('tamsin');
  ({ id: food } = await shop.one<{ id: number }>(
    `SELECT id FROM tax_code WHERE code = 'food'`,
  ));
});
afterEach(async () => {
  await shop.seal();
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});
afterAll(() => shop.close());

const act = (kind: string, amountMinor: number, more: object = {}) => ({
  kind,
  amountMinor,
  parts: [],
  party: 'Wrack Power',
  words: 'Bill 2026-118',
  ...more,
});
const part = (account: string, amountMinor: number, taxCodeId: number | null = null) => ({
  account,
  amountMinor,
  taxCodeId,
  words: '',
});
const make = (command: object) => tamsin.send('/drawer-acts', command, { approval });
const undo = (actId: number) =>
  tamsin.send(`/drawer-acts/${actId}/undo`, { reason: 'Paid twice' }, { approval });
const balance = async (role: string) =>
  Number(
    (
      await shop.one<{ total: string }>(
        `SELECT COALESCE(SUM(l.amount_minor), 0) AS total FROM entry_line l
         JOIN account a ON a.id = l.account_id WHERE a.role = ?`,
        [role],
      )
    ).total,
  );
const codes = ({ body }: { body: any }) => body.refusals.map(({ code }: any) => code);
const view = async () => (await tamsin.get('/statement')).body;

test('what the bank pays waits until its line shows it, and is no takings of any day', async () => {
  const parts = [part('utilities', 105_00, food)];
  expect(codes(await make(act('paidByBank', 105_00, { parts })))).toEqual(['drawerAct.bank']);
  expect(codes(await make(act('paidByBank', 105_00, { parts, bankAccountId: 99 })))).toEqual([
    'drawerAct.bank',
  ]);
  expect(codes(await make(act('paidOut', 1_00, { parts: [part('postage', 1_00)] })))).toEqual([
    'drawerAct.drawer',
  ]);
  const { body: paid } = await make(act('paidByBank', 105_00, { parts, bankAccountId: 1 }));
  const { body: rent } = await make(
    act('moneyInBank', 600_00, {
      party: 'Sail loft',
      words: 'Rent for March',
      bankAccountId: 1,
      parts: [part('rentIncome', 600_00)],
    }),
  );
  expect(await balance('inputTax')).toBe(5_00);
  expect((await view()).openMovements).toMatchObject([
    { kind: 'bankMoney', number: paid.number, amountMinor: -105_00 },
    { kind: 'bankMoney', number: rent.number, amountMinor: 600_00 },
  ]);
  // Neither is takings of its day.
  expect((await tamsin.get(`/days/${DAY}`)).body.beads).toEqual([]);

  shop.setNow('2026-03-04T14:00:00Z');
  tamsin = await shop.as('tamsin');
  await importStatement(
    tamsin,
    statementOf(
      1000_00,
      { date: '2026-03-03', amountMinor: -105_00, text: 'WRACK POWER BILL 2026-118' },
      { date: '2026-03-03', amountMinor: 600_00, text: 'SAIL LOFT RENT' },
    ),
  );
  await shop.jobsEnded();
  // One is named by its bill; for the other amount and day alone speak, and a person accepts it.
  const { proposals, openMovements } = await view();
  expect([proposals.length, openMovements]).toEqual([1, []]);
  const [line] = await shop.all<{ id: number }>(
    `SELECT id FROM statement_line WHERE text = 'SAIL LOFT RENT'`,
  );
  const groups = [{ movements: [`bankMoney ${rent.id}`], lineIds: [line!.id] }];
  expect((await tamsin.send('/matches', { bankAccountId: 1, groups })).status).toBe(200);
  expect(await balance('bankInTransit')).toBe(0);
  const trail = (await tamsin.get(`/trail/lines/${line!.id}`)).body;
  expect(trail.steps).toMatchObject([
    { kind: 'line' },
    { kind: 'bankMoney', number: rent.number, entry: { kind: 'moneyIn' } },
  ]);
  expect(codes(await undo(paid.id))).toEqual(['drawerAct.matched']);
});

test('what no line shows in time is a loose end, and is undone without a trace in transit', async () => {
  shop.setNow('2026-03-05T14:00:00Z');
  tamsin = await shop.as('tamsin');
  const { body: made } = await make(
    act('ownerDrawsBank', 40_00, { bankAccountId: 1, party: '', words: '' }),
  );
  shop.setNow('2026-04-10T14:00:00Z');
  tamsin = await shop.as('tamsin');
  const late = async () =>
    (await tamsin.get('/loose-ends')).body.ends.filter(
      ({ code }: any) => code === 'moneyNotAtBank',
    );
  expect(await late()).toMatchObject([
    { amountMinor: -40_00, params: { number: made.number }, path: '/bank/statement' },
  ]);
  expect((await undo(made.id)).status).toBe(200);
  expect(await late()).toEqual([]);
  expect(await balance('bankInTransit')).toBe(0);
});

test('the shop’s own card owes what it paid until its bill is paid', async () => {
  const { body: paid } = await make(
    act('paidByCard', 85_00, { party: 'Ferry', parts: [part('travel', 85_00)] }),
  );
  const choices = async () => (await tamsin.get('/drawer-acts/choices')).body;
  expect((await choices()).cardMinor).toBe(85_00);
  const { body: bill } = await make(
    act('cardPaid', 85_00, { party: 'Card bill', bankAccountId: 1 }),
  );
  expect(await choices()).toMatchObject({ cardMinor: 0 });
  expect(await balance('shopCard')).toBe(0);
  expect((await undo(bill.id)).status).toBe(200);
  expect((await undo(paid.id)).status).toBe(200);
  expect(await choices()).toMatchObject({ cardMinor: 0 });
});

test('what is paid from the safe lowers what a slip can take, oldest day first, and comes back when undone', async () => {
  const drawerId = id.drawers['shop']!;
  await tamsin.send('/sales', {
    drawerId,
    lines: [book(id, 50_00)],
    tenders: [cash(id, 50_00)],
  });
  await countAndClose(tamsin, drawerId);
  const safe = async () => (await tamsin.get('/drawer-acts/choices')).body.safeMinor;
  const parts = [part('repairs', 21_00, food), part('supplies', 9_00)];
  expect(
    codes(await make(act('paidFromSafe', 60_00, { parts: [part('repairs', 60_00)] }))),
  ).toEqual(['drawerAct.safeHolds']);
  const { body: paid } = await make(act('paidFromSafe', 30_00, { parts }));
  expect(await safe()).toBe(20_00);
  const [bead] = (await tamsin.get('/days/2026-04-10')).body.beads;
  expect(bead).toMatchObject({ takenMinor: 50_00, beside: { spent: 30_00 } });
  expect((await undo(paid.id)).status).toBe(200);
  expect(await safe()).toBe(50_00);
});

test('change from the bank lies in the safe at once, and its line is expected', async () => {
  const { body: made } = await make(
    act('changeFetched', 60_00, { bankAccountId: 1, party: '', words: '' }),
  );
  expect((await tamsin.get('/drawer-acts/choices')).body.safeMinor).toBe(110_00);
  const { items } = (await tamsin.get('/safe')).body;
  expect(items).toMatchObject([
    { by: 'change', leftMinor: 60_00, closeNumber: made.number },
    { by: 'count', leftMinor: 50_00 },
  ]);
  expect((await view()).openMovements).toMatchObject([
    { kind: 'bankMoney', number: made.number, amountMinor: -60_00 },
  ]);
  await importStatement(
    tamsin,
    statementOf(1495_00, {
      date: '2026-04-10',
      amountMinor: -60_00,
      text: `CHANGE ORDER ${made.number}`,
    }),
  );
  await shop.jobsEnded();
  const line = await shop.one<{ id: number }>(
    `SELECT id FROM statement_line WHERE text LIKE 'CHANGE%'`,
  );
  const groups = [{ movements: [`bankMoney ${made.id}`], lineIds: [line.id] }];
  await tamsin.send('/matches', { bankAccountId: 1, groups });
  expect(await balance('bankInTransit')).toBe(0);
  expect(codes(await undo(made.id))).toEqual(['drawerAct.matched']);
});

test('cash of one drawer helps the other out; each count expects what it has', async () => {
  const [from, to] = [id.drawers['shop']!, id.drawers['hatch']!];
  await tamsin.send('/sales', {
    drawerId: from,
    lines: [book(id, 40_00)],
    tenders: [cash(id, 40_00)],
  });
  const given = act('toDrawer', 15_00, { drawerId: from, party: '', words: 'Coins' });
  expect(codes(await make(given))).toEqual(['drawerAct.otherDrawer']);
  expect(codes(await make({ ...given, toDrawerId: from }))).toEqual(['drawerAct.otherDrawer']);
  const { body: first } = await make({ ...given, toDrawerId: to });
  expect((await undo(first.id)).status).toBe(200);
  const { body: made } = await make({ ...given, toDrawerId: to });
  const expected = async (drawerId: number) =>
    (await tamsin.get(`/drawer-acts/choices?drawerId=${drawerId}`)).body.cashMinor;
  // Floats of 150.00 and 100.00.
  expect([await expected(from), await expected(to)]).toEqual([175_00, 115_00]);
  const closed = await countAndClose(tamsin, to);
  expect(closed).toMatchObject({ differenceMinor: 0 });
  // Whoever looks for a difference of either drawer sees what went from one to the other.
  const acts = async (drawerId: number) => {
    const session = await shop.one<{ id: number }>(
      'SELECT MAX(id) AS id FROM drawer_session WHERE drawer_id = ?',
      [drawerId],
    );
    return (await tamsin.get(`/counts/${session.id}/evidence`)).body.acts;
  };
  expect(await acts(from)).toEqual([{ number: made.number, cashMinor: -15_00 }]);
  expect(await acts(to)).toEqual([{ number: made.number, cashMinor: 15_00 }]);
  expect(codes(await undo(made.id))).toEqual(['drawerAct.otherGone']);
  expect(await countAndClose(tamsin, from)).toMatchObject({ differenceMinor: 0 });
  const { beads } = (await tamsin.get('/days/2026-04-10')).body;
  // 50.00 of before and these 40.00, wherever they were counted.
  expect(beads).toMatchObject([{ key: 'cash', takenMinor: 90_00, stage: 'counted' }]);
});

test('what a line of the bank tells is recorded from it and matched at once; its match undone, the act waits', async () => {
  const last = await shop.one<{ closing: number; day: string }>(
    'SELECT closing_minor AS closing, to_date AS day FROM statement ORDER BY to_date DESC, id DESC LIMIT 1',
  );
  const charge = { date: last.day, amountMinor: -18_50, text: 'MONTHLY PLAN CHARGE' };
  await importStatement(tamsin, statementOf(last.closing, charge));
  await shop.jobsEnded();
  const line = await shop.one<{ id: number }>(
    `SELECT id FROM statement_line WHERE text = 'MONTHLY PLAN CHARGE'`,
  );
  const before = [await balance('bankCharges'), await balance('bankInTransit')];
  const said = (amountMinor: number) =>
    make({
      ...act('paidByBank', amountMinor, {
        ...{ words: 'Plan', parts: [part('bankCharges', amountMinor)], bankAccountId: 1 },
      }),
      lineId: line.id,
    });
  expect(codes(await said(18_00))).toEqual(['match.amountDiffers']);
  const { status, body } = await said(18_50);
  expect(status).toBe(200);
  expect([await balance('bankCharges'), await balance('bankInTransit')]).toEqual([
    before[0]! + 18_50,
    before[1],
  ]);
  expect(codes(await said(18_50))).toEqual(['match.taken']);
  expect(codes(await undo(body.id))).toEqual(['drawerAct.matched']);
  const { matchGroupId } = (await tamsin.get(`/trail/lines/${line.id}`)).body;
  expect((await tamsin.send(`/matches/${matchGroupId}/undo`, {})).status).toBe(200);
  expect((await undo(body.id)).status).toBe(200);
  await shop.jobsEnded();
  expect([await balance('bankCharges'), await balance('bankInTransit')]).toEqual(before);
  expect((await audit(shop.admin)).breaches).toEqual([]);
});

test('statements of the shop’s card go on from each other until one is paid, and are taken back the last one first', async () => {
  const card = async () => (await tamsin.get('/shop-card')).body;
  const keep = (date: string, balanceMinor: number, actIds: number[], dueOn: string | null) =>
    tamsin.send('/card-statements', { date, balanceMinor, dueOn, actIds });
  const back = (id: number) =>
    tamsin.send(`/card-statements/${id}/undo`, { reason: 'Typed of another card' });
  const due = async () =>
    (await tamsin.get('/loose-ends')).body.ends.filter(
      ({ code }: any) => code === 'cardStatementDue',
    );
  const ferry = (amountMinor: number) =>
    act('paidByCard', amountMinor, { party: 'Ferry', parts: [part('travel', amountMinor)] });
  const first = (await make(ferry(85_00))).body;
  const second = (await make(ferry(12_50))).body;
  expect(await card()).toMatchObject({ owedMinor: 97_50, last: null });
  expect((await card()).open.map(({ amountMinor }: any) => amountMinor)).toEqual([
    85_00, 12_50,
  ]);
  const differs = await keep('2026-04-10', 97_50, [first.id], null);
  expect(differs.body.refusals).toMatchObject([
    { code: 'cardStatement.differs', params: { differenceMinor: 12_50 } },
  ]);
  const kept = (await keep('2026-04-10', 85_00, [first.id], '2026-04-20')).body;
  expect(await card()).toMatchObject({
    last: { balanceMinor: 85_00, leftMinor: 85_00 },
    open: [{ id: second.id }],
  });
  // What stands on it is on no other one and is not undone beneath it.
  expect(codes(await keep('2026-04-10', 0, [], null))).toEqual(['cardStatement.earlier']);
  expect(codes(await undo(first.id))).toEqual(['drawerAct.onStatement']);

  expect(await due()).toEqual([]);
  shop.setNow('2026-04-17T14:00:00Z');
  tamsin = await shop.as('tamsin');
  expect(await due()).toMatchObject([
    {
      amountMinor: 85_00,
      ageDays: 0,
      path: '/bank/shop-card',
      params: { dueOn: '2026-04-20' },
    },
  ]);
  const bill = (await make(act('cardPaid', 60_00, { party: 'Bill', bankAccountId: 1 }))).body;
  expect(await due()).toMatchObject([{ amountMinor: 25_00 }]);
  const rest = (await make(act('cardPaid', 25_00, { party: 'Bill', bankAccountId: 1 }))).body;
  expect(await due()).toEqual([]);
  expect(await card()).toMatchObject({ owedMinor: 12_50, last: { leftMinor: 0 } });

  const all = [second.id, bill.id, rest.id];
  const next = (await keep('2026-04-17', 12_50, all, null)).body;
  expect(await card()).toMatchObject({ open: [], last: { balanceMinor: 12_50 } });
  expect(codes(await back(kept.id))).toEqual(['cardStatement.notLast']);
  for (const one of [next, kept]) expect((await back(one.id)).status).toBe(200);
  expect(codes(await back(kept.id))).toEqual(['cardStatement.undone']);
  expect((await card()).open).toHaveLength(4);
  for (const one of [rest, bill, second, first]) expect((await undo(one.id)).status).toBe(200);
  expect(await card()).toMatchObject({ owedMinor: 0, last: null, open: [] });
  expect((await card()).statements.map(({ undoneBy }: any) => undoneBy)).toEqual([
    'SE-1',
    'SE-2',
  ]);
});
