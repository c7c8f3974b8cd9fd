import { audit } from '../src/audit/audit';
import { countAndClose } from './day';
import {
  book,
  card,
  cash,
  ids,
  openShop,
  type Ids,
  type Person,
  type TestShop,
} from './harness';

let shop: TestShop;
let id: Ids;
let fenella: Person;
beforeAll(async () => {
  shop = await openShop();
  id = await ids(shop);
  fenella = await shop.as('fenella');
});
afterEach(async () => {
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});
afterAll(() => shop.close());

const tamsin = async () => ({
  approverId: (await shop.one(`SELECT id FROM user WHERE username = 'tamsin'`)).id,
  pin: '864286',
  reason: 'Good customer',
});
const approved = async () => ({ approval: await tamsin() });
const drawerId = () => id.drawers['shop']!;
const jacket = (quantity = '1') => ({ itemId: id.items['OJ']!, quantity });
const ticket = (change: object) => ({
  drawerId: drawerId(),
  lines: [],
  tenders: [],
  ...change,
});

const sell = async (lines: object[], tenders: object[]) => {
  const { status, body } = await fenella.send('/sales', ticket({ lines, tenders }));
  expect({ status, body }).toMatchObject({ status: 200 });
  return body as { saleId: number; number: string; totalMinor: number };
};
const back = (saleId: number, quantity = '1', change: object = {}) => ({
  saleId,
  lines: [{ position: 1, quantity }],
  reason: 'notNeeded',
  condition: 'asNew',
  ...change,
});
const inCash = (amountMinor: number) => ({
  kind: 'cash',
  tenderId: id.tenders['cash']!,
  amountMinor,
});
const inCredit = (amountMinor: number) => ({
  kind: 'storeCredit',
  tenderId: id.tenders['credit']!,
  amountMinor,
});
const byCredit = (creditNoteId: number, amountMinor: number) => ({
  ...inCredit(amountMinor),
  creditNoteId,
});
const linesOf = (number: string) =>
  shop.all<{ role: string; amount: number }>(
    `SELECT a.role, l.amount_minor AS amount
     FROM document d
     JOIN entry_line l ON l.entry_id = d.entry_id
     JOIN account a ON a.id = l.account_id
     WHERE CONCAT(d.series, '-', d.number) = ? ORDER BY l.position`,
    [number],
  );
const creditOf = async (saleId: number) =>
  (await fenella.get(`/sales/${saleId}`)).body.credit as {
    id: number;
    number: string;
    leftMinor: number;
  };

/** A credit note of 20.00, from a book that came back. */
async function issueCredit(amountMinor = 20_00) {
  const { saleId } = await sell([book(id, amountMinor)], [cash(id, amountMinor)]);
  const { body } = await fenella.send(
    '/sales',
    ticket({ returned: back(saleId), refunds: [inCredit(amountMinor)] }),
  );
  return creditOf(body.saleId);
}

test('part of a line comes back in cash: stored parts, posted to returns, dated today', async () => {
  // 3 shackles of 11.50: 34.50 + 2.16 tax = 36.66, kept 36.65.
  const { saleId } = await sell(
    [{ itemId: id.items['SH6'], quantity: '3' }],
    [cash(id, 40_00)],
  );
  const { body } = await fenella.send(
    '/sales',
    ticket({ returned: back(saleId), refunds: [inCash(12_22)] }),
  );
  expect(body).toMatchObject({ totalMinor: -12_22, credit: null });
  expect(await linesOf(body.number)).toEqual([
    { role: 'returns', amount: 11_50 },
    { role: 'taxPayable', amount: 58 },
    { role: 'taxPayable', amount: 14 },
    { role: 'drawer', amount: -12_20 },
    { role: 'rounding', amount: -2 },
  ]);
  const { body: sale } = await fenella.get(`/sales/${saleId}`);
  expect(sale.lines[0]).toMatchObject({ returnedQuantity: '1', leftQuantity: '2' });
  expect(sale.returns).toMatchObject([{ number: body.number, totalMinor: 12_22 }]);
  const { body: detail } = await fenella.get(`/sales/${body.saleId}`);
  expect(detail).toMatchObject({ takesBack: true, returned: { reason: 'No longer needed' } });

  const rest = ticket({ returned: back(saleId, '2'), refunds: [inCash(24_44)] });
  expect((await fenella.send('/sales', rest)).status).toBe(200);
  const cashBack = await shop.one(
    `SELECT SUM(kept_minor) AS kept FROM sale_tender st
     JOIN sale_return r ON r.sale_id = st.sale_id WHERE r.of_sale_id = ?`,
    [saleId],
  );
  expect(cashBack.kept).toBe('-3665');
});

