import { settlementCsv } from '@abacist/sim/processor';
import { audit } from '../src/audit/audit';
import { inputVersion } from '../src/matching/load';
import { countAndClose, importSettlement, importStatement, pieces, statementOf } from './day';
import { book, card, cash, openShop, type Ids, type TestShop } from './harness';
import { approval, codes, regularsOf } from './regulars';

/* Cards that come short, in two files or below zero; and a way back for what was done. */
let shop: TestShop;
let id: Ids;
let regulars: Awaited<ReturnType<typeof regularsOf>>;
beforeAll(async () => {
  shop = await openShop();
  regulars = await regularsOf(shop);
  id = regulars.id;
});
afterEach(async () => {
  await shop.jobsEnded();
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});
afterAll(() => shop.close());

const osric = () => regulars.osric();
const why = { reason: 'Recorded by mistake' };
const approved = { approval };
const settle = (
  reference: string,
  date: string,
  batchDate: string,
  grossMinor: number,
  refundsMinor = 0,
) =>
  importSettlement(
    osric(),
    settlementCsv(reference, date, [
      { batchDate, schemes: [{ scheme: 'Meridian', items: 1, grossMinor, refundsMinor }] },
    ]),
  );
const cards = async () => (await osric().get('/cards')).body;
const ends = async (code: string) =>
  (await osric().get('/loose-ends')).body.ends.filter((end: any) => end.code === code);
const bead = async (date: string, key: string) =>
  (await osric().get(`/days/${date}`)).body.beads.find((one: any) => one.key === key);
const balanceOf = async (role: string) =>
  Number(
    (
      await shop.one(
        `SELECT SUM(l.amount_minor) AS total FROM entry_line l
         JOIN account a ON a.id = l.account_id WHERE a.role = ?`,
        [role],
      )
    ).total,
  );
const soldByCard = async (amountMinor: number) =>
  (await regulars.ring({ lines: [book(id, amountMinor)], tenders: [card(id, amountMinor)] }))
    .body;

test('a batch that two files settle comes to agree; meanwhile its rest is open', async () => {
  await soldByCard(50_00);
  await countAndClose(regulars.fenella(), id.drawers['shop']!);
  await regulars.at('2026-03-03T14:00:00Z');
  await settle('HP-1', '2026-03-03', '2026-03-02', 30_00);
  expect((await cards()).batches).toMatchObject([
    { settledInPart: true, schemes: [{ amountMinor: 50_00, settledMinor: 30_00 }] },
  ]);
  expect(await ends('settlementDiffers')).toMatchObject([{ amountMinor: -20_00 }]);
  expect(await bead('2026-03-02', 'card 1 Meridian')).toMatchObject({ looseMinor: -20_00 });
  await settle('HP-2', '2026-03-03', '2026-03-02', 20_00);
  expect((await cards()).batches).toEqual([]);
  expect(await ends('settlementDiffers')).toEqual([]);
  expect(await bead('2026-03-02', 'card 1 Meridian')).toMatchObject({ looseMinor: 0 });
});

test('a settlement is undone until the bank shows it; its file may come again', async () => {
  const { settlements } = await cards();
  const first = settlements.find(({ reference }: any) => reference === 'HP-1');
  const second = settlements.find(({ reference }: any) => reference === 'HP-2');
  const clearing = await balanceOf('cardClearing');
  const undo = (settlementId: number) =>
    osric().send(`/settlements/${settlementId}/undo`, why);
  expect((await undo(second.id)).body).toEqual({ number: 'SU-1' });
  expect(await balanceOf('cardClearing')).toBe(clearing + 20_00);
  expect((await cards()).batches).toMatchObject([{ settledInPart: true }]);
  expect(codes(await undo(second.id))).toEqual(['settlement.undone']);
  // The very same file, and under another name the same payout is known.
  expect((await settle('HP-2', '2026-03-03', '2026-03-02', 20_00)).status).toBe(200);
  const renamed = await settle('HP-2', '2026-03-03', '2026-03-02', 20_01);
  expect(codes(renamed)).toEqual(['settlement.otherFigures']);

  const line = { date: '2026-03-03', amountMinor: first.netMinor, text: 'HALYARD PAY HP-1' };
  await importStatement(osric(), statementOf(1000_00, line));
  await shop.jobsEnded();
  expect(codes(await undo(first.id))).toEqual(['settlement.matched']);
});

