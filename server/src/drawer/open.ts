import type { DrawerFloat, OpenDrawer } from '@abacist/contracts';
import { decideOpening, isCashPot } from '@abacist/core/drawer';
import { denominations, sum } from '@abacist/core/money';
import { inFund } from '@abacist/core/takings';
import type { Actor, CommandContext, Shop } from '../context';
import { countsBlind } from '../days/blind';
import { insertMany, row, run, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith, unwrap } from '../http/errors';
import { postDocument, postReversal } from '../ledger/post';
import { beginSession } from '../sales/session';
import { heldBy } from '../takings/held';

type Drawer = { id: number; name: string; usualMinor: number };

const drawerOf = (db: Db, id: number, lock = ''): Promise<Drawer | undefined> =>
  row<Drawer>(
    db,
    `SELECT id, name, float_minor AS usualMinor FROM drawer WHERE id = ? ${lock}`,
    [id],
  );

/** A session that takes already, is being counted, or was opened with its float counted. */
const busySession = (db: Db, drawerId: number): Promise<{ id: number } | undefined> =>
  row<{ id: number }>(
    db,
    `SELECT ds.id
     FROM drawer_session ds
     LEFT JOIN drawer_close c ON c.drawer_session_id = ds.id
     WHERE ds.drawer_id = ? AND c.id IS NULL AND (ds.count_begun_at IS NOT NULL
       OR EXISTS (SELECT 1 FROM entry e WHERE e.drawer_session_id = ds.id
         AND e.kind NOT IN ('drawerOpen', 'drawerOpenUndo'))
       OR EXISTS (SELECT 1 FROM drawer_open o WHERE o.drawer_session_id = ds.id AND NOT o.undone))
     LIMIT 1`,
    [drawerId],
  );

const fundOf = async (db: Db, drawerId: number) =>
  (await heldBy(db, 'fund', [inFund(drawerId)])).filter(({ pot }) => isCashPot(pot));

/** What a drawer should hold before its first sale. @throws HttpError 404 `drawer.unknown` */
export async function floatOf(
  db: Db,
  { shop, actor }: { shop: Shop; actor: Actor },
  drawerId: number,
): Promise<DrawerFloat> {
  const drawer = await drawerOf(db, drawerId);
  if (!drawer) throw notFound('drawer.unknown');
  const fund = await fundOf(db, drawerId);
  return {
    ...drawer,
    // Who counts blind is not told what should be there.
    expectedMinor: countsBlind(shop, actor)
      ? null
      : sum(fund.map(({ amountMinor }) => amountMinor)),
    denominations: [...denominations(shop.currency)],
    open: (await busySession(db, drawerId)) !== undefined,
    opening: (await openingOf(db, drawerId)) ?? null,
  };
}

/** The count of its float that stands, while the drawer is not counted. */
const openingOf = (
  db: Db,
  drawerId: number,
): Promise<NonNullable<DrawerFloat['opening']> | undefined> =>
  row(
    db,
    `SELECT o.id, CONCAT(d.series, '-', d.number) AS number, u.name AS \`by\`,
       o.counted_minor AS countedMinor, o.difference_minor AS differenceMinor, o.note
     FROM drawer_open o
     JOIN drawer_session ds ON ds.id = o.drawer_session_id
     JOIN document d ON d.kind = 'drawerOpen' AND d.subject_id = o.id
     JOIN user u ON u.id = o.user_id
     WHERE ds.drawer_id = ? AND ds.count_begun_at IS NULL AND NOT o.undone`,
    [drawerId],
  );

/**
 * Opens a drawer with its float counted: its session begins, and what differs is over or short.
 * @throws HttpError 404 `drawer.unknown`; 422 as `decideOpening` says
 */
export async function openDrawer(
  context: CommandContext,
  command: OpenDrawer,
  drawerId: number,
): Promise<CommandResult<{ id: number; number: string; differenceMinor: number }>> {
  const { tx, shop, today, actor, now } = context;
  const drawer = await drawerOf(tx, drawerId, 'FOR UPDATE');
  if (!drawer) throw notFound('drawer.unknown');
  const decided = unwrap(
    decideOpening(command, {
      drawerId,
      today,
      denominations: denominations(shop.currency),
      usualMinor: drawer.usualMinor,
      fundHeld: await fundOf(tx, drawerId),
      open: (await busySession(tx, drawerId)) !== undefined,
    }),
  );
  const { expectedMinor, countedMinor, differenceMinor, lines } = decided;
  const drawerSessionId = await beginSession(context, drawerId);
  const { insertId } = await run(
    tx,
    `INSERT INTO drawer_open (drawer_session_id, date, usual_minor, expected_minor, counted_minor,
       difference_minor, note, user_id, opened_at)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      drawerSessionId,
      today,
      drawer.usualMinor,
      expectedMinor,
      countedMinor,
      differenceMinor,
      command.note,
      actor.id,
      now,
    ],
  );
  await insertMany(
    tx,
    'drawer_open_piece',
    ['drawer_open_id', 'denomination_minor', 'pieces'],
    Object.entries(command.count)
      .filter(([, pieces]) => pieces > 0)
      .map(([value, pieces]) => [insertId, Number(value), pieces]),
  );
  const { number } = await postDocument(context, {
    kind: 'drawerOpen',
    subjectId: insertId,
    date: today,
    lines,
    memo: command.note.slice(0, 200),
    drawerSessionId,
  });
  return { answer: { id: insertId, number, differenceMinor }, documentNumber: number };
}

/**
 * Takes an opening back while its drawer is not counted: it can be counted anew.
 * @throws HttpError 404 `drawerOpen.unknown`; 422 `drawerOpen.undone`, `drawerOpen.counted`
 */
export async function undoOpening(
  context: CommandContext,
  { reason }: { reason: string },
  id: number,
): Promise<CommandResult<{ number: string }>> {
  const { tx, today } = context;
  const opening = await row<{
    undone: number;
    counted: number;
    sessionId: number;
    entryId: number | null;
  }>(
    tx,
    `SELECT o.undone, ds.count_begun_at IS NOT NULL AS counted, ds.id AS sessionId,
       d.entry_id AS entryId
     FROM drawer_open o
     JOIN drawer_session ds ON ds.id = o.drawer_session_id
     JOIN document d ON d.kind = 'drawerOpen' AND d.subject_id = o.id
     WHERE o.id = ? FOR UPDATE`,
    [id],
  );
  if (!opening) throw notFound('drawerOpen.unknown');
  if (opening.undone) throw refuseWith('drawerOpen.undone');
  if (opening.counted) throw refuseWith('drawerOpen.counted');
  await run(tx, 'UPDATE drawer_open SET undone = TRUE WHERE id = ?', [id]);
  const { number } = await postReversal(context, opening.entryId, {
    kind: 'drawerOpenUndo',
    subjectId: id,
    date: today,
    drawerSessionId: opening.sessionId,
    memo: reason,
  });
  return { answer: { number }, documentNumber: number };
}
