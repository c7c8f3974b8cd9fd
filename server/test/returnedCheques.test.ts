import { audit } from '../src/audit/audit';
import { countAndClose, importStatement, statementOf } from './day';
import { book, cash, openShop, type Ids, type TestShop } from './harness';
import { approval, codes, pay, regularsOf } from './regulars';

let shop: TestShop;
let id: Ids;
let regulars: Awaited<ReturnType<typeof regularsOf>>;
beforeAll(async () => {
  shop = await openShop();
  regulars = await regularsOf(shop);
  id = regulars.id;
  await shop.pool.query('UPDATE account_rule SET cheque_fee_minor = 2500');
});
afterEach(async () => {
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});
afterAll(() => shop.close());

const byCheque = (amountMinor: number, number: string) => ({
  kind: 'cheque',
  tenderId: id.tenders['cheque'],
  amountMinor,
  cheque: { number, drawnBy: 'Bo of the Gannet', dated: '2026-03-02' },
});
/** Everything in the safe goes to the bank, on the day that the clock shows. */
const bankAll = async () => {
  const { items } = (await regulars.osric().get('/safe')).body;
  const wanted = items.map((item: any) => ({
    safeItemId: item.id,
    amountMinor: item.leftMinor,
  }));
  const slip = await regulars.osric().send('/slips', {
    bankAccountId: 1,
    bankTotalMinor: wanted.reduce((sum: number, one: any) => sum + one.amountMinor, 0),
    bankReference: '',
    items: wanted,
  });
  expect(slip.status).toBe(200);
};
const stateOf = async (saleId: number) =>
  (await regulars.osric().get(`/sales/${saleId}`)).body.payments.find(
    ({ chequeState }: any) => chequeState,
  ).chequeState;
const comeBack = (chequeId: number, more: object = {}) =>
  regulars.osric().send(`/cheques/${chequeId}/return`, {
    date: '2026-03-05',
    feeMinor: 25_00,
    reason: 'Not sufficient funds',
    ...more,
  });
const ends = async () => (await regulars.osric().get('/loose-ends')).body.ends;
const balanceOf = async (role: string) => {
  const { accounts } = (await regulars.osric().get('/trial-balance')).body;
  const found = accounts.find((one: any) => one.role === role);
  return (found?.debitMinor ?? 0) - (found?.creditMinor ?? 0);
};

