import fc from 'fast-check';
import { stringify } from 'csv-stringify/sync';
import {
  guessStatement,
  isOfLayout,
  lookAtStatement,
  readMapped,
  statementGaps,
  type StatementMapping,
  type StatementMeaning,
} from '.';

const ACCOUNT = { accountNumber: '00417-2206581', currency: 'CAD', zone: 'America/Halifax' };
const mapping = (
  columns: (StatementMeaning | null)[],
  over: Partial<StatementMapping> = {},
): StatementMapping => ({
  ...{ shape: { kind: 'delimited', delimiter: ',' }, heads: null, columns, dates: 'ymd' },
  ...{ decimals: '.', out: 'minus', outWords: ['d', 'debit'] },
  ...over,
});
const read = (text: string, by: StatementMapping) => readMapped({ text }, by, ACCOUNT);
const codeOf = (text: string, by: StatementMapping) => {
  const got = read(text, by);
  return got.ok ? null : [got.refusals[0]!.code, got.refusals[0]!.at];
};

test('debit and credit apart, the newest first, words over two columns, a balance in each row', () => {
  const text = [
    'Posted,Details,More,Debit,Credit,Balance',
    '06/03/2026,INTEREST,,,4.20,985.70',
    '05/03/2026,PLAN,MARCH,18.50,0.00,981.50',
    'Opening balance,,,,,1000.00',
  ].join('\n');
  const guessed = guessStatement({ text });
  expect(guessed).toMatchObject({
    ...{ dates: 'dmy', decimals: '.' },
    columns: ['date', 'text', null, 'moneyOut', 'moneyIn', 'balance'],
  });
  const by = {
    ...guessed,
    columns: guessed.columns.map((one, i) => (i === 2 ? 'text' : one)),
  };
  // What says no date that it could be read by is no line: the bank's own opening row is named as such.
  expect(codeOf(text, by as StatementMapping)).toEqual(['table.date', 'row 4, Posted']);
  const got = read(text.split('\n').slice(0, 3).join('\n'), by as StatementMapping);
  if (!got.ok) throw new Error(got.refusals[0]!.code);
  expect(got.value).toMatchObject({
    ...{ from: '2026-03-05', to: '2026-03-06', openingMinor: 1_000_00, closingMinor: 985_70 },
    lines: [
      { date: '2026-03-05', amountMinor: -18_50, text: 'PLAN MARCH' },
      { date: '2026-03-06', amountMinor: 4_20, text: 'INTEREST' },
    ],
  });
});

test.each([
  ['2026-03-05,-18.50,PLAN', {}, -18_50],
  ['2026-03-05,18.50,PLAN', { out: 'plus' }, -18_50],
  ['2026-03-05,(18.50),PLAN', {}, -18_50],
  ['2026-03-05,18.50,PLAN', {}, 18_50],
] as [string, Partial<StatementMapping>, number][])('%s by %j is %i', (text, over, amount) => {
  const got = read(text, mapping(['date', 'amount', 'text'], over));
  expect(got.ok && got.value.lines[0]!.amountMinor).toBe(amount);
});

test.each([
  ['D', -18_50],
  ['debit', -18_50],
  ['C', 18_50],
])('an amount beside %s is %i', (side, amount) => {
  const by = mapping(['date', 'amount', 'side', 'text']);
  const got = read(`2026-03-05,18.50,${side},PLAN`, by);
  expect(got.ok && got.value.lines[0]!.amountMinor).toBe(amount);
});

test.each([
  ['2026-03-05,1.00,A,5.00\n2026-03-06,1.00,B,7.00', ['statement.balance', 'row 2']],
  ['2026-02-30,1.00,A,5.00', ['table.date', 'row 1, column 1']],
  ['2026-03-05,1.x,A,5.00', ['amount.notANumber', 'row 1, column 2']],
  ['2026-03-05,,A,5.00', ['statement.noAmount', 'row 1']],
  [',,note,', ['statement.empty', 'file']],
])('%s is refused: %j', (text, refusal) => {
  expect(codeOf(text, mapping(['date', 'amount', 'text', 'balance']))).toEqual(refusal);
});

