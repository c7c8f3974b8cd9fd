import sharp from 'sharp';
import { explainDifference } from '@abacist/core/differences';
import { audit } from '../src/audit/audit';
import { countAndClose } from './day';
import {
  book,
  cash,
  ids,
  openShop,
  textOfPdf,
  type Ids,
  type Person,
  type TestShop,
} from './harness';

let shop: TestShop;
let id: Ids;
let fenella: Person;
let osric: Person;
let drawerId: number;
let codes: Record<string, number>;
const APPROVED = { approval: { reason: 'I saw the slip' } };

beforeEach(async () => {
  shop = await openShop();
  id = await ids(shop);
  fenella = await shop.as('fenella');
  osric = await shop.as('osric');
  drawerId = id.drawers['shop']!;
  const found = await shop.all('SELECT id, code FROM tax_code');
  codes = Object.fromEntries(found.map(({ id, code }) => [code, id]));
});
afterEach(() => shop.close());

const sound = async () => {
  await shop.seal();
  expect((await audit(shop.pool)).breaches).toEqual([]);
};
const sell = (amountMinor: number) =>
  fenella.send('/sales', {
    drawerId,
    lines: [book(id, amountMinor)],
    tenders: [cash(id, amountMinor)],
  });
const act = (kind: string, amountMinor: number, more: object = {}) => ({
  kind,
  drawerId,
  amountMinor,
  parts: [],
  party: '',
  words: '',
  ...more,
});
const stamps = (amountMinor: number, taxCodeId: number | null = null) =>
  act('paidOut', amountMinor, {
    party: 'Post office',
    words: 'Stamps',
    parts: [{ account: 'expenses', amountMinor, taxCodeId, words: '' }],
  });
const balances = async () => {
  const found = await shop.all<{ role: string; total: string }>(
    `SELECT a.role, SUM(l.amount_minor) AS total
     FROM entry_line l JOIN account a ON a.id = l.account_id GROUP BY a.role`,
  );
  return Object.fromEntries(found.map(({ role, total }) => [role, Number(total)]));
};
const expected = async () => {
  const { body } = await fenella.send('/counts', { drawerId });
  return body.expectedMinor;
};

test('the owner pays for the shop; a float is filled up from the safe and given back; both tie', async () => {
  await sell(80_00);
  await countAndClose(fenella, drawerId);
  const parts = [
    { account: 'purchases', amountMinor: 31_53, taxCodeId: codes['food'], words: '' },
  ];
  expect((await fenella.send('/drawer-acts', act('ownerPays', 31_53, { parts }))).status).toBe(
    200,
  );
  const begun = (await fenella.send('/drawer-acts', act('floatUp', 30_00))).body;
  const too = await fenella.send('/drawer-acts', act('floatUp', 60_00));
  expect(too.body.refusals).toMatchObject([
    { code: 'drawerAct.safeHolds', params: { holdsMinor: 50_00 } },
  ]);
  expect(await balances()).toMatchObject({ fund: 280_00, safe: 50_00, owner: -31_53 });
  await sound();
  const undo = await osric.send(
    `/drawer-acts/${begun.id}/undo`,
    { reason: 'Not needed' },
    APPROVED,
  );
  expect(undo.status).toBe(409);
  const tamsin = await shop.as('tamsin');
  await tamsin.send(`/drawer-acts/${begun.id}/undo`, { reason: 'Not needed' }, APPROVED);
  expect(await balances()).toMatchObject({ fund: 250_00, safe: 80_00 });
  await sound();
  // The next count finds the float as it was filled up, and gives what is too much to the safe.
  await fenella.send('/drawer-acts', act('floatUp', 30_00));
  await sell(10_00);
  const closed = await countAndClose(fenella, drawerId);
  expect(closed).toMatchObject({
    expectedMinor: 190_00,
    differenceMinor: 0,
    toSafeMinor: 40_00,
  });
  await sound();
});

test('Monday of the books: 100.00 taken, stamps of 5.00, 94.00 counted: every cent has its place', async () => {
  await sell(100_00);
  const paid = await fenella.send('/drawer-acts', stamps(5_00, codes['food']!));
  expect(paid).toMatchObject({ status: 200, body: { number: 'PO-1' } });
  expect(await balances()).toMatchObject({ expenses: 4_76, inputTax: 24, drawer: 95_00 });
  await sound();
  const [drawer] = await shop.all('SELECT float_minor AS floatMinor FROM drawer');
  expect(await expected()).toBe(drawer.floatMinor + 95_00);
  await countAndClose(fenella, drawerId, -1_00, 'Not found');
  await sound();
  const { body } = await osric.get('/days/2026-03-02');
  const [bead] = body.beads;
  expect(bead).toMatchObject({
    takenMinor: 100_00,
    stage: 'counted',
    beside: { spent: 5_00, short: 1_00 },
  });
  expect(body.acts).toMatchObject([
    {
      kind: 'paidOut',
      number: 'PO-1',
      amountMinor: 5_00,
      party: 'Post office',
      parts: [{ account: 'expenses', amountMinor: 5_00, taxMinor: 24 }],
    },
  ]);
  const trail = (await osric.get('/trail/beads/2026-03-02/cash')).body;
  expect(trail.steps.map((step: any) => [step.kind, step.number])).toContainEqual([
    'moneyOut',
    'PO-1',
  ]);
});

