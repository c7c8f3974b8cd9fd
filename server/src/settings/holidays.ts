import type { Holidays } from '@abacist/core/dates';
import DateHolidays from 'date-holidays';

const years = new Map<string, string[]>();

/**
 * Public holidays of a region such as `CA-NS` for the years around a date, on which the bank
 * does not book.
 */
export function holidaysAround(region: string, date: string): Holidays {
  const year = Number(date.slice(0, 4));
  const all = [year - 1, year, year + 1].flatMap((one) => {
    const key = `${region} ${one}`;
    const known = years.get(key);
    if (known) return known;
    const [country = '', state] = region.split('-');
    const calendar = state ? new DateHolidays(country, state) : new DateHolidays(country);
    const dates = (calendar.getHolidays(one) || [])
      .filter(({ type }) => type === 'public' || type === 'bank')
      .map(({ date: text }) => text.slice(0, 10));
    years.set(key, dates);
    return dates;
  });
  return new Set(all);
}