test('a negative settlement is carried, and the next one pays what is left', async () => {
  const sold = await soldByCard(250_00);
  await countAndClose(regulars.fenella(), id.drawers['shop']!);
  await regulars.at('2026-03-04T14:00:00Z');
  await settle('HP-3', '2026-03-04', '2026-03-03', 250_00);
  const paid = await shop.one('SELECT id FROM sale_tender WHERE sale_id = ?', [sold.saleId]);
  const onCard = {
    kind: 'card',
    tenderId: id.tenders['meridian'],
    saleTenderId: paid.id,
    amountMinor: 250_00,
    reference: 'B-1',
  };
  const returned = {
    saleId: sold.saleId,
    lines: [{ position: 1, quantity: '1' }],
    reason: 'faulty',
    condition: 'asNew',
  };
  await regulars.ring({ returned, refunds: [onCard] }, approved);
  await soldByCard(100_00);
  await countAndClose(regulars.fenella(), id.drawers['shop']!);
  await regulars.at('2026-03-05T14:00:00Z');
  const versionBefore = await inputVersion(shop.pool, 1);
  const negative = (await settle('HP-4', '2026-03-05', '2026-03-04', 100_00, 250_00)).body;
  // The bank books nothing of it, yet its batch is missing no more: a matching run begins anew.
  expect(await inputVersion(shop.pool, 1)).not.toBe(versionBefore);
  const carried = -negative.netMinor;
  expect(negative).toMatchObject({ toBankMinor: 0, carriedMinor: -carried });
  expect(carried).toBeGreaterThan(150_00);
  expect(await balanceOf('processorBalance')).toBe(-carried);
  await regulars.at('2026-03-06T14:00:00Z');
  expect(await ends('settlementCarried')).toMatchObject([
    { amountMinor: -carried, ageDays: 1 },
  ]);
  expect(await bead('2026-03-04', 'card 1 Meridian')).toMatchObject({ stage: 'sent' });

  await soldByCard(500_00);
  await countAndClose(regulars.fenella(), id.drawers['shop']!);
  const next = (await settle('HP-5', '2026-03-06', '2026-03-06', 500_00)).body;
  expect(next.toBankMinor).toBe(next.netMinor - carried);
  expect(await balanceOf('processorBalance')).toBe(0);
  expect(await ends('settlementCarried')).toEqual([]);
  const undo = await osric().send(`/settlements/${negative.settlementId}/undo`, why);
  expect(codes(undo)).toEqual(['settlement.carriedOn']);
  // The bank pays the difference, and that is what the engine waits for.
  const line = { date: '2026-03-06', amountMinor: next.toBankMinor, text: 'HALYARD PAY HP-5' };
  const before = (await osric().get('/statement')).body.accounts[0].statementBalanceMinor;
  await importStatement(osric(), statementOf(before, line));
  await shop.jobsEnded();
  const { lines } = (await osric().get('/statement/lines')).body;
  expect(lines[0]).toMatchObject({ amountMinor: next.toBankMinor, status: 'matched' });
});

test('a slip is recalled until the bank shows it', async () => {
  await regulars.ring({ lines: [book(id, 40_00)], tenders: [cash(id, 40_00)] });
  await countAndClose(regulars.fenella(), id.drawers['shop']!);
  const { items } = (await osric().get('/safe')).body;
  const send = async () => {
    const total = items.reduce((sum: number, { leftMinor }: any) => sum + leftMinor, 0);
    const wanted = items.map((one: any) => ({
      safeItemId: one.id,
      amountMinor: one.leftMinor,
    }));
    const slip = {
      bankAccountId: 1,
      bankTotalMinor: total,
      bankReference: 'BAG',
      items: wanted,
    };
    return (await osric().send('/slips', slip)).body;
  };
  const slip = await send();
  expect((await osric().get('/safe')).body.items).toEqual([]);
  const recall = (slipId: number) => osric().send(`/slips/${slipId}/recall`, why);
  expect((await recall(slip.slipId)).body).toEqual({ number: 'DU-1' });
  expect((await osric().get('/safe')).body).toMatchObject({
    items,
    slips: [{ number: slip.number, recalledBy: 'DU-1' }],
  });
  expect((await osric().get(`/slips/${slip.slipId}`)).body).toMatchObject({
    ...{ line: null, recalled: { number: 'DU-1', by: 'Osric', reason: why.reason } },
  });
  expect(codes(await recall(slip.slipId))).toEqual(['slip.recalled']);
  const again = await send();
  const line = { date: '2026-03-06', amountMinor: again.totalMinor, text: again.number };
  const before = (await osric().get('/statement')).body.accounts[0].statementBalanceMinor;
  await importStatement(osric(), statementOf(before, line));
  await shop.jobsEnded();
  expect(codes(await recall(again.slipId))).toEqual(['slip.matched']);
});

