import fc from 'fast-check';
import { formatMoney, formatPercent, formatQuantity } from '.';
import { parseAmount } from '../money';

test.each([
  [-1234_50, 'CAD', '−1,234.50'],
  [0, 'CAD', '0.00'],
  [5, 'CAD', '0.05'],
  [1_500, 'JPY', '1,500'],
  [1_500, 'KWD', '1.500'],
  // Beyond what a floating-point number holds to the cent.
  [9_007_199_254_740_991, 'CAD', '90,071,992,547,409.91'],
])('%d minor units of %s are written %s', (amount, currency, expected) => {
  expect(formatMoney(amount, currency, 'en-CA')).toBe(expected);
});

test('an amount that is written is read back to the cent', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -99_999_999_999, max: 99_999_999_999 }),
      fc.constantFrom('CAD', 'JPY', 'KWD'),
      (amountMinor, currency) => {
        const read = parseAmount(formatMoney(amountMinor, currency, 'en-CA'), currency);
        expect(read).toEqual({ ok: true, value: amountMinor });
      },
    ),
  );
});

test('a locale writes its own signs', () => {
  expect(formatMoney(-1234_50, 'EUR', 'de-DE')).toBe('−1.234,50');
  expect(formatQuantity('2.500', 'de-DE')).toBe('2,5');
});

test.each([
  ['1.000', '1'],
  ['2.500', '2.5'],
  ['-0.125', '−0.125'],
  ['1200', '1,200'],
  ['100', '100'],
])('a quantity of %s is written %s', (quantity, expected) => {
  expect(formatQuantity(quantity, 'en-CA')).toBe(expected);
});

test('a percentage has no zeros at its end, and as many digits as are asked for', () => {
  expect(formatPercent('6.2500', 'en-CA')).toBe('6.25');
  expect(formatPercent('20', 'en-CA')).toBe('20');
  expect(formatPercent(37.2448, 'en-CA', 1)).toBe('37.2');
});
