import { daysBetween, type IsoDate } from '../dates';
import { minor, type Minor } from '../money';

/** Days past due, as the trade sorts them (common practice), and credits not allocated. */
export const AGES = ['current', 'to30', 'to60', 'to90', 'over90', 'unallocated'] as const;
export type Age = (typeof AGES)[number];
export type Aging = Record<Age, Minor>;

/** The column of an item at a date, by its due date. */
function ageOf(item: { dueDate: string | null; leftMinor: number }, date: IsoDate): Age {
  if (item.leftMinor < 0) return 'unallocated';
  const days = item.dueDate === null ? 0 : daysBetween(item.dueDate, date);
  if (days <= 0) return 'current';
  if (days <= 30) return 'to30';
  if (days <= 60) return 'to60';
  return days <= 90 ? 'to90' : 'over90';
}

/** What remains by age; the columns add up to the balance. */
export function agingOf(
  items: readonly { dueDate: string | null; leftMinor: number }[],
  date: IsoDate,
): Aging {
  const columns = Object.fromEntries(AGES.map((age) => [age, minor(0)])) as Aging;
  for (const item of items) {
    const age = ageOf(item, date);
    columns[age] = minor(columns[age] + item.leftMinor);
  }
  return columns;
}