test('a bag that the bank counted differently waits for a person, who takes its figure', async () => {
  await regulars.ring({ lines: [book(id, 60_00)], tenders: [cash(id, 60_00)] });
  await countAndClose(regulars.fenella(), id.drawers['shop']!);
  const { items } = (await osric().get('/safe')).body;
  const total = items.reduce((sum: number, { leftMinor }: any) => sum + leftMinor, 0);
  const slip = (
    await osric().send('/slips', {
      bankAccountId: 1,
      bankTotalMinor: total,
      bankReference: 'BAG 2',
      items: items.map((one: any) => ({ safeItemId: one.id, amountMinor: one.leftMinor })),
    })
  ).body;
  const before = (await osric().get('/statement')).body.accounts[0].statementBalanceMinor;
  const found = { date: '2026-03-06', amountMinor: total - 5_00, text: slip.number };
  await importStatement(osric(), statementOf(before, found));
  await shop.jobsEnded();
  const lineOf = async () => (await osric().get('/statement/lines')).body.lines[0];
  const line = await lineOf();
  expect(line).toMatchObject({ amountMinor: total - 5_00, status: 'reserved' });
  const pair = { movement: `slip ${slip.slipId}`, lineId: line.id };
  const plainly = await osric().send('/matches', {
    bankAccountId: 1,
    groups: [{ movements: [pair.movement], lineIds: [pair.lineId] }],
  });
  expect(codes(plainly)).toEqual(['match.amountDiffers']);

  const balances = () => Promise.all(['overAndShort', 'bankInTransit', 'bank'].map(balanceOf));
  const [short, transit, bank] = await balances();
  const { items: parts } = (await osric().get(`/slips/${slip.slipId}`)).body;
  const cashPart = parts.find(({ cheque }: any) => cheque === null);
  const decide = {
    lineId: line.id,
    cause: 'falseNote',
    safeItemId: cashPart.safeItemId,
    note: 'Withdrawn',
  };
  const bag = (change: object) =>
    osric().send(`/slips/${slip.slipId}/bag`, { ...decide, ...change });
  expect(codes(await bag({ safeItemId: 99_999 }))).toEqual(['bag.notOnSlip']);
  expect(codes(await bag({ cause: 'other', note: ' ' }))).toEqual(['bag.note']);
  // Nobody knows which drawer: none bears it.
  const unknown = (await bag({ safeItemId: null })).body;
  const sessionOf = (groupId: number) =>
    shop.one(
      "SELECT drawer_session_id AS id FROM entry WHERE kind = 'match' AND subject_id = ?",
      [groupId],
    );
  expect(await sessionOf(unknown.groupId)).toEqual({ id: null });
  expect((await osric().get('/safe')).body.slips[0]).toMatchObject({
    bag: { differenceMinor: -5_00, cause: 'falseNote', note: 'Withdrawn' },
  });
  await osric().send(`/matches/${unknown.groupId}/undo`, {});
  const decided = await osric().send(`/slips/${slip.slipId}/bag`, decide);
  expect(decided.body).toMatchObject({ differenceMinor: -5_00 });
  expect(await balances()).toEqual([short! + 5_00, transit! - total, bank! + total - 5_00]);
  expect(await lineOf()).toMatchObject({ status: 'matched' });
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
  // It is over and short of the day and drawer whose takings the bag brought.
  const entry = await shop.one(
    `SELECT l.takings_day AS day, e.drawer_session_id IS NOT NULL AS ofDrawer
     FROM entry e
     JOIN entry_line l ON l.entry_id = e.id
     JOIN account a ON a.id = l.account_id AND a.role = 'overAndShort'
     WHERE e.kind = 'match' AND e.subject_id = ?`,
    [decided.body.groupId],
  );
  expect(entry).toEqual({ day: '2026-03-06', ofDrawer: 1 });

  // The slip itself tells what it brought and what became of it.
  const told = async () => (await osric().get(`/slips/${slip.slipId}`)).body;
  const opened = await told();
  expect(opened).toMatchObject({
    ...{ totalMinor: total, recalled: null, line: { id: line.id, amountMinor: total - 5_00 } },
    bag: { differenceMinor: -5_00, cause: 'falseNote', note: 'Withdrawn' },
  });
  expect(opened.items.reduce((all: number, one: any) => all + one.amountMinor, 0)).toBe(total);

  await osric().send(`/matches/${decided.body.groupId}/undo`, {});
  expect(await told()).toMatchObject({ line: null, bag: null });
  expect(await balances()).toEqual([short, transit, bank]);
  expect((await osric().send(`/slips/${slip.slipId}/bag`, decide)).status).toBe(200);
  const twice = await osric().send(`/slips/${slip.slipId}/bag`, decide);
  expect(codes(twice)).toEqual(['match.taken']);
});

