import { statementCamt053 } from '@abacist/sim/bank';
import { statementBai2, statementMt940, statementOfx } from '@abacist/sim/bankFormats';
import { importSettlement, importStatement, settlementOf, statementOf, walkDay } from './day';
import { openShop, type Person, type TestShop } from './harness';

let shop: TestShop;
let osric: Person;
let closing: number;
beforeAll(async () => {
  shop = await openShop();
  const { settlement } = await walkDay(shop);
  osric = await shop.as('osric');
  closing = 1000_00 + 25_30 + settlement.netMinor;
});
afterAll(() => shop.close());

const TABLES = [
  'import_file',
  'settlement',
  'settled',
  'statement',
  'statement_line',
  'entry',
  'document',
  'command',
];
const counts = () =>
  shop.one(`SELECT ${TABLES.map((t) => `(SELECT COUNT(*) FROM ${t}) AS ${t}`).join(', ')}`);

const line = (text: string, amountMinor = 5_00, date = '2026-03-04') => ({
  date,
  amountMinor,
  text,
});
const camt = (lines: ReturnType<typeof line>[], options = {}) =>
  statementCamt053(closing, lines, { from: '2026-03-04', to: '2026-03-04' }, options);

test.each<[string, () => Promise<any>, object]>([
  [
    'a settlement whose sums disagree',
    () =>
      importSettlement(
        osric,
        settlementOf('HP-9', '2026-03-04', '2026-03-03', 10_00).replace(
          /,10\.00,0\.00,0\.27,9\.73/,
          ',10.00,0.00,0.27,9.74',
        ),
      ),
    { code: 'settlement.rowSum', at: 'row 2, net' },
  ],
  [
    'a settlement imported twice',
    () =>
      importSettlement(
        osric,
        settlementOf('HP-1', '2026-03-03', '2026-03-02', 50_00),
        'again.csv',
      ),
    { code: 'file.alreadyImported', params: { name: 'settlement.csv' } },
  ],
  [
    'the same settlement in another file',
    () =>
      importSettlement(
        osric,
        `${settlementOf('HP-1', '2026-03-03', '2026-03-02', 50_00)}\r\n`,
      ),
    { code: 'settlement.referenceTwice', params: { number: 'S-1' } },
  ],
  [
    'an amount with three decimals',
    () =>
      importSettlement(
        osric,
        settlementOf('HP-9', '2026-03-04', '2026-03-03', 10_00).replace('0.27', '0.275'),
      ),
    { code: 'amount.tooManyDecimals', at: 'row 2, fee' },
  ],
  [
    'a settlement dated far ahead',
    () => importSettlement(osric, settlementOf('HP-9', '2027-03-04', '2026-03-03', 10_00)),
    { code: 'date.tooFarAhead' },
  ],
  [
    'a statement in another currency',
    () => importStatement(osric, camt([line('x')], { currency: 'USD' }), 'st.xml'),
    { code: 'statement.currency', params: { text: 'USD', currency: 'CAD' } },
  ],
  [
    'a statement of another account',
    () => importStatement(osric, camt([line('x')], { account: '999' }), 'st.xml'),
    { code: 'statement.unknownAccount', params: { text: '999' } },
  ],
  [
    'a truncated camt.053',
    () => importStatement(osric, camt([line('x')]).slice(0, -80), 'st.xml'),
    { code: 'xml.notXml' },
  ],
  [
    'bytes that are no text',
    () =>
      osric.send('/statements', {
        name: 'x.csv',
        contentBase64: Buffer.from([0x50, 0, 1, 0xff]).toString('base64'),
      }),
    { code: 'file.notText' },
  ],
  [
    'a file that contradicts what is here',
    () =>
      importStatement(
        osric,
        statementOf(1000_00, { ...line('DEPOSIT', 99_00), date: '2026-03-03' }),
      ),
    { code: 'statement.balancesPart' },
  ],
])('%s is refused, and nothing of it is kept', async (_, send, refusal) => {
  const before = await counts();
  const answer = await send();
  expect(answer).toMatchObject({ status: 422, body: { refusals: [refusal] } });
  expect(await counts()).toEqual(before);
});

test('an overlapping file adds only what is new', async () => {
  const first = statementOf(closing, line('A'), line('A'));
  expect((await importStatement(osric, first)).body).toMatchObject({
    added: 2,
    alreadyHere: 0,
  });
  const longer = statementOf(
    closing,
    line('A'),
    line('A'),
    line('A'),
    line('B', 7_00, '2026-03-05'),
  );
  shop.setNow('2026-03-05T15:00:00Z');
  expect((await importStatement(osric, longer)).body).toMatchObject({
    added: 2,
    alreadyHere: 2,
  });
  await shop.jobsEnded();
});

test('card numbers in a bank’s text are masked and said so', async () => {
  const at = closing + 3 * 5_00 + 7_00;
  const csv = statementOf(at, line('REFUND 4111 1111 1111 1111', 1_00, '2026-03-06'));
  shop.setNow('2026-03-06T15:00:00Z');
  expect((await importStatement(osric, csv)).body).toMatchObject({ added: 1, masked: 1 });
  const stored = await shop.one(`SELECT text FROM statement_line WHERE text LIKE 'REFUND%'`);
  expect(stored.text).toBe('REFUND •••• 1111');
  await shop.jobsEnded();
});

test('an earlier statement moves the opening balance back in the books', async () => {
  const csv = statementOf(900_00, { date: '2026-02-27', amountMinor: 100_00, text: 'Owner' });
  await importStatement(osric, csv);
  await shop.jobsEnded();
  const [account] = (await osric.get('/statement')).body.accounts;
  expect(account.statementBalanceMinor).toBe(
    account.ledgerBalanceMinor + account.openLinesMinor,
  );
});

test('the bank’s own id knows a line again in whatever format and encoding it comes', async () => {
  const before = await counts();
  const { closing_minor: opening } = await shop.one<{ closing_minor: number }>(
    'SELECT closing_minor FROM statement ORDER BY to_date DESC, id DESC LIMIT 1',
  );
  const period = { from: '2026-03-09', to: '2026-03-10' };
  const lines = [
    { ...line('Café Quay', 12_00, '2026-03-09'), reference: 'K-1' },
    line('Fee', -3_00, '2026-03-10'),
  ];
  const send = (text: string, name: string, encoding: BufferEncoding = 'utf8') =>
    osric.send('/statements', {
      name,
      contentBase64: Buffer.from(text, encoding).toString('base64'),
    });
  const first = await send(statementCamt053(opening, lines, period), 'a.xml');
  expect(first).toMatchObject({ status: 200, body: { added: 2, alreadyHere: 0 } });
  const again = { account: '004172206581' };
  for (const [name, text, encoding] of [
    ['a.ofx', statementOfx(opening, lines, period, again), 'latin1'],
    ['a.sta', statementMt940(opening, lines, period, again), 'latin1'],
    ['a.bai', `\uFEFF${statementBai2(opening, lines, period, again)}`, 'utf16le'],
  ] as const)
    expect(await send(text, name, encoding)).toMatchObject({
      ...{ status: 200, body: { added: 0, alreadyHere: 2, closingMinor: opening + 9_00 } },
    });
  const after = await counts();
  expect(after.statement_line - before.statement_line).toBe(2);
  const kept = await shop.one(`SELECT text FROM statement_line WHERE bank_id = 'ST-1-1'`);
  expect(kept.text).toBe('Café Quay');
});
