import type { AccountInput } from '@abacist/contracts';
import { audit } from '../src/audit/audit';
import {
  book,
  cash,
  openShop,
  textOfPdf,
  type Ids,
  type Person,
  type TestShop,
} from './harness';
import { approval, codes, holder, input, pay, regularsOf, TERMS } from './regulars';

let shop: TestShop;
let id: Ids;
let fenella: Person;
let osric: Person;
let regulars: Awaited<ReturnType<typeof regularsOf>>;
let open: typeof regulars.open;
let ring: typeof regulars.ring;
let onAccount: typeof regulars.onAccount;
let charge: typeof regulars.charge;
let page: typeof regulars.page;
beforeAll(async () => {
  shop = await openShop();
  regulars = await regularsOf(shop);
  ({ id, open, ring, onAccount, charge, page } = regulars);
  fenella = regulars.fenella();
  osric = regulars.osric();
});
const at = async (instant: string) => {
  await regulars.at(instant);
  fenella = regulars.fenella();
  osric = regulars.osric();
};
afterEach(async () => {
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});
afterAll(() => shop.close());

test('an account is opened with a manager’s word, which is kept; every change too', async () => {
  const command = { holder: holder('Lobster boat Gannet'), account: input() };
  expect(await fenella.send('/accounts', command)).toMatchObject({
    status: 409,
    body: { rules: [{ code: 'rule.accountOpened', params: { limitMinor: 500_00 } }] },
  });
  const opened = await open('Lobster boat Gannet');
  expect(opened).toMatchObject({
    name: 'Lobster boat Gannet',
    number: expect.stringMatching(/^C-/),
    balanceMinor: 0,
    availableMinor: 500_00,
    opened: { by: 'Fenella', approvedBy: 'Tamsin', reason: 'Known for years' },
  });
  const again = { holder: { id: opened.customerId }, account: input() };
  expect(codes(await fenella.send('/accounts', again, { approval }))).toEqual([
    'account.alreadyHas',
  ]);

  const change = (more: Partial<AccountInput>, version: number, options = {}) =>
    osric.send(`/accounts/${opened.id}`, { account: input(more), version }, options);
  expect(codes(await change({ limitMinor: 800_00 }, 1))).toEqual(['rule.accountChanged']);
  // A note, or a hold, lends nothing.
  expect((await change({ note: 'Cash only on Sundays' }, 1)).status).toBe(200);
  const more = { note: 'Cash only on Sundays', limitMinor: 800_00 };
  expect((await change(more, 2, { approval })).status).toBe(200);
  expect(codes(await change(more, 2))).toEqual(['account.changed']);
  expect((await page(opened.id)).changes).toMatchObject([
    { field: 'limit', before: '50000', after: '80000', by: 'Osric', approvedBy: 'Tamsin' },
    { field: 'note', before: '', after: 'Cash only on Sundays', approvedBy: null },
  ]);
});

test.each<[string, (id: number) => Partial<AccountInput>, string]>([
  ['its own parent', (own) => ({ parentId: own }), 'account.parentItself'],
  ['a parent that is not there', () => ({ parentId: 9999 }), 'account.parentUnknown'],
  ['a limit below zero', () => ({ limitMinor: -1 }), 'input.number.min'],
  [
    'a discount after the due day',
    () => ({ terms: { ...TERMS, discountDays: 31 } }),
    'terms.discountDays',
  ],
])('%s is refused', async (name, change, code) => {
  const own = await open(name);
  const command = { account: input(change(own.id)), version: 1 };
  const [found] = codes(await osric.send(`/accounts/${own.id}`, command, { approval }));
  expect(found).toBe(code);
});

