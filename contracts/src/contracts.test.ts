import Joi from 'joi';
import {
  approvalSchema,
  closeSchema,
  isoDate,
  isoDateFrom,
  matchSchema,
  safeText,
  saleSchema,
  settlementImportSchema,
  slipSchema,
} from '.';

const errors = (schema: Joi.Schema, value: unknown) =>
  (schema.validate(value, { abortEarly: false }).error?.details ?? []).map(
    ({ type, path }) => `${path.join('.')} ${type}`,
  );

const SALE = {
  drawerId: 1,
  lines: [{ departmentId: 1, amountMinor: 100 }],
  tenders: [{ kind: 'cash', tenderId: 1, tenderedMinor: 100 }],
};

const BACK = {
  saleId: 7,
  lines: [{ position: 1, quantity: '1' }],
  reason: 'faulty',
  condition: 'asNew',
};

test('a sale as it should be has no error', () => {
  expect(errors(saleSchema, SALE)).toEqual([]);
  const refunds = [{ kind: 'storeCredit', tenderId: 3, amountMinor: 100 }];
  const exchange = { ...SALE, lines: [], tenders: [], returned: BACK, refunds };
  expect(errors(saleSchema, exchange)).toEqual([]);
  const card = { kind: 'card', tenderId: 2, amountMinor: 5, lastFour: '1111', reference: 'A' };
  expect(errors(saleSchema, { ...SALE, tenders: [card] })).toEqual([]);
});

test.each<[string, object, string]>([
  [
    'a discount of both kinds',
    { discount: { amountMinor: 5, percent: '5' } },
    'discount object.xor',
  ],
  [
    'a price of its own on a department',
    { lines: [{ departmentId: 1, amountMinor: 100, unitPriceMinor: 90 }] },
    'lines.0 object.without',
  ],
  [
    'goods back of a sale and of none',
    { returned: { ...BACK, priceSource: 'Shelf', goods: [] } },
    'returned object.xor',
  ],
  [
    'goods back of a sale without saying which',
    { returned: { ...BACK, lines: undefined } },
    'returned object.and',
  ],
  [
    'goods back in an unknown condition',
    { returned: { ...BACK, condition: 'sandy' } },
    'returned.condition any.only',
  ],
  [
    'a card number as price source',
    {
      returned: {
        reason: 'faulty',
        condition: 'asNew',
        goods: [{ departmentId: 1, amountMinor: 5 }],
        priceSource: '4111 1111 1111 1111',
      },
    },
    'returned.priceSource text.cardNumber',
  ],
  [
    'a card refund that names no tender',
    { refunds: [{ kind: 'card', tenderId: 2, amountMinor: 5, reference: 'A' }] },
    'refunds.0.saleTenderId any.required',
  ],
  [
    'a line of both kinds',
    { lines: [{ departmentId: 1, amountMinor: 1, itemId: 1, quantity: '1' }] },
    'lines.0 object.xor',
  ],
  [
    'an amount of nothing',
    { lines: [{ departmentId: 1, amountMinor: 0 }] },
    'lines.0.amountMinor number.min',
  ],
  [
    'a quantity in words',
    { lines: [{ itemId: 1, quantity: 'two' }] },
    'lines.0.quantity string.pattern.base',
  ],
  [
    'a cash tender without cash',
    { tenders: [{ kind: 'cash', tenderId: 1 }] },
    'tenders.0.tenderedMinor any.required',
  ],
  [
    'a tender of another kind',
    { tenders: [{ kind: 'shells', tenderId: 1 }] },
    'tenders.0.kind any.only',
  ],
])('a sale with %s is refused', (_, change, expected) => {
  expect(errors(saleSchema, { ...SALE, ...change })).toContain(expected);
});

test.each<[string, Joi.Schema, unknown, string[]]>([
  [
    'a date before the one that it begins with',
    Joi.object({ from: isoDate, to: isoDateFrom('from') }),
    { from: '2026-03-02', to: '2026-03-01' },
    ['to date.before'],
  ],
  ['a date that does not exist', isoDate, '2026-02-30', [' date.notADate']],
  ['a card number in a note', safeText(300), 'card 4111 1111 1111 1111', [' text.cardNumber']],
  [
    'an approval without a reason',
    approvalSchema,
    { reason: ' ', rules: [] },
    ['reason string.empty'],
  ],
  [
    'a PIN of letters',
    approvalSchema,
    { reason: 'why', pin: 'abcd', rules: [] },
    ['pin string.pattern.base'],
  ],
  [
    'half a coin',
    closeSchema,
    { count: { 100: 0.5 }, note: '' },
    ['count.100 number.integer'],
  ],
  [
    'a coin below zero',
    closeSchema,
    { count: { 100: -1 }, note: '' },
    ['count.100 number.min'],
  ],
  [
    'a coin by name',
    closeSchema,
    { count: { penny: 1 }, note: '' },
    ['count.penny object.unknown'],
  ],
  [
    'an empty slip',
    slipSchema,
    { bankAccountId: 1, bankTotalMinor: 5, bankReference: '', items: [] },
    ['items array.min'],
  ],
  [
    'a file that is no base64',
    settlementImportSchema,
    { processorId: 1, mapping: null, name: 'x', contentBase64: '%' },
    ['contentBase64 string.base64'],
  ],
  [
    'a mapping with a meaning that there is not, and a column beyond all',
    settlementImportSchema,
    {
      ...{ processorId: 1, name: 'x', contentBase64: 'eA==' },
      mapping: {
        shape: { kind: 'delimited', delimiter: ',' },
        heads: null,
        columns: { colour: 1, gross: 200 },
        ...{ dates: 'ymd', decimals: '.', deductions: 'plus', schemes: {}, belongs: 'each' },
        kinds: { otherwise: 'card', values: {} },
      },
    },
    ['mapping.columns.gross number.max', 'mapping.columns.colour object.unknown'],
  ],
  [
    'a match of something else',
    matchSchema,
    { bankAccountId: 1, groups: [{ movements: ['sale 1'], lineIds: [1, 1] }] },
    ['groups.0.movements.0 string.pattern.base', 'groups.0.lineIds.1 array.unique'],
  ],
])('%s is refused', (_, schema, value, expected) => {
  expect(errors(schema, value)).toEqual(expected);
});
