import { TZDate } from '@date-fns/tz';
import { UTCDate } from '@date-fns/utc';
// One function a file: the package's root would bring all of it to the browser.
import { addDays as addDaysTo } from 'date-fns/addDays';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { endOfMonth as endOfMonthOf } from 'date-fns/endOfMonth';

import { isValid } from 'date-fns/isValid';
import { lightFormat } from 'date-fns/lightFormat';

/** A calendar date in the shop's zone, `YYYY-MM-DD`; compares as text. */
export type IsoDate = string;

const SHAPE = /^(\d{4})-(\d{2})-(\d{2})$/;

/** True for a date that exists: `2024-02-29`, not `2023-02-29`. */
export function isIsoDate(text: string): boolean {
  const found = SHAPE.exec(text);
  if (!found) return false;
  const date = new UTCDate(Number(found[1]), Number(found[2]) - 1, Number(found[3]));
  return isValid(date) && lightFormat(date, 'yyyy-MM-dd') === text;
}

/** The date `days` calendar days later (earlier when negative). */
export function addDays(date: IsoDate, days: number): IsoDate {
  return lightFormat(addDaysTo(new UTCDate(`${date}T00:00:00Z`), days), 'yyyy-MM-dd');
}

/** Calendar days from `from` to `to`; negative when `to` is earlier. */
export function daysBetween(from: IsoDate, to: IsoDate): number {
  return differenceInCalendarDays(
    new UTCDate(`${to}T00:00:00Z`),
    new UTCDate(`${from}T00:00:00Z`),
  );
}

/** The last day of a date's month. */
export function endOfMonth(date: IsoDate): IsoDate {
  return lightFormat(endOfMonthOf(new UTCDate(`${date}T00:00:00Z`)), 'yyyy-MM-dd');
}

/** 0 Sunday … 6 Saturday. */
export function weekday(date: IsoDate): number {
  return new UTCDate(`${date}T00:00:00Z`).getDay();
}

const MINUTE = 60_000;
/** The last answer: every command asks, and within a minute the answer stays the same. */
let asked = { minute: NaN, zone: '', date: '' };

/** The business date of an instant in a zone such as `America/Halifax`. */
export function businessDate(instant: Date, zone: string): IsoDate {
  const minute = Math.floor(instant.getTime() / MINUTE);
  if (asked.minute !== minute || asked.zone !== zone) {
    const date = lightFormat(new TZDate(instant.getTime(), zone), 'yyyy-MM-dd');
    asked = { minute, zone, date };
  }
  return asked.date;
}

/** The time of day of an instant in a zone, `HH:mm`. */
export function timeOfDay(instant: Date, zone: string): string {
  return lightFormat(new TZDate(instant.getTime(), zone), 'HH:mm');
}

/** Days on which the bank does not book, besides weekends. */
export type Holidays = ReadonlySet<IsoDate>;

export function isBankingDay(date: IsoDate, holidays: Holidays): boolean {
  const day = weekday(date);
  return day !== 0 && day !== 6 && !holidays.has(date);
}

/** The first banking day on or after a date. */
export function bankingDayOnOrAfter(date: IsoDate, holidays: Holidays): IsoDate {
  let day = date;
  while (!isBankingDay(day, holidays)) day = addDays(day, 1);
  return day;
}

/**
 * The date `count` banking days away, counting only banking days; 0 gives the date itself.
 * @param count negative counts backwards
 */
export function addBankingDays(date: IsoDate, count: number, holidays: Holidays): IsoDate {
  const step = count < 0 ? -1 : 1;
  let day = date;
  for (let left = Math.abs(count); left > 0;) {
    day = addDays(day, step);
    if (isBankingDay(day, holidays)) left -= 1;
  }
  return day;
}

/** How many banking days lie after a date up to another one; below zero where that is earlier. */
export function bankingDaysBetween(from: IsoDate, to: IsoDate, holidays: Holidays): number {
  const [early, late] = from < to ? [from, to] : [to, from];
  let count = 0;
  for (let day = early; day < late;) {
    day = addDays(day, 1);
    if (isBankingDay(day, holidays)) count += 1;
  }
  return from < to || count === 0 ? count : -count;
}