test('what is left is the limit, also for two drawers at once', async () => {
  const { saleId } = await sell([book(id, 30_00)], [cash(id, 30_00)]);
  const take = (drawer: string) =>
    fenella.send('/sales', {
      ...ticket({ returned: back(saleId), refunds: [inCash(30_00)] }),
      drawerId: id.drawers[drawer]!,
    });
  const both = await Promise.all([take('shop'), take('hatch')]);
  expect(both.map(({ status }) => status).sort()).toEqual([200, 422]);
  expect(both.find(({ status }) => status === 422)!.body.refusals).toMatchObject([
    { code: 'return.moreThanLeft', at: 'returned.lines.0.quantity', params: { left: '0' } },
  ]);
});

test('a late return asks for approval and says how late', async () => {
  const { saleId } = await sell([book(id)], [cash(id, 12_00)]);
  const command = ticket({ returned: back(saleId), refunds: [inCash(12_00)] });
  shop.setNow('2026-04-02T16:00:00Z');
  const refused = await fenella.send('/sales', command);
  expect(refused).toMatchObject({
    status: 409,
    body: { rules: [{ code: 'rule.returnLate', params: { days: 31, allowed: 30 } }] },
  });
  expect((await fenella.send('/sales', command, await approved())).status).toBe(200);
  shop.setNow('2026-03-02T16:00:00Z');
});

test('a card gets back what it paid and no more; cash for a card asks', async () => {
  const { saleId } = await sell([book(id, 50_00)], [card(id, 50_00)]);
  const { body } = await fenella.get(`/sales/${saleId}/returnable`);
  const { saleTenderId, tenderId } = body.refunds.paid[0];
  const onCard = (amountMinor: number) => ({
    kind: 'card',
    tenderId,
    saleTenderId,
    amountMinor,
    reference: 'B-7',
  });
  const byCash = await fenella.send(
    '/sales',
    ticket({ returned: back(saleId), refunds: [inCash(50_00)] }),
  );
  expect(byCash.body.rules).toMatchObject([{ code: 'rule.refundInCash' }]);
  const returned = await fenella.send(
    '/sales',
    ticket({ returned: back(saleId), refunds: [onCard(50_00)] }),
  );
  expect(returned.status).toBe(200);
  expect(await linesOf(returned.body.number)).toContainEqual({
    role: 'cardClearing',
    amount: -50_00,
  });
  const { body: sheet } = await fenella.get('/days/2026-03-02');
  const books = sheet.departments.find((one: any) => one.name === 'Charts and books');
  expect(books.returnedMinor).toBeGreaterThanOrEqual(50_00);
});

test('an exchange is one ticket with one difference', async () => {
  // Jacket 189.00 + 11.81 tax comes back; boots 94.50 + 5.91 go out: 100.40 back.
  const { saleId } = await sell([jacket()], [cash(id, 210_00)]);
  const boots = { itemId: id.items['SB'], quantity: '1' };
  const exchange = ticket({
    lines: [boots],
    returned: back(saleId),
    refunds: [inCash(100_40)],
  });
  const { body } = await fenella.send('/sales', exchange);
  expect(body).toMatchObject({ totalMinor: -100_40 });
  const { body: detail } = await fenella.get(`/sales/${body.saleId}`);
  expect(detail.returned).toMatchObject({ usedMinor: 100_41, netMinor: 189_00 });

  // The boots for two pairs: the difference is paid.
  const up = ticket({
    lines: [{ ...boots, quantity: '2' }],
    returned: back(body.saleId),
    tenders: [cash(id, 100_40)],
  });
  expect((await fenella.send('/sales', up)).body).toMatchObject({ totalMinor: 100_40 });
});

test('a credit note is used in part, and only once by two drawers at once', async () => {
  const credit = await issueCredit(20_00);
  expect(credit).toMatchObject({ leftMinor: 20_00 });
  const pay = (amountMinor: number, drawer = 'shop') =>
    fenella.send('/sales', {
      drawerId: id.drawers[drawer]!,
      lines: [book(id, amountMinor)],
      tenders: [byCredit(credit.id, amountMinor)],
    });
  expect((await pay(8_00)).status).toBe(200);
  const both = await Promise.all([pay(12_00), pay(12_00, 'hatch')]);
  expect(both.map(({ status }) => status).sort()).toEqual([200, 422]);
  expect(both.find(({ status }) => status === 422)!.body.refusals[0]).toMatchObject({
    code: 'credit.over',
  });
  const { body } = await fenella.get(`/credits?number=${credit.number.slice(2)}`);
  expect(body.credits).toMatchObject([{ leftMinor: 0, expired: false }]);
});

