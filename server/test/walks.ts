import { pieces, countAndClose, importSettlement, settlementOf } from './day';
import { book, card, cash, ids, ourCheque, type Person, type TestShop } from './harness';

/* What a shop does on the days after its first, through the API: for tests that need books of all kinds. */

/**
 * On the day that the clock shows: a jacket comes back for store credit less its fee, a book on
 * the card that paid it; the credit pays a chart in part, another one expires; a cheque is taken,
 * and its book comes back for a cheque of ours.
 */
export async function walkReturns(shop: TestShop): Promise<void> {
  const id = await ids(shop);
  const tamsin = await shop.as('tamsin');
  const ring = async (command: object) => {
    const all = { drawerId: id.drawers['shop'], lines: [], tenders: [], ...command };
    const { body } = await tamsin.send('/sales', all, { approval: { reason: 'As agreed' } });
    return body as { saleId: number };
  };
  const back = (saleId: number, reason = 'specialOrder') => ({
    saleId,
    lines: [{ position: 1, quantity: '1' }],
    reason,
    condition: 'opened',
  });
  const credit = { kind: 'storeCredit', tenderId: id.tenders['credit'] };
  const noteOf = async ({ saleId }: { saleId: number }) =>
    (await shop.one('SELECT id FROM credit_note WHERE sale_id = ?', [saleId])).id;

  const jacket = await ring({
    lines: [{ itemId: id.items['OJ'], quantity: '1' }],
    tenders: [cash(id, 200_80)],
  });
  const forCredit = await ring({
    returned: back(jacket.saleId),
    refunds: [{ ...credit, amountMinor: 163_01 }],
  });
  await ring({
    lines: [book(id, 32_00)],
    tenders: [{ ...credit, creditNoteId: await noteOf(forCredit), amountMinor: 32_00 }],
  });
  const cheque = { number: '104', drawnBy: 'Bo of the Gannet', dated: '2026-03-02' };
  const byCheque = {
    kind: 'cheque',
    tenderId: id.tenders['cheque'],
    amountMinor: 31_00,
    cheque,
  };
  const forCheque = await ring({ lines: [book(id, 31_00)], tenders: [byCheque] });
  await ring({
    returned: back(forCheque.saleId, 'faulty'),
    refunds: [ourCheque(id, 31_00, '9001')],
  });
  const onCard = await ring({ lines: [book(id, 50_00)], tenders: [card(id, 50_00)] });
  const paid = await shop.one('SELECT id FROM sale_tender WHERE sale_id = ?', [onCard.saleId]);
  const refund = {
    kind: 'card',
    tenderId: id.tenders['meridian'],
    saleTenderId: paid.id,
    amountMinor: 50_00,
    reference: 'B-2',
  };
  await ring({ returned: back(onCard.saleId, 'faulty'), refunds: [refund] });

  const other = await ring({ lines: [book(id)], tenders: [cash(id, 12_00)] });
  const late = await ring({
    returned: back(other.saleId, 'faulty'),
    refunds: [{ ...credit, amountMinor: 12_00 }],
  });
  const noteId = await noteOf(late);
  await shop.pool.query(`UPDATE credit_note SET valid_until = '2026-03-01' WHERE id = ?`, [
    noteId,
  ]);
  const approval = { reason: 'Never called for' };
  await tamsin.send(`/credits/${noteId}/expire`, {}, { approval });
}

/** An order paid ahead in part and sold with it; a tip; a voucher sold and taken in part. */
export async function walkOrders(shop: TestShop): Promise<void> {
  const id = await ids(shop);
  const fenella = await shop.as('fenella');
  const ring = async (command: object) => {
    const all = { drawerId: id.drawers['shop'], lines: [], tenders: [], ...command };
    return (await fenella.send('/sales', all)).body;
  };
  const line = { itemId: id.items['CH7'], quantity: '1' };
  const kept = await fenella.send('/orders', { kind: 'order', lines: [line] });
  const orderId = kept.body.id as number;
  await ring({
    extras: [{ kind: 'prepayment', orderId, amountMinor: 12_00 }],
    tenders: [cash(id, 12_00)],
  });
  const ahead = {
    kind: 'prepayment',
    tenderId: id.tenders['prepayment'],
    orderId,
    amountMinor: 12_00,
  };
  await ring({
    lines: [{ ...line, order: { orderId, position: 1 } }],
    tenders: [ahead, cash(id, 20_00)],
  });
  await ring({
    extras: [{ kind: 'voucher', amountMinor: 25_00 }],
    tenders: [cash(id, 25_00)],
  });
  await shop.admin.query('UPDATE counter_rule SET tips = TRUE');
  await ring({
    lines: [book(id)],
    extras: [{ kind: 'tip', amountMinor: 2_00 }],
    tenders: [card(id, 14_00)],
  });
  const voucher = await shop.one('SELECT id FROM voucher');
  const byVoucher = {
    kind: 'voucher',
    tenderId: id.tenders['voucher'],
    voucherId: voucher.id,
  };
  await ring({ lines: [book(id)], tenders: [{ ...byVoucher, amountMinor: 12_00 }] });
}

