import { businessDate, daysBetween } from '@abacist/core/dates';
import {
  formatDate,
  formatDay,
  formatMonth,
  formatMonthName,
  formatPercent,
  formatQuantity,
  formatTime,
  formatWeekday,
} from '@abacist/core/format';
import { useShop } from '~/api/session';

/** Dates and times in the shop's locale and zone, in three forms. */
export function useDates() {
  const { locale, zone, today } = useShop();
  return {
    today,
    /** In a list: `Fri 20 Nov`, with its year where that is not this one. */
    day: (date: string) => formatDay(date, today, locale),
    /** In a document: `20 November 2026` */
    date: (date: string) => formatDate(date, locale),
    /** `November 2026` of the month `2026-11` */
    month: (month: string) => formatMonth(month, locale),
    /** `November` of a date in it */
    monthName: (date: string) => formatMonthName(date, locale),
    /** `Friday` */
    weekday: (date: string) => formatWeekday(date, locale),
    /** The calendar date of an instant, in the shop's zone: near midnight it is not the UTC one. */
    dateOf: (instant: string) => businessDate(new Date(instant), zone),
    /** `18:02` of an instant, in the shop's zone. */
    time: (instant: string) => formatTime(instant, zone, locale),
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
