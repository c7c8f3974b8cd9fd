import type { CloseAnswer, CloseCommand, CountBegun } from '@abacist/contracts';
import { decideClose } from '@abacist/core/drawer';
import { denominations } from '@abacist/core/money';
import type { CommandContext } from '../context';
import { insertMany, row, rows, run, toMinor, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith, unwrap } from '../http/errors';
import { postDocument } from '../ledger/post';
import { toInstant } from '../sales/read';

type SessionRow = {
  id: number;
  drawer_id: number;
  drawer: string;
  float_minor: number;
  count_begun_at: string | null;
  close_id: number | null;
};

const SESSION = `
  SELECT ds.id, ds.drawer_id, dr.name AS drawer, dr.float_minor, ds.count_begun_at,
    c.id AS close_id
  FROM drawer_session ds
  JOIN drawer dr ON dr.id = ds.drawer_id
  LEFT JOIN drawer_close c ON c.drawer_session_id = ds.id`;

/**
 * Begins the count of a drawer: from here its session takes no more sales, which go to the next.
 * A count that has begun is taken up again.
 */
export async function beginCount(
  context: CommandContext,
  { drawerId }: { drawerId: number },
): Promise<CommandResult<CountBegun>> {
  const { tx, shop, now } = context;
  // The oldest session that is not closed: counts go in the order of sessions.
  const session = await row<SessionRow>(
    tx,
    `${SESSION} WHERE ds.drawer_id = ? AND c.id IS NULL ORDER BY ds.number LIMIT 1 FOR UPDATE`,
    [drawerId],
  );
  if (!session) throw refuseWith('count.nothingToCount', 'drawerId');
  const begunAt = session.count_begun_at ?? now.toISOString();
  if (session.count_begun_at === null) {
    await run(tx, 'UPDATE drawer_session SET count_begun_at = ? WHERE id = ?', [
      now,
      session.id,
    ]);
  }
  const expected = await expectedInDrawer(tx, session.id, session.drawer_id);
  return {
    answer: {
      sessionId: session.id,
      drawer: session.drawer,
      countBegunAt: session.count_begun_at === null ? begunAt : toInstant(begunAt),
      floatMinor: session.float_minor,
      expectedMinor: shop.blindCount ? null : expected,
      denominations: [...denominations(shop.currency)],
      cheques: await chequesOf(tx, session.id),
    },
  };
}

/**
 * The ledger's balance of a drawer's cash account for its sessions up to one: what earlier
 * counts left in it, and what this session moved. Minor units.
 */
async function expectedInDrawer(db: Db, sessionId: number, drawerId: number): Promise<number> {
  const found = await row<{ total: string | null }>(
    db,
    `SELECT SUM(l.amount_minor) AS total
     FROM entry e
     JOIN entry_line l ON l.entry_id = e.id
     JOIN account a ON a.id = l.account_id AND a.role = 'drawer'
     WHERE e.drawer_session_id = ? AND e.status = 'POSTED' AND l.drawer_id = ?`,
    [sessionId, drawerId],
  );
  return toMinor(found?.total) + (await floatAtStart(db, sessionId, drawerId));
}

/** What the close before left in the drawer; for the first session, the opening balance. */
async function floatAtStart(db: Db, sessionId: number, drawerId: number): Promise<number> {
  const before = await row<{ float_left_minor: number }>(
    db,
    `SELECT c.float_left_minor
     FROM drawer_close c
     JOIN drawer_session ds ON ds.id = c.drawer_session_id
     WHERE ds.drawer_id = ? AND ds.id < ?
     ORDER BY ds.number DESC LIMIT 1`,
    [drawerId, sessionId],
  );
  if (before) return before.float_left_minor;
  const opening = await row<{ total: string | null }>(
    db,
    `SELECT SUM(l.amount_minor) AS total
     FROM entry e
     JOIN entry_line l ON l.entry_id = e.id
     JOIN account a ON a.id = l.account_id AND a.role = 'drawer'
     WHERE e.kind = 'opening' AND e.status = 'POSTED' AND l.drawer_id = ?`,
    [drawerId],
  );
  return toMinor(opening?.total);
}

type SessionCheque = CountBegun['cheques'][number] & { takingsDay: string };

/** Cheques that a session took and that still stand. */
function chequesOf(db: Db, sessionId: number): Promise<SessionCheque[]> {
  return rows<SessionCheque>(
    db,
    `SELECT q.id, q.number, q.drawn_by AS drawnBy, q.dated, q.amount_minor AS amountMinor,
       q.taken_on AS takingsDay
     FROM cheque q
     LEFT JOIN sale_tender st ON st.id = q.sale_tender_id
     LEFT JOIN sale_void v ON v.sale_id = st.sale_id
     WHERE q.drawer_session_id = ? AND v.id IS NULL ORDER BY q.id`,
    [sessionId],
  );
}

