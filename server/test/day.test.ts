import { audit } from '../src/audit/audit';
import {
  countAndClose,
  importSettlement,
  importStatement,
  settlementOf,
  statementOf,
  walkDay,
} from './day';
import { book, card, cash, openShop, type TestShop } from './harness';

let shop: TestShop;
let walked: Awaited<ReturnType<typeof walkDay>>;
beforeAll(async () => {
  shop = await openShop();
  walked = await walkDay(shop);
});
afterAll(() => shop.close());

test('the day’s rod is home, with its shortage', async () => {
  const osric = await shop.as('osric');
  const { body } = await osric.get('/days');
  const rod = body.rods.find((one: any) => one.date === '2026-03-02');
  // 12.00 + 50.00 + 3 × 4.25 and 5 % island levy on 12.75 (0.64), and 0.01 by cash rounding.
  expect(rod).toMatchObject({ takenMinor: 75_40, sales: 3 });
  expect(rod.state).toMatchObject({ tone: 'home', params: { differenceMinor: -10 } });
  expect(rod.beads.map((bead: any) => [bead.label, bead.stage])).toEqual([
    ['cash', 'home'],
    ['Meridian', 'home'],
  ]);
});

test('the day sheet: expected, counted and difference by tender, department and authority', async () => {
  const osric = await shop.as('osric');
  const { body } = await osric.get('/days/2026-03-02');
  expect(body.tenders).toEqual([
    {
      key: 'cash',
      label: 'cash',
      expectedMinor: 25_40,
      countedMinor: 25_30,
      differenceMinor: -10,
    },
    {
      key: 'card 1 Meridian',
      label: 'Meridian',
      expectedMinor: 50_00,
      countedMinor: 50_00,
      differenceMinor: 0,
    },
  ]);
  expect(body.departments).toEqual([
    { name: 'Charts and books', netMinor: 62_00, returnedMinor: 0, taxMinor: 0 },
    { name: 'Hatch', netMinor: 12_75, returnedMinor: 0, taxMinor: 64 },
  ]);
  expect(body.taxes).toMatchObject([
    { authority: 'Island levy', taxMinor: 64, netMinor: 12_75, soldMinor: 64 },
  ]);
  expect(body.beside).toMatchObject({
    voids: { count: 1, totalMinor: 20_00 },
    refunds: { count: 0 },
    exempt: { count: 0 },
  });
  expect(body.roundingMinor).toBe(-1);
  expect(body.drawers[0].closes[0]).toMatchObject({
    differenceMinor: -10,
    floatLeftMinor: 150_00,
    toSafeMinor: 25_30,
    note: 'A coin under the drawer',
  });
});

test('the trail goes from the bead to the line and back, each step with its entry', async () => {
  const osric = await shop.as('osric');
  const { body } = await osric.get('/trail/beads/2026-03-02/card%201%20Meridian');
  expect(body.steps.map((step: any) => [step.kind, step.place, step.amountMinor])).toEqual([
    ['sale', 'taken', 50_00],
    ['batch', 'counted', 50_00],
    // The fee of 0.93 was spent: it never came home.
    ['settlement', 'sent', 49_07],
    ['line', 'home', 49_07],
  ]);
  const line = body.steps.at(-1);
  expect(line.entry.lines.map((one: any) => [one.account, one.amountMinor])).toEqual([
    ['bank', walked.settlement.netMinor],
    ['bankInTransit', -walked.settlement.netMinor],
  ]);
  const back = (await osric.get(`/trail/lines/${line.id}`)).body;
  expect(back.days).toEqual([
    { date: '2026-03-02', key: 'card 1 Meridian', label: 'Meridian', amountMinor: 49_07 },
  ]);
  const cashTrail = (await osric.get('/trail/beads/2026-03-02/cash')).body;
  expect(cashTrail.steps.map((step: any) => [step.kind, step.amountMinor])).toEqual([
    ['sale', 25_40],
    ['drawerClose', 25_30],
    ['slip', 25_30],
    ['line', 25_30],
  ]);
});

