import { businessDate, daysBetween } from '@abacist/core/dates';
import { formatPercent, formatQuantity } from '@abacist/core/format';
import { useShop } from '~/api/session';

/** Dates and times in the shop's locale and zone. */
export function useDates() {
  const { locale, zone, today } = useShop();
  const asDate = (date: string) => new Date(`${date}T12:00:00Z`);
  const format = (date: string, options: Intl.DateTimeFormatOptions) =>
    new Intl.DateTimeFormat(locale, { timeZone: 'UTC', ...options }).format(asDate(date));
  return {
    today,
    /** `20 Nov` */
    short: (date: string) => format(date, { day: 'numeric', month: 'short' }),
    /** `Fri 20 Nov` */
    day: (date: string) =>
      `${format(date, { weekday: 'short' })} ${format(date, { day: 'numeric' })} ${format(date, { month: 'short' })}`,
    /** `November 2026` of the month `2026-11` */
    month: (month: string) => format(`${month}-01`, { month: 'long', year: 'numeric' }),
    /** `Friday` */
    weekday: (date: string) => format(date, { weekday: 'long' }),
    /** `Friday 20 November 2026` */
    long: (date: string) =>
      format(date, { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' }),
    /** The calendar date of an instant, in the shop's zone: near midnight it is not the UTC one. */
    dateOf: (instant: string) => businessDate(new Date(instant), zone),
    /** `18:02` of an instant, in the shop's zone. */
    time: (instant: string) =>
      new Intl.DateTimeFormat(locale, {
        timeZone: zone,
        hour: '2-digit',
        minute: '2-digit',
        hour12: false,
      }).format(new Date(instant)),
    age: (date: string) => daysBetween(date, today),
  };
}

/** Quantities and percentages in the shop's locale, both given as exact decimals. */
export function useNumbers() {
  const { locale } = useShop();
  return {
    quantity: (quantity: string) => formatQuantity(quantity, locale),
    percent: (percent: string | number, digits?: number) =>
      formatPercent(percent, locale, digits),
  };
}
