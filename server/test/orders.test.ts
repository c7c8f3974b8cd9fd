import { audit } from '../src/audit/audit';
import { sealAll } from '../src/ledger/sealer';
import { cash, ids, openShop, type Ids, type Person, type TestShop } from './harness';

let shop: TestShop;
let id: Ids;
let fenella: Person;
let tamsin: Person;
let osric: Person;
beforeAll(async () => {
  shop = await openShop();
  id = await ids(shop);
  fenella = await shop.as('fenella');
  osric = await shop.as('osric');
  tamsin = await shop.as('tamsin');
});
afterAll(() => shop.close());
afterEach(async () => {
  await sealAll(shop.pool, new Date());
  expect((await audit(shop.pool)).breaches).toEqual([]);
});

/** Two coils at 100.00 and 6.25 % tax: 212.50. */
const twoCoils = () => [{ itemId: id.items['OJ'], quantity: '2', unitPriceMinor: 180_00 }];
const lines = () => [{ itemId: id.items['SB'], quantity: '2' }];
const keep = async (kind: string, more: object = {}) =>
  (await fenella.send('/orders', { kind, lines: lines(), customer: { name: 'Bo' }, ...more }))
    .body;
const read = async (orderId: number) => (await fenella.get(`/orders/${orderId}`)).body;
const sell = async (ticket: object, who = fenella, options = {}) =>
  (
    await who.send(
      '/sales',
      { drawerId: id.drawers['shop'], lines: [], tenders: [], ...ticket },
      options,
    )
  ).body;
const prepay = (orderId: number, amountMinor: number) =>
  sell({
    extras: [{ kind: 'prepayment', orderId, amountMinor }],
    tenders: [cash(id, amountMinor)],
  });
const fromOrder = (orderId: number, quantity: string) => ({
  itemId: id.items['SB'],
  quantity,
  order: { orderId, position: 1 },
});
const paidAhead = (orderId: number, amountMinor: number) => ({
  kind: 'prepayment',
  tenderId: id.tenders['prepayment'],
  orderId,
  amountMinor,
});
const approval = { approverId: 3, pin: '864286', reason: 'As agreed' };

