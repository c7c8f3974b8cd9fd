import {
  assertBalanced,
  DOCUMENTS,
  documentNumber,
  reverseLines,
  SHEET_DOCUMENTS,
  type DocumentKind,
  type JournalLine,
  type UndoingKind,
} from '@abacist/core/ledger';
import { sum } from '@abacist/core/money';
import { mayAs, type Role } from '@abacist/core/people';
import { IN_DRAWER, isByPlace, ofSession } from '@abacist/core/takings';
import type { CommandContext } from '../context';
import { insertMany, placeholders, rows, run } from '../db/pool';
import type { Tx } from '../db/transaction';
import { refuseWith } from '../http/errors';
import { checkClock } from './clock';
import { DOCUMENT_FACTS } from './documentFacts';

export type NewEntry = {
  kind: DocumentKind;
  /** The row of the source document: a sale's id, a slip's id, … */
  subjectId: number;
  date: string;
  lines: readonly JournalLine[];
  memo: string;
  reversesEntryId?: number;
  drawerSessionId?: number;
  approvalId?: number | null;
  /** Who sold: kept on the lines of sales and returns. */
  salespersonId?: number;
  /** Who holds takings that core named by their place, e.g. `tender#1` is `tender 55`. */
  holders?: Readonly<Record<string, string>>;
};

/**
 * Posts a document's entry and numbers the document: entry OPEN, its lines, the number from its
 * series, the document, POSTED. Call it last in a transaction: the series' row is the hottest.
 * A document whose entry would have no line has a number and no entry, and is marked so.
 * @throws HttpError 422 `lock.filed` for a filed day; 409 when a closed day needs an approval
 */
export async function postDocument(
  context: CommandContext,
  asked: NewEntry,
): Promise<{ entryId: number | null; number: string }> {
  const { tx } = context;
  const { approvalId, closeId } = await askOfClosedSheet(context, asked);
  const entry = { ...asked, approvalId };
  const entryId = entry.lines.length ? await insertEntry(context, entry) : null;
  const number = await nextNumber(tx, DOCUMENTS[entry.kind].series);
  await insertDocument(context, entry, entryId, number);
  if (closeId !== null) {
    await insertMany(
      tx,
      'sheet_late',
      ['kind', 'subject_id', 'day_close_id'],
      [[entry.kind, entry.subjectId, closeId]],
    );
  }
  if (entryId !== null) {
    await run(tx, `UPDATE entry SET status = 'POSTED' WHERE id = ?`, [entryId]);
    tx.openEntries.delete(entryId);
    tx.postedEntries.push(entryId);
  }
  return { entryId, number: documentNumber(entry.kind, number) };
}

/**
 * What stands on the sheet of a day that is closed asks a manager: the sheet tells of it no more, and is
 * closed anew. What a manager approved already is not asked for twice; anybody else's word is not enough.
 * @returns the approval, and the closed sheet that it comes after; null: there is none
 * @throws HttpError 409 when nobody approved; 422 `closing.asksManager` when another did
 */
async function askOfClosedSheet(
  context: CommandContext,
  { kind, date, approvalId = null }: NewEntry,
): Promise<{ approvalId: number | null; closeId: number | null }> {
  const { lastSheet } = context.shop;
  if (lastSheet === null || date > lastSheet || !SHEET_DOCUMENTS.includes(kind)) {
    return { approvalId, closeId: null };
  }
  const [closed] = await rows<{ closeId: number; number: string; role: Role | null }>(
    context.tx,
    `SELECT c.id AS closeId, CONCAT(d.series, '-', d.number) AS number,
       (SELECT u.role FROM approval a JOIN user u ON u.id = a.approver_id WHERE a.id = ?) AS role
     FROM day_close c JOIN document d ON d.kind = 'dayClose' AND d.subject_id = c.id
     WHERE c.date = ? AND c.standing`,
    [approvalId, date],
  );
  if (!closed) return { approvalId, closeId: null };
  const { closeId, number, role } = closed;
  if (role === null) {
    const params = { number, date };
    const approved = await context.approve([
      { code: 'rule.sheetClosed', approver: 'manager', params },
    ]);
    return { approvalId: approved, closeId };
  }
  if (!mayAs(role, 'manager')) {
    throw refuseWith('closing.asksManager', undefined, { number, date });
  }
  return { approvalId, closeId };
}