test('a charge up to the limit goes; beyond it, on hold or by a stranger asks', async () => {
  const own = await open('Sailing school', {
    buyersOnly: true,
    buyers: ['Ida'],
    note: 'Ida buys',
  });
  const by = (buyer: string, amountMinor: number, options = {}) =>
    ring(
      {
        lines: [book(id, amountMinor)],
        tenders: [onAccount(own.id, amountMinor, { buyer, reference: 'PO 7' })],
      },
      options,
    );
  expect((await by('Ida', 500_00)).status).toBe(200);
  const preview = await osric.get(`/accounts/${own.id}/charge?amountMinor=100&buyer=Ned`);
  expect(preview.body).toMatchObject({
    beforeMinor: 0,
    afterMinor: -1_00,
    dueDate: '2026-04-01',
    discountDate: '2026-03-09',
    rules: [{ code: 'rule.overLimit' }, { code: 'rule.buyer' }],
  });
  expect(codes(await by('Ned', 1_00))).toEqual(['rule.overLimit', 'rule.buyer']);
  expect((await by('Ned', 1_00, { approval })).status).toBe(200);
  const now = await page(own.id);
  expect(now).toMatchObject({ balanceMinor: 501_00, availableMinor: -1_00 });
  expect(now.items).toMatchObject([
    {
      number: 'R-1',
      leftMinor: 500_00,
      discountMinor: 10_00,
      buyer: 'Ida',
      reference: 'PO 7',
    },
    { number: 'R-2', leftMinor: 1_00 },
  ]);
  expect(now.timeline.rows).toMatchObject([
    { number: 'R-2', amountMinor: 1_00, balanceMinor: 501_00 },
    { number: 'R-1', amountMinor: 500_00, balanceMinor: 500_00 },
  ]);
});

test('twenty drawers at once never pass the limit together', async () => {
  const group = await open('Boatyard office', { limitMinor: null, groupLimitMinor: 100_00 });
  const east = await open('East slip', { parentId: group.id, limitMinor: 90_00 });
  const west = await open('West slip', { parentId: group.id, limitMinor: null });
  const tries = Array.from({ length: 20 }, (_, i) =>
    charge([east.id, west.id, group.id][i % 3]!, 12_00),
  );
  const answers = await Promise.all(tries);
  expect(answers.filter(({ status }) => status === 200)).toHaveLength(8);
  expect(answers.filter(({ status }) => status === 409)).toHaveLength(12);
  expect((await page(group.id)).groupBalanceMinor).toBe(96_00);
  expect(codes(await charge(east.id, 5_00))).toEqual(['rule.overLimit']);
});

test('a payment settles its invoice with the discount; what is over stays a credit', async () => {
  const own = await open('Harbour trust', { limitMinor: null });
  const taxed = { itemId: id.items['OJ']!, quantity: '1' };
  const { body: jacket } = await ring({
    lines: [taxed],
    tenders: [onAccount(own.id, 200_81)],
  });
  expect(jacket.totalMinor).toBe(200_81);
  await charge(own.id, 30_00);
  const [first] = (await page(own.id)).items;
  expect(first).toMatchObject({ discountMinor: 4_02, leftMinor: 200_81 });
  const give = [{ chargeItemId: first.id, amountMinor: 196_79, discountMinor: 4_02 }];
  const command = { extras: [pay(own.id, 220_00, give)], tenders: [cash(id, 220_00)] };
  const { body: paid } = await ring(command);
  expect(paid).toMatchObject({ totalMinor: 220_00 });
  const after = await page(own.id);
  // 200.81 + 30.00 − 220.00 − 4.02
  expect(after).toMatchObject({ balanceMinor: 6_79, creditMinor: 23_21 });
  expect(after.timeline.rows.map(({ kind }: { kind: string }) => kind)).toEqual([
    'discount',
    'payment',
    'charge',
    'charge',
  ]);
  const entry = (await osric.get('/journal?account=discountsGiven')).body.entries[0];
  expect(entry.lines).toEqual(
    expect.arrayContaining([
      expect.objectContaining({ account: 'discountsGiven', amountMinor: 3_78 }),
      expect.objectContaining({ account: 'chargeAccounts', amountMinor: -224_02 }),
    ]),
  );

  // The charge rests on the payment: the payment goes first.
  const voiding = (saleId: number) => fenella.send(`/sales/${saleId}/void`, {}, { approval });
  expect(await voiding(jacket.saleId)).toMatchObject({
    body: { refusals: [{ code: 'void.allocated' }] },
  });
  expect((await voiding(paid.saleId)).status).toBe(200);
  expect(await page(own.id)).toMatchObject({ balanceMinor: 230_81, creditMinor: 0 });
  expect((await voiding(jacket.saleId)).status).toBe(200);
  expect(await page(own.id)).toMatchObject({ balanceMinor: 30_00 });
});

