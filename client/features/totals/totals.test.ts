import { paidBy } from '@abacist/core/typedTenders';
import type { TotalsColumn, TotalsCommand } from '@abacist/contracts';
import { sum } from '@abacist/core/money';
import { putInGrid, putInRows, readBlock } from './block';
import { cellKey, columnsOf, emptyRow, EMPTY, type TotalsDraft } from './draft';
import { readTotals, type ReadWith } from './read';
import { named } from './readRow';
import { draftOfTyped } from './takeUp';

const PLACES = [
  { value: 'drawer.1', label: 'Shop' },
  { value: 'drawer.2', label: 'Hatch' },
  { value: 'safe', label: 'Safe' },
  { value: 'bank.1', label: 'Harbour bank' },
  { value: 'shopCard', label: 'Shop’s card' },
  { value: 'owner', label: 'Owner’s money' },
];
const TENDERS: ReadWith['tenders'] = [
  { id: 1, name: 'Cash', kind: 'cash' },
  { id: 2, name: 'Meridian', kind: 'card' },
  { id: 3, name: 'Cheque', kind: 'cheque' },
  { id: 4, name: 'On account', kind: 'onAccount' },
  { id: 5, name: 'Gift voucher', kind: 'voucher' },
];
const SHOP: ReadWith = {
  currency: 'CAD',
  today: '2026-03-04',
  rounding: 'halfUp',
  pricesIncludeTax: false,
  drawers: [
    { id: 1, name: 'Shop' },
    { id: 2, name: 'Hatch' },
  ],
  departments: [
    { id: 1, name: 'Rope', taxCodeId: 1 },
    { id: 2, name: 'Books', taxCodeId: 2 },
  ],
  authorities: [{ id: 1, name: 'Island levy' }],
  taxCodes: [
    { id: 1, parts: [{ authorityId: 1, ratePercent: '5', onTopOf: [] }] },
    { id: 2, parts: [] },
  ],
  tenders: TENDERS,
  lists: {
    whats: [
      { value: 'tender.3', label: 'Cheque' },
      { value: 'tender.4', label: 'On account' },
      { value: 'payment', label: 'Payment on account' },
      { value: 'expense', label: 'Expense' },
      { value: 'income', label: 'Other money in' },
    ],
    tenders: TENDERS,
    chargeAccounts: [
      { value: '7', label: 'Lobster boat Dory' },
      { value: '8', label: 'Sailing school' },
    ],
    ledgerAccounts: [
      { value: 'postage', label: 'Postage' },
      { value: 'rentIncome', label: 'Rent received' },
    ],
    places: PLACES,
    taxCodes: [{ value: '1', label: 'Goods' }],
  },
  readDate: (text) => (/^\d{4}-\d\d-\d\d$/.test(text) ? text : null),
};
const DAYS = { from: '2026-03-02', to: '2026-03-03', drawerIds: [2, 1] };
const MON = { date: '2026-03-02', drawerId: 1 };
const draft = (
  cells: Record<string, string>,
  rows: Partial<TotalsDraft['rows'][number]>[] = [],
): TotalsDraft => ({
  ...EMPTY,
  ...DAYS,
  cells: Object.fromEntries(
    Object.entries(cells).map(([row, text]) => [cellKey(row, MON), text]),
  ),
  rows: rows.map((row, i) => ({ ...emptyRow(`r${i}`), ...row })),
});
const codesOf = (typed: TotalsDraft) =>
  Object.fromEntries(
    [...readTotals(typed, SHOP).problems].map(([key, { code }]) => [key.split('|')[0], code]),
  );

test('columns are the days of the drawers, in their order, and no more than fit', () => {
  expect(columnsOf(DAYS, SHOP.drawers)).toEqual([
    { date: '2026-03-02', drawerId: 1 },
    { date: '2026-03-02', drawerId: 2 },
    { date: '2026-03-03', drawerId: 1 },
    { date: '2026-03-03', drawerId: 2 },
  ]);
  expect(columnsOf({ ...DAYS, to: '2026-12-31' }, SHOP.drawers)).toHaveLength(40);
  expect(columnsOf({ ...DAYS, to: 'soon' }, SHOP.drawers)).toEqual([]);
  expect(columnsOf({ ...DAYS, to: '2026-03-01' }, SHOP.drawers)).toEqual([]);
});

