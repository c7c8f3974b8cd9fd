import type { CommandContext } from '../context';
import { row, run } from '../db/pool';
import { refuseWith } from '../http/errors';

/**
 * The drawer's session that takes sales now. It is read in share mode: a count that begins
 * waits for sales under way, and a sale after it finds the next session.
 */
export async function findSession(
  { tx }: CommandContext,
  drawerId: number,
): Promise<number | undefined> {
  const found = await row<{ id: number }>(
    tx,
    `SELECT id FROM drawer_session
     WHERE drawer_id = ? AND count_begun_at IS NULL
     ORDER BY number DESC LIMIT 1
     LOCK IN SHARE MODE`,
    [drawerId],
  );
  return found?.id;
}

/** The next session of a drawer that has none open. @throws HttpError 422 `drawer.unknown` */
export async function beginSession(
  context: CommandContext,
  drawerId: number,
): Promise<number> {
  const { tx, now } = context;
  const drawer = await row(tx, 'SELECT id FROM drawer WHERE id = ? FOR UPDATE', [drawerId]);
  if (!drawer) throw refuseWith('drawer.unknown', 'drawerId');
  const again = await findSession(context, drawerId);
  if (again !== undefined) return again;
  const last = await row<{ number: number }>(
    tx,
    'SELECT number FROM drawer_session WHERE drawer_id = ? ORDER BY number DESC LIMIT 1',
    [drawerId],
  );
  const { insertId } = await run(
    tx,
    'INSERT INTO drawer_session (drawer_id, number, opened_at) VALUES (?, ?, ?)',
    [drawerId, (last?.number ?? 0) + 1, now],
  );
  return insertId;
}

/**
 * A session whose count has begun and is not closed: what it lacks is recorded there.
 * @throws HttpError 422 `drawerAct.session`
 */
export async function beingCounted(
  { tx }: CommandContext,
  drawerId: number,
  sessionId: number,
): Promise<number> {
  const session = await row<{ id: number }>(
    tx,
    `SELECT ds.id
     FROM drawer_session ds
     LEFT JOIN drawer_close c ON c.drawer_session_id = ds.id
     WHERE ds.id = ? AND ds.drawer_id = ? AND ds.count_begun_at IS NOT NULL AND c.id IS NULL
     LOCK IN SHARE MODE`,
    [sessionId, drawerId],
  );
  if (!session) throw refuseWith('drawerAct.session', 'sessionId');
  return session.id;
}
