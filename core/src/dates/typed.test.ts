import fc from 'fast-check';
import { addDays } from '.';
import { formatDate, formatDay } from '../format';
import { readDate } from './typed';

const MONDAY = '2026-11-30';
const read = (text: string, locale = 'en-CA') => {
  const found = readDate(text, MONDAY, locale);
  return found.ok ? found.value : found.refusals[0]!.code;
};

test.each([
  ['2026-10-19', '2026-10-19'],
  ['Oct 19', '2026-10-19'],
  ['19 oct', '2026-10-19'],
  ['19 October 2025', '2025-10-19'],
  ['yesterday', '2026-11-29'],
  ['today', MONDAY],
  ['tomorrow', '2026-12-01'],
  ['3 days ago', '2026-11-27'],
  ['last friday', '2026-11-27'],
  // Nearest to today, over the turn of a year too.
  ['Jan 4', '2027-01-04'],
  ['  Nov 27 ', '2026-11-27'],
])('%s is %s', (text, expected) => {
  expect(read(text)).toBe(expected);
});

test('figures are read in the order of the locale', () => {
  expect(read('4/5/2026', 'en-US')).toBe('2026-04-05');
  expect(read('4/5/2026', 'en-GB')).toBe('2026-05-04');
});

test.each(['', 'soon', '2026-02-30', '2026-13-01', '31 Feb 2026', 'Oct 19 to Oct 21'])(
  '“%s” is no date',
  (text) => {
    expect(read(text)).toBe('date.notADate');
  },
);

test.each(['noon', 'Oct 19 and a word more', '12:30', 'march'])(
  '“%s” says more or less than a day',
  (text) => {
    expect(read(text)).toBe('date.notADate');
  },
);

test('every date that we write is read back', () => {
  fc.assert(
    fc.property(fc.integer({ min: -4000, max: 4000 }), (days) => {
      const date = addDays(MONDAY, days);
      expect(read(formatDay(date, MONDAY, 'en-CA'))).toBe(date);
      expect(read(formatDate(date, 'en-CA'))).toBe(date);
    }),
  );
});
