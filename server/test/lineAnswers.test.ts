import { audit } from '../src/audit/audit';
import { importStatement, statementOf } from './day';
import { openShop, type TestShop } from './harness';
import { codes, regularsOf } from './regulars';

/*
 * What a line of the bank may be beside a payment or a slip: money between accounts of ours, tax, several things, nothing
 * that anybody knows yet. Each is answered once, undone, and answered again; after each step the books hold.
 */
let shop: TestShop;
let regulars: Awaited<ReturnType<typeof regularsOf>>;
const osric = () => regulars.osric();

beforeAll(async () => {
  shop = await openShop();
  regulars = await regularsOf(shop);
  await regulars.at('2026-03-12T15:00:00Z');
  const brought = await importStatement(
    osric(),
    statementOf(
      1_000_00,
      { date: '2026-03-06', amountMinor: -250_00, text: 'TO SAVINGS' },
      { date: '2026-03-07', amountMinor: -375_00, text: 'ISLAND REVENUE' },
      { date: '2026-03-09', amountMinor: 97_00, text: 'SUNDRY CREDITS' },
      { date: '2026-03-10', amountMinor: -18_50, text: 'MONTHLY PLAN' },
    ),
  );
  expect(brought.status).toBe(200);
  await shop.jobsEnded();
});
afterEach(async () => {
  await shop.jobsEnded();
  await shop.seal();
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});
afterAll(() => shop.close());

const view = async (account = 1) =>
  (await osric().get(`/statement?bankAccountId=${account}`)).body;
const lines = async () => (await osric().get('/statement/lines?limit=100')).body.lines;
const lineOf = async (text: string) => (await lines()).find((one: any) => one.text === text);
const undoMatch = async (text: string) => {
  const { match } = await lineOf(text);
  expect((await osric().send(`/matches/${match.groupId}/undo`, {})).status).toBe(200);
  await shop.jobsEnded();
};
/** What is under way of a kind, by itself or in a proposal. */
const underWay = async (kind: string, account = 1) => {
  const { openMovements, proposals } = await view(account);
  return [...openMovements, ...proposals.flatMap((one: any) => one.movements)].find(
    (one: any) => one.kind === kind,
  );
};

test('money to another account of ours is at both banks, each by its own line', async () => {
  const { id: lineId } = await lineOf('TO SAVINGS');
  const transfer = { fromId: 1, toId: 2, amountMinor: 250_00, words: 'TO SAVINGS', lineId };
  expect(codes(await osric().send('/bank-transfers', transfer))).toEqual([
    'bankAccount.unknown',
  ]);
  const savings = { name: 'Savings', accountNumber: '90 00 17-1' };
  expect((await osric().send('/bank-accounts', savings)).status).toBe(403);
  const tamsin = await shop.as('tamsin');
  expect(await tamsin.send('/bank-accounts', savings)).toMatchObject({ body: { id: 2 } });
  expect(codes(await tamsin.send('/bank-accounts', { ...savings, name: 'x' }))).toEqual([
    'bankAccount.numberTaken',
  ]);
  for (const [wrong, code] of [
    [{ toId: 1 }, 'bankTransfer.same'],
    [{ amountMinor: 250_01 }, 'bankTransfer.line'],
    [{ fromId: 2, toId: 1 }, 'bankTransfer.line'],
  ] as const)
    expect(codes(await osric().send('/bank-transfers', { ...transfer, ...wrong }))).toEqual([
      code,
    ]);
  const made = await osric().send('/bank-transfers', transfer);
  expect(made).toMatchObject({ status: 200, body: { number: 'BT-1' } });
  expect(await lineOf('TO SAVINGS')).toMatchObject({ status: 'matched' });
  expect(await underWay('ownTransfer', 2)).toMatchObject({ amountMinor: 250_00 });
  // A bank shows an end of it: that is undone first, then the transfer, and it is recorded again.
  const { id } = made.body;
  const back = () => osric().send(`/bank-transfers/${id}/undo`, { reason: 'not ours' });
  expect(codes(await back())).toEqual(['bankTransfer.matched']);
  await undoMatch('TO SAVINGS');
  expect((await underWay('ownTransfer')).undo).toBe(`/bank-transfers/${id}/undo`);
  expect((await back()).status).toBe(200);
  expect(codes(await back())).toEqual(['bankTransfer.undone']);
  expect(await osric().send('/bank-transfers', transfer)).toMatchObject({
    body: { number: 'BT-2' },
  });
  // The other bank's own statement shows the other end; the engine offers it.
  await shop.jobsEnded();
  const other = await importStatement(
    osric(),
    statementOf(5_00, {
      ...{ date: '2026-03-07', amountMinor: 250_00, text: 'FROM BT-2' },
    }).replaceAll('00417-2206581', '9000171'),
  );
  expect(other).toMatchObject({ status: 200, body: { added: 1 } });
  await shop.jobsEnded();
  const savingsView = await view(2);
  expect(savingsView.openMovements).toEqual([]);
  expect(savingsView.accounts[1]).toMatchObject({ ledgerBalanceMinor: 255_00, openLines: 0 });
});

