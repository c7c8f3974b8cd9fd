import type { MatchCommand } from '@abacist/contracts';
import { addDays } from '@abacist/core/dates';
import { post, reverseLines } from '@abacist/core/ledger';
import type { CommandContext } from '../context';
import { insertMany, row, rows, run } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith } from '../http/errors';
import { entryLines, postDocument } from '../ledger/post';

export type Pair = { movement: string; lineId: number };
export type HowMatched = { certain: boolean; grade: number; round: number };

const TABLES = { slip: 'slip', settlement: 'settlement' } as const;
type MovementTable = keyof typeof TABLES;

/** `slip 12` as its table and id. */
export function parseMovement(movement: string): { table: MovementTable; id: number } {
  const [table, id] = movement.split(' ');
  if (table !== 'slip' && table !== 'settlement') throw new Error(`no movement: ${movement}`);
  return { table, id: Number(id) };
}

/**
 * Matches a movement with a statement line: both are taken by versioned updates, so that none
 * is matched twice, and the money goes from bank in transit to the bank, dated as the line.
 * @throws HttpError 422 `match.taken`, `match.amountDiffers`, `match.unknown`
 */
export async function acceptPair(
  context: CommandContext,
  bankAccountId: number,
  pair: Pair,
  how: HowMatched,
): Promise<number> {
  const { tx, actor, now, shop } = context;
  const { table, id } = parseMovement(pair.movement);
  const line = await row<{ date: string; amount_minor: number }>(
    tx,
    'SELECT date, amount_minor FROM statement_line WHERE id = ? AND bank_account_id = ?',
    [pair.lineId, bankAccountId],
  );
  const amountColumn = table === 'slip' ? 'total_minor' : 'net_minor';
  const movement = await row<{ amount: number }>(
    tx,
    `SELECT ${amountColumn} AS amount FROM ${TABLES[table]} WHERE id = ? AND bank_account_id = ?`,
    [id, bankAccountId],
  );
  if (!line || !movement) throw refuseWith('match.unknown');
  if (line.amount_minor !== movement.amount) {
    const differenceMinor = line.amount_minor - movement.amount;
    throw refuseWith('match.amountDiffers', undefined, { differenceMinor });
  }
  const { insertId: groupId } = await run(
    tx,
    `INSERT INTO match_group (bank_account_id, certain, grade, round, user_id, matched_at)
     VALUES (?, ?, ?, ?, ?, ?)`,
    [bankAccountId, how.certain, how.grade, how.round, actor.id, now],
  );
  for (const [name, memberId] of [
    ['statement_line', pair.lineId],
    [TABLES[table], id],
  ] as const) {
    const { affectedRows } = await run(
      tx,
      `UPDATE ${name} SET match_group_id = ? WHERE id = ? AND match_group_id IS NULL`,
      [groupId, memberId],
    );
    if (affectedRows !== 1) throw refuseWith('match.taken');
  }
  await insertMany(
    tx,
    'match_member',
    ['match_group_id', 'kind', 'member_id'],
    [
      [groupId, table, id],
      [groupId, 'line', pair.lineId],
    ],
  );
  // A line may be dated in a filed period: its entry goes to the first open day.
  const filed = shop.filedThrough !== null && line.date <= shop.filedThrough;
  await postDocument(context, {
    kind: 'match',
    subjectId: groupId,
    date: filed ? addDays(shop.filedThrough!, 1) : line.date,
    lines: post('line.matched', { amount: line.amount_minor }, { bankAccountId }),
    memo: pair.movement,
  });
  return groupId;
}

/** A person accepts pairs: all of them or none. */
export async function acceptMatches(
  context: CommandContext,
  command: MatchCommand,
): Promise<CommandResult<{ groupIds: number[] }>> {
  await row(context.tx, 'SELECT id FROM bank_account WHERE id = ? FOR UPDATE', [
    command.bankAccountId,
  ]);
  const groupIds: number[] = [];
  for (const pair of command.pairs) {
    const how = { certain: false, grade: 1, round: 0 };
    groupIds.push(await acceptPair(context, command.bankAccountId, pair, how));
  }
  return { answer: { groupIds } };
}

/** Undoes a match, and every match that leaned on it, each by a reversing entry. */
export async function undoMatch(
  context: CommandContext,
  groupId: number,
): Promise<CommandResult<{ undone: number[] }>> {
  const { tx, today, actor, now } = context;
  const group = await row<{ bank_account_id: number }>(
    tx,
    'SELECT bank_account_id FROM match_group WHERE id = ?',
    [groupId],
  );
  if (!group) throw notFound('match.unknown');
  await row(tx, 'SELECT id FROM bank_account WHERE id = ? FOR UPDATE', [
    group.bank_account_id,
  ]);
  const undone: number[] = [];
  const waiting = [groupId];
  while (waiting.length) {
    const id = waiting.shift()!;
    const already = await row(tx, 'SELECT id FROM match_undo WHERE match_group_id = ?', [id]);
    if (already && id === groupId) throw refuseWith('match.alreadyUndone');
    if (already) continue;
    const { insertId } = await run(
      tx,
      'INSERT INTO match_undo (match_group_id, user_id, undone_at) VALUES (?, ?, ?)',
      [id, actor.id, now],
    );
    for (const table of ['statement_line', 'slip', 'settlement']) {
      await run(tx, `UPDATE ${table} SET match_group_id = NULL WHERE match_group_id = ?`, [
        id,
      ]);
    }
    const entry = await row<{ id: number; date: string }>(
      tx,
      `SELECT id, date FROM entry WHERE kind = 'match' AND subject_id = ?`,
      [id],
    );
    await postDocument(context, {
      kind: 'matchUndo',
      subjectId: insertId,
      date: today,
      takingsDay: entry!.date,
      lines: reverseLines(await entryLines(tx, entry!.id)),
      memo: '',
      reversesEntryId: entry!.id,
    });
    undone.push(id);
    const leaning = await rows<{ id: number }>(
      tx,
      'SELECT match_group_id AS id FROM match_lean WHERE leans_on_id = ?',
      [id],
    );
    waiting.push(...leaning.map((one) => one.id));
  }
  return { answer: { undone } };
}
