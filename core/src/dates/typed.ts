import { GB, casual } from 'chrono-node/en';
import { daysBetween, isIsoDate, type IsoDate } from '.';
import { accept, refuse, type Outcome } from '../outcome';

/**
 * A date as people type it: `27 Nov`, `Oct 19`, `yesterday`, `last Friday`, `19/10/2026` in the
 * order of the locale, or ISO 8601. Without a year it is the nearest one
 * (with a weekday, the nearest on which that falls).
 * Refusal: `date.notADate`.
 * @param today what relative words count from
 * @example readDate('oct 19', '2026-11-30', 'en-CA') // 2026-10-19
 */
export function readDate(text: string, today: IsoDate, locale: string): Outcome<IsoDate> {
  const typed = text.trim();
  const wrong = refuse('date.notADate', undefined, { text: typed.slice(0, 40) });
  if (isIsoDate(typed)) return accept(typed);
  // What looks like ISO and is none must not be guessed at.
  if (typed === '' || typed.length > 40 || /^\d{4}-\d/.test(typed)) return wrong;
  const parser = isDayFirst(locale) ? GB : casual;
  const found = parser.parse(typed, { instant: new Date(`${today}T12:00:00Z`), timezone: 0 });
  const [only] = found;
  // All of it is the date, and nothing but a date.
  if (found.length !== 1 || only!.text.length !== typed.length || only!.end) return wrong;
  const { start } = only!;
  const saysDay = start.isCertain('day') || start.isCertain('weekday');
  if (!saysDay || start.isCertain('hour')) return wrong;
  const inYear = (year: number) =>
    [year, start.get('month')!, start.get('day')!]
      .map((part, i) => String(part).padStart(i === 0 ? 4 : 2, '0'))
      .join('-');
  const said = start.get('year')!;
  if (start.isCertain('year') || !start.isCertain('day')) {
    return isIsoDate(inYear(said)) ? accept(inYear(said)) : wrong;
  }
  // Nearest to today, and on the weekday that is said.
  const weekday = start.isCertain('weekday') ? start.get('weekday') : null;
  const away = (date: IsoDate) => Math.abs(daysBetween(date, today));
  const [nearest] = [said - 1, said, said + 1]
    .map(inYear)
    .filter((date) => isIsoDate(date) && (weekday === null || weekdayOf(date) === weekday))
    .sort((a, b) => away(a) - away(b));
  return nearest ? accept(nearest) : wrong;
}

const weekdayOf = (date: IsoDate) => new Date(`${date}T12:00:00Z`).getUTCDay();

/** Whether a locale writes the day before the month in figures. */
function isDayFirst(locale: string): boolean {
  const parts = new Intl.DateTimeFormat(locale, { day: '2-digit', month: '2-digit' })
    .formatToParts(new Date('2026-11-27T12:00:00Z'))
    .map(({ type }) => type);
  return parts.indexOf('day') < parts.indexOf('month');
}