test('tax that was paid is owed no more, and is taken back step by step', async () => {
  const { id: lineId } = await lineOf('ISLAND REVENUE');
  const payment = {
    ...{ authorityId: 1, bankAccountId: 1, payableMinor: 500_00, inputTaxMinor: 120_00 },
    ...{ discountMinor: 5_00, penaltyMinor: 0, words: 'February', lineId },
  };
  const owed = async () => (await osric().get('/tax-owed')).body.authorities[0];
  const before = await owed();
  expect(
    codes(await osric().send('/tax-payments', { ...payment, payableMinor: 499_00 })),
  ).toEqual(['taxPayment.line']);
  expect(codes(await osric().send('/tax-payments', { ...payment, authorityId: 99 }))).toEqual([
    'processor.unknownAuthority',
  ]);
  const paid = await osric().send('/tax-payments', payment);
  expect(paid).toMatchObject({ status: 200, body: { number: 'TP-1' } });
  expect((await owed()).payableMinor).toBe(before.payableMinor - 500_00);
  expect((await osric().get('/days/2026-03-07')).body.taxes).toEqual([
    expect.objectContaining({ taxMinor: -500_00, paidMinor: -500_00 }),
  ]);
  await undoMatch('ISLAND REVENUE');
  const { undo } = await underWay('taxPayment');
  expect((await osric().send(undo, { reason: 'another authority' })).status).toBe(200);
  expect(codes(await osric().send(undo, { reason: 'again' }))).toEqual(['taxPayment.undone']);
  expect(await owed()).toEqual(before);
  expect(await osric().send('/tax-payments', payment)).toMatchObject({ status: 200 });
});

