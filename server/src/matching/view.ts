import type {
  LinePage,
  LineView,
  MovementView,
  Proposal,
  StatementView,
  TaughtOfLine,
} from '@abacist/contracts';
import { coveredSpans } from '@abacist/core/bank';
import type { Group } from '@abacist/core/matching';
import { placeholders, row, rows, toMinor, type Db } from '../db/pool';
import { importedStatements } from '../bank/statements';
import { taughtOf } from '../bank/taught/read';
import { movementsWhere, openTotal } from '../movements/read';
import { OTHER_LINES } from './evidence';
import { toInstant } from '../sales/read';
import { matchJobKind, type KeptRun } from './run';

type LineRow = {
  id: number;
  date: string;
  amountMinor: number;
  text: string;
  referenceList: string;
  groupId: number | null;
  wholeId: number | null;
  otherLines: number;
  certain: number | null;
  grade: number | null;
  leanedOnBy: number;
  note: string | null;
};

/** What was noted last of a line `l`, as JSON. */
export const NOTE_OF_LINE = `(SELECT JSON_OBJECT('note', n.note, 'askOn', n.ask_on, 'by', u.name)
  FROM line_note n JOIN user u ON u.id = n.user_id
  WHERE n.statement_line_id = l.id ORDER BY n.id DESC LIMIT 1)`;

const LINES = `
  SELECT l.id, l.date, l.amount_minor AS amountMinor, l.text, l.reference_list AS referenceList,
    l.match_group_id AS groupId, COALESCE(g.whole_id, g.id) AS wholeId, g.certain, g.grade,
    ${OTHER_LINES} AS otherLines,
    (SELECT COUNT(*) FROM match_lean x
     LEFT JOIN match_undo u ON u.match_group_id = x.match_group_id
     WHERE x.leans_on_id = COALESCE(g.whole_id, g.id) AND u.id IS NULL) AS leanedOnBy,
    ${NOTE_OF_LINE} AS note
  FROM statement_line l
  LEFT JOIN match_group g ON g.id = l.match_group_id
  WHERE l.bank_account_id = ? AND l.standing`;

/** What of a run still can be said: its groups whose members are all open. */
type Standing = {
  movements: Map<string, MovementView>;
  lines: Map<string, LineRow>;
  likely: KeptRun['proposals'];
  reserved: KeptRun['reserved'];
  statusOf: Map<string, LineView['status']>;
};

async function standing(db: Db, bankAccountId: number): Promise<Standing> {
  const open = await movementsWhere(db, bankAccountId, 's.match_group_id IS NULL');
  const openLines = await rows<LineRow>(
    db,
    `${LINES} AND l.match_group_id IS NULL ORDER BY l.date, l.id LIMIT 1000`,
    [bankAccountId],
  );
  const run = await latestRun(db, bankAccountId);
  const movements = new Map(open.map((movement) => [movement.key, movement as MovementView]));
  const lines = new Map(openLines.map((line) => [String(line.id), line]));
  const likely = (run?.proposals ?? []).filter(
    (group) =>
      group.movementIds.every((id) => movements.has(id)) &&
      group.lineIds.every((id) => lines.has(id)),
  );
  const reserved = (run?.reserved ?? []).filter(
    ({ lineId, movementId }) => lines.has(lineId) && movements.has(movementId),
  );
  const statusOf = new Map<string, LineView['status']>();
  for (const { lineIds } of likely) for (const id of lineIds) statusOf.set(id, 'likely');
  for (const { lineId } of reserved) statusOf.set(lineId, 'reserved');
  return { movements, lines, likely, reserved, statusOf };
}

/** A run writes that it lives four times a second. */
const GONE_AFTER_MS = 30_000;

