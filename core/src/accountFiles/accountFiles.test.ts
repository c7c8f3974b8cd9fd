import fc from 'fast-check';
import {
  ACCOUNT_COLUMNS,
  checkOpeningTotal,
  readAccountFile,
  readOpenItemFile,
  writeAccountFile,
  writeOpenItemFile,
  type FileAccount,
  type FileItem,
} from '.';

const STATE = {
  currency: 'CAD',
  accounts: [
    { number: 'C-1', branch: false, closed: false },
    { number: 'C-2', branch: true, closed: false },
    { number: 'C-3', branch: false, closed: true },
  ],
};
const read = (...lines: string[]) => {
  const outcome = readAccountFile(lines.join('\n'), STATE);
  if (!outcome.ok) throw new Error(outcome.refusals[0]!.code);
  return outcome.value;
};
const codesOf = (rows: { wrong: { code: string; at?: string }[] }[]) =>
  rows.map(({ wrong }) => wrong.map(({ code, at }) => `${at}: ${code}`));

test('an account needs a number and a name; the rest has what most shops give', () => {
  const [one] = read('Number,NAME', '7,Gannet');
  expect(one).toMatchObject({
    row: 2,
    status: 'new',
    account: {
      kind: 'firm',
      paidBy: '',
      limitMinor: null,
      terms: { netDays: 30, endOfMonth: false, discountPercent: '0', discountDays: 0 },
      graceDays: null,
      statementDay: 1,
      buyers: [],
    },
  });
});

test('each bad cell is marked where it is', () => {
  const head =
    'number,name,kind,limit,net_days,discount_percent,discount_days,statement_day,paid_by,email';
  const rows = read(
    head,
    '7,Gannet,boat,-1,400,2,7,29,,nobody',
    '8,,firm,1.234,30,0,0,1,,',
    '9,Late discount,firm,5,7,2,10,1,,',
    '7,Twice,firm,,30,0,0,1,,',
    ',None,firm,,30,0,0,1,,',
  ); // prettier-ignore
  expect(codesOf(rows)).toEqual([
    [
      'kind: accountFile.kind',
      'statement_day: account.statementDay',
      'limit: account.limitBelowZero',
      'net_days: accountFile.days',
      'email: customer.email',
    ],
    ['limit: amount.tooManyDecimals', 'name: customer.name'],
    ['discount_days: terms.discountDays'],
    ['number: accountFile.twice'],
    ['number: accountFile.number'],
  ]);
  expect(rows.every(({ status, account }) => status === 'bad' && account === null)).toBe(true);
});

test('who pays for a branch is there, open, no branch, and another', () => {
  const rows = read(
    'number,name,paid_by',
    'C-1,Known,',
    '10,Of the shop’s,c-1',
    '11,Of the file’s,12',
    '12,Payer,',
    '13,Its own,13',
    '14,Of a branch,C-2',
    '15,Of a closed one,C-3',
    '16,Of nobody,99',
    '17,Of the file’s branch,11',
  );
  expect(rows.map(({ status }) => status)).toEqual([
    'same', 'new', 'new', 'new', 'bad', 'bad', 'bad', 'bad', 'bad',
  ]); // prettier-ignore
  expect(codesOf(rows).slice(4)).toEqual([
    ['paid_by: account.parentItself'],
    ['paid_by: account.parentBranch'],
    ['paid_by: account.parentUnknown'],
    ['paid_by: account.parentUnknown'],
    ['paid_by: account.parentBranch'],
  ]);
});

test('a card number in a text is masked and counted', () => {
  const [one] = read('number,name,note', '7,Gannet,Card 4012 8888 8888 1881 on file');
  expect(one).toMatchObject({ masked: 1, account: { note: 'Card •••• 1881 on file' } });
});