describe('quotation, order, prepayment, sale', () => {
  // Two pairs of boots at 94.50 and 6.25 % tax: 189.00 + 11.81 = 200.81.
  test('a quotation becomes an order; paid ahead, sold in parts, the rest used up', async () => {
    const quotation = await keep('quotation', { validUntil: '2026-03-31' });
    expect(quotation.number).toBe('Q-1');
    expect(await read(quotation.id)).toMatchObject({ status: 'open', totalMinor: 200_81 });
    // The price goes up, but what was quoted holds.
    await shop.admin.query(`UPDATE item SET price_minor = 12000 WHERE code = 'SB'`);
    const order = (await fenella.send(`/orders/${quotation.id}/order`, {})).body;
    expect(order.number).toBe('A-1');
    expect(await read(quotation.id)).toMatchObject({
      status: 'ordered',
      order: { number: 'A-1' },
    });
    const again = await fenella.send(`/orders/${quotation.id}/order`, {});
    expect(again.body.refusals).toMatchObject([{ code: 'quotation.ordered' }]);

    await prepay(order.id, 120_00);
    expect(await read(order.id)).toMatchObject({
      status: 'partPaid',
      prepaidLeftMinor: 120_00,
    });
    const much = await prepay(order.id, 81_00);
    expect(much.refusals).toMatchObject([
      { code: 'prepayment.over', params: { leftMinor: 80_81 } },
    ]);
    const line = { ...fromOrder(order.id, '1'), unitPriceMinor: 94_50 };
    const first = await sell({ lines: [line], tenders: [paidAhead(order.id, 100_41)] });
    expect(first.totalMinor).toBe(100_41);
    const over = await sell({
      lines: [{ ...line, quantity: '2' }],
      tenders: [cash(id, 300_00)],
    });
    expect(over.refusals).toMatchObject([
      { code: 'order.moreThanLeft', params: { left: '1' } },
    ]);
    const twice = await sell({
      lines: [line],
      tenders: [paidAhead(order.id, 50_00), cash(id, 60_00)],
    });
    expect(twice.refusals).toMatchObject([
      { code: 'prepayment.short', params: { leftMinor: 19_59 } },
    ]);
    await sell({ lines: [line], tenders: [paidAhead(order.id, 19_59), cash(id, 100_00)] });
    const done = await read(order.id);
    expect(done).toMatchObject({ status: 'paid', prepaidLeftMinor: 0 });
    expect(done.tickets).toHaveLength(3);
    expect(done.lines[0].leftQuantity).toBe('0');
    await shop.admin.query(`UPDATE item SET price_minor = 9450 WHERE code = 'SB'`);
  });

  test('a price below the allowance is approved once, with the order', async () => {
    const command = { kind: 'order', lines: twoCoils() };
    await shop.admin.query(`UPDATE counter_rule SET clerk_allowance_percent = 2`);
    expect((await fenella.send('/orders', command)).body.rules).toMatchObject([
      { code: 'rule.priceChange' },
    ]);
    const made = (await fenella.send('/orders', command, { approval })).body;
    const approved = await shop.one(
      `SELECT a.reason, a.approver_id AS approver
       FROM customer_order o JOIN approval a ON a.id = o.approval_id WHERE o.id = ?`,
      [made.id],
    );
    expect(approved).toEqual({ reason: 'As agreed', approver: 3 });
    const line = {
      itemId: id.items['OJ'],
      quantity: '2',
      unitPriceMinor: 180_00,
      order: { orderId: made.id, position: 1 },
    };
    const sold = await sell({ lines: [line], tenders: [cash(id, 400_00)] });
    expect(sold.totalMinor).toBe(382_50);
  });

  test('an expired quotation is not ordered; lists are filtered by status', async () => {
    const late = await keep('quotation', { validUntil: '2026-03-02' });
    shop.setNow('2026-03-03T15:00:00Z');
    const refused = await fenella.send(`/orders/${late.id}/order`, {});
    expect(refused.body.refusals).toMatchObject([
      { code: 'quotation.expired', params: { date: '2026-03-02' } },
    ]);
    const of = async (status: string) =>
      (await fenella.get(`/orders?status=${status}`)).body.orders.map(
        ({ number, status: shown }: { number: string; status: string }) => {
          expect(shown).toBe(status);
          return number;
        },
      );
    expect(await of('expired')).toEqual([late.number]);
    expect(await of('ordered')).toEqual(['Q-1']);
    expect(await of('paid')).toContain('A-1');
    const past = await fenella.send('/orders', {
      kind: 'quotation',
      lines: lines(),
      validUntil: '2026-03-01',
    });
    expect(past.body.refusals).toMatchObject([{ code: 'quotation.past' }]);
    const named = (await fenella.get('/orders?text=bo')).body.orders;
    expect(named.length).toBeGreaterThanOrEqual(2);
  });

  test('cancelled: the prepayment goes back by cash, or a manager keeps it', async () => {
    const order = await keep('order');
    await prepay(order.id, 50_00);
    const plain = await fenella.send(`/orders/${order.id}/cancel`, { keep: false });
    expect(plain.body.refusals).toMatchObject([
      { code: 'order.hasPrepayment', params: { leftMinor: 50_00 } },
    ]);
    const back = await sell({
      extras: [{ kind: 'prepaymentBack', orderId: order.id, amountMinor: 50_00 }],
      refunds: [{ kind: 'cash', tenderId: id.tenders['cash'], amountMinor: 50_00 }],
    });
    expect(back.totalMinor).toBe(-50_00);
    expect(await read(order.id)).toMatchObject({ status: 'void', prepaidLeftMinor: 0 });
    // The void of that ticket opens the order again.
    await tamsin.send(
      `/sales/${back.saleId}/void`,
      {},
      { approval: { reason: 'he came back' } },
    );
    expect(await read(order.id)).toMatchObject({
      status: 'partPaid',
      prepaidLeftMinor: 50_00,
    });
    const asked = await fenella.send(`/orders/${order.id}/cancel`, { keep: true });
    expect(asked.body.rules).toMatchObject([{ code: 'rule.prepaymentKept' }]);
    const kept = await fenella.send(
      `/orders/${order.id}/cancel`,
      { keep: true },
      { approval },
    );
    expect(kept.body.number).toBe('K-1');
    const { entries } = (await osric.get('/journal?number=K-1')).body;
    expect(
      entries[0].lines.map(
        ({ account, amountMinor }: { account: string; amountMinor: number }) => [
          account,
          amountMinor,
        ],
      ),
    ).toEqual([
      ['prepayments', 50_00],
      ['otherIncome', -50_00],
    ]);
  });

  test('taxed at receipt by setting; a prepayment that was used is not voided', async () => {
    await shop.admin.query(`UPDATE counter_rule SET prepayment_tax = 'atReceipt'`);
    const order = await keep('order');
    const taken = await prepay(order.id, 100_41);
    const { entries } = (await osric.get(`/journal?number=${taken.number}`)).body;
    const tax = entries[0].lines.filter(
      ({ account }: { account: string }) => account === 'taxPayable',
    );
    // Half of 9.45 and 2.36, each rounded half up at 100.41 of 200.81; derived.
    expect(tax.map(({ amountMinor }: { amountMinor: number }) => amountMinor)).toEqual([
      -4_73, -1_18,
    ]);
    const line = { ...fromOrder(order.id, '1'), unitPriceMinor: 94_50 };
    const sold = await sell({ lines: [line], tenders: [paidAhead(order.id, 100_41)] });
    const voidTaken = await tamsin.send(
      `/sales/${taken.saleId}/void`,
      {},
      { approval: { reason: 'wrong order' } },
    );
    expect(voidTaken.body.refusals).toMatchObject([{ code: 'void.extraUsed' }]);
    await tamsin.send(
      `/sales/${sold.saleId}/void`,
      {},
      { approval: { reason: 'wrong size' } },
    );
    expect(await read(order.id)).toMatchObject({
      prepaidLeftMinor: 100_41,
      lines: [{ leftQuantity: '2' }],
    });
    await shop.admin.query(`UPDATE counter_rule SET prepayment_tax = 'atSale'`);
  });

  test('two drawers at once can’t use one prepayment twice', async () => {
    const order = await keep('order');
    await prepay(order.id, 100_41);
    const line = { ...fromOrder(order.id, '1'), unitPriceMinor: 94_50 };
    const both = await Promise.all([
      sell({ lines: [line], tenders: [paidAhead(order.id, 100_41)] }),
      sell({
        drawerId: id.drawers['hatch'],
        lines: [line],
        tenders: [paidAhead(order.id, 100_41)],
      }),
    ]);
    expect(both.filter(({ saleId }) => saleId)).toHaveLength(1);
    expect(both.find(({ refusals }) => refusals).refusals).toMatchObject([
      { code: 'prepayment.short' },
    ]);
  });
});