test('what it paid is open again with its discount, a fee stands beside it, the bank has less', async () => {
  const { open, charge, page, ring } = regulars;
  const gannet = await open('Gannet', { limitMinor: null });
  const trust = await open('Harbour trust', { limitMinor: null });
  await charge(gannet.id, 100_00);
  await charge(trust.id, 60_00);
  const first = (await page(gannet.id)).items[0];
  const other = (await page(trust.id)).items[0];
  // One cheque pays for two neighbours; the trust pays 10.00 ahead, which is given out in cash.
  const { body: paid } = await ring({
    extras: [
      pay(gannet.id, 98_00, [
        { chargeItemId: first.id, amountMinor: 98_00, discountMinor: 2_00 },
      ]),
      pay(trust.id, 70_00, [{ chargeItemId: other.id, amountMinor: 60_00, discountMinor: 0 }]),
    ],
    tenders: [byCheque(168_00, '104')],
  });
  const credit = (await page(trust.id)).items[0];
  const out = {
    extras: [
      {
        kind: 'creditOut',
        chargeAccountId: trust.id,
        creditItemId: credit.id,
        amountMinor: 10_00,
      },
    ],
    refunds: [{ kind: 'cash', tenderId: id.tenders['cash'], amountMinor: 10_00 }],
  };
  expect(codes(await ring(out))).toEqual(['rule.creditOut']);
  expect((await ring(out, { approval })).body).toMatchObject({ totalMinor: -10_00 });
  expect(await page(trust.id)).toMatchObject({ balanceMinor: 0, items: [] });

  const { id: chequeId, atBank } = await stateOf(paid.saleId);
  expect(atBank).toBe(false);
  expect(codes(await comeBack(chequeId, { date: '2026-03-02' }))).toEqual([
    'cheque.notAtBank',
  ]);
  await countAndClose(regulars.fenella(), id.drawers['shop']!);
  await regulars.at('2026-03-03T15:00:00Z');
  await bankAll();
  await regulars.at('2026-03-06T15:00:00Z');
  expect(codes(await comeBack(chequeId, { date: '2026-03-02' }))).toEqual([
    'cheque.beforeSlip',
  ]);
  expect((await comeBack(chequeId)).body).toMatchObject({ number: 'H-1' });
  expect(codes(await comeBack(chequeId))).toEqual(['cheque.returned']);

  expect(await page(gannet.id)).toMatchObject({
    balanceMinor: 125_00,
    returnedOn: '2026-03-05',
    items: expect.arrayContaining([
      expect.objectContaining({ kind: 'charge', leftMinor: 100_00 }),
      expect.objectContaining({ kind: 'chequeFee', leftMinor: 25_00, number: 'H-1' }),
    ]),
  });
  // What was spent of it is a debt of its own.
  expect(await page(trust.id)).toMatchObject({
    balanceMinor: 70_00,
    items: expect.arrayContaining([
      expect.objectContaining({ kind: 'charge', leftMinor: 60_00 }),
      expect.objectContaining({
        kind: 'returnedCheque',
        amountMinor: 70_00,
        leftMinor: 10_00,
      }),
    ]),
  });
  expect(await balanceOf('bankInTransit')).toBe(
    (await shop.one('SELECT total_minor AS t FROM slip')).t - 168_00,
  );
  const { allocations } = await page(trust.id);
  const spent = `/allocations/${allocations[0].id}/undo`;
  expect(codes(await regulars.osric().send(spent, { reason: 'A try' }))).toEqual([
    'allocation.spent',
  ]);
  expect((await ends()).filter(({ code }: any) => code === 'chequeReturned')).toMatchObject([
    { place: 'accounts', amountMinor: 125_00, path: `/accounts/${gannet.id}` },
    { place: 'accounts', amountMinor: 70_00, path: `/accounts/${trust.id}` },
  ]);
  // It is on its way out of the bank until the line shows it, which names it by its number.
  await importStatement(
    regulars.osric(),
    statementOf(1000_00, {
      date: '2026-03-05',
      amountMinor: -168_00,
      text: 'RETURNED CHQ 104',
    }),
  );
  await shop.jobsEnded();
  const { openLines } = (await regulars.osric().get('/statement')).body;
  expect(openLines).toEqual([]);
  const { steps } = (await regulars.osric().get('/trail/beads/2026-03-02/cheque')).body;
  // Two hands: what the slip brings is under way still, and what came back has left already.
  expect(steps.slice(-4)).toMatchObject([
    { kind: 'slip', place: 'sent', amountMinor: 168_00 },
    {
      kind: 'returnedCheque',
      note: { params: { number: '104' } },
      place: 'back',
      amountMinor: 168_00,
      entry: { kind: 'chequeReturn' },
    },
    { kind: 'line', place: 'home', amountMinor: -168_00 },
    { kind: 'waiting', place: 'sent', amountMinor: 168_00 },
  ]);
});

