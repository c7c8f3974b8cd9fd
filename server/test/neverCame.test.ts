import { audit } from '../src/audit/audit';
import { countAndClose, importSettlement, settlementOf } from './day';
import { book, card, cash, openShop, type Ids, type TestShop } from './harness';
import { approval, codes, pay, regularsOf } from './regulars';

/* What never came as money never leaves as money; a document without money has no entry. */
let shop: TestShop;
let id: Ids;
let regulars: Awaited<ReturnType<typeof regularsOf>>;
beforeAll(async () => {
  shop = await openShop();
  regulars = await regularsOf(shop);
  id = regulars.id;
  await shop.pool.query('UPDATE account_rule SET write_off_adjusts_tax = TRUE');
});
afterEach(async () => {
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});
afterAll(() => shop.close());

const approved = { approval };
const jacket = (quantity = '1') => ({ itemId: id.items['OJ']!, quantity });
const back = (saleId: number, quantity = '1', reason = 'faulty') => ({
  saleId,
  lines: [{ position: 1, quantity }],
  reason,
  condition: 'asNew',
});
const inCash = (amountMinor: number) => ({
  kind: 'cash',
  tenderId: id.tenders['cash'],
  amountMinor,
});
const byCheque = (amountMinor: number, number: string) => ({
  kind: 'cheque',
  tenderId: id.tenders['cheque'],
  amountMinor,
  cheque: { number, drawnBy: 'Bo of the Gannet', dated: '2026-03-02' },
});
const tenderOf = async (saleId: number, kind: string) =>
  (
    await shop.one(
      `SELECT st.id FROM sale_tender st JOIN tender t ON t.id = st.tender_id AND t.kind = ?
       WHERE st.sale_id = ?`,
      [kind, saleId],
    )
  ).id as number;
const to = async (saleId: number, kind: string, code: string, amountMinor: number) => ({
  kind,
  tenderId: id.tenders[code],
  saleTenderId: await tenderOf(saleId, kind),
  amountMinor,
});
/** The entry of a ticket by account, lines of one account added up. */
const entryOf = async (saleId: number) => {
  const found = await shop.all<{ role: string; amount: string }>(
    `SELECT a.role, SUM(l.amount_minor) AS amount
     FROM document d JOIN entry_line l ON l.entry_id = d.entry_id
     JOIN account a ON a.id = l.account_id
     WHERE d.kind = 'sale' AND d.subject_id = ? GROUP BY a.role`,
    [saleId],
  );
  return Object.fromEntries(found.map(({ role, amount }) => [role, Number(amount)]));
};
const balanceOf = async (role: string) => {
  const found = await shop.one(
    `SELECT SUM(l.amount_minor) AS total FROM entry_line l
     JOIN account a ON a.id = l.account_id WHERE a.role = ?`,
    [role],
  );
  return Number(found.total);
};

test('a ticket of 0.00 has a number and no entry, and is voided like any other', async () => {
  const free = { lines: [{ ...book(id, 12_00), discount: { percent: '100' } }] };
  const { body } = await regulars.ring(free, approved);
  expect(body).toMatchObject({ totalMinor: 0 });
  const document = await shop.one(
    `SELECT entry_id, without_effect FROM document WHERE kind = 'sale' AND subject_id = ?`,
    [body.saleId],
  );
  expect(document).toEqual({ entry_id: null, without_effect: 1 });
  const voiding = await regulars.fenella().send(`/sales/${body.saleId}/void`, {}, approved);
  expect(voiding.status).toBe(200);
  // A settlement whose refunds eat up its sales moves nothing either.
  const nothing = settlementOf('HP-0', '2026-03-02', '2026-03-02', 0);
  expect((await importSettlement(regulars.osric(), nothing)).status).toBe(200);
});

test('an entry that is taken away from its document is found, marked or not', async () => {
  const { body } = await regulars.ring({ lines: [book(id)], tenders: [cash(id, 12_00)] });
  await shop.admin.beginTransaction();
  await shop.admin.query('DROP TRIGGER IF EXISTS document_update');
  await shop.admin.query(
    `UPDATE document SET entry_id = NULL, without_effect = TRUE
     WHERE kind = 'sale' AND subject_id = ?`,
    [body.saleId],
  );
  const found = (await audit(shop.admin)).breaches.map(({ check }) => check);
  await shop.admin.query(
    `UPDATE document SET without_effect = FALSE, entry_id = (
       SELECT id FROM entry e WHERE e.kind = 'sale' AND e.subject_id = document.subject_id)
     WHERE kind = 'sale' AND subject_id = ?`,
    [body.saleId],
  );
  await shop.admin.commit();
  expect(found).toContain('net of a sale is income of its departments');
  expect(found).toContain('cash and cheques of a sale are in its drawer');
});