test('a line that is several things is answered part by part, and put together again', async () => {
  const whole = await lineOf('SUNDRY CREDITS');
  const split = (parts: object[], id = whole.id) =>
    osric().send(`/lines/${id}/split`, { parts });
  const rent = { amountMinor: 100_00, words: 'Rent of the loft' };
  expect(codes(await split([rent]))).toEqual(['lineSplit.parts']);
  expect(codes(await split([rent, rent]))).toEqual(['lineSplit.differs']);
  const fee = { amountMinor: -3_00, words: 'Their fee' };
  const { lineIds } = (await split([rent, fee])).body;
  expect(codes(await split([rent, fee]))).toEqual(['lineSplit.stands']);
  expect(codes(await split([rent, fee], lineIds[0]))).toEqual([
    expect.stringMatching(/^lineSplit/),
  ]);
  expect(await lineOf('SUNDRY CREDITS')).toBeUndefined();
  const act = (lineId: number, kind: string, amountMinor: number, account: string) =>
    osric().send('/drawer-acts', {
      ...{ kind, bankAccountId: 1, amountMinor, party: '', words: 'part', lineId },
      parts: [{ account, amountMinor, taxCodeId: null, words: '' }],
    });
  expect((await act(lineIds[0], 'moneyInBank', 100_00, 'rentIncome')).status).toBe(200);
  expect((await act(lineIds[1], 'paidByBank', 3_00, 'bankCharges')).status).toBe(200);
  expect((await osric().get(`/trail/lines/${whole.id}`)).body.line).toMatchObject({
    standing: false,
    parts: [{ matched: true }, { matched: true }],
  });
  // What overlaps is known still, though a line of it stands in parts.
  const overlapping = [
    { date: '2026-03-09', amountMinor: 97_00, text: 'SUNDRY CREDITS' },
    { date: '2026-03-10', amountMinor: -18_50, text: 'MONTHLY PLAN' },
    { date: '2026-03-11', amountMinor: -1_00, text: 'COINS' },
  ];
  const { body } = await importStatement(osric(), statementOf(375_00, ...overlapping));
  expect(body).toMatchObject({
    ...{ added: 1, alreadyHere: 2 },
    beside: [{ what: 'overlap', from: '2026-03-09', to: '2026-03-10' }],
  });
  // Of its lines the one in parts is answered, the two others are open.
  expect((await osric().get(`/statement-files/${body.fileId}`)).body).toEqual({
    ...{ fresh: 1, known: 2, matched: 1, open: 2, bankAccountId: 1 },
  });
  const join = () => osric().send(`/lines/${whole.id}/join`, {});
  expect(codes(await join())).toEqual(['lineSplit.partMatched']);
  await undoMatch('Rent of the loft');
  await undoMatch('Their fee');
  expect((await join()).status).toBe(200);
  expect(codes(await join())).toEqual(['lineSplit.none']);
  expect(await lineOf('SUNDRY CREDITS')).toMatchObject({ status: 'open' });
  expect(await lineOf('Their fee')).toBeUndefined();
  // It may be split anew, in other parts.
  expect(
    (
      await split([
        { ...rent, amountMinor: 90_00 },
        { ...rent, amountMinor: 7_00 },
      ])
    ).status,
  ).toBe(200);
});

test('what nobody knows yet is noted, and asks again on its day', async () => {
  const line = await lineOf('MONTHLY PLAN');
  const note = (askOn: string) =>
    osric().send(`/lines/${line.id}/note`, { note: 'Asked Tamsin', askOn });
  expect(codes(await note('2026-03-12'))).toEqual(['lineNote.past']);
  expect(codes(await note('2028-03-12'))).toEqual(['date.tooFarAhead']);
  expect((await note('2026-03-15')).status).toBe(200);
  expect(await lineOf('MONTHLY PLAN')).toMatchObject({
    status: 'open',
    note: { note: 'Asked Tamsin', askOn: '2026-03-15' },
  });
  const ends = async () =>
    (await osric().get('/loose-ends')).body.ends
      .filter(({ params }: any) => params?.text === 'MONTHLY PLAN')
      .map(({ code }: any) => code);
  expect(await ends()).toEqual(['lineNoted']);
  await regulars.at('2026-03-15T15:00:00Z');
  expect(await ends()).toEqual(['lineUnknown']);
});

test('one file holds both accounts: each line goes to its own; a stranger’s refuses all of it', async () => {
  const booked = { date: '2026-03-15', amountMinor: 40, text: 'HALF OF A COIN' };
  const rows = (openingMinor: number) =>
    statementOf(openingMinor, booked).split('\r\n').filter(Boolean);
  const [head, ofMain] = rows((await view(1)).accounts[0].statementBalanceMinor);
  const ofSavings = rows(255_00)[1]!.replace('00417-2206581', '9000171');
  const both = (of: string) => importStatement(osric(), [head, ofMain, of].join('\r\n'));
  expect(codes(await both(ofSavings.replace('9000171', '4711')))).toEqual([
    'statement.unknownAccount',
  ]);
  expect(await both(ofSavings)).toMatchObject({ status: 200, body: { added: 2 } });
  await shop.jobsEnded();
  for (const account of [1, 2])
    expect(
      (await view(account)).openLines.filter(({ text }: any) => text === booked.text),
    ).toMatchObject([{ amountMinor: 40 }]);
});