test('both matches were certain by reference; the statement ties', async () => {
  const osric = await shop.as('osric');
  const { lines } = (await osric.get('/statement/lines?limit=1')).body;
  expect(lines).toHaveLength(1);
  const all = (await osric.get('/statement/lines')).body.lines;
  const rest = (await osric.get(`/statement/lines?before=${lines[0].id}`)).body;
  expect([...lines, ...rest.lines]).toEqual(all);
  const { body } = await osric.get('/statement');
  expect(all.map((line: any) => [line.match?.certain, line.match?.grade])).toEqual([
    [true, 3],
    [true, 3],
  ]);
  const [account] = body.accounts;
  expect(account.statementBalanceMinor).toBe(
    account.ledgerBalanceMinor + account.openLinesMinor,
  );
  expect((await osric.get('/loose-ends')).body.ends).toEqual([]);
});

test('the journal is found by document, journal number, account and amount', async () => {
  const osric = await shop.as('osric');
  await shop.seal();
  const find = async (search: string) =>
    (await osric.get(`/journal?${search}`)).body.entries.map(
      (entry: any) => entry.documentNumber,
    );
  expect(await find('number=R-2')).toEqual(['R-2']);
  expect(await find('number=d1')).toEqual(['D-1']);
  expect(await find('account=cardFees')).toEqual(['S-1']);
  expect(await find('amountMinor=-2530')).toEqual(['M-2', 'D-1', 'C-1']);
  expect(await find('from=2026-03-03&account=safe')).toEqual(['D-1']);
  const first = (await osric.get('/journal?number=1')).body.entries;
  expect(first).toMatchObject([{ journalNumber: 1, kind: 'opening' }]);
  expect(await find('number=zzz')).toEqual([]);
});

test('a sale after the count began belongs to the next session', async () => {
  const fenella = await shop.as('fenella');
  const { id } = walked;
  const drawerId = id.drawers['hatch']!;
  const sale = (amount: number) => ({
    drawerId,
    lines: [book(id, amount)],
    tenders: [cash(id, amount)],
  });
  await fenella.send('/sales', sale(10_00));
  const { body: begun } = await fenella.send('/counts', { drawerId });
  await fenella.send('/sales', sale(99_00));
  expect((await fenella.send('/counts', { drawerId })).body).toMatchObject({
    sessionId: begun.sessionId,
    expectedMinor: 110_00,
  });
  const { body: closed } = await fenella.send(`/counts/${begun.sessionId}/close`, {
    count: { 10000: 1, 1000: 1 },
    note: '',
  });
  expect(closed).toMatchObject({ differenceMinor: 0, toSafeMinor: 10_00 });
  expect((await countAndClose(fenella, drawerId)).expectedMinor).toBe(100_00 + 99_00);
  expect((await fenella.send('/counts', { drawerId })).body.refusals).toMatchObject([
    { code: 'count.nothingToCount' },
  ]);
});

test('a card after the cut-off stays Taken though its day is closed', async () => {
  const fenella = await shop.as('fenella');
  const { id } = walked;
  shop.setNow('2026-03-03T21:40:00Z'); // 17:40 in the shop, after 17:30
  await fenella.send('/sales', {
    drawerId: id.drawers['shop'],
    lines: [book(id, 30_00)],
    tenders: [card(id, 30_00)],
  });
  await countAndClose(fenella, id.drawers['shop']!);
  const { body } = await fenella.get('/days/2026-03-03');
  const bead = body.beads.find((one: any) => one.label === 'Meridian');
  expect(bead.byStage).toMatchObject({ taken: 30_00, counted: 0 });
  expect(body.drawers.every((drawer: any) => drawer.status === 'closed')).toBe(true);
});