test('what a mapping lacks is said before anything is read; heads that are missing too', () => {
  expect(statementGaps(mapping([]))).toEqual(['date', 'amount', 'text']);
  expect(statementGaps(mapping(['date', 'moneyOut', 'text']))).toEqual(['amount']);
  expect(statementGaps(mapping(['date', 'date', 'amount', 'text', 'text']))).toEqual([
    'twice',
  ]);
  expect(codeOf('a,b\n1,2', mapping(['date']))).toEqual(['statement.mapping', 'file']);
  const headed = mapping(['date', 'amount', 'text'], { heads: ['Day', 'Sum', 'Words'] });
  expect(codeOf('Day,Sum\n2026-03-05,1.00', headed)?.[0]).toBe('statement.headsMissing');
  // Columns are found by their heads, wherever they stand, below whatever the bank writes above.
  const moved = 'Account 417\nWords,Day,Other,Sum\nPLAN,2026-03-05,x,-18.50';
  expect(isOfLayout({ text: moved }, headed)).toBe(true);
  const got = read(moved, headed);
  expect(got.ok && got.value.lines).toMatchObject([{ amountMinor: -18_50, text: 'PLAN' }]);
  expect(isOfLayout({ text: 'Day,Sum' }, headed)).toBe(false);
  const seen = lookAtStatement({ text: moved }, headed, ACCOUNT);
  expect(seen.ok && seen.value.rows.map(({ line }) => line?.amountMinor ?? null)).toEqual([
    null,
    null,
    -18_50,
  ]);
});

const line = fc.record({
  day: fc.integer({ min: 1, max: 28 }),
  amountMinor: fc.integer({ min: -99_999_99, max: 99_999_99 }).filter((one) => one !== 0),
  text: fc.constantFrom('PLAN', 'Rent, loft', 'He said "so"', 'DEPOSIT 4417'),
});
const dialect = fc.record({
  delimiter: fc.constantFrom(',', ';', '\t'),
  dates: fc.constantFrom('ymd', 'dmy', 'mdy'),
  decimals: fc.constantFrom('.', ','),
  how: fc.constantFrom('signed', 'turned', 'apart', 'sided'),
  balances: fc.boolean(),
  newestFirst: fc.boolean(),
  heads: fc.boolean(),
});

test('whatever the dialect, the same lines and balances come back', () => {
  fc.assert(
    fc.property(fc.array(line, { minLength: 1, maxLength: 12 }), dialect, (all, as) => {
      const lines = [...all].sort((a, b) => a.day - b.day);
      const figure = (minor: number) => (minor / 100).toFixed(2).replace('.', as.decimals);
      const day = (n: number) => {
        const d = String(n).padStart(2, '0');
        return { ymd: `2026-03-${d}`, dmy: `${d}/03/2026`, mdy: `03/${d}/2026` }[as.dates];
      };
      let balance = 1_000_00;
      const rows = lines.map(({ day: n, amountMinor, text }) => {
        balance += amountMinor;
        const size = figure(Math.abs(amountMinor));
        const out = amountMinor < 0;
        const amount = {
          signed: [figure(amountMinor)],
          turned: [figure(-amountMinor)],
          apart: out ? [size, ''] : ['', size],
          sided: [size, out ? 'D' : 'C'],
        }[as.how as 'signed'];
        return [day(n), ...amount, text, ...(as.balances ? [figure(balance)] : [])];
      });
      const amounts = {
        signed: ['amount'],
        turned: ['amount'],
        apart: ['moneyOut', 'moneyIn'],
        sided: ['amount', 'side'],
      }[as.how] as StatementMeaning[];
      const columns: StatementMeaning[] = [
        ...(['date', ...amounts, 'text'] as const),
        ...(as.balances ? (['balance'] as const) : []),
      ];
      const heads = columns.map((meaning, i) => `${meaning} ${i}`);
      // A file of one day alone can't tell which way it runs: it is taken as it stands.
      const turn = as.newestFirst && lines[0]!.day !== lines.at(-1)!.day;
      const text = stringify(
        [...(as.heads ? [heads] : []), ...(turn ? rows.reverse() : rows)],
        {
          delimiter: as.delimiter,
        },
      );
      const by = mapping(columns, {
        shape: { kind: 'delimited', delimiter: as.delimiter as ',' },
        heads: as.heads ? heads : null,
        dates: as.dates as 'ymd',
        decimals: as.decimals as '.',
        out: as.how === 'turned' ? 'plus' : 'minus',
      });
      const got = read(text, by);
      if (!got.ok) throw new Error(JSON.stringify(got.refusals));
      expect(
        got.value.lines.map(({ date, amountMinor }) => [Number(date.slice(8)), amountMinor]),
      ).toEqual(lines.map(({ day: n, amountMinor }) => [n, amountMinor]));
      expect([got.value.openingMinor, got.value.closingMinor]).toEqual(
        as.balances ? [1_000_00, balance] : [null, null],
      );
    }),
    { numRuns: 400 },
  );
});

test('no text that is thrown at it does more than refuse with a place', () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 200 }), (text) => {
      const by = guessStatement({ text });
      const got = readMapped({ text }, by, ACCOUNT);
      if (!got.ok) expect(got.refusals[0]!.code).toMatch(/^[a-z]+\.\w+$/i);
      expect(lookAtStatement({ text }, null, ACCOUNT)).toBeDefined();
    }),
    { numRuns: 600 },
  );
});