test('a cheque that was missing at its count and is found comes back from over and short', async () => {
  const { ring, fenella } = regulars;
  const cheque = { number: '104', drawnBy: 'Bo of the Gannet', dated: '2026-03-06' };
  const { body: sold } = await ring({
    lines: [book(id, 31_00)],
    tenders: [{ kind: 'cheque', tenderId: id.tenders['cheque'], amountMinor: 31_00, cheque }],
  });
  const begun = (await fenella().send('/counts', { drawerId: id.drawers['shop'] })).body;
  const stateOf = async () =>
    (await osric().get(`/sales/${sold.saleId}`)).body.payments[0].chequeState;
  const find = async () => osric().send(`/cheques/${(await stateOf()).id}/found`, why);
  expect(codes(await find())).toEqual(['cheque.notCounted']);
  const close = {
    count: pieces(begun.expectedMinor - 31_00),
    chequeIds: [],
    note: 'No cheque',
  };
  const closed = await fenella().send(`/counts/${begun.sessionId}/close`, close);
  expect(closed.body).toMatchObject({ differenceMinor: -31_00 });
  expect(await stateOf()).toMatchObject({ missing: true });
  const short = await balanceOf('overAndShort');
  expect((await find()).body).toEqual({ number: 'CF-1' });
  expect(await balanceOf('overAndShort')).toBe(short - 31_00);
  expect((await osric().get('/safe')).body.items).toMatchObject([
    { takingsDay: '2026-03-06', leftMinor: 31_00, cheque: { number: '104' } },
  ]);
  expect(codes(await find())).toEqual(['cheque.notMissing']);
});

test('a voucher is taken back whole on a later day; one past its last day is let go', async () => {
  const { ring } = regulars;
  const sell = async (amountMinor: number) =>
    (
      await ring({
        extras: [{ kind: 'voucher', amountMinor }],
        tenders: [card(id, amountMinor)],
      })
    ).body.saleId as number;
  const [first, second] = [await sell(50_00), await sell(25_00)];
  const voucherOf = async (saleId: number) =>
    shop.one('SELECT id FROM voucher WHERE sale_id = ?', [saleId]);
  await regulars.at('2026-03-09T14:00:00Z');
  const { id: voucherId } = await voucherOf(first);
  const paid = await shop.one('SELECT id FROM sale_tender WHERE sale_id = ?', [first]);
  const back = (amountMinor: number, options = {}) =>
    ring(
      {
        extras: [{ kind: 'voucherBack', voucherId, amountMinor }],
        refunds: [
          {
            kind: 'card',
            tenderId: id.tenders['meridian'],
            saleTenderId: paid.id,
            amountMinor,
            reference: 'B-9',
          },
        ],
      },
      options,
    );
  expect(codes(await back(20_00))).toEqual(['voucher.wholeBack']);
  expect(codes(await back(50_00))).toEqual(['rule.voucherBack']);
  const given = await back(50_00, approved);
  expect(given.body).toMatchObject({ totalMinor: -50_00 });
  expect(codes(await back(50_00, approved))).toEqual(['voucher.wholeBack']);
  const voiding = `/sales/${given.body.saleId}/void`;
  expect((await regulars.fenella().send(voiding, {}, approved)).status).toBe(200);
  expect((await back(50_00, approved)).status).toBe(200);

  const { id: otherId } = await voucherOf(second);
  await shop.pool.query(`UPDATE voucher SET valid_until = '2026-03-08' WHERE id = ?`, [
    otherId,
  ]);
  expect(await ends('voucherExpired')).toMatchObject([{ amountMinor: 25_00 }]);
  const extend = { validUntil: '2026-03-20' };
  const path = `/vouchers/${otherId}`;
  expect(codes(await osric().send(`${path}/extend`, extend))).toEqual([
    'rule.voucherExtended',
  ]);
  await osric().send(`${path}/extend`, extend, approved);
  expect(await ends('voucherExpired')).toEqual([]);
  await regulars.at('2026-03-21T14:00:00Z');
  const expired = await osric().send(`${path}/expire`, {}, approved);
  expect(expired.body).toEqual({ number: 'XV-1' });
  expect(await balanceOf('otherIncome')).toBe(-25_00);
  expect(await ends('voucherExpired')).toEqual([]);
});