test('after its last day a credit note is extended or expired by approval', async () => {
  const osric = await shop.as('osric');
  const [first, second] = [await issueCredit(), await issueCredit()];
  shop.setNow('2026-05-02T16:00:00Z');
  const pay = () =>
    fenella.send(
      '/sales',
      ticket({ lines: [book(id, 20_00)], tenders: [byCredit(first.id, 20_00)] }),
    );
  expect((await pay()).body.refusals).toMatchObject([
    { code: 'credit.expired', params: { date: '2026-05-01' } },
  ]);
  const { body: ends } = await osric.get('/loose-ends');
  expect(ends.ends.filter((end: any) => end.code === 'creditExpired')).toHaveLength(2);

  const extend = `/credits/${first.id}/extend`;
  const asked = await fenella.send(extend, { validUntil: '2026-06-01' });
  expect(asked.body.rules).toMatchObject([{ code: 'rule.creditExtended' }]);
  const sooner = await fenella.send(extend, { validUntil: '2026-04-01' });
  expect(sooner.body.refusals).toMatchObject([{ code: 'credit.notLater', at: 'validUntil' }]);
  await fenella.send(extend, { validUntil: '2026-06-01' }, await approved());
  expect((await pay()).status).toBe(200);

  const expired = await osric.send(`/credits/${second.id}/expire`, {}, await approved());
  expect(await linesOf(expired.body.number)).toEqual([
    { role: 'storeCredit', amount: 20_00 },
    { role: 'otherIncome', amount: -20_00 },
  ]);
  const again = await osric.send(`/credits/${second.id}/expire`, {}, await approved());
  expect(again.body.refusals).toMatchObject([{ code: 'credit.usedUp' }]);
  shop.setNow('2026-03-02T16:00:00Z');
});

test('a restocking fee is kept where the reason asks for it, and waived by approval', async () => {
  const { saleId } = await sell([{ ...jacket(), quantity: '2' }], [cash(id, 410_00)]);
  const special = { reason: 'specialOrder', condition: 'opened' };
  // 189.00 + 11.81 (half of 23.63 by its parts) less 20 % of 189.00.
  const { body: preview } = await fenella.get(`/sales/${saleId}/returnable`);
  expect(preview.lines[0].netMinor).toBe(378_00);
  const kept = await fenella.send(
    '/sales',
    ticket({ returned: back(saleId, '1', special), refunds: [inCash(163_02)] }),
  );
  expect(await linesOf(kept.body.number)).toContainEqual({
    role: 'restockingFees',
    amount: -37_80,
  });
  const waived = { ...special, feeWaived: true };
  const command = ticket({
    returned: back(saleId, '1', waived),
    refunds: [inCash(200_81)],
  });
  const asked = await fenella.send('/sales', command);
  expect(asked.body.rules).toMatchObject([{ code: 'rule.feeWaived' }]);
  expect((await fenella.send('/sales', command, await approved())).status).toBe(200);
});

test('goods without their sale: a price source and an approval, no card', async () => {
  const returned = {
    goods: [book(id, 15_00)],
    priceSource: 'Shelf price today',
    reason: 'faulty',
    condition: 'damaged',
  };
  const command = ticket({ returned, refunds: [inCredit(15_00)] });
  const asked = await fenella.send('/sales', command);
  expect(asked.body.rules).toMatchObject([{ code: 'rule.returnWithoutSale' }]);
  expect((await fenella.send('/sales', command, await approved())).body).toMatchObject({
    credit: { amountMinor: 15_00, validUntil: '2026-05-01' },
  });
  const onCard = {
    kind: 'card',
    tenderId: id.tenders['meridian'],
    saleTenderId: 1,
    amountMinor: 15_00,
    reference: 'X',
  };
  const refused = await fenella.send('/sales', ticket({ returned, refunds: [onCard] }));
  expect(refused.body.refusals).toMatchObject([{ code: 'refund.unknownTender' }]);
});

test('a price moved beyond the clerk’s allowance asks; a manager moves it as he likes', async () => {
  const lines = [{ ...jacket(), unitPriceMinor: 150_00 }];
  const command = ticket({ lines, tenders: [cash(id, 160_00)] });
  const asked = await fenella.send('/sales', command);
  expect(asked.body.rules).toMatchObject([
    { code: 'rule.priceChange', params: { movedMinor: 39_00, lines: 1 } },
  ]);
  const manager = await shop.as('tamsin');
  expect((await manager.send('/sales', command)).status).toBe(200);
  // 5 % off the ticket of 189.00 + 12.00: 10.05, spread by what each line comes to.
  const less = await fenella.send(
    '/sales',
    ticket({
      lines: [jacket(), book(id)],
      discount: { percent: '5' },
      tenders: [cash(id, 220_00)],
    }),
  );
  const { body } = await fenella.get(`/sales/${less.body.saleId}`);
  expect(body).toMatchObject({ discountMinor: 10_05, netMinor: 190_95 });
  expect(body.lines.map((line: any) => line.discountMinor)).toEqual([9_45, 60]);
});