test.each<[string, (charge: number) => object, string]>([
  [
    'more given out than is paid',
    (item) => ({
      allocations: [{ chargeItemId: item, amountMinor: 11_00, discountMinor: 0 }],
    }),
    'allocation.moreThanCredit',
  ],
  [
    'another account’s item',
    () => ({ allocations: [{ chargeItemId: 1, amountMinor: 1_00, discountMinor: 0 }] }),
    'allocation.unknownCharge',
  ],
  ['a credit that nobody asked for', () => ({ keepCredit: false }), 'account.wouldBeCredit'],
])('a payment with %s is refused, nothing of it kept', async (name, more, code) => {
  const own = await open(`Payer of ${name}`);
  await charge(own.id, 40_00);
  const [item] = (await page(own.id)).items;
  const extras = [pay(own.id, 10_00, [], more(item.id))];
  expect(codes(await ring({ extras, tenders: [cash(id, 10_00)] }))).toEqual([code]);
  expect(await page(own.id)).toMatchObject({
    balanceMinor: 40_00,
    items: [{ leftMinor: 40_00 }],
  });
  const closing = await osric.send(`/accounts/${own.id}/close`, { version: 1 });
  expect(closing.body.refusals).toMatchObject([
    { code: 'account.openItems', params: { balanceMinor: 40_00 } },
  ]);
});

test('a credit is given later, in part, and an allocation is taken back', async () => {
  const own = await open('Two private owners', { limitMinor: null });
  await charge(own.id, 100_00);
  await at('2026-03-12T15:00:00Z');
  await ring({ extras: [pay(own.id, 99_00)], tenders: [cash(id, 99_00)] });
  const [item, credit] = (await page(own.id)).items.sort((a: any, b: any) => a.id - b.id);
  const give = (amountMinor: number, discountMinor: number, reason = '') =>
    osric.send(`/accounts/${own.id}/allocations`, {
      creditItemId: credit.id,
      allocations: [{ chargeItemId: item.id, amountMinor, discountMinor }],
      reason,
    });
  expect(codes(await give(98_00, 2_00))).toEqual(['discount.reason']);
  const { body } = await give(98_00, 2_00, 'The post was on strike');
  expect(body).toMatchObject({ balanceMinor: -1_00, creditMinor: 1_00 });
  expect(body.allocations).toMatchObject([{ amountMinor: 98_00, discountMinor: 2_00 }]);
  const undo = () =>
    osric.send(`/allocations/${body.allocations[0].id}/undo`, { reason: 'Wrong invoice' });
  expect((await undo()).body).toMatchObject({
    balanceMinor: 1_00,
    allocations: [],
    items: [{ leftMinor: -99_00 }, { leftMinor: 100_00 }],
  });
  expect(codes(await undo())).toEqual(['allocation.undone']);
  expect((await give(40_00, 0)).body).toMatchObject({
    balanceMinor: 1_00,
    creditMinor: 59_00,
  });
  expect(codes(await give(60_00, 0))).toEqual(['allocation.moreThanCredit']);
});

test('a small difference is written off alone, a bad debt by a manager; its tax by the rule', async () => {
  const own = await open('Gone sailor', { limitMinor: null });
  const jacket = { itemId: id.items['OJ']!, quantity: '1' };
  await ring({ lines: [jacket], tenders: [onAccount(own.id, 200_81)] });
  const [item] = (await page(own.id)).items;
  const write = (amountMinor: number, options = {}) =>
    osric.send(
      `/accounts/${own.id}/write-offs`,
      { chargeItemId: item.id, amountMinor, reason: 'Sold his boat' },
      options,
    );
  expect((await write(5_00)).body).toMatchObject({ balanceMinor: 195_81 });
  expect(codes(await write(5_01))).toEqual(['rule.writeOff']);
  expect(codes(await write(195_82, { approval }))).toEqual(['allocation.moreThanLeft']);
  await shop.pool.query('UPDATE account_rule SET write_off_adjusts_tax = TRUE');
  const { body } = await write(195_81, { approval });
  expect(body).toMatchObject({
    balanceMinor: 0,
    timeline: { rows: [{ kind: 'writeOff', number: 'W-2' }, { number: 'W-1' }, {}] },
  });
  // 195.81 of 200.81 with 11.81 tax: 11.52 of it is owed no more.
  const { lines } = (await osric.get('/journal?account=writeOffs')).body.entries[0];
  const of = (account: string) =>
    lines
      .filter((line: any) => line.account === account)
      .reduce((sum: number, line: any) => sum + line.amountMinor, 0);
  expect([of('writeOffs'), of('taxPayable'), of('chargeAccounts')]).toEqual([
    184_29, 11_52, -195_81,
  ]);
  // He came back: what was written off last is owed again, its tax too; and goes again.
  const undo = { reason: 'He came back' };
  const taking = () => osric.send(`/allocations/${body.allocations[0].id}/undo`, undo);
  const back = (await taking()).body;
  expect(back).toMatchObject({ balanceMinor: 195_81, items: [{ leftMinor: 195_81 }] });
  expect(back.timeline.rows[0]).toMatchObject({ kind: 'writtenBack', number: 'WU-1' });
  const { accounts } = (await osric.get('/trial-balance')).body;
  expect(accounts.find(({ role }: any) => role === 'writeOffs')).toMatchObject({
    debitMinor: 5_00,
  });
  expect(codes(await taking())).toEqual(['allocation.undone']);
  const again = (await write(195_81, { approval })).body;
  const voiding = () => osric.send(`/sales/${item.saleId}/void`, {}, { approval });
  expect(codes(await voiding())).toEqual(['void.allocated']);
  const { version } = (await osric.get(`/accounts/${own.id}`)).body;
  expect((await osric.send(`/accounts/${own.id}/close`, { version })).status).toBe(200);
  const closed = `/allocations/${again.allocations[0].id}/undo`;
  expect(codes(await osric.send(closed, undo))).toEqual(['account.closed']);
  expect(codes(await voiding())).toEqual(['account.closed']);
});

