import { inFund } from '@abacist/core/takings';
import { row, toMinor, type Db } from '../db/pool';

/**
 * The cash that lies in a drawer now: its fund, what sessions that are not counted took in cash,
 * and what stayed of the last count. Minor units.
 */
export async function cashInDrawer(db: Db, drawerId: number): Promise<number> {
  const found = await row<{ fund: string | null; taken: string | null }>(
    db,
    `SELECT
       (SELECT SUM(l.amount_minor)
        FROM entry_line l
        JOIN account a ON a.id = l.account_id AND a.role = 'fund'
        WHERE l.holder = ?) AS fund,
       (SELECT SUM(l.amount_minor)
        FROM drawer_session ds
        JOIN entry_line l ON l.holder = CONCAT('drawer ', ds.id) AND l.pot = 'cash'
        JOIN account a ON a.id = l.account_id AND a.role = 'drawer'
        WHERE ds.drawer_id = ? AND ds.number >= COALESCE(
          (SELECT MAX(own.number)
           FROM drawer_session own
           JOIN drawer_close c ON c.drawer_session_id = own.id
           WHERE own.drawer_id = ?), 0)) AS taken`,
    [inFund(drawerId), drawerId, drawerId],
  );
  return toMinor(found!.fund) + toMinor(found!.taken);
}