test('what no file will settle of a batch is given up with a manager’s word, and taken back', async () => {
  await regulars.at('2026-03-23T14:00:00Z');
  await soldByCard(70_00);
  await countAndClose(regulars.fenella(), id.drawers['shop']!);
  const openBatch = async () =>
    (await cards()).batches.find(({ batchDate }: any) => batchDate === '2026-03-23');
  const { id: batchId } = await openBatch();
  const path = `/batches/${batchId}/differences`;
  const giveUp = { scheme: 'Meridian', reason: 'They will not pay it' };
  const [clearing, adjusted] = [
    await balanceOf('cardClearing'),
    await balanceOf('cardAdjustments'),
  ];
  const sum = (await openBatch()).schemes[0];
  const rest = sum.amountMinor - sum.settledMinor;
  const short = (await settle('HP-6', '2026-03-23', '2026-03-23', rest - 20_00)).body;
  expect(await ends('settlementDiffers')).toMatchObject([{ amountMinor: -20_00 }]);
  const asked = await osric().send(path, giveUp);
  expect(codes(asked)).toEqual(['rule.batchDifference']);
  const { body } = await osric().send(path, giveUp, approved);
  expect(body.number).toBe('BD-1');
  expect(await balanceOf('cardClearing')).toBe(clearing - rest);
  expect(await balanceOf('cardAdjustments')).toBe(adjusted + 20_00);
  expect(await ends('settlementDiffers')).toEqual([]);
  expect(await openBatch()).toBeUndefined();
  expect(await bead('2026-03-23', 'card 1 Meridian')).toMatchObject({ looseMinor: 0 });
  expect(codes(await osric().send(path, giveUp, approved))).toEqual(['batch.agrees']);
  // What rests on the settlement is taken back first.
  const undoIt = () => osric().send(`/settlements/${short.settlementId}/undo`, why);
  expect(codes(await undoIt())).toEqual(['settlement.decided']);
  const undo = () => osric().send(`/batch-differences/${body.id}/undo`, why);
  expect((await undo()).body).toEqual({ number: 'BU-1' });
  expect(codes(await undo())).toEqual(['batchDifference.undone']);
  expect(await balanceOf('cardAdjustments')).toBe(adjusted);
  expect(await ends('settlementDiffers')).toMatchObject([{ amountMinor: -20_00 }]);
  expect((await undoIt()).status).toBe(200);
});

test('takings that lie in the safe for more than ten days are a loose end of their day, until a slip takes them', async () => {
  await regulars.at('2026-03-10T14:00:00Z');
  await regulars.ring({ lines: [book(id, 21_00)], tenders: [cash(id, 21_00)] });
  await countAndClose(regulars.fenella(), id.drawers['shop']!);
  const { items } = (await osric().get('/safe')).body;
  const total = items.reduce((sum: number, { leftMinor }: any) => sum + leftMinor, 0);
  const waits = () => ends('safeNotBanked');
  const ours = { params: { date: '2026-03-10' }, path: '/bank/safe', amountMinor: 21_00 };
  shop.setNow('2026-03-20T14:00:00Z');
  expect(await waits()).not.toContainEqual(expect.objectContaining(ours));
  shop.setNow('2026-03-21T14:00:00Z');
  const found = await waits();
  expect(found).toContainEqual(expect.objectContaining(ours));
  expect(found.reduce((sum: number, { amountMinor }: any) => sum + amountMinor, 0)).toBe(
    total,
  );
  await osric().send('/slips', {
    bankAccountId: 1,
    bankTotalMinor: total,
    bankReference: '',
    items: items.map((one: any) => ({ safeItemId: one.id, amountMinor: one.leftMinor })),
  });
  expect(await waits()).toEqual([]);
});
