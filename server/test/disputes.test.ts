import { PDFDocument } from '@cantoo/pdf-lib';
import { audit } from '../src/audit/audit';
import { bringCards, emptyPdf, type CardRow } from './cardFiles';
import { countAndClose, importStatement, statementOf } from './day';
import { card, openShop, type TestShop } from './harness';
import { approval, codes, regularsOf } from './regulars';

/*
 * What card holders dispute: taken with a settlement, answered with its papers, won, lost, found later.
 * After each step the books hold.
 */
let shop: TestShop;
let regulars: Awaited<ReturnType<typeof regularsOf>>;
const osric = () => regulars.osric();
const saleIds: number[] = [];
beforeAll(async () => {
  shop = await openShop();
  regulars = await regularsOf(shop);
  await shop.pool.query('UPDATE account_rule SET write_off_adjusts_tax = TRUE');
  await shop.pool.query('UPDATE processor SET dispute_days = 14, reserve_days = 30');
  const { id } = regulars;
  for (const [reference, lastFour] of [
    ['A1', '4411'],
    ['A2', '9021'],
    ['A3', '9021'],
    ['A4', '5050'],
  ] as const) {
    const { body } = await regulars.ring({
      pricesIncludeTax: true,
      lines: [{ departmentId: id.departments['hatch'], amountMinor: 84_00 }],
      tenders: [{ ...card(id, 84_00), lastFour, reference }],
    });
    saleIds.push(body.saleId);
  }
  await countAndClose(regulars.fenella(), id.drawers['shop']!);
  await regulars.at('2026-03-03T14:00:00Z');
  const day = { day: '2026-03-02', scheme: 'Meridian', amount: '84.00' };
  await bring('P-1', '2026-03-03', [
    { ...day, last4: '4411', auth: 'A1', id: 'T1' },
    { ...day, last4: '9021', auth: 'A2', id: 'T2' },
    { ...day, last4: '9021', auth: 'A3', id: 'T3' },
    { row: 'held', amount: '25.20' },
  ]);
});
afterEach(async () => {
  await shop.jobsEnded();
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});
afterAll(() => shop.close());

const bring = async (payout: string, paid: string, rows: readonly CardRow[]) => {
  const { status, body } = await bringCards(osric(), { payout, paid }, rows);
  expect({ status, body }).toMatchObject({ status: 200 });
  return body;
};
const dispute = async (id: number) => (await osric().get(`/disputes/${id}`)).body;
const ends = async () =>
  (await osric().get('/loose-ends')).body.ends.filter(
    ({ code }: any) => code.startsWith('dispute') || code === 'reserveHeld',
  );
const bead = async (day: string, key = 'card 1 Meridian') =>
  (await osric().get(`/days/${day}`)).body.beads.find((one: any) => one.key === key);

test('a chargeback is of the sale that its reference names, with its fee; it is to be answered by its day', async () => {
  await regulars.at('2026-03-04T14:00:00Z');
  await bring('P-2', '2026-03-04', [
    { row: 'disputed', amount: '84.00', id: 'T1' },
    { row: 'dispute fee', amount: '15.00' },
    {
      day: '2026-03-02',
      scheme: 'Meridian',
      amount: '84.00',
      last4: '5050',
      auth: 'A4',
      id: 'T4',
    },
    { row: 'released', amount: '5.20' },
    { row: 'released', amount: '10.00' },
  ]);
  expect(await dispute(1)).toMatchObject({
    ...{ state: 'toAnswer', openMinor: 84_00, evidenceDue: '2026-03-18' },
    saleId: saleIds[0],
    story: [
      { what: 'taken', amountMinor: 84_00 },
      { what: 'fee', amountMinor: 15_00 },
    ],
    settled: { reference: 'T1', authorisation: 'A1' },
  });
  expect(await ends()).toMatchObject([
    { code: 'disputeDue', amountMinor: 84_00, path: '/bank/disputes/1' },
  ]);
  expect(await bead('2026-03-02')).toMatchObject({ beside: { disputed: 84_00, held: 10_00 } });
});

test('its papers and what is attached make one file; what is no picture and no PDF is refused', async () => {
  const attach = (contentBase64: string, name = 'delivery.pdf') =>
    osric().send('/dispute-files', { disputeId: 1, name, contentBase64 });
  expect(codes(await attach(Buffer.from('%PDF-1.7 broken').toString('base64')))).toEqual([
    'disputeFile.kind',
  ]);
  expect(codes(await attach(await emptyPdf()))).toEqual([]);
  const { body } = await attach(await emptyPdf(), 'twice.pdf');
  expect((await osric().send(`/dispute-files/${body.id}/leave-out`, {})).status).toBe(200);
  const pages = async () => {
    const bytes = await shop.download(osric(), '/disputes/1/evidence');
    return (await PDFDocument.load(bytes)).getPageCount();
  };
  // What is disputed, the receipt, the delivery note, one attached page.
  expect(await pages()).toBe(4);
});

