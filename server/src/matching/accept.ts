import type { MatchCommand } from '@abacist/contracts';
import { parseMovement, type MovementKind } from '@abacist/core/movements';
import { mergeLines, post, type JournalLine } from '@abacist/core/ledger';
import { sum } from '@abacist/core/money';
import { byLines } from '@abacist/core/takings';
import type { Span } from '@abacist/core/bank';
import type { BagDecision } from '@abacist/core/slips';
import type { CommandContext } from '../context';
import { insertMany, placeholders, row, rows, run, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { refuseWith } from '../http/errors';
import { openDay } from '../ledger/openDay';
import { postDocument } from '../ledger/post';
import { holderSql, MOVEMENT_STORES } from '../movements';
import { heldBy, type HeldPart } from '../takings/held';

export type Pair = { movement: string; lineId: number };
/** Movements and lines that belong together: one side has one member. */
export type MatchedGroup = { movements: readonly string[]; lineIds: readonly number[] };
export type HowMatched = {
  certain: boolean;
  grade: number;
  round: number;
  /** The days in which the engine found no other explanation. */
  window: Span | null;
};
/** A person said so. */
export const BY_HAND: HowMatched = { certain: false, grade: 1, round: 0, window: null };

/** What a person decided of the difference between a movement and its line. */
export type Explained = BagDecision & {
  /** What of it is posted, and on which drawer. */
  decide: (differenceMinor: number) => {
    sessionId: number | null;
    lines: (holder: string) => JournalLine[];
  };
};

/** One movement and one line. @throws as `acceptGroup`, and HttpError 422 `bag.agrees` */
export const acceptPair = (
  context: CommandContext,
  bankAccountId: number,
  { movement, lineId }: Pair,
  how: HowMatched,
  explained?: Explained,
): Promise<number> =>
  acceptGroup(
    context,
    bankAccountId,
    { movements: [movement], lineIds: [lineId] },
    how,
    explained,
  );

type Line = { id: number; date: string; amountMinor: number };
type Moved = {
  key: string;
  kind: MovementKind;
  id: number;
  amountMinor: number;
  holder: string;
  untagged: boolean;
};

/**
 * Matches movements with a statement line, or a movement with several: all are taken by versioned updates,
 * so that none is matched twice, and the money goes from bank in transit to the bank, an entry a line,
 * dated as the line. They agree, or what they differ by is explained and posted with it.
 * @returns the match, the first where there is one a line
 * @throws HttpError 422 `match.taken`, `match.amountDiffers`, `match.unknown`, `match.oneSide`
 */
export async function acceptGroup(
  context: CommandContext,
  bankAccountId: number,
  { movements: keys, lineIds }: MatchedGroup,
  how: HowMatched,
  explained?: Explained,
): Promise<number> {
  if (keys.length !== 1 && lineIds.length !== 1) throw refuseWith('match.oneSide');
  const movements: Moved[] = [];
  for (const key of keys) movements.push(await movementOf(context.tx, bankAccountId, key));
  const lines = await linesOf(context.tx, bankAccountId, lineIds);
  const of = (list: readonly { amountMinor: number }[]) =>
    sum(list.map(({ amountMinor }) => amountMinor));
  const differenceMinor = of(lines) - of(movements);
  if (explained && differenceMinor === 0) throw refuseWith('bag.agrees');
  if (!explained && differenceMinor !== 0) {
    throw refuseWith('match.amountDiffers', undefined, { differenceMinor });
  }
  const decided = explained?.decide(differenceMinor);
  const groupIds: number[] = [];
  for (const line of lines) {
    const wholeId = groupIds[0] ?? null;
    const stored = { movements, line, wholeId, differenceMinor, explained };
    groupIds.push(await storeMatch(context, bankAccountId, how, stored));
  }
  for (const { kind, id } of movements) {
    const { table, standing } = MOVEMENT_STORES[kind];
    await take(context.tx, groupIds[0]!, table, id, standing);
  }
  // All are taken: nobody else moves what they hold.
  const brought = await broughtBy(context.tx, movements, lines, differenceMinor !== 0);
  for (const [i, line] of lines.entries())
    await postMatch(context, bankAccountId, groupIds[i]!, {
      ...{ line, decided, brought: brought[i]! },
      memo: explained?.note ?? keys.join(', '),
    });
  return groupIds[0]!;
}

async function movementOf(db: Db, bankAccountId: number, key: string): Promise<Moved> {
  const { kind, id } = parseMovement(key);
  const store = MOVEMENT_STORES[kind];
  const found = await row<{ amountMinor: number; holder: string; untagged: number }>(
    db,
    `SELECT ${store.amount} AS amountMinor, ${holderSql(store)} AS holder,
       ${store.untagged ?? 'FALSE'} AS untagged
     FROM ${store.table} s WHERE s.id = ? AND s.bank_account_id = ?`,
    [id, bankAccountId],
  );
  if (!found) throw refuseWith('match.unknown');
  return { ...found, key, kind, id, untagged: found.untagged === 1 };
}

/** Lines in the order of the bank. */
async function linesOf(
  db: Db,
  bankAccountId: number,
  ids: readonly number[],
): Promise<Line[]> {
  const found = await rows<Line>(
    db,
    `SELECT id, date, amount_minor AS amountMinor FROM statement_line
     WHERE bank_account_id = ? AND id IN (${placeholders(ids.length)}) ORDER BY date, id`,
    [bankAccountId, ...ids],
  );
  if (found.length !== ids.length) throw refuseWith('match.unknown');
  return found;
}

/** What of a movement a line brings: of which days and pots, or only how much. */
type Brought = { holder: string; untaggedMinor: number; parts: readonly HeldPart[] };

/** What each line brings of each movement: one of several movements, or each line its share of the one. */
async function broughtBy(
  db: Db,
  movements: readonly Moved[],
  lines: readonly Line[],
  differs: boolean,
): Promise<Brought[][]> {
  const amounts = lines.map(({ amountMinor }) => amountMinor);
  const brought: Brought[][] = lines.map(() => []);
  for (const { holder, untagged, amountMinor } of movements) {
    const held = untagged ? [] : await heldBy(db, 'bankInTransit', [holder]);
    const heldMinor = sum(held.map((part) => part.amountMinor));
    if (!untagged && heldMinor !== amountMinor)
      throw new Error(`${holder} holds ${heldMinor}, not ${amountMinor}`);
    // What differs is explained beside it: all that was under way is at the bank.
    const shares = movements.length > 1 || differs ? [amountMinor] : amounts;
    const parts = byLines(held, shares);
    shares.forEach((untaggedMinor, i) =>
      brought[i]!.push({
        ...{ holder, parts: parts[i]! },
        untaggedMinor: untagged ? untaggedMinor : 0,
      }),
    );
  }
  return brought;
}

async function storeMatch(
  context: CommandContext,
  bankAccountId: number,
  how: HowMatched,
  {
    movements,
    line,
    wholeId,
    differenceMinor,
    explained,
  }: {
    movements: readonly Moved[];
    line: Line;
    wholeId: number | null;
    differenceMinor: number;
    explained: Explained | undefined;
  },
): Promise<number> {
  const { tx, actor, now } = context;
  const { insertId: groupId } = await run(
    tx,
    `INSERT INTO match_group
       (bank_account_id, certain, grade, round, user_id, matched_at, bag_difference_minor,
        bag_cause, bag_safe_item_id, whole_id, searched_from, searched_to)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      ...[bankAccountId, how.certain, how.grade, how.round, actor.id, now, differenceMinor],
      ...[explained?.cause ?? null, explained?.safeItemId ?? null, wholeId],
      ...[how.window?.from ?? null, how.window?.to ?? null],
    ],
  );
  await take(tx, groupId, 'statement_line', line.id, 's.standing');
  await insertMany(
    tx,
    'match_member',
    ['match_group_id', 'kind', 'member_id'],
    [...movements.map(({ kind, id }) => [groupId, kind, id]), [groupId, 'line', line.id]],
  );
  return groupId;
}

/** Whoever is matched already is not matched again. */
async function take(db: Db, groupId: number, table: string, id: number, open: string) {
  const { affectedRows } = await run(
    db,
    `UPDATE ${table} s SET s.match_group_id = ?
     WHERE s.id = ? AND s.match_group_id IS NULL AND ${open}`,
    [groupId, id],
  );
  if (affectedRows !== 1) throw refuseWith('match.taken');
}

async function postMatch(
  context: CommandContext,
  bankAccountId: number,
  groupId: number,
  {
    line,
    brought,
    decided,
    memo,
  }: {
    line: Line;
    brought: readonly Brought[];
    decided: ReturnType<Explained['decide']> | undefined;
    memo: string;
  },
): Promise<void> {
  const { shop } = context;
  const beside = decided?.lines(brought[0]!.holder) ?? [];
  await postDocument(context, {
    kind: 'match',
    subjectId: groupId,
    date: openDay(shop, line.date),
    ...(decided?.sessionId && { drawerSessionId: decided.sessionId }),
    lines: mergeLines([
      ...beside,
      ...brought.flatMap((one) => matchedLines(one, bankAccountId, line.id, beside)),
    ]),
    memo: memo.slice(0, 200),
  });
}

/** What a movement holds in transit is at the bank now, with what explains a difference. */
function matchedLines(
  { holder, untaggedMinor, parts }: Brought,
  bankAccountId: number,
  lineId: number,
  beside: readonly JournalLine[],
): JournalLine[] {
  if (untaggedMinor !== 0)
    return post('line.matched', { amount: untaggedMinor }, { bankAccountId });
  const bagged = beside.flatMap(({ ledgerAccount: account, amountMinor, tag }) =>
    account === 'bankInTransit' && tag ? [{ ...tag, amountMinor }] : [],
  );
  const holders = { bankInTransit: holder, bank: `line ${lineId}` };
  const amount = [...parts, ...bagged].map(({ takingsDay, pot, amountMinor }) => ({
    amountMinor,
    takings: { takingsDay, pot, holders },
  }));
  return post('line.matched', { amount }, { bankAccountId });
}

/** A person accepts groups: all of them or none. */
export async function acceptMatches(
  context: CommandContext,
  command: MatchCommand,
): Promise<CommandResult<{ groupIds: number[] }>> {
  await row(context.tx, 'SELECT id FROM bank_account WHERE id = ? FOR UPDATE', [
    command.bankAccountId,
  ]);
  const groupIds: number[] = [];
  for (const group of command.groups) {
    groupIds.push(await acceptGroup(context, command.bankAccountId, group, BY_HAND));
  }
  return { answer: { groupIds } };
}