test('what rests on a ticket keeps it from being voided', async () => {
  const sold = await sell([book(id)], [cash(id, 12_00)]);
  const returned = await fenella.send(
    '/sales',
    ticket({ returned: back(sold.saleId), refunds: [inCredit(12_00)] }),
  );
  const voiding = async (saleId: number) =>
    fenella.send(`/sales/${saleId}/void`, {}, await approved());
  expect((await voiding(sold.saleId)).body.refusals).toMatchObject([
    { code: 'void.hasReturns' },
  ]);
  const credit = await creditOf(returned.body.saleId);
  const spent = await sell([book(id, 5_00)], [byCredit(credit.id, 5_00)]);
  expect((await voiding(returned.body.saleId)).body.refusals).toMatchObject([
    { code: 'void.creditUsed' },
  ]);
  // Undone from the end, everything goes: the credit has its money, then the return, the sale.
  expect((await voiding(spent.saleId)).status).toBe(200);
  expect((await creditOf(returned.body.saleId)).leftMinor).toBe(12_00);
  expect((await voiding(returned.body.saleId)).status).toBe(200);
  expect((await fenella.get(`/sales/${sold.saleId}`)).body.lines[0].leftQuantity).toBe('1');
  expect((await voiding(sold.saleId)).status).toBe(200);
});

test('a sale is found by number, item, last four digits, amount and day', async () => {
  const { saleId, number } = await sell([jacket()], [card(id, 200_81)]);
  const find = async (query: string) =>
    (await fenella.get(`/sales/find?${query}`)).body.sales.map((sale: any) => sale.id);
  expect(await find(`text=${number}`)).toEqual([saleId]);
  expect(await find(`text=${number.slice(2)}`)).toContain(saleId);
  expect(await find('text=oilskin&date=2026-03-02')).toContain(saleId);
  expect(await find('text=1111')).toContain(saleId);
  expect(await find('amountMinor=20081')).toContain(saleId);
  expect(await find('amountMinor=20081&date=2026-03-01')).toEqual([]);
  expect((await fenella.get('/sales/find')).status).toBe(422);
});

test('the drawer is counted with what was given back', async () => {
  const closed = await countAndClose(fenella, drawerId());
  expect(closed).toMatchObject({ differenceMinor: 0 });
  expect((await shop.seal()) > 0).toBe(true);
});

test('at the desk a refund leaves the safe, as an item below zero that lowers the next slip; it is void until a slip took it', async () => {
  shop.setNow('2026-03-02T20:00:00Z');
  const [osric, approval] = [await shop.as('osric'), await approved()];
  const sold = await sell([book(id, 48_00)], [cash(id, 48_00)]);
  await countAndClose(fenella, drawerId());
  const safe = async () => (await osric.get('/safe')).body;
  const total = async () =>
    (await safe()).items.reduce((sum: number, { leftMinor }: any) => sum + leftMinor, 0);
  const before = await total();
  const atDesk = (more: object = {}) => ({
    ...ticket({ returned: back(sold.saleId), refunds: [inCash(48_00)] }),
    drawerId: null,
    ...more,
  });
  // Nothing is sold there, nothing is paid there; and it is a manager's to say.
  expect((await osric.send('/sales', atDesk({ lines: [book(id, 1_00)] }))).status).toBe(422);
  expect((await osric.send('/sales', atDesk({ tenders: [cash(id, 1_00)] }))).status).toBe(422);
  expect((await osric.send('/sales', atDesk())).body.rules).toMatchObject([
    { code: 'rule.refundFromSafe', params: { outMinor: 48_00 } },
  ]);
  const { status, body } = await osric.send('/sales', atDesk(), approval);
  expect({ status, body }).toMatchObject({ status: 200 });
  expect(await total()).toBe(before - 48_00);
  expect((await safe()).items).toContainEqual(
    expect.objectContaining({ by: 'refund', leftMinor: -48_00, closeNumber: body.number }),
  );
  const voided = (saleId: number) => osric.send(`/sales/${saleId}/void`, {}, approval);
  expect((await voided(body.saleId)).status).toBe(200);
  expect(await total()).toBe(before);
  const again = (await osric.send('/sales', atDesk(), approval)).body;
  const { items } = await safe();
  const slip = await osric.send('/slips', {
    bankAccountId: 1,
    bankTotalMinor: before - 48_00,
    bankReference: '',
    items: items.map(({ id: safeItemId, leftMinor }: any) => ({
      safeItemId,
      amountMinor: leftMinor,
    })),
  });
  expect(slip.status).toBe(200);
  expect((await voided(again.saleId)).body.refusals).toMatchObject([
    { code: 'void.chequeCashed' },
  ]);
});
