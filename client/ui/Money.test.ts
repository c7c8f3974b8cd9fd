import { formatMoney } from './Money';

test.each([
  [123456, 'CAD', 'en-CA', '1,234.56'],
  [-5, 'CAD', 'en-CA', '−0.05'],
  [900719925474099, 'CAD', 'en-CA', '9,007,199,254,740.99'],
  [1234, 'JPY', 'en-CA', '1,234'],
  [1234, 'KWD', 'en-CA', '1.234'],
])('%d %s', (minor, currency, locale, expected) => {
  expect(formatMoney(minor, currency, locale)).toBe(expected);
});
