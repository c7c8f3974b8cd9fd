import type { UndoMatches } from '@abacist/contracts';
import { refuseFinished } from '../bank/reconcile/finish';
import type { CommandContext } from '../context';
import { row, rows, run } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith } from '../http/errors';
import { postReversal } from '../ledger/post';
import { MOVEMENT_STORES } from '../movements';

/**
 * Undoes a match, and every match that leaned on it, each by a reversing entry; of a movement that several
 * lines show, all of them.
 * @throws HttpError 404 `match.unknown`; 422 `match.alreadyUndone`, `match.saleFound` (number)
 */
export async function undoMatch(
  context: CommandContext,
  groupId: number,
): Promise<CommandResult<{ undone: number[] }>> {
  const { tx } = context;
  const group = await row<{ bankAccountId: number; wholeId: number }>(
    tx,
    `SELECT bank_account_id AS bankAccountId, COALESCE(whole_id, id) AS wholeId
     FROM match_group WHERE id = ?`,
    [groupId],
  );
  if (!group) throw notFound('match.unknown');
  await row(tx, 'SELECT id FROM bank_account WHERE id = ? FOR UPDATE', [group.bankAccountId]);
  const undone: number[] = [];
  const waiting = [group.wholeId];
  while (waiting.length) {
    const wholeId = waiting.shift()!;
    const already = await row(tx, 'SELECT id FROM match_undo WHERE match_group_id = ?', [
      wholeId,
    ]);
    if (already && wholeId === group.wholeId) throw refuseWith('match.alreadyUndone');
    if (already) continue;
    await refuseFinishedLines(context, group.bankAccountId, wholeId);
    await refuseWhatStandsOn(context, wholeId);
    for (const { table } of Object.values(MOVEMENT_STORES))
      await run(tx, `UPDATE ${table} SET match_group_id = NULL WHERE match_group_id = ?`, [
        wholeId,
      ]);
    const parts = await rows<{ id: number }>(
      tx,
      'SELECT id FROM match_group WHERE id = ? OR whole_id = ? ORDER BY id',
      [wholeId, wholeId],
    );
    for (const { id } of parts) {
      await undoEntry(context, id);
      undone.push(id);
    }
    const leaning = await rows<{ id: number }>(
      tx,
      'SELECT match_group_id AS id FROM match_lean WHERE leans_on_id = ?',
      [wholeId],
    );
    waiting.push(...leaning.map((one) => one.id));
  }
  return { answer: { undone } };
}

/** Undoes several matches by one act; what leaned on one of them, or is the same whole, is undone once. @throws as `undoMatch` */
export async function undoMatches(
  context: CommandContext,
  { groupIds }: UndoMatches,
): Promise<CommandResult<{ undone: number[] }>> {
  const undone = new Set<number>();
  for (const groupId of groupIds) {
    if (undone.has(groupId)) continue;
    const { answer } = await undoMatch(context, groupId);
    for (const id of answer.undone) undone.add(id);
  }
  return { answer: { undone: [...undone] } };
}

/** @throws HttpError 422 `reconcile.finished` where a line of the whole is of a finished statement */
async function refuseFinishedLines(
  context: CommandContext,
  bankAccountId: number,
  wholeId: number,
): Promise<void> {
  const lines = await rows<{ date: string }>(
    context.tx,
    `SELECT l.date FROM match_group g JOIN statement_line l ON l.match_group_id = g.id
     WHERE g.id = ? OR g.whole_id = ?`,
    [wholeId, wholeId],
  );
  const [earliest] = lines.map(({ date }) => date).sort();
  if (earliest) await refuseFinished(context, bankAccountId, earliest);
}

/**
 * A sale that was found for a dispute while its money stood on these lines has moved it there from day to day:
 * that is taken back first. @throws HttpError 422 `match.saleFound` (number)
 */
async function refuseWhatStandsOn({ tx }: CommandContext, wholeId: number): Promise<void> {
  const found = await row<{ number: string }>(
    tx,
    `SELECT CONCAT(d.series, '-', d.number) AS number
     FROM match_group g
     JOIN statement_line l ON l.match_group_id = g.id
     JOIN dispute_retold r ON r.holder = CONCAT('line ', l.id) AND r.standing
     JOIN document d ON d.kind = 'disputeRetold' AND d.subject_id = r.id
     WHERE g.id = ? OR g.whole_id = ? LIMIT 1`,
    [wholeId, wholeId],
  );
  if (found) throw refuseWith('match.saleFound', undefined, found);
}

/** A match of one line: the line is open again, its entry reversed. */
async function undoEntry(context: CommandContext, groupId: number): Promise<void> {
  const { tx, today, actor, now } = context;
  const { insertId } = await run(
    tx,
    'INSERT INTO match_undo (match_group_id, user_id, undone_at) VALUES (?, ?, ?)',
    [groupId, actor.id, now],
  );
  await run(tx, 'UPDATE statement_line SET match_group_id = NULL WHERE match_group_id = ?', [
    groupId,
  ]);
  const entry = await row<{ id: number; sessionId: number | null }>(
    tx,
    `SELECT id, drawer_session_id AS sessionId FROM entry
     WHERE kind = 'match' AND subject_id = ?`,
    [groupId],
  );
  await postReversal(context, entry!.id, {
    kind: 'matchUndo',
    subjectId: insertId,
    date: today,
    ...(entry!.sessionId !== null && { drawerSessionId: entry!.sessionId }),
    memo: '',
  });
}
