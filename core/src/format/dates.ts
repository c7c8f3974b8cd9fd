import type { IsoDate } from '../dates';
import { once } from './once';

/*
 * Dates in three forms and no other: a day in a list, a date in a document, a time. Screens and
 * papers write them the same way.
 */

const inUtc = (date: IsoDate) => new Date(`${date}T12:00:00Z`);
/** One part of a date, as a locale writes it alone. */
const PARTS = {
  weekday: { weekday: 'short' },
  day: { day: 'numeric' },
  shortMonth: { month: 'short' },
  month: { month: 'long' },
  longWeekday: { weekday: 'long' },
} satisfies Record<string, Intl.DateTimeFormatOptions>;
const dates = once(
  (locale: string, part: keyof typeof PARTS) =>
    new Intl.DateTimeFormat(locale, { timeZone: 'UTC', ...PARTS[part] }),
);
const times = once(
  (locale: string, timeZone: string) =>
    new Intl.DateTimeFormat(locale, {
      timeZone,
      hour: '2-digit',
      minute: '2-digit',
      hourCycle: 'h23',
    }),
);
const written = (date: IsoDate, locale: string, part: keyof typeof PARTS) =>
  dates(locale, part).format(inUtc(date));

/**
 * A business date in a list; with its year where that is not the one of `today`.
 * @example formatDay('2026-11-27', '2026-12-01', 'en-CA') // 'Fri 27 Nov'
 * @example formatDay('2025-11-27', '2026-12-01', 'en-CA') // 'Thu 27 Nov 2025'
 */
export function formatDay(date: IsoDate, today: IsoDate, locale: string): string {
  const parts = [
    written(date, locale, 'weekday'),
    written(date, locale, 'day'),
    written(date, locale, 'shortMonth'),
  ];
  if (date.slice(0, 4) !== today.slice(0, 4)) parts.push(date.slice(0, 4));
  return parts.map((part) => part.replace(/\.$/, '')).join(' ');
}

/**
 * A business date in a document.
 * @example formatDate('2026-11-27', 'en-CA') // '27 November 2026'
 */
export function formatDate(date: IsoDate, locale: string): string {
  return [written(date, locale, 'day'), written(date, locale, 'month'), date.slice(0, 4)].join(
    ' ',
  );
}

/**
 * The name of a date's weekday.
 * @example formatWeekday('2026-11-27', 'en-CA') // 'Friday'
 */
export function formatWeekday(date: IsoDate, locale: string): string {
  return written(date, locale, 'longWeekday');
}

/**
 * An instant's time in the shop's zone.
 * @param instant ISO 8601
 * @example formatTime('2026-11-27T23:25:00Z', 'America/Halifax', 'en-CA') // '19:25'
 */
export function formatTime(instant: string, zone: string, locale: string): string {
  return times(locale, zone).format(new Date(instant));
}

/**
 * The name of a date's month, where its year stands beside.
 * @example formatMonthName('2026-11-27', 'en-CA') // 'November'
 */
export const formatMonthName = (date: IsoDate, locale: string): string =>
  written(date, locale, 'month');

/**
 * A month (`2026-11`), of which statements and late charges are made.
 * @example formatMonth('2026-11', 'en-CA') // 'November 2026'
 */
export function formatMonth(month: string, locale: string): string {
  return `${written(`${month}-01`, locale, 'month')} ${month.slice(0, 4)}`;
}