test('a day of the books: takings are what was paid, payments on accounts stand in the till’s cash', () => {
  const typed = draft(
    {
      'sold.1': '200.00',
      'returned.1': '40',
      'sold.2': '30',
      'tax.1': '8.02',
      'tender.1': '103.00',
      'tender.2': '50',
      rounding: '0.02',
    },
    [
      {
        what: 'cheque',
        date: MON.date,
        name: 'A. Fisher',
        reference: '101',
        amount: '40',
        place: 'shop',
      },
      { what: 'on acc', date: MON.date, name: 'dory', amount: '20', place: 'Shop' },
      {
        what: 'on acc',
        date: MON.date,
        name: 'lob',
        reference: 'till 4',
        amount: '20',
        place: 'Shop',
      },
      {
        what: 'payment',
        date: MON.date,
        name: 'sail',
        amount: '15',
        account: 'cash',
        place: 'Shop',
      },
    ],
  );
  const { problems, sums, command } = readTotals(typed, SHOP);
  // “dory” begins no name: it must be chosen.
  expect([...problems.keys()]).toEqual(['r1.name']);
  const monday = sums[0]!;
  expect(monday.takingsMinor).toBe(190_00 + 8_02 + 15_00);
  expect(monday.differenceMinor).toBe(monday.paidMinor - monday.takingsMinor);
  const [column] = command.columns;
  expect(column!.tenders.map((tender) => [tender.kind, paidBy(tender)])).toEqual([
    ['cash', 88_00],
    ['card', 50_00],
    ['cheque', 40_00],
    ['onAccount', 20_00],
  ]);
  expect(column!.payments).toMatchObject([
    { chargeAccountId: 8, tender: { tenderedMinor: 15_00 } },
  ]);
  expect(sums[2]).toMatchObject({ empty: true, differenceMinor: 0 });
});

test('what is no amount, is too low, or can’t be is marked at its cell', () => {
  expect(
    codesOf(
      draft({ 'sold.1': 'twelve', 'sold.2': '-3', 'tender.1': '1.005', 'tax.1': '90' }, [
        { what: 'Cheque', date: 'soon', amount: '5', place: 'Shop' },
        {
          what: 'Expense',
          date: '2026-03-05',
          name: 'Post',
          amount: '5',
          account: 'Postage',
          place: 'Shop',
        },
        {
          what: 'Other money in',
          date: MON.date,
          name: 'Loft',
          amount: '5',
          account: 'Rent received',
          place: 'Safe',
        },
        { what: 'Expense', date: MON.date, amount: '0', account: 'Postage', place: 'Safe' },
        {
          what: 'Cheque',
          date: MON.date,
          name: 'A',
          reference: '1',
          amount: '5',
          place: 'Safe',
        },
        {
          what: 'Cheque',
          date: '2026-02-27',
          name: 'A',
          reference: '2',
          amount: '5',
          place: 'Shop',
        },
      ]),
    ),
  ).toEqual({
    'sold.1': 'notAnAmount',
    'sold.2': 'negative',
    'tender.1': 'notAnAmount',
    'tax.1': 'taxAbove',
    'r0.date': 'date',
    'r1.date': 'future',
    'r2.place': 'place',
    'r3.amount': 'negative',
    'r4.place': 'place',
    'r5.place': 'noColumn',
  });
});

test('payments on accounts that are more than the till’s sum of a tender can’t be in it', () => {
  const paid = {
    what: 'Payment on account',
    date: MON.date,
    name: 'Sailing school',
    place: 'Shop',
  };
  expect(
    codesOf(draft({ 'tender.2': '10' }, [{ ...paid, amount: '15', account: 'Meridian' }])),
  ).toEqual({ 'tender.2': 'payments' });
});

test('tax below its rate is asked about and does not block; without a word it is computed', () => {
  const low = readTotals(draft({ 'sold.1': '100', 'tax.1': '3' }), SHOP);
  expect([...low.problems.values()]).toMatchObject([{ code: 'taxBelow', asks: true }]);
  const none = readTotals(draft({ 'sold.1': '100' }), SHOP);
  expect(none.problems.size).toBe(0);
  expect(none.sums[0]).toMatchObject({ takingsMinor: 105_00 });
});

test('expenses are money beside the tickets, by where they are paid from', () => {
  const row = {
    what: 'expense',
    date: MON.date,
    name: 'Post office',
    amount: '5.25',
    account: 'post',
  };
  const { command, problems } = readTotals(
    draft({}, [
      { ...row, place: 'Shop', tax: 'Goods' },
      { ...row, place: 'Harbour bank' },
      { ...row, place: 'Safe' },
      { ...row, place: 'Owner’s money' },
      { ...row, place: 'shop’s' },
      { ...row, what: 'other', account: 'Rent received', place: 'harb' },
    ]),
    SHOP,
  );
  expect(problems.size).toBe(0);
  expect(
    command.acts.map(({ kind, drawerId, bankAccountId }) => [kind, drawerId, bankAccountId]),
  ).toEqual([
    ['paidOut', 1, undefined],
    ['paidByBank', undefined, 1],
    ['paidFromSafe', undefined, undefined],
    ['ownerPays', undefined, undefined],
    ['paidByCard', undefined, undefined],
    ['moneyInBank', undefined, 1],
  ]);
  expect(command.acts[0]!.parts).toEqual([
    { account: 'postage', amountMinor: 5_25, taxCodeId: 1, words: '' },
  ]);
});