test('a drop, rent, the owner’s money: the count expects what is left, the safe has both', async () => {
  await sell(100_00);
  await fenella.send('/drawer-acts', act('drop', 60_00));
  await sound();
  const rent = {
    parts: [
      {
        account: 'rentIncome',
        amountMinor: 25_00,
        taxCodeId: null,
        departmentId: 1,
        words: 'March',
      },
      {
        account: 'rentIncome',
        amountMinor: 15_00,
        taxCodeId: null,
        departmentId: null,
        words: '',
      },
    ],
    party: 'Upstairs',
  };
  const nowhere = {
    ...rent,
    parts: [{ ...rent.parts[0], amountMinor: 40_00, departmentId: 99 }],
  };
  expect(
    (await fenella.send('/drawer-acts', act('moneyIn', 40_00, nowhere))).body.refusals,
  ).toMatchObject([{ code: 'drawerAct.department', at: 'parts.0.departmentId' }]);
  expect((await fenella.send('/drawer-acts', act('moneyIn', 40_00, rent))).body.number).toBe(
    'MI-1',
  );
  expect(
    await shop.all(
      `SELECT l.department_id AS department, CAST(l.amount_minor AS SIGNED) AS amount
       FROM entry e JOIN entry_line l ON l.entry_id = e.id
       JOIN account a ON a.id = l.account_id AND a.role = 'rentIncome'
       WHERE e.kind = 'moneyIn' ORDER BY l.amount_minor`,
    ),
  ).toEqual([
    { department: 1, amount: -25_00 },
    { department: null, amount: -15_00 },
  ]);
  expect((await fenella.send('/drawer-acts', act('ownerPutsIn', 10_00))).status).toBe(200);
  const draws = act('ownerDraws', 25_00);
  expect((await fenella.send('/drawer-acts', draws)).body.rules).toMatchObject([
    { code: 'rule.ownerDraws' },
  ]);
  const tamsin = await shop.as('tamsin');
  expect((await tamsin.send('/drawer-acts', draws, APPROVED)).status).toBe(200);
  await sound();
  const [drawer] = await shop.all('SELECT float_minor AS floatMinor FROM drawer');
  expect(await expected()).toBe(drawer.floatMinor + 100_00 - 60_00 + 40_00 + 10_00 - 25_00);
  await countAndClose(fenella, drawerId, 0, '');
  await sound();
  const safe = (await osric.get('/safe')).body.items;
  expect(safe.map((one: any) => [one.closeNumber, one.leftMinor]).sort()).toEqual([
    ['C-1', 15_00],
    ['C-1', 50_00],
    ['DP-1', 60_00],
  ]);
  // All of it goes to the bank on one slip.
  const items = safe.map((one: any) => ({ safeItemId: one.id, amountMinor: one.leftMinor }));
  const slip = { bankAccountId: 1, bankTotalMinor: 125_00, bankReference: '', items };
  expect((await osric.send('/slips', slip)).status).toBe(200);
  await sound();
});

test('more than the drawer holds, the float as a drop, a wrong account: nothing is kept', async () => {
  await sell(20_00);
  const refused = async (command: object) => {
    const { status, body } = await fenella.send('/drawer-acts', command);
    return [status, body.refusals?.[0].code, body.refusals?.[0].at];
  };
  expect(await refused(stamps(9_999_00))).toEqual([
    422,
    'drawerAct.drawerHolds',
    'amountMinor',
  ]);
  expect(await refused(act('drop', 20_05))).toEqual([422, 'drawerAct.takings', 'amountMinor']);
  expect((await refused({ ...stamps(5_00), parts: [] }))[1]).toBe('drawerAct.parts');
  const sales = [{ account: 'sales', amountMinor: 5_00, taxCodeId: null, words: '' }];
  expect((await refused({ ...stamps(5_00), parts: sales }))[0]).toBe(422);
  expect((await refused({ ...stamps(5_00), drawerId: 99 }))[1]).toBe('drawer.unknown');
  expect(await shop.all('SELECT id FROM drawer_act')).toEqual([]);
  // Counted blind, nobody learns by asking for too much what the drawer should hold.
  await shop.admin.query('UPDATE shop SET blind_count = TRUE');
  const blind = await fenella.send('/drawer-acts', stamps(9_999_00));
  expect(blind.body.refusals).toEqual([{ code: 'drawerAct.tooMuch', at: 'amountMinor' }]);
  const choices = (await fenella.get(`/drawer-acts/choices?drawerId=${drawerId}`)).body;
  expect(choices.cashMinor).toBeNull();
  await sound();
});