/** An account whose limit is raised; charged, paid in part with a discount, and that taken back. */
export async function walkAccounts(shop: TestShop): Promise<void> {
  const id = await ids(shop);
  const tamsin = await shop.as('tamsin');
  const approval = { reason: 'Known for years' };
  const send = async (path: string, command: object) =>
    (await tamsin.send(path, command, { approval })).body;
  const account = {
    parentId: null,
    limitMinor: 500_00,
    groupLimitMinor: null,
    terms: { netDays: 30, endOfMonth: false, discountPercent: '2', discountDays: 7 },
    graceDays: null,
    statementDay: 1,
    buyersOnly: false,
    buyers: ['Ida'],
    departmentId: null,
    note: '',
    holdReason: null,
  };
  const holder = { name: 'Gannet', kind: 'firm', phone: '', email: '', address: '' };
  const { id: chargeAccountId } = await send('/accounts', { holder, account });
  const raised = { ...account, limitMinor: 800_00 };
  await send(`/accounts/${chargeAccountId}`, { account: raised, version: 1 });
  const ring = (command: object) =>
    send('/sales', { drawerId: id.drawers['shop'], lines: [], tenders: [], ...command });
  const charge = {
    kind: 'onAccount',
    tenderId: id.tenders['account'],
    chargeAccountId,
    amountMinor: 100_00,
    buyer: 'Ida',
    reference: '',
  };
  await ring({ lines: [book(id, 100_00)], tenders: [charge] });
  await ring({ lines: [book(id, 100_00)], tenders: [charge] });
  const { items } = (await tamsin.get(`/accounts/${chargeAccountId}`)).body;
  const payment = {
    kind: 'accountPayment',
    chargeAccountId,
    amountMinor: 138_00,
    allocations: [
      { chargeItemId: items[0].id, amountMinor: 98_00, discountMinor: 2_00 },
      { chargeItemId: items[1].id, amountMinor: 40_00, discountMinor: 0 },
    ],
    keepCredit: false,
    reason: '',
  };
  await ring({ extras: [payment], tenders: [cash(id, 138_00)] });
  const { allocations } = (await tamsin.get(`/accounts/${chargeAccountId}`)).body;
  await send(`/allocations/${allocations[0].id}/undo`, { reason: 'Another invoice' });
}

/** Writes 1.00 of the oldest charge of the only account off. */
export async function walkWriteOff(shop: TestShop): Promise<void> {
  const tamsin = await shop.as('tamsin');
  const { chargeAccountId, itemId } = await shop.one(
    `SELECT charge_account_id AS chargeAccountId, MIN(id) AS itemId FROM open_item
     WHERE left_minor > 0 GROUP BY charge_account_id`,
  );
  const written = { chargeItemId: itemId, amountMinor: 1_00, reason: 'A small difference' };
  const { status } = await tamsin.send(`/accounts/${chargeAccountId}/write-offs`, written);
  expect(status).toBe(200);
}

/** Takes the newest write-off of the only account back. */
export async function walkWriteOffBack(shop: TestShop): Promise<void> {
  const tamsin = await shop.as('tamsin');
  const { id } = await shop.one(
    `SELECT x.id FROM allocation x JOIN open_item i ON i.id = x.credit_item_id
     WHERE i.kind = 'writeOff' AND x.undoes_id IS NULL`,
  );
  const { status } = await tamsin.send(`/allocations/${id}/undo`, {
    reason: 'Paid after all',
  });
  expect(status).toBe(200);
}

/**
 * A cheque pays on the only account and another at the counter, and both come back from the bank;
 * the second is paid in part after all, the rest written off. A transfer; a credit paid out; a
 * month later late charges. Moves the clock.
 */