test('goods of a charge that was written off: its write-off is taken back, no money leaves', async () => {
  const { open, ring, onAccount, page } = regulars;
  const own = await open('Gone sailor', { limitMinor: null });
  // Two jackets of 189.00: 378.00 and 23.63 of tax.
  const sold = (await ring({ lines: [jacket('2')], tenders: [onAccount(own.id, 401_63)] }))
    .body;
  const [item] = (await page(own.id)).items;
  const [taxBefore, lostBefore] = [
    await balanceOf('taxPayable'),
    await balanceOf('writeOffs'),
  ];
  const write = (amountMinor: number) =>
    regulars
      .osric()
      .send(
        `/accounts/${own.id}/write-offs`,
        { chargeItemId: item.id, amountMinor, reason: 'Sold his boat' },
        approved,
      );
  await write(300_00);
  await write(101_63);
  expect(await balanceOf('taxPayable')).toBe(taxBefore + 23_63);

  const give = (quantity: string, ...refunds: object[]) =>
    ring({ returned: back(sold.saleId, quantity), refunds }, approved);
  for (const way of [inCash(200_82), { ...inCash(200_82), kind: 'storeCredit' }]) {
    const tenderId = id.tenders[way.kind === 'cash' ? 'cash' : 'credit'];
    expect(codes(await give('1', { ...way, tenderId }))).toEqual(['refund.first.onAccount']);
  }
  const credited = await give('1', await to(sold.saleId, 'onAccount', 'account', 200_82));
  expect(credited.status).toBe(200);
  expect(await page(own.id)).toMatchObject({ balanceMinor: 0, creditMinor: 0 });
  expect(await entryOf(credited.body.saleId)).toMatchObject({
    returns: 189_00,
    chargeAccounts: -200_82,
  });
  await give('1', await to(sold.saleId, 'onAccount', 'account', 200_81));
  // As if it had never been sold: nothing lost, no tax owed, nothing open.
  expect(await balanceOf('writeOffs')).toBe(lostBefore);
  expect(await balanceOf('taxPayable')).toBe(taxBefore + 23_63);
  expect(await page(own.id)).toMatchObject({ balanceMinor: 0, creditMinor: 0 });
});

test('a write-off of an exchange takes of its tax what stands on the ticket', async () => {
  const { open, ring, onAccount, page } = regulars;
  const own = await open('Exchanger', { limitMinor: null });
  const bought = await ring({ lines: [jacket('2')], tenders: [cash(id, 401_65)] });
  // Three jackets are charged and one comes back: 378.00 and 23.62 of tax on the ticket.
  const { body } = await ring(
    {
      lines: [jacket('3')],
      returned: back(bought.body.saleId),
      tenders: [onAccount(own.id, 401_62)],
    },
    approved,
  );
  const ticket = await shop.one('SELECT tax_minor FROM sale WHERE id = ?', [body.saleId]);
  const [item] = (await page(own.id)).items;
  const before = await balanceOf('taxPayable');
  await regulars
    .osric()
    .send(
      `/accounts/${own.id}/write-offs`,
      { chargeItemId: item.id, amountMinor: item.leftMinor, reason: 'Left the harbour' },
      approved,
    );
  expect((await balanceOf('taxPayable')) - before).toBe(ticket.tax_minor);
});

