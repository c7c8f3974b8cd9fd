import { readEntry } from './entry';

const item = (id: number, code: string, name: string) => ({
  id,
  code,
  name,
  departmentId: 1,
  taxCodeId: 1,
  priceMinor: 100,
  unit: '',
});
const ITEMS = [
  item(1, 'R12', 'Mooring rope 12 mm'),
  item(2, 'TT', 'Tide tables'),
  item(3, '4930', 'Odd code'),
];
const read = (text: string) => {
  const entry = readEntry(text, ITEMS, 'CAD');
  return {
    kind: entry.kind,
    ...(entry.kind === 'amount' && { amountMinor: entry.amountMinor }),
    items: entry.kind === 'empty' ? [] : entry.items.map(({ id }) => id),
  };
};

test.each([
  ['', { kind: 'empty', items: [] }],
  ['850', { kind: 'amount', amountMinor: 8_50, items: [] }],
  ['8.5', { kind: 'amount', amountMinor: 8_50, items: [] }],
  ['1,234.50', { kind: 'amount', amountMinor: 1234_50, items: [] }],
  ['4930', { kind: 'amount', amountMinor: 49_30, items: [3] }],
  ['tt', { kind: 'text', items: [2] }],
  ['ROPE moo', { kind: 'text', items: [1] }],
  ['8.555', { kind: 'text', items: [] }],
])('%s', (text, expected) => {
  expect(read(text)).toEqual(expected);
});