/** The document with what a list of documents shows of it (`DOCUMENT_FACTS`). */
async function insertDocument(
  { tx, actor, now }: CommandContext,
  { kind, subjectId, date, lines, drawerSessionId }: NewEntry,
  entryId: number | null,
  number: number,
): Promise<void> {
  const { amount, customer } = DOCUMENT_FACTS[kind];
  const debits = sum(lines.map(({ amountMinor }) => Math.max(0, amountMinor)));
  const accounts = new Set(lines.flatMap(({ chargeAccountId }) => chargeAccountId ?? []));
  const [account] = accounts.size === 1 ? accounts : [null];
  await run(
    tx,
    `INSERT INTO document (kind, subject_id, series, number, entry_id, without_effect, date,
       made_at, user_id, drawer_id, customer_id, amount_minor)
     SELECT ?, ?, ?, ?, ?, ?, ?, ?, ?,
       (SELECT s.drawer_id FROM drawer_session s WHERE s.id = ?),
       COALESCE(${customer ? `(${customer} WHERE x.id = ?)` : '?'},
         (SELECT a.customer_id FROM charge_account a WHERE a.id = ?)),
       ${amount ? `(${amount} WHERE x.id = ?)` : '?'}`,
    [
      kind,
      subjectId,
      DOCUMENTS[kind].series,
      number,
      entryId,
      entryId === null,
      date,
      now,
      actor.id,
      drawerSessionId ?? null,
      customer ? subjectId : null,
      account ?? null,
      amount ? subjectId : debits,
    ],
  );
}

/** Posts a document that takes an earlier entry back, line by line; of none, it has none either. */
export async function postReversal(
  context: CommandContext,
  entryId: number | null,
  document: Omit<NewEntry, 'kind' | 'lines' | 'reversesEntryId'> & { kind: UndoingKind },
): Promise<{ entryId: number | null; number: string }> {
  return postDocument(context, {
    ...document,
    lines: entryId === null ? [] : reverseLines(await entryLines(context.tx, entryId)),
    ...(entryId !== null && { reversesEntryId: entryId }),
  });
}

/**
 * The number that the next document of a kind gets in this transaction, for what must name it
 * before it is posted: its series is held from here on.
 */
export async function numberAhead(tx: Tx, kind: DocumentKind): Promise<string> {
  const [last] = await rows<{ number: number }>(
    tx,
    'SELECT last_number AS number FROM series WHERE code = ? FOR UPDATE',
    [DOCUMENTS[kind].series],
  );
  return documentNumber(kind, last!.number + 1);
}

