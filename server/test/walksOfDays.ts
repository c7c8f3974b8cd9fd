import { statementCsv } from '@abacist/sim/bank';
import { pieces, countAndClose, importStatement, statementOf } from './day';
import { book, cash, ids, type Person, type TestShop } from './harness';

/* What a shop does with its drawers and its days, through the API: for tests that need books of all kinds. */

/** On the day that the clock shows: stamps are paid, a drop, tips found; one of each is undone after the count. */
export async function walkActs(shop: TestShop): Promise<void> {
  const id = await ids(shop);
  const fenella = await shop.as('fenella');
  const tamsin = await shop.as('tamsin');
  const drawerId = id.drawers['shop']!;
  const food = await shop.one<{ id: number }>(`SELECT id FROM tax_code WHERE code = 'food'`);
  await fenella.send('/sales', {
    drawerId,
    lines: [book(id, 90_00)],
    tenders: [cash(id, 90_00)],
  });
  const made = async (kind: string, amountMinor: number, account?: string) => {
    const part = { account, amountMinor, taxCodeId: food.id, departmentId: 1, words: '' };
    const { body } = await fenella.send('/drawer-acts', {
      kind,
      drawerId,
      amountMinor,
      parts: account ? [part] : [],
      party: 'Post office',
      words: '',
    });
    return body.id as number;
  };
  const acts = async () => [
    await made('paidOut', 5_00, 'expenses'),
    await made('drop', 20_00),
    await made('moneyIn', 3_00, 'otherIncome'),
  ];
  await acts();
  const later = await acts();
  await countAndClose(fenella, drawerId);
  await walkActsAtBank(tamsin);
  for (const one of later)
    await tamsin.send(
      `/drawer-acts/${one}/undo`,
      { reason: 'Typed twice' },
      { approval: { reason: 'I saw it' } },
    );
}

/** Bills paid by the bank, with the shop's card and from the safe, and rent that comes to the bank. */
async function walkActsAtBank(tamsin: Person): Promise<void> {
  const made = async (
    kind: string,
    amountMinor: number,
    account: string | null,
    more = {},
  ) => {
    const command = {
      kind,
      amountMinor,
      parts: account ? [{ account, amountMinor, taxCodeId: null, words: '' }] : [],
      party: 'Wrack Power',
      words: '',
      ...more,
    };
    const { status, body } = await tamsin.send('/drawer-acts', command, {
      approval: { reason: 'The bill is here' },
    });
    expect({ kind, status, body }).toMatchObject({ status: 200 });
  };
  const bankAccountId = 1;
  await made('paidByBank', 61_00, 'utilities', { bankAccountId });
  await made('moneyInBank', 300_00, 'rentIncome', { bankAccountId });
  await made('paidByCard', 44_00, 'travel');
  await made('cardPaid', 14_00, null, { bankAccountId });
  await keepCardStatement(tamsin, 30_00);
  await made('changeFetched', 50_00, null, { bankAccountId });
  await made('paidFromSafe', 5_00, 'supplies');
}

/** The statement of the shop's card has all that was paid with it until now, and is paid in part. */
async function keepCardStatement(tamsin: Person, balanceMinor: number): Promise<void> {
  const { open } = (await tamsin.get('/shop-card')).body;
  const { status, body } = await tamsin.send('/card-statements', {
    ...{ date: open.at(-1).date, balanceMinor, dueOn: null },
    actIds: open.map(({ id }: { id: number }) => id),
  });
  expect({ status, body }).toMatchObject({ status: 200 });
}

/** A card sale rung as cash is put right while its drawer is open, another after it was counted. */
export async function walkCorrections(shop: TestShop): Promise<void> {
  const id = await ids(shop);
  const tamsin = await shop.as('tamsin');
  const approval = { reason: 'The terminal says so' };
  const send = async (path: string, command: object) => {
    const { status, body } = await tamsin.send(path, command, { approval });
    expect({ path, status, body }).toMatchObject({ status: 200 });
    return body;
  };
  const drawerId = id.drawers['shop'];
  const right = { tenderId: id.tenders['meridian']!, lastFour: '4242', reference: 'A7' };
  const rung = async (amountMinor: number) => {
    const lines = [book(id, amountMinor)];
    const sold = await send('/sales', { drawerId, lines, tenders: [cash(id, amountMinor)] });
    const { payments } = (await tamsin.get(`/sales/${sold.saleId}`)).body;
    return { saleId: sold.saleId, saleTenderId: payments[0].id };
  };
  const open = await rung(31_80);
  await send(`/sales/${open.saleId}/correct`, { saleTenderId: open.saleTenderId, to: right });
  const late = await rung(18_20);
  const begun = await send('/counts', { drawerId });
  await send(`/counts/${begun.sessionId}/close`, {
    count: pieces(begun.expectedMinor - 18_20),
    note: '',
  });
  await send(`/sales/${late.saleId}/correct`, { saleTenderId: late.saleTenderId, to: right });
}

