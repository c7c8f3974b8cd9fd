import type { LineNote, LineSplit } from '@abacist/contracts';
import { checkSplit } from '@abacist/core/bank';
import { addDays } from '@abacist/core/dates';
import type { CommandContext } from '../context';
import { insertMany, row, rows, run } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith, unwrap } from '../http/errors';
import { openLine } from './lines';

/** How long a line may be left alone at the most. */
const DAYS_AHEAD = 366;

/**
 * Notes what is known of a line that nobody can answer yet, and when it asks again.
 * @throws HttpError 422 `lineNote.past`, `date.tooFarAhead`, as `openLine` says
 */
export async function noteLine(
  context: CommandContext,
  { note, askOn }: LineNote,
  id: number,
): Promise<CommandResult<object>> {
  const { tx, today, actor, now } = context;
  await openLine(context, id);
  if (askOn <= today) throw refuseWith('lineNote.past', 'askOn');
  if (askOn > addDays(today, DAYS_AHEAD))
    throw refuseWith('date.tooFarAhead', 'askOn', { text: askOn });
  await run(
    tx,
    `INSERT INTO line_note (statement_line_id, note, ask_on, user_id, noted_at)
     VALUES (?, ?, ?, ?, ?)`,
    [id, note, askOn, actor.id, now],
  );
  return { answer: {} };
}

/**
 * Puts parts in the place of a line that is several things: each is matched or answered by itself.
 * @throws HttpError 422 `lineSplit.isPart`, as `openLine` and core's `checkSplit` say
 */
export async function splitLine(
  context: CommandContext,
  { parts }: LineSplit,
  id: number,
): Promise<CommandResult<{ lineIds: number[] }>> {
  const { tx, actor, now } = context;
  const line = await openLine(context, id);
  if (line.splitId !== null) throw refuseWith('lineSplit.isPart');
  unwrap(
    checkSplit(
      line.amountMinor,
      parts.map((part) => part.amountMinor),
    ),
  );
  const { insertId: splitId } = await run(
    tx,
    'INSERT INTO line_split (statement_line_id, user_id, split_at) VALUES (?, ?, ?)',
    [id, actor.id, now],
  );
  await run(tx, 'UPDATE statement_line SET standing = NULL WHERE id = ?', [id]);
  await insertMany(
    tx,
    'statement_line',
    [
      ...['bank_account_id', 'statement_id', 'date', 'value_date', 'amount_minor', 'text'],
      ...['reference_list', 'bank_id', 'bank_code', 'identity', 'line_split_id'],
    ],
    parts.map(({ amountMinor, words }, i) => [
      ...[line.bankAccountId, line.statementId, line.date, line.valueDate, amountMinor],
      // What names the whole names none of its parts.
      ...[words || line.text, '[]', null, '', `split ${splitId} part ${i + 1}`, splitId],
    ]),
  );
  const made = await rows<{ id: number }>(
    tx,
    'SELECT id FROM statement_line WHERE line_split_id = ? ORDER BY id',
    [splitId],
  );
  return { answer: { lineIds: made.map((part) => part.id) } };
}

/**
 * Puts a line together again: its parts are none, once nothing is matched with them.
 * @throws HttpError 404 `statementLine.unknown`; 422 `lineSplit.none`, `lineSplit.partMatched`
 */
export async function joinLine(
  { tx }: CommandContext,
  id: number,
): Promise<CommandResult<object>> {
  const line = await row(tx, 'SELECT id FROM statement_line WHERE id = ? FOR UPDATE', [id]);
  if (!line) throw notFound('statementLine.unknown');
  const split = await row<{ id: number }>(
    tx,
    'SELECT id FROM line_split WHERE statement_line_id = ? AND standing FOR UPDATE',
    [id],
  );
  if (!split) throw refuseWith('lineSplit.none');
  const parts = await rows<{ groupId: number | null }>(
    tx,
    'SELECT match_group_id AS groupId FROM statement_line WHERE line_split_id = ? FOR UPDATE',
    [split.id],
  );
  if (parts.some(({ groupId }) => groupId !== null)) throw refuseWith('lineSplit.partMatched');
  await run(tx, 'UPDATE statement_line SET standing = NULL WHERE line_split_id = ?', [
    split.id,
  ]);
  await run(tx, 'UPDATE statement_line SET standing = TRUE WHERE id = ?', [id]);
  await run(tx, 'UPDATE line_split SET standing = NULL WHERE id = ?', [split.id]);
  return { answer: {} };
}