test('answered it waits for the processor; a part comes back, the rest is lost with its tax', async () => {
  await regulars.at('2026-03-05T14:00:00Z');
  const change = { evidenceDue: '2026-03-18', sentOn: '2026-03-05' };
  expect((await osric().send('/disputes/1', change)).status).toBe(200);
  expect(await ends()).toMatchObject([{ code: 'disputeAnswered' }]);
  expect(
    codes(await osric().send('/disputes/1', { ...change, sentOn: '2026-03-06' })),
  ).toEqual(['date.tooFarAhead']);
  await bring('P-3', '2026-03-05', [{ row: 'won', amount: '42.00', id: 'T1' }]);
  expect(await dispute(1)).toMatchObject({ wonMinor: 42_00, openMinor: 42_00 });
  const lose = (amountMinor: number, options?: object) =>
    osric().send(
      '/disputes/1/lost',
      { amountMinor, reason: 'The bank decided for its customer' },
      options,
    );
  expect(codes(await lose(42_01, { approval }))).toEqual(['dispute.moreThanOpen']);
  expect((await lose(42_00)).status).toBe(409);
  const lost = await lose(42_00, { approval });
  expect(lost).toMatchObject({ status: 200, body: { state: 'parted', openMinor: 0 } });
  // Food from the hatch bears 5 %: of 42.00 that is 2.00.
  const tax = await shop.one<{ tax: number }>(
    'SELECT SUM(tax_minor) AS tax FROM dispute_lost_tax',
  );
  expect(Number(tax.tax)).toBe(2_00);
  expect(await ends()).toEqual([]);
  expect(await bead('2026-03-02')).toMatchObject({ beside: { spent: 57_00, held: 10_00 } });
});

test('a loss is taken back, and a settlement is not undone beneath what came of its dispute', async () => {
  const { undo: backPath } = (await dispute(1)).story.at(-1);
  const settlement = (await osric().get('/cards')).body.settlements.find(
    (one: any) => one.reference === 'P-2',
  );
  const undo = () =>
    osric().send(`/settlements/${settlement.id}/undo`, { reason: 'Brought too early' });
  expect(codes(await undo())).toEqual(['settlement.disputeGoesOn']);
  const back = () => osric().send(backPath, { reason: 'It is not decided yet' });
  expect((await back()).body).toMatchObject({ state: 'answered', openMinor: 42_00 });
  expect(codes(await back())).toEqual(['disputeLost.undone']);
  expect(codes(await undo())).toEqual(['settlement.disputeGoesOn']);
});

test('of two cards alike none is named; whoever finds the sale puts it on its day, wherever its money is', async () => {
  await regulars.at('2026-03-06T14:00:00Z');
  const { settlements } = await bring('P-4', '2026-03-06', [
    { row: 'disputed', last4: '9021', amount: '84.00', id: 'CB-9' },
    // More is released than was held: the rest is of the day of the payout.
    { row: 'released', amount: '105.20' },
  ]);
  expect(settlements[0]).toMatchObject({ toBankMinor: 21_20 });
  await importStatement(
    osric(),
    statementOf(0, {
      date: '2026-03-06',
      amountMinor: 21_20,
      text: 'P-4',
      reference: 'P-4',
      type: 'card',
    }),
  );
  const { candidates, saleId } = await dispute(2);
  expect(saleId).toBeNull();
  expect(candidates.map((one: any) => one.saleId)).toEqual(
    expect.arrayContaining([saleIds[1], saleIds[2]]),
  );
  const find = (saleTenderId: number) => osric().send('/disputes/2/sale', { saleTenderId });
  expect(codes(await find(999_999))).toEqual(['dispute.noSuchCard']);
  const meant = candidates.find((one: any) => one.saleId === saleIds[2]);
  expect((await find(meant.saleTenderId)).body).toMatchObject({ saleId: saleIds[2] });
  expect(codes(await find(meant.saleTenderId))).toEqual(['dispute.saleKnown']);
  expect(await bead('2026-03-02')).toMatchObject({ beside: { disputed: 126_00 } });
});

test('what comes back for no dispute that is known waits for a person; a reserve beyond its days too', async () => {
  await regulars.at('2026-05-04T14:00:00Z');
  await bring('P-5', '2026-05-04', [{ row: 'won', amount: '9.00', id: 'WHO-KNOWS' }]);
  const found = await ends();
  expect(found.map((one: any) => [one.code, one.amountMinor])).toEqual(
    expect.arrayContaining([
      ['disputeUnknown', -9_00],
      ['disputeLate', 84_00],
    ]),
  );
  const gain = await osric().send(
    '/disputes/3/lost',
    { amountMinor: -9_00, reason: 'From before the books began' },
    { approval },
  );
  expect(gain.body).toMatchObject({ openMinor: 0 });
});

