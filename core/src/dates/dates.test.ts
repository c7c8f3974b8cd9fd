import Holidays from 'date-holidays';
import {
  addBankingDays,
  addDays,
  businessDate,
  daysBetween,
  isBankingDay,
  isIsoDate,
  timeOfDay,
} from '.';

test.each([
  ['2024-02-29', true],
  ['2023-02-29', false],
  ['2026-13-01', false],
  ['2026-1-1', false],
])('%s is a date: %s', (text, expected) => {
  expect(isIsoDate(text)).toBe(expected);
});

test('days over a change of clocks and of years', () => {
  expect(addDays('2026-03-07', 2)).toBe('2026-03-09');
  expect(addDays('2026-01-01', -1)).toBe('2025-12-31');
  expect(daysBetween('2026-03-01', '2026-04-01')).toBe(31);
});

test('the business date is the shop’s, not the server’s', () => {
  const instant = new Date('2026-03-03T02:30:00Z');
  expect(businessDate(instant, 'America/Halifax')).toBe('2026-03-02');
  expect(timeOfDay(instant, 'America/Halifax')).toBe('22:30');
});

// The package date-holidays as reference: Canada's public holidays of Nova Scotia.
test('banking days pass over weekends and holidays as the region moves them', () => {
  const days = new Holidays('CA', 'NS')
    .getHolidays(2027)
    .filter(({ type }) => type === 'public');
  const holidays = new Set(days.map(({ date }) => date.slice(0, 10)));
  expect(holidays.has('2027-07-01')).toBe(true);
  expect(isBankingDay('2027-07-01', holidays)).toBe(false);
  expect(addBankingDays('2027-06-30', 1, holidays)).toBe('2027-07-02');
  expect(addBankingDays('2027-07-02', -1, holidays)).toBe('2027-06-30');
  expect(addBankingDays('2027-07-02', 1, holidays)).toBe('2027-07-05');
});