test('above the allowance a manager is asked; what was typed for a party is offered again', async () => {
  await sell(100_00);
  await shop.admin.query('UPDATE counter_rule SET paid_out_free_minor = 1000');
  const { status, body } = await fenella.send('/drawer-acts', stamps(10_05));
  expect([status, body.rules]).toMatchObject([
    409,
    [{ code: 'rule.paidOut', params: { amountMinor: 10_05, allowedMinor: 10_00 } }],
  ]);
  await fenella.send('/drawer-acts', stamps(10_00));
  const choices = (await fenella.get(`/drawer-acts/choices?drawerId=${drawerId}`)).body;
  expect(choices.parties).toEqual([
    {
      kind: 'paidOut',
      party: 'Post office',
      words: 'Stamps',
      parts: [
        {
          account: 'expenses',
          amountMinor: 10_00,
          taxCodeId: null,
          departmentId: null,
          words: '',
        },
      ],
    },
  ]);
  expect(choices.cashMinor).toBe((await expected())!);
});

test('undone before the count as if it had not been; after it against over and short', async () => {
  await sell(100_00);
  const before = await balances();
  const send = async (command: object) =>
    (await fenella.send('/drawer-acts', command)).body.id;
  const undo = (actId: number) =>
    fenella.send(`/drawer-acts/${actId}/undo`, { reason: 'Typed twice' });
  const tamsin = await shop.as('tamsin');
  const undone = (actId: number) =>
    tamsin.send(`/drawer-acts/${actId}/undo`, { reason: 'Typed twice' }, APPROVED);
  const made = [
    await send(stamps(5_00, codes['food']!)),
    await send(act('drop', 30_00)),
    await send(act('ownerPutsIn', 7_00)),
  ];
  expect((await undo(made[0])).body.rules).toMatchObject([{ code: 'rule.drawerActUndone' }]);
  for (const one of made) expect((await undone(one)).status).toBe(200);
  expect((await undone(made[0])).body.refusals).toMatchObject([{ code: 'drawerAct.undone' }]);
  const plain = (of: Record<string, number>) =>
    Object.fromEntries(Object.entries(of).filter(([, amount]) => amount !== 0));
  expect(plain(await balances())).toEqual(plain(before));
  await sound();
  const later = [
    await send(stamps(5_00, codes['food']!)),
    await send(act('drop', 30_00)),
    await send(act('ownerPutsIn', 7_00)),
  ];
  await countAndClose(fenella, drawerId, 0, '');
  for (const one of later) expect((await undone(one)).status).toBe(200);
  expect(await balances()).toMatchObject({
    expenses: 0,
    // Of 5.00 and 30.00 that never left 35.00 was found too much, of 7.00 that never came too little.
    overAndShort: 5_00 + 30_00 - 7_00,
  });
  await sound();
  const [safeLeft] = (await osric.get('/safe')).body.items;
  expect(safeLeft.closeNumber).toBe('C-1');
});

test('over and short is told by count, in the order of time', async () => {
  await sell(20_00);
  await countAndClose(fenella, drawerId, -5, 'A coin');
  await sell(20_00);
  await countAndClose(fenella, drawerId, 10, '');
  const points = (await osric.get('/over-short')).body;
  expect(points).toMatchObject([
    { number: 'C-1', date: '2026-03-02', drawer: 'Shop', differenceMinor: -5, note: 'A coin' },
    { number: 'C-2', differenceMinor: 10 },
  ]);
  expect((await fenella.get('/over-short')).status).toBe(403);
});

test('what a slip took of a drop is not undone; a rod of paid out alone waits to be counted', async () => {
  await sell(50_00);
  const { id: dropped } = (await fenella.send('/drawer-acts', act('drop', 50_00))).body;
  const [item] = (await osric.get('/safe')).body.items;
  await osric.send('/slips', {
    bankAccountId: 1,
    bankTotalMinor: 20_00,
    bankReference: '',
    items: [{ safeItemId: item.id, amountMinor: 20_00 }],
  });
  const tamsin = await shop.as('tamsin');
  const undone = await tamsin.send(
    `/drawer-acts/${dropped}/undo`,
    { reason: 'Not dropped' },
    APPROVED,
  );
  expect(undone.body.refusals).toMatchObject([{ code: 'drawerAct.banked' }]);
  await countAndClose(fenella, drawerId, 0, '');
  shop.setNow('2026-03-03T16:00:00Z');
  await fenella.send('/drawer-acts', stamps(2_00));
  shop.setNow('2026-03-04T16:00:00Z');
  const { body } = await osric.get('/loose-ends');
  expect(body.ends).toContainEqual(
    expect.objectContaining({ code: 'drawerNotCounted', path: '/days/2026-03-03' }),
  );
  await sound();
});