const text = fc.stringMatching(/^[A-Za-zé=+@ ,"'\n-]{0,40}$/).map((one) => one.trim());
const account: fc.Arbitrary<FileAccount> = fc.record({
  number: fc.stringMatching(/^[A-Z]{3,9}$/),
  name: text.filter((name) => name !== ''),
  kind: fc.constantFrom('person' as const, 'firm' as const),
  phone: fc.constantFrom('', '555 0100'),
  email: fc.constantFrom('', 'deck@gannet.example'),
  address: text,
  paidBy: fc.constant(''),
  limitMinor: fc.option(fc.nat(9_999_999)),
  groupLimitMinor: fc.option(fc.nat(9_999_999)),
  terms: fc.record({
    netDays: fc.integer({ min: 10, max: 365 }),
    endOfMonth: fc.boolean(),
    discountPercent: fc.constantFrom('0', '2', '2.5'),
    discountDays: fc.nat(10),
  }),
  graceDays: fc.option(fc.nat(365)),
  statementDay: fc.integer({ min: 1, max: 28 }),
  buyers: fc.uniqueArray(fc.stringMatching(/^[A-Z][a-z]{1,8}$/), { maxLength: 3 }),
  note: text,
});
test('what is written is read back as it was', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(account, { selector: ({ number }) => number, minLength: 1 }),
      (accounts) => {
        const written = writeAccountFile(accounts, 'CAD');
        const back = readAccountFile(written, { currency: 'CAD', accounts: [] });
        if (!back.ok) throw new Error(back.refusals[0]!.code);
        expect(back.value.map((row) => row.account)).toEqual(accounts);
      },
    ),
  );
  expect(writeAccountFile([], 'CAD').trim()).toBe(ACCOUNT_COLUMNS.join(','));
});

describe('open items', () => {
  const state = {
    currency: 'CAD',
    today: '2026-03-02',
    accounts: [
      { number: 'C-1', documents: ['OLD-1'] },
      { number: 'C-2', documents: [] },
    ],
  };
  const items = (...lines: string[]) => {
    const outcome = readOpenItemFile(
      ['account,document,due,amount', ...lines].join('\n'),
      state,
    );
    if (!outcome.ok) throw new Error(outcome.refusals[0]!.code);
    return outcome.value;
  };
  test('charges have their due day, credits none', () => {
    expect(items('c-2,17,2026-01-31,100.50', 'C-2,18,,-20')).toMatchObject([
      { item: { account: 'C-2', document: '17', due: '2026-01-31', amountMinor: 100_50 } },
      { item: { due: null, amountMinor: -20_00 } },
    ]);
  });
  test('an invoice keeps its day, which is not after today nor after it is due', () => {
    const issued = (day: string) =>
      readOpenItemFile(
        `account,document,issued,due,amount\nC-2,17,${day},2026-01-31,100.50`,
        state,
      );
    expect(issued('2026-01-02')).toMatchObject({
      value: [{ item: { issued: '2026-01-02' } }],
    });
    for (const day of ['2026-02-01', '2026-02-30', 'May']) {
      expect(issued(day)).toMatchObject({
        value: [{ wrong: [{ code: 'openItems.issued', at: 'issued' }] }],
      });
    }
  });
  test('each bad cell is marked', () => {
    const rows = items(
      'C-9,1,2026-01-31,1',
      'C-1,old-1,2026-01-31,1',
      'C-2,1,2026-02-30,1',
      'C-2,1,2026-01-31,0',
      'C-2,,2026-01-31,ten',
      'C-2,2,1999-01-31,1',
    );
    expect(codesOf(rows)).toEqual([
      ['account: openItems.account'],
      ['document: openItems.known'],
      ['due: openItems.due'],
      ['document: openItems.twice', 'amount: openItems.zero'],
      ['document: openItems.document', 'amount: amount.notANumber'],
      ['due: openItems.due'],
    ]);
  });
  test('they come to what the old books say, or are refused', () => {
    const some = [{ amountMinor: 100_50 }, { amountMinor: -20_00 }];
    expect(checkOpeningTotal(some, 80_50)).toEqual({ ok: true, value: 80_50 });
    expect(checkOpeningTotal(some, 81_00)).toMatchObject({
      refusals: [
        {
          code: 'openItems.totalDiffers',
          params: { foundMinor: 80_50, differenceMinor: -50 },
        },
      ],
    });
  });
  test('what is written is read back', () => {
    const list: FileItem[] = [
      {
        account: 'C-2',
        document: '=A1',
        issued: '2026-01-01',
        due: '2026-01-31',
        amountMinor: 5,
        reference: 'PO 7',
      },
      {
        account: 'C-2',
        document: '2',
        issued: null,
        due: null,
        amountMinor: -1_00,
        reference: '',
      },
    ];
    const back = readOpenItemFile(writeOpenItemFile(list, 'CAD'), state);
    expect(back.ok && back.value.map(({ item }) => item)).toEqual(list);
  });
});