/** A day typed by its totals and undone after its count; another one stands. */
export async function walkTotals(shop: TestShop): Promise<void> {
  shop.setNow('2026-09-04T16:00:00Z');
  const id = await ids(shop);
  const tamsin = await shop.as('tamsin');
  const drawerId = id.drawers['hatch']!;
  const column = (date: string) => ({
    date,
    drawerId,
    withTax: true,
    departments: [
      { departmentId: id.departments['hatch'], soldMinor: 84_00, returnedMinor: 21_00 },
    ],
    taxes: [],
    roundingMinor: 0,
    tenders: [cash(id, 63_00)],
    payments: [],
  });
  const send = async (path: string, command: object) => {
    const { status, body } = await tamsin.send(path, command, {
      approval: { reason: 'From the till' },
    });
    expect({ path, status, body }).toMatchObject({ status: 200 });
    return body;
  };
  const made = await send('/totals', {
    columns: [column('2026-09-02'), column('2026-09-03')],
    acts: [],
  });
  await countAndClose(tamsin, drawerId);
  await send(`/totals/${made.id}/undo`, { reason: 'The roll of another till' });
  await send('/totals', { columns: [column('2026-09-04')], acts: [] });
  await countAndClose(tamsin, drawerId);
  const payer = await shop.one<{ id: number }>(
    'SELECT MIN(id) AS id FROM charge_account WHERE closed_on IS NULL',
  );
  const byPost = {
    kind: 'cheque',
    tenderId: id.tenders['cheque'],
    amountMinor: 12_00,
    cheque: { number: '9001', drawnBy: 'Gannet', dated: '2026-09-04' },
  };
  const unknown = (number: string, amountMinor: number) => ({
    chargeAccountId: null,
    name: 'J. Quill',
    tender: { ...byPost, amountMinor, cheque: { ...byPost.cheque, number } },
    later: false,
  });
  await send('/desk-payments', {
    date: '2026-09-04',
    totalMinor: 12_00 + 7_00 + 8_00,
    payments: [
      { chargeAccountId: payer.id, tender: byPost, later: true },
      unknown('9002', 7_00),
      unknown('9003', 8_00),
    ],
    slip: null,
  });
  const [waits] = (await tamsin.get('/unknown-payments')).body;
  await send(`/unknown-payments/${waits.id}/known`, { chargeAccountId: payer.id });
}

/** A day of its own that is counted and closed; its float is filled up from the safe, which is a coin short. */
export async function walkClosing(shop: TestShop): Promise<void> {
  shop.setNow('2026-09-07T16:00:00Z');
  const id = await ids(shop);
  const tamsin = await shop.as('tamsin');
  const send = async (path: string, command: object) => {
    const { status, body } = await tamsin.send(path, command);
    expect({ path, status, body }).toMatchObject({ status: 200 });
    return body;
  };
  const drawerId = id.drawers['hatch'];
  // Its float is a coin short when it opens.
  const { body: float } = await tamsin.get(`/drawers/${drawerId}/float`);
  const opened = { count: pieces(float.expectedMinor - 5), note: 'A coin is missing' };
  await send(`/drawers/${drawerId}/open`, opened);
  await send('/sales', { drawerId, lines: [book(id, 8_00)], tenders: [cash(id, 8_00)] });
  const filled = {
    kind: 'floatUp',
    drawerId,
    amountMinor: 5_00,
    parts: [],
    party: '',
    words: '',
  };
  await send('/drawer-acts', filled);
  const begun = await send('/counts', { drawerId });
  await send(`/counts/${begun.sessionId}/close`, {
    count: pieces(begun.expectedMinor),
    note: '',
  });
  await send('/days/2026-09-07/close', { note: '' });
  const { items } = (await tamsin.get('/safe')).body;
  const waits = items.filter(({ cheque }: any) => cheque === null);
  const cashMinor = waits.reduce((sum: number, one: any) => sum + one.leftMinor, 0);
  const counted = { count: pieces(cashMinor - 5), note: 'A coin is missing' };
  const approval = { reason: 'I counted too' };
  expect((await tamsin.send('/safe/counts', counted, { approval })).status).toBe(200);
}