test('of a walk-in’s cheque somebody pays a part after all, and the rest is written off', async () => {
  const { ring } = regulars;
  const sold = await ring({ lines: [book(id, 84_10)], tenders: [byCheque(84_10, '77')] });
  await countAndClose(regulars.fenella(), id.drawers['shop']!);
  await bankAll();
  const { id: chequeId } = await stateOf(sold.body.saleId);
  const on = { date: '2026-03-06' };
  const line = { date: '2026-03-06', amountMinor: -84_10, text: 'Unpaid item' };
  await importStatement(regulars.osric(), statementOf(832_00, line));
  await shop.jobsEnded();
  const atBank = (await regulars.osric().get('/cheques?amountMinor=8410')).body;
  expect(atBank).toMatchObject({
    feeMinor: 25_00,
    cheques: [{ id: chequeId, number: '77', onAccount: false }],
  });
  const shown = (await regulars.osric().get('/statement')).body.openLines[0];
  const back = await comeBack(chequeId, { ...on, feeMinor: 0, lineId: shown.id });
  expect(back.status).toBe(200);
  expect((await regulars.osric().get('/statement')).body.openLines).toEqual([]);
  expect(await stateOf(sold.body.saleId)).toMatchObject({ returned: { owedMinor: 84_10 } });
  expect((await ends()).find(({ code }: any) => code === 'chequeOwed')).toMatchObject({
    amountMinor: 84_10,
    path: `/sales/${sold.body.saleId}`,
  });

  const { returnedChequeId } = back.body;
  const payBack = (amountMinor: number) =>
    ring({
      extras: [{ kind: 'chequePaid', returnedChequeId, amountMinor }],
      tenders: [cash(id, amountMinor)],
    });
  expect(codes(await payBack(84_15))).toEqual(['returnedCheque.over']);
  const paid = await payBack(80_00);
  expect(
    (await regulars.fenella().send(`/sales/${paid.body.saleId}/void`, {}, { approval }))
      .status,
  ).toBe(200);
  await payBack(80_00);
  const write = () =>
    regulars.osric().send(`/returned-cheques/${returnedChequeId}/write-off`, {
      reason: 'Moved away',
    });
  expect((await write()).body).toMatchObject({ number: 'WH-1' });
  expect(codes(await write())).toEqual(['returnedCheque.nothingLeft']);
  expect(await stateOf(sold.body.saleId)).toMatchObject({ returned: { owedMinor: 0 } });
  expect(await balanceOf('returnedCheques')).toBe(0);
  expect(await balanceOf('writeOffs')).toBe(4_10);
});

test('what had not come back is undone: all is as it was, and it may come back later', async () => {
  const { open, charge, page, ring } = regulars;
  const own = await open('Sailing school', { limitMinor: null });
  const jacket = { itemId: id.items['OJ']!, quantity: '1' };
  await ring({ lines: [jacket], tenders: [regulars.onAccount(own.id, 200_81)] });
  await charge(own.id, 50_00);
  const [first, second] = (await page(own.id)).items;
  const { body: paid } = await ring({
    extras: [
      pay(own.id, 226_79, [
        { chargeItemId: first.id, amountMinor: 196_79, discountMinor: 4_02 },
        { chargeItemId: second.id, amountMinor: 30_00, discountMinor: 0 },
      ]),
    ],
    tenders: [byCheque(200_00, '300'), cash(id, 26_80)],
  });
  await countAndClose(regulars.fenella(), id.drawers['shop']!);
  await bankAll();
  const before = await page(own.id);
  const taxBefore = await balanceOf('taxPayable');
  const { id: chequeId } = await stateOf(paid.saleId);
  const back = await comeBack(chequeId, { date: '2026-03-06' });
  expect(await page(own.id)).toMatchObject({ balanceMinor: 20_00 + 200_00 + 4_02 + 25_00 });
  const undo = (returnedId = back.body.returnedChequeId) =>
    regulars.osric().send(`/returned-cheques/${returnedId}/undo`, { reason: 'Another one' });

  // Somebody paid the fee meanwhile: that comes first.
  const fee = (await page(own.id)).items.find(({ kind }: any) => kind === 'chequeFee');
  const give = [{ chargeItemId: fee.id, amountMinor: 5_00, discountMinor: 0 }];
  const part = await ring({ extras: [pay(own.id, 5_00, give)], tenders: [cash(id, 5_00)] });
  expect(codes(await undo())).toEqual(['returnedCheque.touched']);
  await regulars.fenella().send(`/sales/${part.body.saleId}/void`, {}, { approval });

  expect((await undo()).body).toMatchObject({ number: 'HU-1' });
  const after = await page(own.id);
  expect(after).toMatchObject({
    balanceMinor: before.balanceMinor,
    items: before.items,
    returnedOn: null,
  });
  expect(await balanceOf('taxPayable')).toBe(taxBefore);
  expect((await undo()).status).toBe(404);
  expect(await stateOf(paid.saleId)).toMatchObject({ returned: null });

  const again = await comeBack(chequeId, { date: '2026-03-06' });
  expect(again.status).toBe(200);
  const line = { date: '2026-03-06', amountMinor: -200_00, text: 'RETURNED CHQ 300' };
  await importStatement(regulars.osric(), statementOf(747_90, line));
  await shop.jobsEnded();
  expect(codes(await undo(again.body.returnedChequeId))).toEqual(['returnedCheque.matched']);
});