test('two slips at once can’t take the same cash', async () => {
  const osric = await shop.as('osric');
  const { items } = (await osric.get('/safe')).body;
  const slip = {
    bankAccountId: 1,
    bankTotalMinor: items[0].leftMinor,
    bankReference: '',
    items: [{ safeItemId: items[0].id, amountMinor: items[0].leftMinor }],
  };
  const answers = await Promise.all([osric.send('/slips', slip), osric.send('/slips', slip)]);
  expect(answers.map(({ status }) => status).sort()).toEqual([200, 422]);
  const off = {
    ...slip,
    bankTotalMinor: 1,
    items: [{ safeItemId: items[1].id, amountMinor: items[1].leftMinor }],
  };
  expect((await osric.send('/slips', off)).body.refusals[0].code).toBe('slip.totalDiffers');
  await shop.jobsEnded();
});

test('a settlement that differs from the till is posted as it is, and is a loose end', async () => {
  const osric = await shop.as('osric');
  shop.setNow('2026-03-04T21:45:00Z');
  const fenella = await shop.as('fenella');
  await fenella.send('/sales', {
    drawerId: walked.id.drawers['shop'],
    lines: [book(walked.id, 5_00)],
    tenders: [cash(walked.id, 5_00)],
  });
  await countAndClose(fenella, walked.id.drawers['shop']!);
  const answer = await importSettlement(
    osric,
    settlementOf('HP-2', '2026-03-04', '2026-03-04', 21_60),
  );
  expect(answer.body.findings).toMatchObject([
    { finding: 'amountDiffers', differenceMinor: -8_40 },
  ]);
  const { ends } = (await osric.get('/loose-ends')).body;
  expect(ends).toContainEqual(
    expect.objectContaining({ code: 'settlementDiffers', amountMinor: -8_40 }),
  );
  const { rods } = (await osric.get('/days')).body;
  expect(rods.find((rod: any) => rod.date === '2026-03-03').state.code).toBe(
    'rod.settlementShort',
  );
});

test('kind and party alone are certain only when everything around them is known', async () => {
  const osric = await shop.as('osric');
  const netMinor = (
    await shop.one(`SELECT net_minor FROM settlement WHERE reference = 'HP-2'`)
  ).net_minor;
  const opening = 1000_00 + 25_30 + walked.settlement.netMinor;
  await importStatement(
    osric,
    statementOf(opening, {
      date: '2026-03-04',
      amountMinor: netMinor,
      text: 'Halyard Pay weekly',
    }),
  );
  await shop.jobsEnded();
  const before = (await osric.get('/statement')).body;
  expect(before.proposals).toMatchObject([{ grade: 2, because: 'incomplete' }]);
  // The statement now covers the window, and every due batch and day is known.
  shop.setNow('2026-03-10T15:00:00Z');
  await importStatement(
    osric,
    statementOf(opening + netMinor, { date: '2026-03-10', amountMinor: -1_00, text: 'FEE' }),
  );
  await shop.jobsEnded();
  const after = (await osric.get('/statement')).body;
  expect(after.proposals).toEqual([]);
  const allLines = async () => (await osric.get('/statement/lines')).body.lines;
  const line = (await allLines()).find((one: any) => one.text === 'Halyard Pay weekly');
  expect(line.match).toMatchObject({ certain: true, grade: 2 });

  // Undoing posts the reverse; the pair is offered again, and a person may accept it.
  expect((await osric.send(`/matches/${line.match.groupId}/undo`, {})).status).toBe(200);
  await shop.jobsEnded();
  expect((await allLines()).find((one: any) => one.id === line.id).status).toBe('likely');
  const pair = { movement: line.match.movements[0].key, lineId: line.id };
  const accepted = await osric.send('/matches', {
    bankAccountId: 1,
    groups: [{ movements: [pair.movement], lineIds: [pair.lineId] }],
  });
  expect(accepted.status).toBe(200);
  const twice = await osric.send('/matches', {
    bankAccountId: 1,
    groups: [{ movements: [pair.movement], lineIds: [pair.lineId] }],
  });
  expect(twice.body.refusals).toMatchObject([{ code: 'match.taken' }]);
  await shop.jobsEnded();
});

test('after all of this the books hold', async () => {
  await shop.seal();
  expect((await audit(shop.pool)).breaches).toEqual([]);
});
