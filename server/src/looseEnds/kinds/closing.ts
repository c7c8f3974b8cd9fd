import { rows } from '../../db/pool';
import { ON_SHEET } from '../../days/closing/read';
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
       FROM day_close c
       JOIN document n ON n.kind = 'dayClose' AND n.subject_id = c.id
       JOIN document d ON d.date = c.date AND d.kind IN (${ON_SHEET}) AND d.made_at > c.closed_at
       WHERE c.standing GROUP BY c.id, c.date, n.series, n.number`,
    ),
    rows<{ date: string; amountMinor: number }>(
      db,
      `SELECT s.date, CAST(SUM(s.total_minor) AS SIGNED) AS amountMinor
       FROM sale s
       LEFT JOIN sale_void v ON v.sale_id = s.id
       WHERE v.id IS NULL AND s.date < ?
         AND s.date > (SELECT MIN(date) FROM day_close)
         AND NOT EXISTS (SELECT 1 FROM day_close c WHERE c.date = s.date AND c.standing)
         AND NOT EXISTS (
           SELECT 1 FROM sale o
           LEFT JOIN drawer_close x ON x.drawer_session_id = o.drawer_session_id
           WHERE o.date = s.date AND x.id IS NULL)
       GROUP BY s.date ORDER BY s.date`,
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
