import Big, { type RoundingMode } from 'big.js';
import fc from 'fast-check';
import {
  cashOffers,
  decimal,
  minor,
  minorDigits,
  mostTendered,
  multiply,
  parseAmount,
  roundCash,
  share,
  shareSigned,
  toDecimal,
  type Rounding,
} from '.';

describe('currencies', () => {
  // ISO 4217; compared with the CLDR data of the runtime, whose fraction digits follow ISO
  // but for the currencies listed, where CLDR gives the digits in everyday use.
  const EVERYDAY = new Set(
    'AFN ALL COP CRC HUF IDR IQD IRR KPW LAK LBP MGA MMK MRO MUR PKR RSD SLE SLL SOS STD SYP TZS TWD UZS YER ZMK MRU CZK AMD CLF BYR GYD HUF JPY NOK SEK'.split(
      ' ',
    ),
  );
  test('minor digits agree with Intl', () => {
    const compared = Intl.supportedValuesOf('currency').filter((code) => !EVERYDAY.has(code));
    expect(compared.length).toBeGreaterThan(100);
    for (const currency of compared) {
      const { maximumFractionDigits } = new Intl.NumberFormat('en', {
        style: 'currency',
        currency,
      }).resolvedOptions();
      expect(`${currency} ${minorDigits(currency)}`).toBe(
        `${currency} ${maximumFractionDigits}`,
      );
    }
    expect(['CAD', 'USD', 'EUR', 'GBP', 'AUD'].map(minorDigits)).toEqual([2, 2, 2, 2, 2]);
    expect([minorDigits('JPY'), minorDigits('KWD')]).toEqual([0, 3]);
  });
});

describe('exact products, against big.js', () => {
  const MODES: [Rounding, RoundingMode][] = [
    ['halfUp', Big.roundHalfUp],
    ['halfEven', Big.roundHalfEven],
    ['down', Big.roundDown],
  ];
  test.each(MODES)('%s', (rounding, mode) => {
    fc.assert(
      fc.property(
        fc.integer({ min: -1e9, max: 1e9 }),
        fc.integer({ min: 0, max: 10 ** 6 }),
        fc.integer({ min: 0, max: 6 }),
        (amount, digits, scale) => {
          const text = new Big(digits).div(new Big(10).pow(scale)).toFixed(scale);
          const expected = new Big(amount).times(text).round(0, mode).toNumber();
          expect(multiply(amount, decimal(text), rounding)).toBe(
            expected === 0 ? 0 : expected,
          );
        },
      ),
    );
  });
});

describe('shares', () => {
  test('add up, mirror by sign, and stray less than one unit from the exact part', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -1e9, max: 1e9 }),
        fc.array(fc.bigInt({ min: 0n, max: 10n ** 9n }), { minLength: 1, maxLength: 12 }),
        (total, weights) => {
          const parts = share(total, weights);
          const whole = weights.reduce((a, b) => a + b, 0n);
          expect(parts.reduce((a, b) => a + b, 0)).toBe(total);
          expect(share(-total, weights)).toEqual(parts.map((part) => minor(-part)));
          if (whole === 0n) return;
          parts.forEach((part, i) => {
            const off = BigInt(part) * whole - BigInt(total) * weights[i]!;
            expect((off < 0n ? -off : off) < whole).toBe(true);
          });
        },
      ),
    );
  });
});

describe('cash', () => {
  // Department of Finance Canada, guidance on phasing out the penny, 2012 (from memory).
  test.each([
    [21_21, 21_20],
    [21_22, 21_20],
    [21_23, 21_25],
    [21_24, 21_25],
    [21_25, 21_25],
    [21_26, 21_25],
    [21_27, 21_25],
    [21_28, 21_30],
    [21_29, 21_30],
    [-21_24, -21_25],
  ])('%d rounds to %d at 5 cents', (amount, rounded) => {
    expect(roundCash(amount, 5)).toBe(rounded);
  });

  test('offers start at the amount due and rise through likely notes', () => {
    expect(cashOffers(18_40, 'CAD')).toEqual([18_40, 20_00, 50_00, 100_00]);
    expect(cashOffers(186_70, 'CAD')).toEqual([186_70, 190_00, 200_00]);
    expect(cashOffers(20_00, 'CAD')).toEqual([20_00, 50_00, 100_00]);
    expect(cashOffers(0, 'CAD')).toEqual([]);
  });
});

describe('amounts in text', () => {
  test.each([
    ['1234.5', 'CAD', 1234_50],
    ['1,234.50', 'CAD', 1234_50],
    ['−3.00', 'CAD', -3_00],
    ['5.100', 'CAD', 5_10],
    ['120', 'JPY', 120],
    ['1.234', 'KWD', 1234],
  ])('%s %s', (text, currency, expected) => {
    expect(parseAmount(text, currency)).toEqual({ ok: true, value: expected });
  });

  test.each([
    ['12.345', 'amount.tooManyDecimals'],
    ['1,23', 'amount.notANumber'],
    ['12 €', 'amount.notANumber'],
    ['', 'amount.notANumber'],
    ['1e5', 'amount.notANumber'],
    ['99999999999.00', 'amount.outOfRange'],
  ])('%s is refused', (text, code) => {
    expect(parseAmount(text, 'CAD', 'row 2')).toMatchObject({
      ok: false,
      refusals: [{ code, at: 'row 2' }],
    });
  });

  test('writing and reading are inverse', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -1e12, max: 1e12 }),
        fc.constantFrom('CAD', 'JPY', 'KWD'),
        (amount, currency) => {
          expect(parseAmount(toDecimal(amount, currency), currency)).toEqual({
            ok: true,
            value: amount === 0 ? 0 : amount,
          });
        },
      ),
    );
  });

  test('a fraction of a cent is no amount', () => {
    expect(() => minor(0.5)).toThrow(RangeError);
    expect(() => minor(2 ** 53)).toThrow(RangeError);
  });
});

// The third of the next notes that pay an amount: common practice of who counts change.
test.each([
  [3_50, 20_00],
  [12_00, 100_00],
  [37_00, 200_00],
  [137_00, 400_00],
  [0, 20_00],
])('nobody hands over more for %d than %d', (due, most) => {
  expect(mostTendered(due, 'CAD')).toBe(most);
});

test('signed parts add up to their sum and are each within one unit of their exact share', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -1_000_00, max: 1_000_00 }),
      fc.array(fc.bigInt({ min: -500n, max: 5_000n }), { minLength: 1, maxLength: 6 }),
      (total, weights) => {
        const whole = weights.reduce((a, b) => a + b, 0n);
        fc.pre(whole > 0n);
        const parts = shareSigned(total, weights);
        expect(parts.reduce((a, b) => a + b, 0)).toBe(total);
        for (const [i, part] of parts.entries()) {
          const exact = (Number(weights[i]) * total) / Number(whole);
          expect(Math.abs(part - exact)).toBeLessThan(1.000001);
        }
      },
    ),
  );
  expect(() => shareSigned(1, [1n, -1n])).toThrow(RangeError);
});

test('what is offered is never more than what asks first', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 100_000 }), (coins) => {
      const due = coins * 5;
      expect(Math.max(...cashOffers(due, 'CAD'))).toBeLessThanOrEqual(
        mostTendered(due, 'CAD'),
      );
    }),
  );
});
