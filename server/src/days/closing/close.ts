import { createHash } from 'node:crypto';
import type { CloseDay } from '@abacist/contracts';
import { isIsoDate } from '@abacist/core/dates';
import { decideDayClose } from '@abacist/core/days';
import type { CommandContext } from '../../context';
import { row, run } from '../../db/pool';
import type { CommandResult } from '../../http/command';
import { notFound, refuseWith, unwrap } from '../../http/errors';
import { numberAhead, postDocument } from '../../ledger/post';
import { readPaperHead } from '../../papers/head';
import { paperOfSheet } from '../../papers/ofSheet';
import { sheetOf } from '../sheet';
import { closingFacts } from './facts';

/**
 * Closes a day: its sheet is kept in words and figures as it is now, under its hash, which the next seal of the
 * journal vouches for. The shop's row is held, so that nothing is posted meanwhile.
 * @throws HttpError 404 `day.unknown`; 422 as `decideDayClose` says
 */
export async function closeDay(
  context: CommandContext,
  { note }: CloseDay,
  date: string,
): Promise<CommandResult<{ id: number; number: string }>> {
  const { tx, shop, today, actor, now } = context;
  if (!isIsoDate(date)) throw notFound('day.unknown');
  await row(tx, 'SELECT id FROM shop WHERE id = ? FOR UPDATE', [shop.id]);
  const before = await row<{ version: number; standing: number | null }>(
    tx,
    `SELECT version, standing FROM day_close WHERE date = ? ORDER BY version DESC LIMIT 1`,
    [date],
  );
  const sheet = await sheetOf(tx, today, date);
  const standing = before?.standing === 1;
  const checks = unwrap(decideDayClose(await closingFacts(tx, context, sheet, standing)));
  const version = (before?.version ?? 0) + 1;
  const number = await numberAhead(tx, 'dayClose');
  const closing = { number, version, by: actor.name, at: now.toISOString(), note, checks };
  const head = { ...(await readPaperHead(tx)), ...shop };
  const content = JSON.stringify(paperOfSheet(sheet, closing, head));
  const { insertId } = await run(
    tx,
    `INSERT INTO day_close (date, version, user_id, closed_at, note, content, hash)
     VALUES (?, ?, ?, ?, ?, ?, ?)`,
    [
      date,
      version,
      actor.id,
      now,
      note,
      content,
      createHash('sha256').update(content, 'utf8').digest('hex'),
    ],
  );
  // Read under the shop's lock, as it is written here: no posting misses it.
  await run(
    tx,
    'UPDATE shop SET last_sheet = GREATEST(COALESCE(last_sheet, ?), ?) WHERE id = ?',
    [date, date, shop.id],
  );
  await postDocument(context, {
    kind: 'dayClose',
    subjectId: insertId,
    date,
    lines: [],
    memo: note.slice(0, 200),
  });
  return { answer: { id: insertId, number }, documentNumber: number };
}

/**
 * Reopens a day with a manager's word: its sheet stays as it was and stands no more.
 * @throws HttpError 404 `closing.unknown`; 422 `closing.reopened`
 */
export async function reopenDay(
  context: CommandContext,
  { reason }: { reason: string },
  id: number,
): Promise<CommandResult<{ number: string }>> {
  const { tx, actor, now } = context;
  const sheet = await row<{ date: string; standing: number | null; number: string }>(
    tx,
    `SELECT c.date, c.standing, CONCAT(d.series, '-', d.number) AS number
     FROM day_close c JOIN document d ON d.kind = 'dayClose' AND d.subject_id = c.id
     WHERE c.id = ? FOR UPDATE`,
    [id],
  );
  if (!sheet) throw notFound('closing.unknown');
  const { date, number: of } = sheet;
  if (sheet.standing !== 1) throw refuseWith('closing.reopened', undefined, { number: of });
  await context.approve([
    { code: 'rule.reopened', approver: 'manager', params: { number: of, date } },
  ]);
  await run(tx, 'UPDATE day_close SET standing = NULL WHERE id = ?', [id]);
  const { insertId } = await run(
    tx,
    'INSERT INTO day_reopen (day_close_id, user_id, reopened_at, reason) VALUES (?, ?, ?, ?)',
    [id, actor.id, now, reason],
  );
  const { number } = await postDocument(context, {
    kind: 'dayReopen',
    subjectId: insertId,
    date,
    lines: [],
    memo: reason,
  });
  return { answer: { number }, documentNumber: number };
}