test('of a corrected card the right one is disputed; of an exchange only the tax that it kept is owed no more', async () => {
  const { id } = regulars;
  const hot = (amountMinor: number) => ({
    departmentId: id.departments['hatch'],
    amountMinor,
  });
  const paid = (amountMinor: number, reference: string, scheme = 'meridian') => ({
    ...{ ...card(id, amountMinor, scheme), lastFour: '6060', reference },
  });
  const wrong = await regulars.ring({
    ...{ pricesIncludeTax: true, lines: [hot(21_00)], tenders: [paid(21_00, 'C1', 'corvus')] },
  });
  const { payments } = (await osric().get(`/sales/${wrong.body.saleId}`)).body;
  const right = { tenderId: id.tenders['meridian'], lastFour: '6060', reference: 'C1' };
  const correct = { saleTenderId: payments[0].id, to: right };
  expect(
    (await osric().send(`/sales/${wrong.body.saleId}/correct`, correct, { approval })).status,
  ).toBe(200);
  const exchange = await regulars.ring(
    {
      ...{ pricesIncludeTax: true, lines: [hot(84_00)], tenders: [paid(42_00, 'C2')] },
      returned: {
        ...{ reason: 'wrongItem', condition: 'asNew', feeWaived: true },
        ...{ priceSource: 'The customer’s own slip', goods: [hot(42_00)] },
      },
    },
    { approval },
  );
  expect(exchange).toMatchObject({ status: 200, body: { totalMinor: 42_00 } });
  await bring('P-6', '2026-05-04', [
    { row: 'disputed', amount: '21.00', id: 'C1' },
    { row: 'disputed', amount: '42.00', id: 'C2' },
  ]);
  const { open } = (await osric().get('/disputes')).body;
  const of = (reference: string) => open.find((one: any) => one.reference === reference);
  expect(of('C1')).toMatchObject({ saleId: wrong.body.saleId, scheme: 'Meridian' });
  const lost = await osric().send(
    `/disputes/${of('C2').id}/lost`,
    { amountMinor: 42_00, reason: 'Lost as well' },
    { approval },
  );
  const [, , lostId] = lost.body.story.at(-1).undo.split('/');
  const tax = await shop.one<{ tax: number }>(
    `SELECT SUM(tax_minor) AS tax FROM dispute_lost_tax WHERE dispute_lost_id = ${lostId}`,
  );
  expect(Number(tax.tax)).toBe(2_00);
});

