import type { MatchCommand } from '@abacist/contracts';
import { parseMovement } from '@abacist/core/movements';
import { addDays } from '@abacist/core/dates';
import { mergeLines, post, type JournalLine } from '@abacist/core/ledger';
import { sum } from '@abacist/core/money';
import type { BagDecision } from '@abacist/core/slips';
import type { CommandContext } from '../context';
import { insertMany, row, rows, run } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith } from '../http/errors';
import { postDocument, postReversal } from '../ledger/post';
import { holderSql, MOVEMENT_STORES } from '../movements';
import { heldBy } from '../takings/held';

export type Pair = { movement: string; lineId: number };
export type HowMatched = { certain: boolean; grade: number; round: number };

/** What a person decided of the difference between a movement and its line. */
export type Explained = BagDecision & {
  /** What of it is posted, and on which drawer. */
  decide: (differenceMinor: number) => {
    sessionId: number | null;
    lines: (holder: string) => JournalLine[];
  };
};

/**
 * Matches a movement with a statement line: both are taken by versioned updates, so that none
 * is matched twice, and the money goes from bank in transit to the bank, dated as the line. They
 * agree, or what they differ by is explained and posted with it.
 * @throws HttpError 422 `match.taken`, `match.amountDiffers`, `match.unknown`, `bag.agrees`
 */
export async function acceptPair(
  context: CommandContext,
  bankAccountId: number,
  pair: Pair,
  how: HowMatched,
  explained?: Explained,
): Promise<number> {
  const { tx, actor, now, shop } = context;
  const { kind, id } = parseMovement(pair.movement);
  const store = MOVEMENT_STORES[kind];
  const { table, amount, standing } = store;
  const line = await row<{ date: string; amount_minor: number }>(
    tx,
    'SELECT date, amount_minor FROM statement_line WHERE id = ? AND bank_account_id = ?',
    [pair.lineId, bankAccountId],
  );
  const movement = await row<{ amount: number; holder: string; untagged: number }>(
    tx,
    `SELECT ${amount} AS amount, ${holderSql(store)} AS holder,
       ${store.untagged ?? 'FALSE'} AS untagged
     FROM ${table} s WHERE s.id = ? AND s.bank_account_id = ?`,
    [id, bankAccountId],
  );
  if (!line || !movement) throw refuseWith('match.unknown');
  const differenceMinor = line.amount_minor - movement.amount;
  if (explained && differenceMinor === 0) throw refuseWith('bag.agrees');
  if (!explained && differenceMinor !== 0) {
    throw refuseWith('match.amountDiffers', undefined, { differenceMinor });
  }
  const decided = explained?.decide(differenceMinor);
  const { insertId: groupId } = await run(
    tx,
    `INSERT INTO match_group
       (bank_account_id, certain, grade, round, user_id, matched_at, bag_difference_minor,
        bag_cause, bag_safe_item_id)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      bankAccountId,
      how.certain,
      how.grade,
      how.round,
      actor.id,
      now,
      differenceMinor,
      explained?.cause ?? null,
      explained?.safeItemId ?? null,
    ],
  );
  for (const [from, memberId, open] of [
    ['statement_line', pair.lineId, 'TRUE'],
    [table, id, standing],
  ] as const) {
    const { affectedRows } = await run(
      tx,
      `UPDATE ${from} s SET s.match_group_id = ?
       WHERE s.id = ? AND s.match_group_id IS NULL AND ${open}`,
      [groupId, memberId],
    );
    if (affectedRows !== 1) throw refuseWith('match.taken');
  }
  await insertMany(
    tx,
    'match_member',
    ['match_group_id', 'kind', 'member_id'],
    [
      [groupId, kind, id],
      [groupId, 'line', pair.lineId],
    ],
  );
  // A line may be dated in a filed period: its entry goes to the first open day.
  const filed = shop.filedThrough !== null && line.date <= shop.filedThrough;
  await postDocument(context, {
    kind: 'match',
    subjectId: groupId,
    date: filed ? addDays(shop.filedThrough!, 1) : line.date,
    ...(decided?.sessionId && { drawerSessionId: decided.sessionId }),
    lines: await matchedLines(context, {
      bankAccountId,
      holder: movement.holder,
      lineId: pair.lineId,
      amountMinor: line.amount_minor,
      untagged: movement.untagged === 1,
      explained: decided?.lines(movement.holder) ?? [],
    }),
    memo: explained ? explained.note : pair.movement,
  });
  return groupId;
}

/** All that the movement holds in transit is at the bank now, with what explains a difference. */
async function matchedLines(
  { tx }: CommandContext,
  {
    bankAccountId,
    holder,
    lineId,
    amountMinor: wholeMinor,
    untagged,
    explained,
  }: {
    bankAccountId: number;
    holder: string;
    lineId: number;
    amountMinor: number;
    untagged: boolean;
    explained: JournalLine[];
  },
): Promise<JournalLine[]> {
  if (untagged) return post('line.matched', { amount: wholeMinor }, { bankAccountId });
  const inTransit = await heldBy(tx, 'bankInTransit', [holder]);
  const bagged = explained.flatMap(({ ledgerAccount: account, amountMinor, tag }) =>
    account === 'bankInTransit' && tag ? [{ ...tag, amountMinor }] : [],
  );
  const heldMinor = sum([...inTransit, ...bagged].map(({ amountMinor }) => amountMinor));
  if (heldMinor !== wholeMinor)
    throw new Error(`${holder} holds ${heldMinor}, not ${wholeMinor}`);
  const holders = { bankInTransit: holder, bank: `line ${lineId}` };
  const amount = [...inTransit, ...bagged].map(({ takingsDay, pot, amountMinor }) => ({
    amountMinor,
    takings: { takingsDay, pot, holders },
  }));
  return mergeLines([...explained, ...post('line.matched', { amount }, { bankAccountId })]);
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
    const movements = Object.values(MOVEMENT_STORES).map(({ table }) => table);
    for (const table of ['statement_line', ...movements]) {
      await run(tx, `UPDATE ${table} SET match_group_id = NULL WHERE match_group_id = ?`, [
        id,
      ]);
    }
    const entry = await row<{ id: number; sessionId: number | null }>(
      tx,
      `SELECT id, drawer_session_id AS sessionId FROM entry
       WHERE kind = 'match' AND subject_id = ?`,
      [id],
    );
    await postReversal(context, entry!.id, {
      kind: 'matchUndo',
      subjectId: insertId,
      date: today,
      ...(entry!.sessionId !== null && { drawerSessionId: entry!.sessionId }),
      memo: '',
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