test('goods of a cheque that came back: the debt is credited first, written off or not', async () => {
  const { ring } = regulars;
  const sold = (await ring({ lines: [book(id, 84_10)], tenders: [byCheque(84_10, '77')] }))
    .body;
  const { body: other } = await ring({
    lines: [book(id, 31_00)],
    tenders: [byCheque(31_00, '78')],
  });
  await countAndClose(regulars.fenella(), id.drawers['shop']!);
  const { items } = (await regulars.osric().get('/safe')).body;
  await regulars.osric().send('/slips', {
    bankAccountId: 1,
    bankTotalMinor: items.reduce((sum: number, { leftMinor }: any) => sum + leftMinor, 0),
    bankReference: '',
    items: items.map((one: any) => ({ safeItemId: one.id, amountMinor: one.leftMinor })),
  });
  const returned = async (saleId: number, feeMinor: number) => {
    const cheque = await shop.one(
      `SELECT q.id FROM cheque q JOIN sale_tender st ON st.id = q.sale_tender_id
       WHERE st.sale_id = ?`,
      [saleId],
    );
    const on = { date: '2026-03-02', feeMinor, reason: 'Not sufficient funds' };
    return (await regulars.osric().send(`/cheques/${cheque.id}/return`, on)).body;
  };
  // A walk-in can bear a fee too.
  await returned(sold.saleId, 25_00);
  expect(await balanceOf('returnedCheques')).toBe(109_10);
  const give = (saleId: number, ...refunds: object[]) =>
    ring({ returned: back(saleId), refunds }, approved);
  expect(codes(await give(sold.saleId, inCash(84_10)))).toEqual(['refund.first.cheque']);
  const credit = await give(sold.saleId, await to(sold.saleId, 'cheque', 'cheque', 84_10));
  expect(await entryOf(credit.body.saleId)).toEqual({
    returns: 84_10,
    returnedCheques: -84_10,
  });
  const voided = `/sales/${credit.body.saleId}/void`;
  expect((await regulars.fenella().send(voided, {}, approved)).status).toBe(200);
  expect(await balanceOf('returnedCheques')).toBe(109_10);
  await give(sold.saleId, await to(sold.saleId, 'cheque', 'cheque', 84_10));
  expect(await balanceOf('returnedCheques')).toBe(25_00);

  // Another is written off; it is paid in part after all, then its goods come back.
  const { returnedChequeId } = await returned(other.saleId, 0);
  const lost = await balanceOf('writeOffs');
  const gone = { reason: 'Moved away' };
  await regulars
    .osric()
    .send(`/returned-cheques/${returnedChequeId}/write-off`, gone, approved);
  const paid = await ring({
    extras: [{ kind: 'chequePaid', returnedChequeId, amountMinor: 11_00 }],
    tenders: [cash(id, 11_00)],
  });
  expect(await entryOf(paid.body.saleId)).toEqual({ drawer: 11_00, writeOffs: -11_00 });
  const rest = await to(other.saleId, 'cheque', 'cheque', 20_00);
  const last = await give(other.saleId, rest, inCash(11_00));
  expect(await entryOf(last.body.saleId)).toEqual({
    returns: 31_00,
    writeOffs: -20_00,
    drawer: -11_00,
  });
  expect(await balanceOf('writeOffs')).toBe(lost);
});

test('an agreed allowance goes back to its account, never as money', async () => {
  const allowance = {
    kind: 'other',
    tenderId: id.tenders['goodwill'],
    amountMinor: 10_00,
    reference: 'Torn cover',
  };
  const { body: sold } = await regulars.ring(
    { lines: [book(id, 30_00)], tenders: [allowance, cash(id, 20_00)] },
    approved,
  );
  const give = (...refunds: object[]) =>
    regulars.ring({ returned: back(sold.saleId), refunds }, approved);
  expect(codes(await give(inCash(30_00)))).toEqual(['refund.first.other']);
  const returned = await give(
    await to(sold.saleId, 'other', 'goodwill', 10_00),
    inCash(20_00),
  );
  expect(await entryOf(returned.body.saleId)).toEqual({
    returns: 30_00,
    discountsGiven: -10_00,
    drawer: -20_00,
  });
});

test('a card that paid ahead gets its money back, whichever ticket sold the goods', async () => {
  const { ring } = regulars;
  const line = { itemId: id.items['CH7'], quantity: '1' };
  const { body: order } = await regulars
    .fenella()
    .send('/orders', { kind: 'order', lines: [line] });
  const prepaid = await ring({
    extras: [{ kind: 'prepayment', orderId: order.id, amountMinor: 12_00 }],
    tenders: [card(id, 12_00)],
  });
  const ahead = { kind: 'prepayment', tenderId: id.tenders['prepayment'], orderId: order.id };
  const { body: sold } = await ring({
    lines: [{ ...line, order: { orderId: order.id, position: 1 } }],
    tenders: [{ ...ahead, amountMinor: 12_00 }, cash(id, 50_00)],
  });
  const { refunds } = (await regulars.fenella().get(`/sales/${sold.saleId}/returnable`)).body;
  const paidCard = refunds.paid.find(({ kind }: any) => kind === 'card');
  expect(paidCard).toMatchObject({ amountMinor: 12_00, ahead: true });
  const onCard = {
    ...(await to(prepaid.body.saleId, 'card', 'meridian', 12_00)),
    reference: 'B-1',
  };
  const rest = sold.totalMinor - 12_00;
  const returned = await ring({
    returned: back(sold.saleId),
    refunds: [onCard, inCash(rest)],
  });
  expect({ status: returned.status, body: returned.body }).toMatchObject({ status: 200 });
  expect((await entryOf(returned.body.saleId))['cardClearing']).toBe(-12_00);
});