test('what the bank itself debits is a dispute, with its fee; what it gives back is won; each has its way back', async () => {
  await regulars.at('2026-05-05T14:00:00Z');
  const day = '2026-05-04';
  const imported = await importStatement(
    osric(),
    statementOf(
      200_00,
      { date: day, amountMinor: -99_00, text: 'CARD DISPUTE 5050' },
      { date: day, amountMinor: -12_00, text: 'DISPUTE FEE' },
      { date: day, amountMinor: 30_00, text: 'DISPUTE CREDIT' },
    ),
  );
  expect(imported).toMatchObject({ status: 200, body: { added: 3 } });
  await shop.jobsEnded();
  const { openLines } = (await osric().get('/statement')).body;
  const line = (amountMinor: number) =>
    openLines.find((one: any) => one.amountMinor === amountMinor).id;
  const say = (change: object) =>
    osric().send('/bank-chargebacks', {
      ...{
        processorId: 1,
        disputeId: null,
        feeMinor: 0,
        scheme: '',
        reference: '',
        lastFour: '',
      },
      ...change,
    });
  const disputed = async () => (await bead('2026-03-02')).beside.disputed ?? 0;
  const before = await disputed();
  const debit = { lineId: line(-99_00), feeMinor: 15_00 };
  expect(codes(await say({ ...debit, feeMinor: 99_00 }))).toEqual(['chargeback.feeBeyond']);
  expect(codes(await say(debit))).toEqual(['chargeback.noScheme']);
  expect(codes(await say({ lineId: line(30_00) }))).toEqual(['chargeback.whichOne']);
  const told = await say({ ...debit, lastFour: '5050' });
  // Its digits and amount name the one card: what is disputed is of that sale and its day.
  expect(told).toMatchObject({
    status: 200,
    body: { amountMinor: 84_00, saleId: saleIds[3], scheme: 'Meridian', state: 'toAnswer' },
  });
  const { id } = told.body;
  expect(told.body.story).toMatchObject([
    { what: 'taken', amountMinor: 84_00, page: `/lines/${line(-99_00)}`, undo: null },
    { what: 'fee', amountMinor: 15_00 },
  ]);
  expect((await disputed()) - before).toBe(84_00);
  expect(codes(await say({ ...debit, lastFour: '5050' }))).toEqual(['match.taken']);
  expect(await say({ lineId: line(-12_00), disputeId: id })).toMatchObject({ status: 200 });
  const back = await say({ lineId: line(30_00), disputeId: id });
  expect(back.body).toMatchObject({ wonMinor: 30_00, openMinor: 54_00 });
  const statement = (await osric().get('/statement')).body;
  expect(statement.openLines.filter((one: any) => one.date === day)).toEqual([]);
  // What the bank shows is not taken back beneath its match; what goes on is not taken back at all.
  const [taken, ...others] = await shop.all<{ id: number }>(
    `SELECT id FROM bank_chargeback WHERE dispute_id = ${id} ORDER BY id`,
  );
  const takeBack = (path: string) => osric().send(path, { reason: 'Another card' });
  const undo = ({ id: of }: { id: number }) => takeBack(`/bank-chargebacks/${of}/undo`);
  expect(codes(await undo(taken!))).toEqual(['chargeback.matched']);
  const unmatch = async (lineId: number) => {
    const { body } = await osric().get(`/trail/lines/${lineId}`);
    return osric().send(`/matches/${body.matchGroupId}/undo`, {});
  };
  expect(await unmatch(line(-99_00))).toMatchObject({ status: 200 });
  expect(codes(await undo(taken!))).toEqual(['chargeback.disputeGoesOn']);
  for (const lineId of [line(-12_00), line(30_00)])
    expect(await unmatch(lineId)).toMatchObject({ status: 200 });
  expect((await dispute(id)).story.map((one: any) => one.undo)).toContain(
    `/bank-chargebacks/${taken!.id}/undo`,
  );
  for (const one of [...others, taken!])
    expect(await undo(one)).toMatchObject({ status: 200 });
  expect((await osric().get(`/disputes/${id}`)).status).toBe(404);
  expect(codes(await undo(taken!))).toEqual(['chargeback.undone']);
  expect((await disputed()) - before).toBe(0);
  // Said again, of a card that nobody knows; whoever finds it puts it on its day, at the bank.
  const again = await say({ ...debit, scheme: 'Meridian' });
  expect(again.body).toMatchObject({ saleId: null, state: 'toAnswer' });
  const tender = await shop.one<{ id: number }>(
    `SELECT id FROM sale_tender WHERE sale_id = ${saleIds[3]}`,
  );
  expect(
    await osric().send(`/disputes/${again.body.id}/sale`, { saleTenderId: tender.id }),
  ).toMatchObject({ status: 200 });
  expect((await disputed()) - before).toBe(84_00);
  // The money stands on its line by that day: the match is not undone beneath it, and nothing is moved twice.
  expect(codes(await unmatch(line(-99_00)))).toEqual(['match.saleFound']);
  const home = async () => (await bead('2026-03-02')).byStage.home;
  const then = await home();
  const foundAt = async () =>
    (await dispute(again.body.id)).story.find(({ what }: any) => what === 'found').undo;
  const path = await foundAt();
  const forgotten = await takeBack(path);
  expect(forgotten.body).toMatchObject({ saleId: null, scheme: 'Meridian', openMinor: 84_00 });
  expect([(await disputed()) - before, (await home()) - then]).toEqual([0, 84_00]);
  expect(codes(await takeBack(path))).toEqual(['disputeFound.undone']);
  // Found again while it is under way, it is not taken back once the line is matched: that match first.
  expect(await unmatch(line(-99_00))).toMatchObject({ status: 200 });
  const find = () =>
    osric().send(`/disputes/${again.body.id}/sale`, { saleTenderId: tender.id });
  expect(await find()).toMatchObject({ status: 200 });
  const movement = await shop.one<{ id: number }>(
    `SELECT id FROM bank_chargeback WHERE dispute_id = ${again.body.id}`,
  );
  const groups = [{ movements: [`chargeback ${movement.id}`], lineIds: [line(-99_00)] }];
  expect(await osric().send('/matches', { bankAccountId: 1, groups })).toMatchObject({
    status: 200,
  });
  expect(codes(await takeBack(await foundAt()))).toEqual(['disputeFound.movedOn']);
  expect(
    await osric().send(
      `/disputes/${again.body.id}/lost`,
      {
        ...{ amountMinor: 84_00, reason: 'The bank decided for its customer' },
      },
      { approval },
    ),
  ).toMatchObject({ status: 200 });
  expect(codes(await takeBack(await foundAt()))).toEqual(['disputeFound.goesOn']);
});