/** What is open of an account: what the engine proposes, what a person must look at. */
export async function openOf(
  db: Db,
  bankAccountId: number,
): Promise<Pick<StatementView, 'proposals' | 'reserved' | 'openLines' | 'openMovements'>> {
  const { movements, lines, likely, reserved, statusOf } = await standing(db, bankAccountId);
  // A rule says what a line is that nothing expected explains; it hides none.
  const unexplained = [...lines.values()].filter(({ id }) => !statusOf.has(String(id)));
  const taught = await taughtOf(
    db,
    unexplained.map((line) => ({ ...line, bankAccountId })),
  );
  const lineOf = (id: string) => toLineView(lines.get(id)!, statusOf, new Map(), taught);
  const isOpen = ({ movementIds, lineIds }: Group) =>
    movementIds.every((id) => movements.has(id)) && lineIds.every((id) => lines.has(id));
  const inSight = ({ movementIds, lineIds, grade }: Group & { grade: number }) => ({
    movements: movementIds.map((id) => movements.get(id)!),
    lines: lineIds.map(lineOf),
    grade,
  });
  return {
    proposals: likely.map((group): Proposal => ({
      ...inSight(group),
      because: group.because,
      rivals: group.rivals.filter(isOpen).map(inSight),
    })),
    reserved: reserved.map((one) => ({
      line: lineOf(one.lineId),
      movement: movements.get(one.movementId)!,
      differenceMinor: one.differenceMinor,
    })),
    openLines: unexplained.map(({ id }) => lineOf(String(id))),
    openMovements: [...movements.values()].filter(
      ({ key }) =>
        !likely.some(({ movementIds }) => movementIds.includes(key)) &&
        !reserved.some(({ movementId }) => movementId === key),
    ),
  };
}

/** The statement lane: both sides of each account, and what is open of one of them. */
export async function statementView(
  db: Db,
  asked: { bankAccountId?: number },
  now: Date,
): Promise<StatementView> {
  const accounts = await accountHeads(db);
  // One that was kept by a browser may be of another shop.
  const known = accounts.find(({ id }) => id === asked.bankAccountId) ?? accounts[0];
  const bankAccountId = known?.id ?? 0;
  // Before what it may change meanwhile is read.
  const matching = await isMatching(db, bankAccountId, now);
  return { bankAccountId, accounts, matching, ...(await openOf(db, bankAccountId)) };
}

export type LinesQuery = {
  bankAccountId?: number;
  before?: number;
  /** Only lines that this file brought, and that the engine matched by itself. */
  certainOf?: number;
  limit: number;
};

/** A page of an account's lines with their matches, newest first. */
export async function listLines(db: Db, asked: LinesQuery): Promise<LinePage> {
  const first = await row<{ id: number }>(db, 'SELECT MIN(id) AS id FROM bank_account');
  const bankAccountId = asked.bankAccountId ?? first?.id ?? 0;
  const found = await rows<LineRow>(
    db,
    `${LINES}
       AND (? IS NULL OR (l.date, l.id) <
         (SELECT b.date, b.id FROM statement_line b WHERE b.id = ?))
       AND (? IS NULL OR (g.certain AND l.statement_id IN
         (SELECT s.id FROM statement s WHERE s.import_file_id = ?)))
     ORDER BY l.date DESC, l.id DESC LIMIT ${asked.limit + 1}`,
    [
      ...[bankAccountId, asked.before ?? null, asked.before ?? null],
      ...[asked.certainOf ?? null, asked.certainOf ?? null],
    ],
  );
  const page = found.slice(0, asked.limit);
  const matched = await matchedMovements(
    db,
    bankAccountId,
    page.flatMap(({ wholeId }) => (wholeId === null ? [] : [wholeId])),
  );
  const { statusOf } = await standing(db, bankAccountId);
  return {
    lines: page.map((line) => toLineView(line, statusOf, matched)),
    next: found.length > asked.limit ? page.at(-1)!.id : null,
  };
}

function toLineView(
  line: LineRow,
  statusOf: ReadonlyMap<string, LineView['status']>,
  matched: ReadonlyMap<number, MovementView[]>,
  taught: ReadonlyMap<number, TaughtOfLine> = new Map(),
): LineView {
  const movements = line.wholeId === null ? undefined : matched.get(line.wholeId);
  return {
    id: line.id,
    date: line.date,
    amountMinor: line.amountMinor,
    text: line.text,
    references: JSON.parse(line.referenceList) as string[],
    note: line.note === null ? null : (JSON.parse(line.note) as LineView['note']),
    taught: taught.get(line.id) ?? null,
    status: line.groupId === null ? (statusOf.get(String(line.id)) ?? 'open') : 'matched',
    match: movements
      ? {
          groupId: line.groupId!,
          certain: Boolean(line.certain),
          grade: line.grade!,
          movements,
          otherLines: line.otherLines,
          leanedOnBy: line.leanedOnBy,
        }
      : null,
  };
}