test('an unpaid charge is credited and settled by itself; of a paid one the customer chooses', async () => {
  const own = await open('Surveyor’s practice', { limitMinor: null });
  const jacket = { itemId: id.items['OJ']!, quantity: '2' };
  const { body: sold } = await ring({ lines: [jacket], tenders: [onAccount(own.id, 401_63)] });
  const paidBy = (await fenella.get(`/sales/${sold.saleId}`)).body.payments[0];
  const back = (quantity: string, ...refunds: object[]) =>
    ring({
      returned: {
        saleId: sold.saleId,
        lines: [{ position: 1, quantity }],
        reason: 'faulty',
        condition: 'opened',
      },
      refunds,
    });
  const credited = (amountMinor: number) => ({
    kind: 'onAccount',
    tenderId: id.tenders['account'],
    saleTenderId: paidBy.id,
    amountMinor,
  });
  const inCash = (amountMinor: number) => ({
    kind: 'cash',
    tenderId: id.tenders['cash'],
    amountMinor,
  });
  expect(await back('1', inCash(200_82))).toMatchObject({
    body: { refusals: [{ code: 'refund.first.onAccount', params: { amountMinor: 200_82 } }] },
  });
  const { status, body } = await back('1', credited(200_82));
  expect({ status, body }).toMatchObject({ status: 200 });
  expect(await page(own.id)).toMatchObject({
    balanceMinor: 200_81,
    creditMinor: 0,
    items: [{ kind: 'charge', leftMinor: 200_81 }],
    allocations: [{ amountMinor: 200_82, discountMinor: 0 }],
  });
  // Voided, the charge is whole again.
  await fenella.send(`/sales/${body.saleId}/void`, {}, { approval });
  expect(await page(own.id)).toMatchObject({ items: [{ leftMinor: 401_63 }] });

  const [item] = (await page(own.id)).items;
  const give = [{ chargeItemId: item.id, amountMinor: 393_60, discountMinor: 8_03 }];
  const payment = { extras: [pay(own.id, 393_60, give)], tenders: [cash(id, 393_60)] };
  expect((await ring(payment)).status).toBe(200);
  // Half comes back: of 200.82 the customer paid 196.80, and that is what he gets.
  expect(codes(await back('1', inCash(200_82)))).toEqual(['refund.sum']);
  const half = await back('1', credited(196_80));
  expect(half.status).toBe(200);
  expect(await page(own.id)).toMatchObject({ balanceMinor: -196_80, creditMinor: 196_80 });
  const { returned } = (await fenella.get(`/sales/${half.body.saleId}`)).body;
  expect(returned).toMatchObject({ discountBackMinor: 4_02 });
  const rest = await ring(
    {
      returned: {
        saleId: sold.saleId,
        lines: [{ position: 1, quantity: '1' }],
        reason: 'faulty',
        condition: 'opened',
      },
      refunds: [inCash(196_80)],
    },
    { approval },
  );
  expect(rest.status).toBe(200);
  // All came back, and all of the discount with it.
  const { accounts } = (await osric.get('/trial-balance')).body;
  expect(accounts.map(({ role }: any) => role)).not.toContain('discountsGiven');
});