async function insertEntry(context: CommandContext, entry: NewEntry): Promise<number> {
  const { tx, shop, actor, now } = context;
  assertBalanced(entry.lines);
  if (context.clockWatch) await checkClock(context, context.clockWatch);
  if (shop.filedThrough !== null && entry.date <= shop.filedThrough) {
    throw refuseWith('lock.filed', 'date', { through: shop.filedThrough });
  }
  let approvalId = entry.approvalId ?? null;
  if (shop.closedThrough !== null && entry.date <= shop.closedThrough && approvalId === null) {
    approvalId = await context.approve([
      {
        code: 'rule.closedPeriod',
        approver: 'manager',
        params: { through: shop.closedThrough },
      },
    ]);
  }
  const [{ insertId }, accounts] = await Promise.all([
    run(
      tx,
      `INSERT INTO entry
       (shop_id, date, kind, subject_id, reverses_entry_id, drawer_session_id,
        user_id, approval_id, posted_at, memo)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
      [
        shop.id,
        entry.date,
        entry.kind,
        entry.subjectId,
        entry.reversesEntryId ?? null,
        entry.drawerSessionId ?? null,
        actor.id,
        approvalId,
        now,
        entry.memo,
      ],
    ),
    accountIds(tx, entry.lines),
  ]);
  tx.openEntries.add(insertId);
  const lines = entry.lines.map(soldBy(entry.salespersonId));
  await insertLines(tx, insertId, lines.map(heldBy(entry)), accounts, shop);
  return insertId;
}

const soldBy = (salespersonId: number | undefined) => (line: JournalLine) =>
  salespersonId !== undefined &&
  (line.ledgerAccount === 'sales' || line.ledgerAccount === 'returns')
    ? { ...line, salespersonId }
    : line;

/** Names who holds the takings of a line: the drawer of the entry's session, or whom it said. */
const heldBy =
  ({ holders = {}, drawerSessionId, kind }: NewEntry) =>
  (line: JournalLine): JournalLine => {
    if (!line.tag) return line;
    const { holder } = line.tag;
    const named =
      holder === IN_DRAWER ? ofSession(drawerSessionId ?? null) : (holders[holder] ?? holder);
    if (isByPlace(named) || named.endsWith(' '))
      throw new Error(`${kind}: nobody is ${named}`);
    return { ...line, tag: { ...line.tag, holder: named } };
  };

/** The accounts that lines name by their role. */
async function accountIds(
  tx: Tx,
  lines: readonly JournalLine[],
): Promise<Map<string, number>> {
  const roles = [...new Set(lines.map(({ ledgerAccount: account }) => account))];
  const known = await rows<{ id: number; role: string }>(
    tx,
    `SELECT id, role FROM account WHERE role IN (${placeholders(roles.length)})`,
    roles,
  );
  return new Map(known.map(({ id, role }) => [role, id]));
}

async function insertLines(
  tx: Tx,
  entryId: number,
  lines: readonly JournalLine[],
  accounts: Map<string, number>,
  shop: { id: number; currency: string },
): Promise<void> {
  await insertMany(
    tx,
    'entry_line',
    [
      'entry_id',
      'position',
      'account_id',
      'amount_minor',
      'currency',
      'shop_id',
      'drawer_id',
      'department_id',
      'authority_id',
      'processor_id',
      'bank_account_id',
      'charge_account_id',
      'salesperson_id',
      'takings_day',
      'pot',
      'holder',
    ],
    lines.map((line, i) => [
      entryId,
      i + 1,
      accounts.get(line.ledgerAccount)!,
      line.amountMinor,
      shop.currency,
      shop.id,
      line.drawerId ?? null,
      line.departmentId ?? null,
      line.authorityId ?? null,
      line.processorId ?? null,
      line.bankAccountId ?? null,
      line.chargeAccountId ?? null,
      line.salespersonId ?? null,
      line.tag?.takingsDay ?? null,
      line.tag?.pot ?? null,
      line.tag?.holder ?? null,
    ]),
  );
}

/**
 * The next number of a series, gapless: the row stays locked until the transaction ends, so the
 * number comes back with the update itself and not by a second way to the database.
 */
async function nextNumber(tx: Tx, series: string): Promise<number> {
  const { insertId } = await run(
    tx,
    'UPDATE series SET last_number = LAST_INSERT_ID(last_number + 1) WHERE code = ?',
    [series],
  );
  return insertId;
}

/** The journal lines of a posted entry, as core reads them. */
export async function entryLines(tx: Tx, entryId: number): Promise<JournalLine[]> {
  type Stored = Record<string, number> & {
    role: JournalLine['ledgerAccount'];
    takingsDay: string | null;
    pot: string;
    holder: string;
  };
  const found = await rows<Stored>(
    tx,
    `SELECT a.role, l.amount_minor, l.drawer_id, l.department_id, l.authority_id,
       l.processor_id, l.bank_account_id, l.charge_account_id, l.salesperson_id,
       l.takings_day AS takingsDay, l.pot, l.holder
     FROM entry_line l
     JOIN account a ON a.id = l.account_id
     WHERE l.entry_id = ?
     ORDER BY l.position`,
    [entryId],
  );
  return found.map((line) => {
    const dimensions = {
      drawerId: line['drawer_id'],
      departmentId: line['department_id'],
      authorityId: line['authority_id'],
      processorId: line['processor_id'],
      bankAccountId: line['bank_account_id'],
      chargeAccountId: line['charge_account_id'],
      salespersonId: line['salesperson_id'],
    };
    const { takingsDay, pot, holder } = line;
    return {
      ledgerAccount: line.role,
      ...(takingsDay !== null && { tag: { takingsDay, pot, holder } }),
      amountMinor: line['amount_minor'] as JournalLine['amountMinor'],
      ...Object.fromEntries(Object.entries(dimensions).filter(([, value]) => value != null)),
    };
  });
}