export async function walkCheques(shop: TestShop): Promise<void> {
  const id = await ids(shop);
  const tamsin = await shop.as('tamsin');
  const approval = { reason: 'As agreed' };
  const send = async (person: Person, path: string, command: object) => {
    const { status, body } = await person.send(path, command, { approval });
    expect({ path, status, body }).toMatchObject({ status: 200 });
    return body;
  };
  const ring = (person: Person, command: object) =>
    send(person, '/sales', {
      drawerId: id.drawers['shop'],
      lines: [],
      tenders: [],
      ...command,
    });
  const { chargeAccountId } = await shop.one(
    'SELECT MIN(id) AS chargeAccountId FROM charge_account',
  );
  const paying = (amountMinor: number) => ({
    kind: 'accountPayment',
    chargeAccountId,
    amountMinor,
    allocations: [],
    keepCredit: true,
    reason: '',
  });
  const byCheque = (amountMinor: number, number: string) => ({
    kind: 'cheque',
    tenderId: id.tenders['cheque'],
    amountMinor,
    cheque: { number, drawnBy: 'Bo of the Gannet', dated: '2026-03-02' },
  });
  const onAccount = await ring(tamsin, {
    extras: [paying(20_00)],
    tenders: [byCheque(20_00, '204')],
  });
  const walkIn = await ring(tamsin, {
    lines: [book(id, 15_00)],
    tenders: [byCheque(15_00, '205')],
  });
  const transfer = { kind: 'transfer', tenderId: id.tenders['transfer'], amountMinor: 5_00 };
  await ring(tamsin, {
    extras: [paying(5_00)],
    tenders: [{ ...transfer, bankAccountId: 1, reference: 'Survey 7' }],
  });
  const credit = await shop.one(
    `SELECT id FROM open_item WHERE left_minor = -500 AND kind = 'payment'`,
  );
  await ring(tamsin, {
    extras: [
      { kind: 'creditOut', chargeAccountId, creditItemId: credit.id, amountMinor: 5_00 },
    ],
    refunds: [{ kind: 'cash', tenderId: id.tenders['cash'], amountMinor: 5_00 }],
  });
  await countAndClose(tamsin, id.drawers['shop']!);

  shop.setNow('2026-03-04T14:00:00Z');
  const later = await shop.as('tamsin');
  const items = (await later.get('/safe')).body.items as { id: number; leftMinor: number }[];
  await send(later, '/slips', {
    bankAccountId: 1,
    bankTotalMinor: items.reduce((sum, { leftMinor }) => sum + leftMinor, 0),
    bankReference: '',
    items: items.map((item) => ({ safeItemId: item.id, amountMinor: item.leftMinor })),
  });
  const comesBack = async ({ saleId }: { saleId: number }, feeMinor: number) => {
    const { chequeState } = (await later.get(`/sales/${saleId}`)).body.payments[0];
    return send(later, `/cheques/${chequeState.id}/return`, {
      date: '2026-03-04',
      feeMinor,
      reason: 'Not sufficient funds',
    });
  };
  await comesBack(onAccount, 12_00);
  const { returnedChequeId } = await comesBack(walkIn, 0);
  await ring(later, {
    extras: [{ kind: 'chequePaid', returnedChequeId, amountMinor: 11_00 }],
    tenders: [cash(id, 11_00)],
  });
  await send(later, `/returned-cheques/${returnedChequeId}/write-off`, { reason: 'Moved' });

  shop.setNow('2026-06-02T14:00:00Z');
  const month = '2026-05';
  const may = await shop.as('tamsin');
  const { rows } = (await may.get(`/late-charges?month=${month}`)).body;
  const charges = [{ chargeAccountId, amountMinor: rows[0].chargeMinor }];
  await send(may, '/late-charges', { month, charges });
}

/** A voucher that is let go after its last day; a cheque that was missing at its count and is found. */
export async function walkWaysBack(shop: TestShop): Promise<void> {
  const id = await ids(shop);
  const tamsin = await shop.as('tamsin');
  const approval = { reason: 'As agreed' };
  const send = async (path: string, command: object) => {
    const { status, body } = await tamsin.send(path, command, { approval });
    expect({ path, status, body }).toMatchObject({ status: 200 });
    return body;
  };
  const ring = (command: object) =>
    send('/sales', { drawerId: id.drawers['shop'], lines: [], tenders: [], ...command });
  const { saleId } = await ring({
    extras: [{ kind: 'voucher', amountMinor: 15_00 }],
    tenders: [cash(id, 15_00)],
  });
  const voucher = await shop.one('SELECT id FROM voucher WHERE sale_id = ?', [saleId]);
  await shop.pool.query(`UPDATE voucher SET valid_until = '2026-03-03' WHERE id = ?`, [
    voucher.id,
  ]);
  await send(`/vouchers/${voucher.id}/expire`, {});
  const cheque = { number: '404', drawnBy: 'Bo of the Gannet', dated: '2026-06-02' };
  const paper = { kind: 'cheque', tenderId: id.tenders['cheque'], amountMinor: 9_00, cheque };
  const sold = await ring({ lines: [book(id, 9_00)], tenders: [paper] });
  await ring({ lines: [book(id, 30_00)], tenders: [card(id, 30_00)] });
  const begun = await send('/counts', { drawerId: id.drawers['shop'] });
  const count = pieces(begun.expectedMinor - 9_00);
  await send(`/counts/${begun.sessionId}/close`, { count, chequeIds: [], note: 'No cheque' });
  const { payments } = (await tamsin.get(`/sales/${sold.saleId}`)).body;
  await send(`/cheques/${payments[0].chequeState.id}/found`, { reason: 'Under the tray' });
  const { batches } = (await tamsin.get('/cards')).body;
  const { id: batchId, batchDate, schemes } = batches.at(-1);
  const { amountMinor } = schemes.find(({ scheme }: any) => scheme === 'Meridian');
  const short = settlementOf('HP-BACK', batchDate, batchDate, amountMinor - 2_00);
  await importSettlement(tamsin, short);
  await send(`/batches/${batchId}/differences`, { scheme: 'Meridian', reason: 'Theirs' });
}