test('a name is found whole, or by a beginning that only one has', () => {
  const all = [
    { value: 'a', label: 'Cash' },
    { value: 'b', label: 'Cash on account' },
    { value: 'c', label: 'Cheque' },
  ];
  expect(
    ['cash', 'CHE', 'c', '', 'x', 'cash o'].map((text) => named(text, all)?.value),
  ).toEqual(['a', 'c', undefined, undefined, undefined, 'b']);
});

test('a block goes to the right and down from its cell; what has no place is counted', () => {
  const block = readBlock('1\t2\r\n"a\tb"\t"say ""no"""\r\n\t5\r\n');
  expect(block).toEqual([
    ['1', '2'],
    ['a\tb', 'say "no"'],
    ['', '5'],
  ]);
  const grid = {
    rows: ['a', 'b'],
    columns: ['x', 'y'],
    keyOf: (r: string, c: string) => r + c,
  };
  expect(putInGrid({ ax: '9', by: '8' }, block, { row: 'a', column: 'y' }, grid)).toEqual({
    value: { ax: '9', ay: '1', by: 'a\tb' },
    beyond: 4,
  });
  let n = 0;
  const put = putInRows(
    [emptyRow('r0')],
    block,
    { id: 'new', field: 'place' },
    () => `n${n++}`,
  );
  expect(put.value.map(({ id, place, tax }) => [id, place, tax])).toEqual([
    ['r0', '', ''],
    ['n0', '1', '2'],
    ['n1', 'a\tb', 'say "no"'],
    ['n2', '', '5'],
  ]);
});

/** A generator of numbers that is the same each time (a linear congruence). */
function random(seed: number) {
  let state = seed;
  return (below: number) => {
    state = (state * 1103515245 + 12345) % 2147483648;
    return Math.floor((state / 2147483648) * below);
  };
}

test('what was posted is taken up as it was, whatever it was', () => {
  for (let seed = 1; seed <= 200; seed++) {
    const next = random(seed);
    const amount = () => 1 + next(90_000);
    const column = (date: string, drawerId: number): TotalsColumn => ({
      date,
      drawerId,
      withTax: seed % 2 === 0,
      departments: SHOP.departments.map(({ id }) => ({
        departmentId: id,
        soldMinor: amount(),
        returnedMinor: next(2) * amount(),
      })),
      taxes: next(2) ? [{ authorityId: 1, taxMinor: next(900) }] : [],
      roundingMinor: next(5) - 2,
      tenders: [
        { kind: 'cash', tenderId: 1, tenderedMinor: amount() },
        { kind: 'card', tenderId: 2, amountMinor: amount(), lastFour: '', reference: '' },
        {
          kind: 'cheque',
          tenderId: 3,
          amountMinor: amount(),
          cheque: { number: String(100 + next(900)), drawnBy: 'A. Fisher', dated: date },
        },
        {
          kind: 'onAccount',
          tenderId: 4,
          amountMinor: amount(),
          chargeAccountId: 7 + next(2),
          buyer: '',
          reference: `till ${next(99)}`,
        },
      ],
      payments: next(2)
        ? [
            {
              chargeAccountId: 8,
              tender: { kind: 'cash', tenderId: 1, tenderedMinor: amount() },
            },
          ]
        : [],
    });
    const command: TotalsCommand = {
      columns: [column('2026-03-02', 1), column('2026-03-03', 1)],
      acts: [
        {
          kind: 'paidFromSafe',
          date: '2026-03-03',
          amountMinor: amount(),
          party: 'Post office',
          words: 'Stamps',
          parts: [],
        },
      ].map((act) => ({
        ...act,
        kind: 'paidFromSafe' as const,
        parts: [
          {
            account: 'postage' as const,
            amountMinor: act.amountMinor,
            taxCodeId: next(2) ? 1 : null,
            words: '',
          },
        ],
      })),
    };
    const read = readTotals(draftOfTyped(command, SHOP), SHOP);
    expect(read.command).toEqual(command);
    // A second way to what was paid: all tenders of tickets and payments, with rounding.
    const paid = command.columns.map(({ tenders, payments, roundingMinor }) =>
      sum([
        ...[...tenders, ...payments.map(({ tender }) => tender)].map((tender) =>
          'amountMinor' in tender ? tender.amountMinor : tender.tenderedMinor,
        ),
        roundingMinor,
      ]),
    );
    expect(read.sums.map(({ paidMinor }) => paidMinor)).toEqual(paid);
  }
});