/** Cash and cheque movements of a session by takings day, without its closes. */
async function movements(db: Db, sessionId: number) {
  return rows<{ takingsDay: string; amountMinor: number }>(
    db,
    `SELECT e.takings_day AS takingsDay, CAST(SUM(l.amount_minor) AS SIGNED) AS amountMinor
     FROM entry e
     JOIN entry_line l ON l.entry_id = e.id
     JOIN account a ON a.id = l.account_id AND a.role = 'drawer'
     WHERE e.drawer_session_id = ? AND e.status = 'POSTED'
     GROUP BY e.takings_day ORDER BY e.takings_day`,
    [sessionId],
  );
}

/**
 * Closes a counted session: fixes the count, posts the difference, moves cash to the safe,
 * and closes the card batches of days that have no open drawer any more.
 */
export async function closeDrawer(
  context: CommandContext,
  command: CloseCommand,
  sessionId: number,
): Promise<CommandResult<CloseAnswer>> {
  const { tx, shop, today, actor, now } = context;
  const session = await row<SessionRow>(tx, `${SESSION} WHERE ds.id = ? FOR UPDATE`, [
    sessionId,
  ]);
  if (!session) throw notFound('count.unknown');
  if (session.close_id !== null) throw refuseWith('count.alreadyClosed');
  if (session.count_begun_at === null) throw refuseWith('count.notBegun');
  const expectedMinor = await expectedInDrawer(tx, sessionId, session.drawer_id);
  const moved = await movements(tx, sessionId);
  const close = unwrap(
    decideClose(command.count, command.chequeIds ?? [], denominations(shop.currency), {
      drawerId: session.drawer_id,
      expectedMinor,
      floatMinor: session.float_minor,
      movements: moved,
      cheques: await chequesOf(tx, sessionId),
      today,
    }),
  );
  const takingsDay = moved.at(-1)?.takingsDay ?? today;
  const { insertId: closeId } = await run(
    tx,
    `INSERT INTO drawer_close
       (drawer_session_id, date, takings_day, expected_minor, counted_minor, difference_minor,
        float_left_minor, to_safe_minor, note, user_id, closed_at, cheques_expected_minor,
        cheques_counted_minor)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      sessionId,
      today,
      takingsDay,
      expectedMinor,
      close.countedMinor,
      close.differenceMinor,
      close.floatLeftMinor,
      close.toSafeMinor,
      command.note,
      actor.id,
      now,
      close.chequesExpectedMinor,
      close.chequesCountedMinor,
    ],
  );
  await insertMany(
    tx,
    'drawer_count',
    ['drawer_close_id', 'denomination_minor', 'pieces'],
    Object.entries(command.count)
      .filter(([, pieces]) => pieces > 0)
      .map(([value, pieces]) => [closeId, Number(value), pieces]),
  );
  await insertMany(
    tx,
    'safe_item',
    ['drawer_close_id', 'takings_day', 'amount_minor', 'cheque_id'],
    close.safeItems.map((item) => [closeId, item.takingsDay, item.amountMinor, item.chequeId]),
  );
  await closeBatches(context);
  const { number } = await postDocument(context, {
    kind: 'drawerClose',
    subjectId: closeId,
    date: today,
    takingsDay,
    lines: close.lines,
    memo: command.note.slice(0, 200),
    drawerSessionId: sessionId,
  });
  const { countedMinor, differenceMinor, toSafeMinor, floatLeftMinor } = close;
  return {
    answer: {
      number,
      expectedMinor,
      countedMinor,
      differenceMinor,
      toSafeMinor,
      floatLeftMinor,
      takingsDay,
    },
    documentNumber: number,
  };
}

/**
 * Closes each open batch dated up to today, when every drawer with sales up to its date is
 * closed. A batch of a later date (sales after the cut-off) stays open.
 */
async function closeBatches({ tx, today, now }: CommandContext): Promise<void> {
  const uncounted = await row<{ first: string | null }>(
    tx,
    `SELECT MIN(s.date) AS first
     FROM sale s
     LEFT JOIN drawer_close c ON c.drawer_session_id = s.drawer_session_id
     WHERE c.id IS NULL AND s.date > DATE_SUB(?, INTERVAL 400 DAY)`,
    [today],
  );
  await run(
    tx,
    `UPDATE batch SET closed_at = ?
     WHERE closed_at IS NULL AND batch_date <= ? AND (? IS NULL OR batch_date < ?)`,
    [now, today, uncounted?.first ?? null, uncounted?.first ?? null],
  );
}
