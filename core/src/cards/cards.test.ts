import cardValidator from 'card-validator';
import fc from 'fast-check';
import { findCardNumbers, holdsCardNumber, maskCardNumbers, passesMod10 } from '.';

// The test number that card schemes publish for developers; not a card of anybody.
const TEST_NUMBER = '4111111111111111';

test('the check digit agrees with the package card-validator (ISO/IEC 7812-1 annex B)', () => {
  fc.assert(
    fc.property(fc.bigInt({ min: 0n, max: 10n ** 15n - 1n }), (tail) => {
      const digits = `4${String(tail).padStart(15, '0')}`;
      const reference = cardValidator.number(digits);
      expect(passesMod10(digits)).toBe(reference.isValid);
    }),
    { numRuns: 500 },
  );
});

test.each([
  TEST_NUMBER,
  '4111 1111 1111 1111',
  '4111-1111-1111-1111',
  'ref 4111 1111 1111 1111 12/29',
  'slip 12 4111111111111111',
  '378282246310005',
])('%s holds a full card number', (text) => {
  expect(holdsCardNumber(text)).toBe(true);
});

test.each(['4111 1111 1111 1112', 'R-123', '2026-11-25 18:02', '1111', '41111111'])(
  '%s holds none',
  (text) => {
    expect(holdsCardNumber(text)).toBe(false);
  },
);

test('imported text keeps its words and the last four digits', () => {
  const text = `REFUND ${TEST_NUMBER} and 5555 5555 5555 4444, thanks`;
  expect(findCardNumbers(text)).toHaveLength(2);
  expect(maskCardNumbers(text)).toEqual({
    text: 'REFUND •••• 1111 and •••• 4444, thanks',
    masked: 2,
  });
});

/** Spellings of a number that people and machines write: script, signs between, invisible ones. */
const ZEROS = [0x30, 0xff10, 0x0660, 0x0966, 0x1d7ce];
const spelling = fc.record({
  zero: fc.constantFrom(...ZEROS),
  between: fc.array(fc.constantFrom('', '', '', ' ', '-', '.', ' - ', '/', '\u00a0', '*'), {
    minLength: 15,
    maxLength: 15,
  }),
  hidden: fc.array(fc.constantFrom('', '', '\u200b', '\u00ad', '\u2060', '\ufeff'), {
    minLength: 16,
    maxLength: 16,
  }),
  expiry: fc.constantFrom('', '1229', '122029', ' 12/29', 'x1229'),
  before: fc.constantFrom('', 'ref ', 'R-', '…'),
});

test('it is found however it is spelled, and none of its digits but the last four stay', () => {
  fc.assert(
    fc.property(spelling, ({ zero, between, hidden, expiry, before }) => {
      const spelled = [...TEST_NUMBER]
        .map(
          (digit, i) =>
            String.fromCodePoint(zero + Number(digit)) + hidden[i] + (between[i] ?? ''),
        )
        .join('');
      const text = `${before}${spelled}${expiry}`;
      expect(holdsCardNumber(text)).toBe(true);
      const masked = maskCardNumbers(text);
      expect(masked.masked).toBe(1);
      expect(masked.text.normalize('NFKC').replace(/[^0-9]/g, '').length).toBeLessThan(11);
      expect(holdsCardNumber(masked.text)).toBe(false);
    }),
    { numRuns: 400 },
  );
});

test('letters, or more than three signs, between digits make no number of them', () => {
  expect(holdsCardNumber('41111111 and 11111111')).toBe(false);
  expect(holdsCardNumber('41111111 --- 11111111')).toBe(false);
  expect(holdsCardNumber('4111111111111111 1330')).toBe(true);
});
