import { overdueSum } from '@abacist/core/accounts';
import { toMinor } from '../db/pool';

/**
 * Sums over `open_item i` from which core tells what is overdue at a day: charges due before it,
 * credits that are given to nothing, the oldest due day.
 * @param before the day as SQL: today, or today less the days of grace
 */
export const overdueSums = (before: string): string => `
  SUM(IF(i.left_minor > 0 AND i.due_date < ${before}, i.left_minor, 0)) AS late,
  SUM(IF(i.left_minor < 0, -i.left_minor, 0)) AS credit,
  MIN(IF(i.left_minor > 0 AND i.due_date < ${before}, i.due_date, NULL)) AS oldestDue`;

export type OverdueSums = {
  late: string | null;
  credit: string | null;
  oldestDue: string | null;
};

/** What those sums come to; nothing is overdue where no day is named. */
export function overdueFrom({ late, credit, oldestDue }: OverdueSums): {
  overdueMinor: number;
  oldestDue: string | null;
} {
  const overdueMinor = overdueSum(toMinor(late), toMinor(credit));
  return { overdueMinor, oldestDue: overdueMinor > 0 ? oldestDue : null };
}

/** Whether an account `a` has something overdue at a day (`?` twice). */
export const IS_OVERDUE = `EXISTS (
    SELECT 1 FROM open_item i
    WHERE i.charge_account_id = a.id AND i.left_minor > 0 AND i.due_date < ?)
  AND (SELECT SUM(IF(i.left_minor < 0 OR i.due_date < ?, i.left_minor, 0)) FROM open_item i
       WHERE i.charge_account_id = a.id AND (i.left_minor > 0 OR i.left_minor < 0)) > 0`;