describe('gift vouchers', () => {
  test('are sold without tax, found by code, used in part, at one drawer at a time', async () => {
    const sold = await sell({
      extras: [{ kind: 'voucher', amountMinor: 50_00 }],
      tenders: [cash(id, 50_00)],
    });
    const { code } = sold.vouchers[0];
    const spaced = `${code.slice(0, 4)} ${code.slice(4, 8)}-${code.slice(8)}`;
    const voucher = (await fenella.get(`/vouchers?code=${encodeURIComponent(spaced)}`)).body;
    expect(voucher).toMatchObject({ leftMinor: 50_00, validUntil: null });
    const pay = (amountMinor: number, drawer = 'shop') =>
      sell({
        drawerId: id.drawers[drawer],
        lines: [{ departmentId: id.departments['books'], amountMinor: 40_00 }],
        tenders: [
          {
            kind: 'voucher',
            tenderId: id.tenders['voucher'],
            voucherId: voucher.id,
            amountMinor,
          },
        ],
      });
    const both = await Promise.all([pay(40_00), pay(40_00, 'hatch')]);
    expect(both.filter(({ saleId }) => saleId)).toHaveLength(1);
    expect((await fenella.get(`/vouchers?code=${code}`)).body.leftMinor).toBe(10_00);
    const voided = await tamsin.send(
      `/sales/${sold.saleId}/void`,
      {},
      { approval: { reason: 'rung twice' } },
    );
    expect(voided.body.refusals).toMatchObject([{ code: 'void.extraUsed' }]);
    expect((await fenella.get('/vouchers?code=000000000000')).status).toBe(404);
  });
});

describe('parked tickets', () => {
  test('are taken up once, at any drawer', async () => {
    const ticket = { lines: lines(), discount: { percent: '5' } };
    await fenella.send('/parked', { label: 'Bo, back at four', ticket, totalMinor: 190_77 });
    const { parked } = (await osric.get('/parked')).body;
    expect(parked).toMatchObject([{ label: 'Bo, back at four', by: 'Fenella' }]);
    const both = await Promise.all([
      osric.send(`/parked/${parked[0].id}/take-up`, {}),
      fenella.send(`/parked/${parked[0].id}/take-up`, {}),
    ]);
    expect(both.map(({ status }) => status).sort()).toEqual([200, 422]);
    expect(both.find(({ status }) => status === 200)!.body.ticket).toEqual(ticket);
    expect((await osric.get('/parked')).body.parked).toEqual([]);
  });
});

test('a day’s takings are its money: what was paid ahead counts on the day it came', async () => {
  shop.setNow('2026-06-08T15:00:00Z');
  const rope = { departmentId: id.departments['rope'], amountMinor: 100_00 };
  const order = await keep('order', { lines: [rope] });
  await prepay(order.id, 60_00);
  shop.setNow('2026-06-09T15:00:00Z');
  const sold = await sell({
    lines: [{ ...rope, order: { orderId: order.id, position: 1 } }],
    // 106.25 less 60.00 paid ahead.
    tenders: [paidAhead(order.id, 60_00), cash(id, 46_25)],
  });
  expect(sold.totalMinor).toBe(106_25);
  const { rods } = (await osric.get('/days')).body;
  const of = (date: string) => rods.find((rod: { date: string }) => rod.date === date);
  for (const [date, takenMinor] of [
    ['2026-06-08', 60_00],
    ['2026-06-09', 46_25],
  ] as const) {
    expect(of(date)).toMatchObject({ takenMinor, sales: 1 });
    const beads = of(date).beads as { takenMinor: number }[];
    expect(beads.map((bead) => bead.takenMinor)).toEqual([takenMinor]);
    const sheet = (await osric.get(`/days/${date}`)).body;
    expect(sheet.takenMinor).toBe(takenMinor);
  }
});