/** Movements by the whole that they are matched in. */
async function matchedMovements(db: Db, bankAccountId: number, wholeIds: readonly number[]) {
  const byWhole = new Map<number, MovementView[]>();
  if (wholeIds.length === 0) return byWhole;
  const where = `s.match_group_id IN (${placeholders(wholeIds.length)})`;
  for (const movement of await movementsWhere(db, bankAccountId, where, wholeIds))
    byWhole.set(movement.groupId!, [
      ...(byWhole.get(movement.groupId!) ?? []),
      movement as MovementView,
    ]);
  return byWhole;
}

/** Whether the newest run of an account is still at work; one of a server that has gone is none. */
async function isMatching(db: Db, bankAccountId: number, now: Date): Promise<boolean> {
  const newest = await row<{ status: string; seenAt: string }>(
    db,
    `SELECT status, COALESCE(beat_at, started_at) AS seenAt FROM job
     WHERE kind = ? AND status = 'running' ORDER BY number DESC LIMIT 1`,
    [matchJobKind(bankAccountId)],
  );
  if (!newest) return false;
  return now.getTime() - new Date(toInstant(newest.seenAt)).getTime() < GONE_AFTER_MS;
}

async function latestRun(db: Db, bankAccountId: number): Promise<KeptRun | undefined> {
  const found = await row<{ result: string | null }>(
    db,
    `SELECT result FROM job
     WHERE kind = ? AND status = 'done' ORDER BY number DESC LIMIT 1`,
    [matchJobKind(bankAccountId)],
  );
  return found?.result ? (JSON.parse(found.result) as KeptRun) : undefined;
}

/** Each bank account with both sides of its reconciliation. */
async function accountHeads(db: Db): Promise<StatementView['accounts']> {
  const accounts = await rows<{ id: number; name: string; accountNumber: string }>(
    db,
    'SELECT id, name, account_number AS accountNumber FROM bank_account ORDER BY id',
  );
  const heads: StatementView['accounts'] = [];
  for (const account of accounts) heads.push(await accountHead(db, account));
  return heads;
}

async function accountHead(
  db: Db,
  account: { id: number; name: string; accountNumber: string },
): Promise<StatementView['accounts'][number]> {
  const statements = await importedStatements(db, account.id);
  const span = coveredSpans(statements).at(-1);
  // The one that ends last, the newer of two: an overlapping file may begin later and end sooner.
  const latest = statements.reduce<(typeof statements)[number] | undefined>(
    (last, one) => (last === undefined || one.to >= last.to ? one : last),
    undefined,
  );
  const ledger = await row<{ total: string | null }>(
    db,
    `SELECT SUM(l.amount_minor) AS total
     FROM entry_line l
     JOIN account a ON a.id = l.account_id AND a.role = 'bank'
     JOIN entry e ON e.id = l.entry_id AND e.status = 'POSTED'
     WHERE l.bank_account_id = ?`,
    [account.id],
  );
  const openLines = await row<{ total: string | null; count: number }>(
    db,
    `SELECT SUM(amount_minor) AS total, COUNT(*) AS count FROM statement_line
     WHERE bank_account_id = ? AND match_group_id IS NULL AND standing`,
    [account.id],
  );
  return {
    ...account,
    coveredFrom: span?.from ?? null,
    coveredTo: span?.to ?? null,
    statementBalanceMinor: latest?.closingMinor ?? null,
    ledgerBalanceMinor: toMinor(ledger?.total),
    openMovementsMinor: await openTotal(db, account.id),
    openLinesMinor: toMinor(openLines?.total),
    openLines: openLines?.count ?? 0,
  };
}