/** A day's cash goes to the bank, which withdraws a false note of it. */
export async function walkBag(shop: TestShop): Promise<void> {
  shop.setNow('2026-09-08T16:00:00Z');
  const tamsin = await shop.as('tamsin');
  const { items } = (await tamsin.get('/safe')).body;
  const { id: safeItemId, leftMinor: total } = items.find(
    ({ cheque, by, leftMinor }: any) => cheque === null && by === 'count' && leftMinor > 5_00,
  );
  const slip = (
    await tamsin.send('/slips', {
      bankAccountId: 1,
      bankTotalMinor: total,
      bankReference: '',
      items: [{ safeItemId, amountMinor: total }],
    })
  ).body;
  const before = (await tamsin.get('/statement')).body.accounts[0].statementBalanceMinor;
  const line = { date: '2026-09-08', amountMinor: total - 5_00, text: slip.number };
  await importStatement(tamsin, statementOf(before, line));
  await shop.jobsEnded();
  const { id: lineId } = (await tamsin.get('/statement/lines')).body.lines[0];
  const decided = { lineId, cause: 'falseNote', safeItemId, note: '' };
  const { status, body } = await tamsin.send(`/slips/${slip.slipId}/bag`, decided);
  expect({ status, body }).toMatchObject({ status: 200 });
}

/**
 * Another account whose statement is finished; a line of two things, half of it answered; money between our accounts, and
 * tax that was paid.
 */
export async function walkLines(shop: TestShop): Promise<void> {
  shop.setNow('2026-09-09T16:00:00Z');
  const tamsin = await shop.as('tamsin');
  const send = async (path: string, command: object) => {
    const { status, body } = await tamsin.send(path, command);
    expect({ path, status, body }).toMatchObject({ status: 200 });
    return body;
  };
  const before = (await tamsin.get('/statement')).body.accounts[0].statementBalanceMinor;
  await importStatement(
    tamsin,
    statementOf(
      before,
      { date: '2026-09-09', amountMinor: -4_00, text: 'NOBODY KNOWS' },
      { date: '2026-09-09', amountMinor: 97_00, text: 'SUNDRY' },
    ),
  );
  await shop.jobsEnded();
  const { id: toId } = await send('/bank-accounts', {
    name: 'Savings',
    accountNumber: '900017',
  });
  const { id: line } = (await tamsin.get('/statement/lines')).body.lines[0];
  const parts = [
    { amountMinor: 100_00, words: 'From savings' },
    { amountMinor: -3_00, words: 'Their fee' },
  ];
  const { lineIds } = await send(`/lines/${line}/split`, { parts });
  const transfer = { fromId: toId, toId: 1, amountMinor: 100_00, words: '' };
  await send('/bank-transfers', { ...transfer, lineId: lineIds[0] });
  await send('/tax-payments', {
    ...{ authorityId: 1, bankAccountId: 1, payableMinor: 5_00, inputTaxMinor: 0 },
    ...{ discountMinor: 0, penaltyMinor: 0, words: '' },
  });
  await importStatement(
    tamsin,
    statementCsv(500_00, [{ date: '2026-09-09', amountMinor: -100_00, text: 'OUT' }], {
      account: '900017',
    }),
  );
  await shop.jobsEnded();
  const other = (await tamsin.get(`/statement?bankAccountId=${toId}`)).body;
  const proposed = other.proposals.flatMap(({ movements, lines }: any) => [
    {
      movements: movements.map(({ key }: any) => key),
      lineIds: lines.map(({ id }: any) => id),
    },
  ]);
  await send('/matches', { bankAccountId: toId, groups: proposed });
  await send('/reconciliations', { bankAccountId: toId, asOf: '2026-09-09' });
  const charge = { what: 'act', kind: 'paidByBank', account: 'bankCharges', taxCodeId: null };
  const { id: ruleId } = await send('/taught-rules', {
    rule: {
      ...{ pattern: 'their fee', money: 'out', fromMinor: null, toMinor: 5_00 },
      ...{ bankAccountId: 1, answer: { ...charge, party: '', words: '' } },
    },
  });
  await send('/taught-answers', { lines: [{ lineId: lineIds[1], ruleId }] });
}
