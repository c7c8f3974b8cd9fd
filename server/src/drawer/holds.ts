import { isCashPot } from '@abacist/core/drawer';
import { inFund, ofSession } from '@abacist/core/takings';
import { row, rows, toMinor, type Db } from '../db/pool';
import { heldBy } from '../takings/held';

/**
 * The cash that lies in a drawer now: its fund, what sessions that are not counted took or got in cash,
 * and what stayed of the last count. Minor units.
 */
export async function cashInDrawer(db: Db, drawerId: number): Promise<number> {
  const sessions = await rows<{ id: number }>(
    db,
    `SELECT ds.id
     FROM drawer_session ds
     WHERE ds.drawer_id = ? AND ds.number >= COALESCE(
       (SELECT MAX(own.number)
        FROM drawer_session own
        JOIN drawer_close c ON c.drawer_session_id = own.id
        WHERE own.drawer_id = ?), 0)`,
    [drawerId, drawerId],
  );
  const [fund, taken] = await Promise.all([
    heldBy(db, 'fund', [inFund(drawerId)]),
    heldBy(
      db,
      'drawer',
      sessions.map(({ id }) => ofSession(id)),
    ),
  ]);
  const cash = taken.filter(({ pot }) => isCashPot(pot));
  return [...fund, ...cash].reduce((sum, part) => sum + part.amountMinor, 0);
}

/** What the safe holds in cash, minor units. */
export async function cashInSafe(db: Db): Promise<number> {
  const found = await row<{ total: string | null }>(
    db,
    `SELECT SUM(amount_minor - taken_minor) AS total
     FROM safe_item WHERE cheque_id IS NULL AND amount_minor <> taken_minor`,
  );
  return toMinor(found?.total);
}
