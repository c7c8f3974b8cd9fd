import { readEntry } from './entry';

test.each([
  ['', { kind: 'empty' }],
  ['850', { kind: 'amount', amountMinor: 8_50 }],
  ['8.5', { kind: 'amount', amountMinor: 8_50 }],
  ['1,234.50', { kind: 'amount', amountMinor: 1234_50 }],
  ['tt', { kind: 'text' }],
  ['8.555', { kind: 'text' }],
  // A barcode of thirteen digits is no amount.
  ['4006381333931', { kind: 'text' }],
])('%s', (text, expected) => {
  expect(readEntry(text, 'CAD')).toEqual(expected);
});
