import { rows } from '../../db/pool';
import type { Finder } from '../room';

/**
 * Closed sheets on which something came after all; and days that are counted and not closed, from
 * the first day on that the shop closed.
 */
export const closing: Finder = async ({ db, today }) => {
  const [changed, open] = await Promise.all([
    rows<{ date: string; number: string; count: number; amountMinor: number }>(
      db,
      `SELECT c.date, CONCAT(n.series, '-', n.number) AS number, COUNT(*) AS count,
         CAST(SUM(d.amount_minor) AS SIGNED) AS amountMinor
       FROM sheet_late l
       JOIN day_close c ON c.id = l.day_close_id AND c.standing
       JOIN document n ON n.kind = 'dayClose' AND n.subject_id = c.id
       JOIN document d ON d.kind = l.kind AND d.subject_id = l.subject_id
       GROUP BY c.id, c.date, n.series, n.number`,
    ),
    rows<{ date: string; amountMinor: number }>(
      db,
      // Days are few beside tickets: those without a sheet are found first, and only theirs are read.
      `SELECT o.date, CAST(SUM(s.total_minor) AS SIGNED) AS amountMinor
       FROM (
         SELECT r.date FROM rod r
         WHERE r.date < ? AND r.date > (SELECT MIN(date) FROM day_close)
           AND NOT EXISTS (SELECT 1 FROM day_close c WHERE c.date = r.date AND c.standing)
       ) o
       JOIN sale s ON s.date = o.date
       LEFT JOIN sale_void v ON v.sale_id = s.id
       LEFT JOIN drawer_close x ON x.drawer_session_id = s.drawer_session_id
       WHERE v.id IS NULL
       GROUP BY o.date HAVING SUM(x.id IS NULL AND s.drawer_session_id IS NOT NULL) = 0 ORDER BY o.date`,
      [today],
    ),
  ]);
  return [
    ...changed.map(({ date, number, count, amountMinor }) => ({
      code: 'sheetChanged' as const,
      since: date,
      amountMinor,
      params: { number, date, count },
      path: `/days/${date}`,
    })),
    ...open.map(({ date, amountMinor }) => ({
      code: 'dayNotClosed' as const,
      since: date,
      amountMinor,
      params: { date },
      path: `/days/${date}`,
    })),
  ];
};
