import { row, toMinor, type Db } from '../db/pool';

/**
 * The cash that lies in a drawer now, its float in it: what the last count left (or the opening),
 * and what sessions that are not counted moved, less the cheques that they took. Minor units.
 */
export async function cashInDrawer(db: Db, drawerId: number): Promise<number> {
  const found = await row<{ first: string; moved: string | null; cheques: string | null }>(
    db,
    `SELECT
       COALESCE(
         (SELECT c.float_left_minor
          FROM drawer_close c JOIN drawer_session ds ON ds.id = c.drawer_session_id
          WHERE ds.drawer_id = ? ORDER BY ds.number DESC LIMIT 1),
         (SELECT SUM(l.amount_minor)
          FROM entry e
          JOIN entry_line l ON l.entry_id = e.id AND l.drawer_id = ?
          WHERE e.kind = 'opening' AND e.status = 'POSTED'), 0) AS first,
       (SELECT SUM(l.amount_minor)
        FROM drawer_session ds
        LEFT JOIN drawer_close c ON c.drawer_session_id = ds.id
        JOIN entry e ON e.drawer_session_id = ds.id AND e.status = 'POSTED'
        JOIN entry_line l ON l.entry_id = e.id AND l.drawer_id = ds.drawer_id
        JOIN account a ON a.id = l.account_id AND a.role = 'drawer'
        WHERE ds.drawer_id = ? AND c.id IS NULL) AS moved,
       (SELECT SUM(q.amount_minor)
        FROM drawer_session ds
        LEFT JOIN drawer_close c ON c.drawer_session_id = ds.id
        JOIN cheque q ON q.drawer_session_id = ds.id
        JOIN sale_tender st ON st.id = q.sale_tender_id
        LEFT JOIN sale_void v ON v.sale_id = st.sale_id
        WHERE ds.drawer_id = ? AND c.id IS NULL AND v.id IS NULL) AS cheques`,
    [drawerId, drawerId, drawerId, drawerId],
  );
  return toMinor(found!.first) + toMinor(found!.moved) - toMinor(found!.cheques);
}
