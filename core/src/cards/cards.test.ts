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