test('an office pays for its branch: at once, and later with a credit that it keeps', async () => {
  const { open, charge, ring, page } = regulars;
  const office = await open('Wrack boatyard', { limitMinor: null });
  const branch = await open('North slip', { limitMinor: null, parentId: office.id });
  await charge(branch.id, 100_00);
  const [item] = (await page(branch.id)).items;
  const allocation = (amountMinor: number) => ({
    chargeItemId: item.id,
    amountMinor,
    discountMinor: 0,
  });
  const paid = await ring({
    extras: [pay(office.id, 70_00, [allocation(40_00)])],
    tenders: [card(id, 70_00)],
  });
  expect(paid.status).toBe(200);
  expect(await page(branch.id)).toMatchObject({ balanceMinor: 60_00 });
  expect(await page(office.id)).toMatchObject({ balanceMinor: -30_00 });

  const credit = (await page(office.id)).items.find(({ kind }: any) => kind === 'payment');
  const later = (amountMinor: number) =>
    regulars.osric().send(`/accounts/${office.id}/allocations`, {
      creditItemId: credit.id,
      allocations: [allocation(amountMinor)],
      reason: '',
    });
  const { body } = await later(10_00);
  expect(await page(branch.id)).toMatchObject({ balanceMinor: 50_00 });
  const moved = await shop.all(
    `SELECT l.charge_account_id AS account, l.amount_minor AS amount
     FROM entry e JOIN entry_line l ON l.entry_id = e.id
     WHERE e.kind = 'allocation' ORDER BY l.position`,
  );
  expect(moved).toEqual([
    { account: office.id, amount: 10_00 },
    { account: branch.id, amount: -10_00 },
  ]);
  const undone = body.allocations.find(({ amountMinor }: any) => amountMinor === 10_00);
  await regulars.osric().send(`/allocations/${undone.id}/undo`, { reason: 'Another one' });
  expect(await page(branch.id)).toMatchObject({ balanceMinor: 60_00 });
  expect(await page(office.id)).toMatchObject({ balanceMinor: -30_00 });

  // Another payer's charge is none of its business.
  const stranger = await open('Lobster boat', { limitMinor: null });
  await charge(stranger.id, 20_00);
  const [foreign] = (await page(stranger.id)).items;
  const wrong = await regulars.osric().send(`/accounts/${office.id}/allocations`, {
    creditItemId: credit.id,
    allocations: [{ chargeItemId: foreign.id, amountMinor: 5_00, discountMinor: 0 }],
    reason: '',
  });
  expect(codes(wrong)).toEqual(['allocation.unknownCharge']);
  // What is kept is paid out to the card that brought it.
  const out = { kind: 'creditOut', chargeAccountId: office.id, creditItemId: credit.id };
  const given = await ring(
    {
      extras: [{ ...out, amountMinor: 30_00 }],
      refunds: [
        { ...(await to(paid.body.saleId, 'card', 'meridian', 30_00)), reference: 'B-2' },
      ],
    },
    approved,
  );
  expect(given.status).toBe(200);
});

test('a voucher earns no discount; more cash than the drawer holds leaves it by approval', async () => {
  const { open, charge, ring, page } = regulars;
  const own = await open('Sailing school', { limitMinor: null });
  await charge(own.id, 100_00);
  const [item] = (await page(own.id)).items;
  const sold = await ring({
    extras: [{ kind: 'voucher', amountMinor: 98_00 }],
    tenders: [card(id, 98_00)],
  });
  const voucher = await shop.one('SELECT id FROM voucher WHERE sale_id = ?', [
    sold.body.saleId,
  ]);
  const byVoucher = {
    kind: 'voucher',
    tenderId: id.tenders['voucher'],
    voucherId: voucher.id,
    amountMinor: 98_00,
  };
  const discounted = { chargeItemId: item.id, amountMinor: 98_00, discountMinor: 2_00 };
  const refused = await ring({
    extras: [pay(own.id, 98_00, [discounted])],
    tenders: [byVoucher],
  });
  expect(codes(refused)).toEqual(['discount.paidAhead']);

  const dear = await ring({ lines: [book(id, 5_000_00)], tenders: [card(id, 5_000_00)] });
  const given = (options = {}) =>
    ring({ returned: back(dear.body.saleId), refunds: [inCash(5_000_00)] }, options);
  expect(codes(await given())).toContain('rule.aboveDrawer');
  expect((await given(approved)).status).toBe(200);
});
