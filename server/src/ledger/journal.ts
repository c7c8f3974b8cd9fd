import type { EntryView, JournalPage, JournalQuery } from '@abacist/contracts';
import type { LedgerAccount } from '@abacist/core/ledger';
import { potLabels } from '../takings/labels';
import { placeholders, rows, type Db, type Value } from '../db/pool';
import { toInstant } from '../sales/read';

type EntryRow = Omit<EntryView, 'lines' | 'approval'> & {
  approver: string | null;
  reason: string | null;
};

const ENTRY = `
  SELECT e.id, s.number AS journalNumber, s.hash, e.date, e.kind,
    e.subject_id AS subjectId, CONCAT(d.series, '-', d.number) AS documentNumber, e.memo,
    u.name AS \`by\`, e.posted_at AS postedAt, e.reverses_entry_id AS reversesEntryId,
    r.id AS reversedByEntryId, au.name AS approver, ap.reason
  FROM entry e
  JOIN user u ON u.id = e.user_id
  LEFT JOIN seal s ON s.entry_id = e.id
  LEFT JOIN document d ON d.entry_id = e.id
  LEFT JOIN entry r ON r.reverses_entry_id = e.id
  LEFT JOIN approval ap ON ap.id = e.approval_id
  LEFT JOIN user au ON au.id = ap.approver_id`;

/** Entries with their lines, in the order of the ids asked for. */
export async function readEntries(db: Db, ids: readonly number[]): Promise<EntryView[]> {
  if (ids.length === 0) return [];
  const list = placeholders(ids.length);
  const entries = await rows<EntryRow>(db, `${ENTRY} WHERE e.id IN (${list})`, ids);
  type Line = Omit<EntryView['lines'][number], 'takings'> & {
    entryId: number;
    day: string | null;
    pot: string;
  };
  const labels = await potLabels(db);
  const lines = await rows<Line>(
    db,
    `SELECT l.entry_id AS entryId, a.role AS account,
       COALESCE(NULLIF(au.account_number, ''), a.number) AS number, l.amount_minor AS amountMinor,
       COALESCE(dr.name, de.name, au.name, pr.name, ba.name, ch.name) AS \`of\`,
       l.takings_day AS day, l.pot
     FROM entry_line l
     JOIN account a ON a.id = l.account_id
     LEFT JOIN drawer dr ON dr.id = l.drawer_id
     LEFT JOIN department de ON de.id = l.department_id
     LEFT JOIN tax_authority au ON au.id = l.authority_id
     LEFT JOIN processor pr ON pr.id = l.processor_id
     LEFT JOIN bank_account ba ON ba.id = l.bank_account_id
     LEFT JOIN charge_account ca ON ca.id = l.charge_account_id
     LEFT JOIN customer ch ON ch.id = ca.customer_id
     WHERE l.entry_id IN (${list})
     ORDER BY l.entry_id, l.amount_minor < 0, l.position`,
    ids,
  );
  const byId = new Map(entries.map((entry) => [entry.id, entry]));
  return ids.flatMap((id) => {
    const entry = byId.get(id);
    if (!entry) return [];
    const { approver, reason, ...rest } = entry;
    return {
      ...rest,
      postedAt: toInstant(rest.postedAt),
      approval: approver === null ? null : { by: approver, reason: reason! },
      lines: lines
        .filter(({ entryId }) => entryId === id)
        .map(({ entryId: _id, day, pot, ...line }) => ({
          ...line,
          takings: day === null ? null : { day, pot, label: labels.get(pot) ?? pot },
        })),
    };
  });
}

/** The entry of a document, or null when it has none. */
export async function entryOf(
  db: Db,
  kind: string,
  subjectId: number,
): Promise<EntryView | null> {
  const [found] = await rows<{ id: number }>(
    db,
    'SELECT id FROM entry WHERE kind = ? AND subject_id = ?',
    [kind, subjectId],
  );
  return found ? (await readEntries(db, [found.id]))[0]! : null;
}

/**
 * Searches the journal, newest first or oldest first, as it was posted: by journal or document number, by dates, by account, by
 * the amount of a line on either side. `next` continues after the last entry shown.
 */
export async function searchJournal(
  db: Db,
  asked: JournalQuery & { limit: number },
): Promise<JournalPage> {
  const where: string[] = [`e.status = 'POSTED'`];
  const values: Value[] = [];
  const and = (sql: string, ...given: Value[]) => {
    where.push(sql);
    values.push(...given);
  };
  if (asked.beyond !== undefined) and(`e.id ${asked.oldest ? '>' : '<'} ?`, asked.beyond);
  if (asked.from !== undefined) and('e.date >= ?', asked.from);
  if (asked.to !== undefined) and('e.date <= ?', asked.to);
  const number = /^(?:([A-Za-z]{1,6})-?)?(\d{1,15})$/.exec(asked.number ?? '');
  if (number?.[1]) {
    and(
      'e.id = (SELECT d.entry_id FROM document d WHERE d.series = ? AND d.number = ?)',
      number[1].toUpperCase(),
      Number(number[2]),
    );
  } else if (number) {
    and('e.id = (SELECT s.entry_id FROM seal s WHERE s.number = ?)', Number(number[2]));
  } else if (asked.number) {
    return { entries: [], next: null };
  }
  const lineWhere: string[] = [];
  if (asked.account !== undefined) {
    lineWhere.push('a.role = ?');
    values.push(asked.account as LedgerAccount);
  }
  if (asked.amountMinor !== undefined) {
    lineWhere.push('l.amount_minor IN (?, ?)');
    values.push(asked.amountMinor, -asked.amountMinor);
  }
  if (lineWhere.length) {
    where.push(
      `e.id IN (SELECT l.entry_id FROM entry_line l JOIN account a ON a.id = l.account_id
                WHERE ${lineWhere.join(' AND ')})`,
    );
  }
  const found = await rows<{ id: number }>(
    db,
    `SELECT e.id FROM entry e WHERE ${where.join(' AND ')}
     ORDER BY e.id ${asked.oldest ? 'ASC' : 'DESC'} LIMIT ${asked.limit + 1}`,
    values,
  );
  const ids = found.slice(0, asked.limit).map(({ id }) => id);
  const next = found.length > asked.limit ? ids.at(-1)! : null;
  return { entries: await readEntries(db, ids), next };
}
