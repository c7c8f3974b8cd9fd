import type { CountSafe, SafeCounted } from '@abacist/contracts';
import { denominations } from '@abacist/core/money';
import { decideSafeCount } from '@abacist/core/slips';
import { bySafeItem } from '@abacist/core/takings';
import type { CommandContext } from '../context';
import { insertMany, rows, run, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { unwrap } from '../http/errors';
import { postDocument } from '../ledger/post';

/**
 * Counts the cash of the safe; its items are held meanwhile, so that no slip takes of them.
 * @throws HttpError 422 as `decideSafeCount` says; 409 when a difference needs a manager
 */
export async function countSafe(
  context: CommandContext,
  command: CountSafe,
): Promise<CommandResult<{ number: string; differenceMinor: number }>> {
  const { tx, shop, today, actor, now } = context;
  const cash = await rows<{ takingsDay: string; pot: string; leftMinor: number }>(
    tx,
    `SELECT takings_day AS takingsDay, from_pot AS pot,
       CAST(amount_minor - taken_minor AS SIGNED) AS leftMinor
     FROM safe_item
     WHERE cheque_id IS NULL AND amount_minor <> taken_minor
     ORDER BY takings_day, id FOR UPDATE`,
  );
  const decided = unwrap(
    decideSafeCount(command, cash, { denominations: denominations(shop.currency), today }),
  );
  const { expectedMinor, countedMinor, differenceMinor, bears } = decided;
  const approvalId = await context.approve(decided.broken);
  const { insertId } = await run(
    tx,
    `INSERT INTO safe_count
       (date, expected_minor, counted_minor, difference_minor, note, user_id, counted_at)
     VALUES (?, ?, ?, ?, ?, ?, ?)`,
    [today, expectedMinor, countedMinor, differenceMinor, command.note, actor.id, now],
  );
  await insertMany(
    tx,
    'safe_count_piece',
    ['safe_count_id', 'denomination_minor', 'pieces'],
    Object.entries(command.count)
      .filter(([, pieces]) => pieces > 0)
      .map(([value, pieces]) => [insertId, Number(value), pieces]),
  );
  const holders: Record<string, string> = {};
  if (differenceMinor !== 0) {
    const item = await run(
      tx,
      `INSERT INTO safe_item (safe_count_id, takings_day, from_pot, amount_minor)
       VALUES (?, ?, ?, ?)`,
      [insertId, bears.takingsDay, bears.pot, differenceMinor],
    );
    holders[bySafeItem(1)] = `safeItem ${item.insertId}`;
  }
  const { number } = await postDocument(context, {
    kind: 'safeCount',
    subjectId: insertId,
    date: today,
    lines: decided.lines,
    memo: command.note.slice(0, 200),
    approvalId,
    holders,
  });
  return { answer: { number, differenceMinor }, documentNumber: number };
}

/** How many counts of the safe are shown. */
const SHOWN = 20;

/** Counts of the safe, the newest first. */
export const safeCounts = (db: Db): Promise<SafeCounted[]> =>
  rows<SafeCounted>(
    db,
    `SELECT CONCAT(d.series, '-', d.number) AS number, c.date, u.name AS \`by\`,
       c.expected_minor AS expectedMinor, c.counted_minor AS countedMinor,
       c.difference_minor AS differenceMinor, c.note
     FROM safe_count c
     JOIN user u ON u.id = c.user_id
     JOIN document d ON d.kind = 'safeCount' AND d.subject_id = c.id
     ORDER BY c.id DESC LIMIT ${SHOWN}`,
  );
