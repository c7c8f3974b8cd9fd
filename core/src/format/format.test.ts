import fc from 'fast-check';
import {
  formatDate,
  formatDay,
  formatMoney,
  formatMonth,
  formatPercent,
  formatQuantity,
  formatTime,
  formatWeekday,
} from '.';
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

describe('dates have three forms', () => {
  test('in a list: the year stands there only when it is not this one', () => {
    expect(formatDay('2026-11-27', '2026-12-01', 'en-CA')).toBe('Fri 27 Nov');
    expect(formatDay('2025-11-27', '2026-12-01', 'en-CA')).toBe('Thu 27 Nov 2025');
    expect(formatDay('2026-11-27', '2026-12-01', 'en-US')).toBe('Fri 27 Nov');
  });

  test('in a document', () => {
    expect(formatDate('2026-11-27', 'en-CA')).toBe('27 November 2026');
    expect(formatDate('2026-03-01', 'en-US')).toBe('1 March 2026');
    expect(formatMonth('2026-03', 'en-CA')).toBe('March 2026');
  });

  test('a time is of the shop’s zone, and midnight is 00', () => {
    expect(formatTime('2026-11-27T23:25:00Z', 'America/Halifax', 'en-CA')).toBe('19:25');
    expect(formatTime('2026-11-27T04:05:00Z', 'America/Halifax', 'en-US')).toBe('00:05');
  });

  test('a week’s days have their names', () => {
    const days = ['2026-03-01', '2026-03-02', '2026-03-07'];
    expect(days.map((day) => formatWeekday(day, 'en-CA'))).toEqual([
      'Sunday',
      'Monday',
      'Saturday',
    ]);
  });

  test('every date of a century is the day that the calendar says', () => {
    // Zeller's congruence, for the Gregorian calendar (published 1882): an outside weekday.
    const DAYS = ['Sat', 'Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri'];
    const weekday = (year: number, month: number, day: number) => {
      const [y, m] = month < 3 ? [year - 1, month + 12] : [year, month];
      const k = y % 100;
      const j = Math.floor(y / 100);
      const h = day + Math.floor((13 * (m + 1)) / 5) + k + Math.floor(k / 4);
      return DAYS[(h + Math.floor(j / 4) + 5 * j) % 7];
    };
    fc.assert(
      fc.property(
        fc.date({
          min: new Date('1990-01-01T00:00:00Z'),
          max: new Date('2089-12-31T00:00:00Z'),
          noInvalidDate: true,
        }),
        (instant) => {
          const date = instant.toISOString().slice(0, 10);
          const [year, month, day] = date.split('-').map(Number) as [number, number, number];
          expect(formatDay(date, date, 'en-CA').split(' ').slice(0, 2)).toEqual([
            weekday(year, month, day),
            String(day),
          ]);
        },
      ),
    );
  });
});
