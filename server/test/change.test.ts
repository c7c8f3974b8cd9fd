import { countTotal } from '@abacist/core/money';
import { audit } from '../src/audit/audit';
import { book, cash, ids, openShop, type Person, type TestShop } from './harness';

let shop: TestShop;
let tamsin: Person;
let drawerId: number;
beforeAll(async () => {
  shop = await openShop();
  tamsin = await shop.as('tamsin');
  drawerId = (await ids(shop)).drawers['shop']!;
});
afterAll(() => shop.close());

const codes = (body: any) => body.refusals?.map(({ code }: { code: string }) => code);
const sell = async (amountMinor: number) => {
  const id = await ids(shop);
  const { status } = await tamsin.send('/sales', {
    drawerId,
    lines: [book(id, amountMinor)],
    tenders: [cash(id, amountMinor)],
  });
  expect(status).toBe(200);
};
const count = async (pieces: Record<string, number>) => {
  const { body: begun } = await tamsin.send('/counts', { drawerId });
  expect(begun.expectedMinor).toBe(countTotal(pieces));
  const { body } = await tamsin.send(`/counts/${begun.sessionId}/close`, {
    count: pieces,
    note: '',
  });
  return body.number as string;
};
const safe = async () => (await tamsin.get('/safe')).body;
/** What the safe tells of its pieces, which come to its cash where they are known. */
const piecesOf = async () => {
  const { pieces, items } = await safe();
  if (pieces.pieces) {
    const cashMinor = items
      .filter(({ cheque }: any) => cheque === null)
      .reduce((sum: number, { leftMinor }: any) => sum + leftMinor, 0);
    expect(countTotal(pieces.pieces)).toBe(cashMinor);
  }
  return pieces;
};
const act = (kind: string, amountMinor: number, more: object = {}) =>
  tamsin.send('/drawer-acts', {
    kind,
    drawerId,
    amountMinor,
    parts: [],
    party: '',
    words: '',
    ...more,
  });

test('what a count leaves in is known by denomination, and what is wanted tells what is lacking', async () => {
  await sell(170_00);
  // The float of 150.00, with a sale of 170.00.
  const number = await count({ 10000: 1, 5000: 1, 2000: 5, 1000: 2, 500: 4, 100: 20, 25: 40 });
  const wanted = { 200: 25, 100: 25, 500: 6 };
  expect((await tamsin.send(`/drawers/${drawerId}/wanted`, { wanted })).status).toBe(200);
  const { drawers } = (await tamsin.get('/change')).body;
  expect(drawers[0]).toMatchObject({
    floatMinor: 150_00,
    wanted,
    left: { number, pieces: { 25: 40, 100: 20, 500: 4, 1000: 2, 2000: 4 } },
  });
  expect(await piecesOf()).toEqual({
    pieces: { 2000: 1, 5000: 1, 10000: 1 },
    unknownSince: null,
  });
  const wrong = await tamsin.send(`/drawers/${drawerId}/wanted`, { wanted: { 3: 1 } });
  expect(codes(wrong.body)).toEqual(['count.denomination']);
  expect(codes((await tamsin.send('/drawers/99/wanted', { wanted })).body)).toEqual([
    'drawer.unknown',
  ]);
});

test('slips take pieces out of the safe, recalled they come back; change that the bank gives comes in', async () => {
  const { items } = await safe();
  const { body: slip } = await tamsin.send('/slips', {
    bankAccountId: 1,
    bankTotalMinor: 120_00,
    bankReference: '',
    items: [{ safeItemId: items[0].id, amountMinor: 120_00 }],
    count: { 10000: 1, 2000: 1 },
  });
  expect((await piecesOf()).pieces).toEqual({ 5000: 1 });
  await tamsin.send(`/slips/${slip.slipId}/recall`, { reason: 'A note is torn' });
  expect((await piecesOf()).pieces).toEqual({ 2000: 1, 5000: 1, 10000: 1 });

  const order = { bankAccountId: 1, drawerId: undefined };
  const wrong = await act('changeFetched', 60_00, { ...order, count: { 200: 25 } });
  expect(codes(wrong.body)).toEqual(['drawerAct.count']);
  const strange = await act('changeFetched', 60_00, { ...order, count: { 3: 2000 } });
  expect(codes(strange.body)).toEqual(['count.denomination']);
  const { body: fetched } = await act('changeFetched', 75_00, {
    ...order,
    count: { 200: 25, 100: 25 },
  });
  expect((await piecesOf()).pieces).toEqual({ 100: 25, 200: 25, 2000: 1, 5000: 1, 10000: 1 });
  // What the safe has is not ordered again.
  expect((await tamsin.get('/change')).body.inSafe).toMatchObject({ 100: 25, 200: 25 });
  const undone = await tamsin.send(
    `/drawer-acts/${fetched.id}/undo`,
    { reason: 'Not fetched' },
    { approval: { reason: 'Yes' } },
  );
  expect(undone.status).toBe(200);
  expect((await piecesOf()).pieces).toEqual({ 2000: 1, 5000: 1, 10000: 1 });
});

test('what nobody counted makes them unknown, until the safe is counted or empty', async () => {
  await sell(40_00);
  const { body: dropped } = await act('drop', 40_00);
  expect(await piecesOf()).toEqual({ pieces: null, unknownSince: dropped.number });
  expect((await tamsin.get('/change')).body.inSafe).toBeNull();
  const { status } = await tamsin.send('/safe/counts', {
    count: { 10000: 1, 5000: 2, 1000: 1 },
    note: '',
  });
  expect(status).toBe(200);
  expect((await piecesOf()).pieces).toEqual({ 1000: 1, 5000: 2, 10000: 1 });

  // A refund out of the safe is a ticket, of no kind that tells its pieces.
  shop.setNow('2026-03-02T20:00:00Z');
  const saleId = (await shop.all('SELECT MAX(id) AS id FROM sale'))[0]!.id;
  const { body: refund } = await tamsin.send(
    '/sales',
    {
      drawerId: null,
      lines: [],
      tenders: [],
      returned: {
        saleId,
        lines: [{ position: 1, quantity: '1' }],
        reason: 'notNeeded',
        condition: 'asNew',
      },
      refunds: [
        { kind: 'cash', tenderId: (await ids(shop)).tenders.cash, amountMinor: 40_00 },
      ],
    },
    { approval: { reason: 'The drawer holds too little' } },
  );
  expect(await piecesOf()).toEqual({ pieces: null, unknownSince: refund.number });
  shop.setNow('2026-03-02T20:05:00Z');
  await tamsin.send('/safe/counts', { count: { 10000: 1, 5000: 1, 2000: 1 }, note: '' });
  expect((await piecesOf()).pieces).toEqual({ 2000: 1, 5000: 1, 10000: 1 });
  shop.setNow('2026-03-03T16:00:00Z');
  const { items } = await safe();
  const total = items.reduce((sum: number, { leftMinor }: any) => sum + leftMinor, 0);
  await tamsin.send('/slips', {
    bankAccountId: 1,
    bankTotalMinor: total,
    bankReference: '',
    items: items.map(({ id: safeItemId, leftMinor }: any) => ({
      safeItemId,
      amountMinor: leftMinor,
    })),
  });
  expect((await piecesOf()).pieces).toEqual({});
  expect((await audit(shop.pool)).breaches).toEqual([]);
});