test('accounts are found by a part of a name, filtered, and closed when nothing is open', async () => {
  const list = async (query: string) => (await osric.get(`/accounts?${query}`)).body;
  const own = await open('Ümlaut Surveyors');
  expect((await list('text=umlaut')).accounts).toMatchObject([{ id: own.id }]);
  const over = await list('filter=overLimit');
  expect(over.accounts.map(({ name }: { name: string }) => name)).toContain('Sailing school');
  expect(over.totals.count).toBe(over.accounts.length);
  const names = over.accounts.map(({ name }: { name: string }) => name);
  expect(names).toEqual([...names].sort());
  expect((await list('filter=onHold')).accounts).toEqual([]);
  await osric.send(`/accounts/${own.id}`, {
    account: input({ holdReason: 'Cheque came back' }),
    version: 1,
  });
  expect((await list('filter=onHold')).accounts).toMatchObject([{ id: own.id }]);
  expect(codes(await charge(own.id, 1_00))).toEqual(['rule.onHold']);
  expect((await osric.send(`/accounts/${own.id}/close`, { version: 2 })).status).toBe(200);
  expect(codes(await charge(own.id, 1_00))).toEqual(['account.closed']);
  await at('2026-04-20T15:00:00Z');
  const overdue = await list('filter=overdue&text=school');
  expect(overdue.accounts).toMatchObject([{ overdueMinor: 501_00, overdueDays: 19 }]);
  expect(codes(await charge(overdue.accounts[0].id, 1_00))).toContain('rule.overdue');
});

test('what the buyer signed is kept with the charge and stands on its invoice', async () => {
  const own = await open('Signs for it', { limitMinor: null });
  const sign = (signature: string) =>
    ring({
      lines: [book(id, 10_00)],
      tenders: [onAccount(own.id, 10_00, { buyer: 'Ida', signature })],
    });
  const png =
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==';
  expect(codes(await sign(Buffer.from('no picture').toString('base64')))).toEqual([
    'signature.notAnImage',
  ]);
  const { body } = await sign(png);
  const { payments } = (await fenella.get(`/sales/${body.saleId}`)).body;
  expect(payments[0].charge).toMatchObject({ buyer: 'Ida', signature: png });
  const invoice = { subject: 'sale', subjectId: body.saleId, kind: 'invoice' };
  const { issueId } = (
    await fenella.send('/papers', { ...invoice, format: 'page', how: 'pdf' })
  ).body;
  const pdf = await shop.download(fenella, `/papers/${issueId}/pdf`);
  expect(textOfPdf(pdf)).toContain('Signed by Ida');
});

test('a payment and an open credit settle a charge together; void, both are open again', async () => {
  const own = await open('Mixes both', { limitMinor: null });
  await charge(own.id, 100_00);
  await ring({ extras: [pay(own.id, 30_00)], tenders: [cash(id, 30_00)] });
  const before = (await page(own.id)).items as { id: number; leftMinor: number }[];
  const item = before.find(({ leftMinor }) => leftMinor > 0)!;
  const credit = before.find(({ leftMinor }) => leftMinor < 0)!;
  const give = [{ chargeItemId: item.id, amountMinor: 98_00, discountMinor: 2_00 }];
  const command = (credits: number[]) => ({
    extras: [pay(own.id, 70_00, give, { credits, keepCredit: false })],
    tenders: [cash(id, 70_00)],
  });
  expect(codes(await ring(command([])))).toEqual(['allocation.moreThanCredit']);
  const { body } = await ring(command([credit.id]));
  expect(await page(own.id)).toMatchObject({
    balanceMinor: -2_00,
    items: [{ id: credit.id, leftMinor: -2_00 }],
    allocations: [
      { amountMinor: 28_00, discountMinor: 2_00 },
      { amountMinor: 70_00, discountMinor: 0 },
    ],
  });
  expect((await fenella.send(`/sales/${body.saleId}/void`, {}, { approval })).status).toBe(
    200,
  );
  expect(await page(own.id)).toMatchObject({
    balanceMinor: 70_00,
    items: expect.arrayContaining([
      expect.objectContaining({ id: item.id, leftMinor: 100_00 }),
      expect.objectContaining({ id: credit.id, leftMinor: -30_00 }),
    ]),
  });
});
