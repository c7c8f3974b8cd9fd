import { decideActUndo, DRAWER_ACTS, type DrawerActKind } from '@abacist/core/drawer';
import { DOCUMENTS } from '@abacist/core/ledger';
import type { CommandContext } from '../../context';
import { row, run } from '../../db/pool';
import type { CommandResult } from '../../http/command';
import { notFound } from '../../http/errors';
import { entryLines, postDocument } from '../../ledger/post';
import { cashInDrawer } from '../holds';
import { decidedOf } from './decided';
import { ACT_DOCUMENTS } from './kinds';

type Stored = {
  kind: DrawerActKind;
  amountMinor: number;
  undone: number;
  sessionId: number | null;
  drawerId: number | null;
  groupId: number | null;
  toSessionId: number | null;
  closeId: number | null;
  onStatement: string | null;
  entryId: number;
};

/**
 * Undoes money into a drawer or out of it, with a manager's approval; it waits for the drawer's row as
 * any act does; what was dropped leaves the
 * safe again. @throws HttpError 404 `drawerAct.unknown`; 422 as `decideActUndo` says
 */
export async function undoAct(
  context: CommandContext,
  { reason }: { reason: string },
  id: number,
): Promise<CommandResult<{ number: string }>> {
  const { tx, today } = context;
  const act = await row<Stored>(
    tx,
    `SELECT x.kind, x.amount_minor AS amountMinor, x.undone, x.match_group_id AS groupId, x.to_session_id AS toSessionId,
       ds.id AS sessionId,
       ds.drawer_id AS drawerId, c.id AS closeId, d.entry_id AS entryId,
       (SELECT CONCAT(sd.series, '-', sd.number) FROM card_statement_item i
        JOIN document sd ON sd.kind = 'cardStatement' AND sd.subject_id = i.card_statement_id
        WHERE i.drawer_act_id = x.id AND i.standing) AS onStatement
     FROM drawer_act x
     LEFT JOIN drawer_session ds ON ds.id = x.drawer_session_id
     LEFT JOIN drawer dr ON dr.id = ds.drawer_id
     LEFT JOIN drawer_close c ON c.drawer_session_id = ds.id
     JOIN document d ON d.kind IN (${ACT_DOCUMENTS}) AND d.subject_id = x.id
     WHERE x.id = ? FOR UPDATE`,
    [id],
  );
  if (!act) throw notFound('drawerAct.unknown');
  const { kind, amountMinor, sessionId, drawerId } = act;
  const counted = act.closeId !== null;
  const banked = await row(
    tx,
    'SELECT id FROM safe_item WHERE drawer_act_id = ? AND taken_minor <> 0 FOR UPDATE',
    [id],
  );
  const decided = decidedOf(
    context,
    decideActUndo({
      kind,
      amountMinor,
      lines: await entryLines(tx, act.entryId),
      undone: act.undone === 1,
      counted,
      banked: banked !== undefined,
      matched: act.groupId !== null,
      onStatement: act.onStatement,
      otherGone: await otherGone(context, act.toSessionId, amountMinor),
      drawerHoldsMinor: drawerId === null ? 0 : await cashInDrawer(tx, drawerId),
    }),
  );
  const approvalId = await context.approve(decided.broken);
  await run(tx, 'UPDATE drawer_act SET undone = TRUE WHERE id = ?', [id]);
  await run(tx, 'UPDATE safe_item SET taken_minor = amount_minor WHERE drawer_act_id = ?', [
    id,
  ]);
  await run(
    tx,
    `UPDATE safe_item i JOIN drawer_act_safe f ON f.safe_item_id = i.id
     SET i.taken_minor = i.taken_minor - f.amount_minor WHERE f.drawer_act_id = ?`,
    [id],
  );
  const { insertId } = await run(
    tx,
    'INSERT INTO drawer_act_undo (drawer_act_id, counted) VALUES (?, ?)',
    [id, counted],
  );
  const { number } = await postDocument(context, {
    kind: DOCUMENTS[DRAWER_ACTS[kind].document].undoneBy,
    subjectId: insertId,
    date: today,
    lines: decided.lines,
    memo: reason,
    reversesEntryId: act.entryId,
    ...(!counted && sessionId !== null && { drawerSessionId: sessionId }),
    approvalId,
  });
  return { answer: { number }, documentNumber: number };
}

/** Whether the drawer that took cash up was counted since, or holds less of it. */
async function otherGone(
  { tx }: CommandContext,
  sessionId: number | null,
  amountMinor: number,
): Promise<boolean> {
  if (sessionId === null) return false;
  const session = await row<{ drawerId: number; begun: number }>(
    tx,
    `SELECT drawer_id AS drawerId, count_begun_at IS NOT NULL AS begun FROM drawer_session
     WHERE id = ? LOCK IN SHARE MODE`,
    [sessionId],
  );
  return session!.begun === 1 || (await cashInDrawer(tx, session!.drawerId)) < amountMinor;
}