test('what a count lacks is recorded in it: usual payees are named, the count expects less', async () => {
  await sell(60_00);
  await fenella.send('/drawer-acts', stamps(12_60));
  await countAndClose(fenella, drawerId, 0, '');
  shop.setNow('2026-03-03T16:00:00Z');
  await sell(40_00);
  const begun = (await fenella.send('/counts', { drawerId })).body;
  const { sessionId } = begun;
  const evidence = (await fenella.get(`/counts/${sessionId}/evidence`)).body;
  expect(evidence).toMatchObject({
    acts: [],
    usual: [{ party: 'Post office', amountMinor: 12_60 }],
  });
  const found = explainDifference({
    ...evidence,
    differenceMinor: -12_60,
    count: {},
    denominations: [],
  });
  expect(found[0]).toMatchObject({
    cause: 'actNotRecorded',
    params: { party: 'Post office' },
  });
  const late = { ...stamps(12_60), sessionId };
  expect((await fenella.send('/drawer-acts', late)).status).toBe(200);
  expect(await expected()).toBe(begun.expectedMinor - 12_60);
  expect((await fenella.get(`/counts/${sessionId}/evidence`)).body).toMatchObject({
    acts: [{ number: 'PO-2', cashMinor: -12_60 }],
    usual: [],
  });
  const closed = await countAndClose(fenella, drawerId, 0, '');
  expect(closed).toMatchObject({ differenceMinor: 0, toSafeMinor: 27_40 });
  expect((await fenella.send('/drawer-acts', late)).body.refusals).toMatchObject([
    { code: 'drawerAct.session' },
  ]);
  await sound();
});

test('each has its numbered paper, with the tax inside; the second one is a copy', async () => {
  await sell(30_00);
  const { id: subjectId } = (await fenella.send('/drawer-acts', stamps(5_00, codes['food']!)))
    .body;
  const paper = async () => {
    const { body } = await fenella.send('/papers', {
      kind: 'cashNote',
      subject: 'drawerAct',
      subjectId,
      format: 'page',
      how: 'pdf',
    });
    return textOfPdf(await shop.download(fenella, `/papers/${body.issueId}/pdf`));
  };
  const first = await paper();
  for (const said of ['Paid out PO-1', 'Post office', 'Stamps', 'Tax inside', '0.24', '5.00'])
    expect(first).toContain(said);
  expect(first).not.toContain('COPY');
  expect(await paper()).toContain('COPY');
  const none = {
    kind: 'receipt',
    subject: 'drawerAct',
    subjectId,
    format: 'page',
    how: 'pdf',
  };
  expect((await fenella.send('/papers', none)).body.refusals).toMatchObject([
    { code: 'paper.kind' },
  ]);
});

test('a picture of the slip is kept as one of our own, and nothing else of the file is', async () => {
  await sell(40_00);
  const { body: made } = await fenella.send('/drawer-acts', stamps(5_00));
  const words = Buffer.from('words behind the picture');
  const png = await sharp({
    create: { width: 3_000, height: 40, channels: 3, background: '#b3361b' },
  })
    .png()
    .toBuffer();
  const slip = (bytes: Buffer, actId: number = made.id) => ({
    actId,
    name: 'slip.png',
    contentBase64: bytes.toString('base64'),
  });
  const { body: kept } = await fenella.send(
    '/drawer-acts/picture',
    slip(Buffer.concat([png, words])),
  );
  const { today } = (await fenella.get('/session')).body.shop;
  const [listed] = (await fenella.get(`/drawer-acts?date=${today}`)).body;
  expect(listed.pictures).toEqual([kept.id]);
  const bytes = Buffer.from(await shop.download(fenella, `/drawer-act-pictures/${kept.id}`));
  expect(await sharp(bytes).metadata()).toMatchObject({ format: 'jpeg', width: 2_000 });
  expect(bytes.includes(words)).toBe(false);
  for (const bad of [words, png.subarray(0, png.length / 2)]) {
    const refused = await fenella.send('/drawer-acts/picture', slip(bad));
    expect(refused.body.refusals).toMatchObject([{ code: 'picture.kind' }]);
  }
  expect((await fenella.send('/drawer-acts/picture', slip(png, 999))).status).toBe(404);
  expect((await fenella.get('/drawer-act-pictures/999')).status).toBe(404);
});
