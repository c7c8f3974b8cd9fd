import type {
  DocumentChoices,
  DocumentFilter,
  DocumentPage,
  DocumentQuery,
  DocumentRow,
  DocumentSums,
} from '@abacist/contracts';
import type { DocumentSort } from '@abacist/contracts/choices';
import { SALE_OF_DOCUMENT } from '../ledger/documentFacts';
import { rows, toMinor, type Db, type Value } from '../db/pool';
import { toInstant } from '../sales/read';
import { figureRange, indexFor } from './wayIn';

const PAGE = 60;

const ROW = `
  SELECT d.kind, d.subject_id AS subjectId, CONCAT(d.series, '-', d.number) AS number, d.date,
    d.made_at AS madeAt, u.name AS \`by\`, w.name AS drawer, c.name AS customer,
    d.amount_minor AS amountMinor, d.entry_id AS entryId, ${SALE_OF_DOCUMENT} AS saleId,
    CONCAT(b.series, '-', b.number) AS undoneBy`;

/** The document that turned around the entry of `d`. */
const UNDONE = `
  LEFT JOIN entry r ON r.reverses_entry_id = d.entry_id
  LEFT JOIN document b ON b.entry_id = r.id`;

const JOINS = `
  LEFT JOIN user u ON u.id = d.user_id
  LEFT JOIN drawer w ON w.id = d.drawer_id
  LEFT JOIN customer c ON c.id = d.customer_id
  ${UNDONE}`;

/** What a page is ordered by: each is an index, to which the primary key belongs. */
const ORDERS: Record<DocumentSort, string[]> = {
  date: ['d.date', 'd.made_at', 'd.kind', 'd.subject_id'],
  amount: ['d.amount_minor', 'd.kind', 'd.subject_id'],
};

type Where = { sql: string[]; values: Value[] };

function narrowed(asked: DocumentFilter): Where {
  const where: Where = { sql: [], values: [] };
  const and = (sql: string, ...values: Value[]) => {
    where.sql.push(sql);
    where.values.push(...values);
  };
  if (asked.kind !== undefined) and('d.kind = ?', asked.kind);
  if (asked.state === 'undone') and('r.id IS NOT NULL');
  if (asked.state === 'stands') and('r.id IS NULL');
  if (asked.from !== undefined) and('d.date >= ?', asked.from);
  if (asked.to !== undefined) and('d.date <= ?', asked.to);
  if (asked.userId !== undefined) and('d.user_id = ?', asked.userId);
  if (asked.drawerId !== undefined) and('d.drawer_id = ?', asked.drawerId);
  if (asked.customerId !== undefined) and('d.customer_id = ?', asked.customerId);
  if (asked.tenderId !== undefined) {
    and(
      `d.kind = 'sale' AND EXISTS (SELECT 1 FROM sale_tender t
         WHERE t.sale_id = d.subject_id AND t.tender_id = ?)`,
      asked.tenderId,
    );
  }
  const figure = figureRange(asked);
  if (figure) and(figure.sql, ...figure.values);
  return where;
}

/**
 * All documents of every day, a page by their time or by their figure.
 * @param asked `after` continues after the last row of a page
 */
export async function listDocuments(
  db: Db,
  asked: DocumentQuery,
  limit = PAGE,
): Promise<DocumentPage> {
  const { sort = 'date', down = true } = asked;
  const columns = ORDERS[sort];
  const index = await indexFor(db, asked, sort);
  const where = narrowed(asked);
  const after = readAfter(asked.after, columns.length);
  const beyond = down ? '<' : '>';
  if (after) {
    // The row as a whole; its first column once more, since only that one narrows the index.
    where.sql.push(
      `${columns[0]} ${beyond}= ?`,
      `(${columns.join(', ')}) ${beyond} (${columns.map(() => '?').join(', ')})`,
    );
    where.values.push(after[0]!, ...after);
  }
  const direction = down ? 'DESC' : 'ASC';
  const found = await rows<DocumentRow>(
    db,
    `${ROW} FROM document d FORCE INDEX (${index}) ${JOINS}
     ${where.sql.length ? `WHERE ${where.sql.join(' AND ')}` : ''}
     ORDER BY ${columns.map((column) => `${column} ${direction}`).join(', ')}
     LIMIT ${limit + 1}`,
    where.values,
  );
  const page = found.slice(0, limit);
  const last = page.at(-1);
  return {
    rows: page.map((row) => ({ ...row, madeAt: toInstant(row.madeAt) })),
    next: last && found.length > limit ? JSON.stringify(placeOf(sort, last)) : null,
  };
}

const placeOf = (sort: DocumentSort, row: DocumentRow): Value[] =>
  sort === 'date'
    ? [row.date, row.madeAt, row.kind, row.subjectId]
    : [row.amountMinor, row.kind, row.subjectId];

/** Where the page before ended; undefined for the first page, and where it is no cursor of ours. */
function readAfter(after: string | undefined, length: number): Value[] | undefined {
  try {
    const read: unknown = JSON.parse(after ?? '');
    if (
      Array.isArray(read) &&
      read.length === length &&
      read.every((one) => typeof one === 'string' || typeof one === 'number')
    ) {
      return read as Value[];
    }
  } catch {
    // No cursor of ours: the first page.
  }
  return undefined;
}

type KindSum = {
  kind: DocumentRow['kind'];
  undone: number;
  count: number;
  total: string | null;
};

/**
 * What a filter finds, by kind, the most frequent first; what was undone adds to no sum. All are
 * summed, and those undone, of which there are few, are taken off: to ask each whether it was undone
 * costs seconds at a million. Both in one statement, so that they are of one moment.
 */
export async function documentSums(
  db: Db,
  { state, ...asked }: DocumentFilter,
): Promise<DocumentSums> {
  const where = narrowed(asked);
  const sums = (undone: 0 | 1, from: string) => `
    SELECT d.kind, ${undone} AS undone, COUNT(*) AS count, SUM(d.amount_minor) AS total
    FROM ${from}
    ${where.sql.length ? `WHERE ${where.sql.join(' AND ')}` : ''}
    GROUP BY d.kind`;
  const found = await rows<KindSum>(
    db,
    `${sums(0, 'document d')} UNION ALL ${sums(
      1,
      `entry r STRAIGHT_JOIN document d
         ON d.entry_id = r.reverses_entry_id AND r.reverses_entry_id IS NOT NULL`,
    )}`,
    [...where.values, ...where.values],
  );
  const undone = found.filter((one) => one.undone === 1);
  return found
    .filter((one) => one.undone === 0)
    .flatMap(({ kind, count, total }) => {
      const off = undone.find((one) => one.kind === kind);
      const taken = off?.count ?? 0;
      const left = state === 'undone' ? taken : state === 'stands' ? count - taken : count;
      const standing = toMinor(total) - toMinor(off?.total ?? 0);
      return left === 0
        ? []
        : [{ kind, count: left, amountMinor: state === 'undone' ? 0 : standing }];
    })
    .toSorted((a, b) => b.count - a.count || (a.kind < b.kind ? -1 : 1));
}

/** Who made documents, where, and what paid: for the filters. */
export async function documentChoices(db: Db): Promise<DocumentChoices> {
  const [people, drawers, tenders] = await Promise.all(
    ['user', 'drawer', 'tender'].map((table) =>
      rows<{ id: number; name: string }>(db, `SELECT id, name FROM ${table} ORDER BY name`),
    ),
  );
  return { people: people!, drawers: drawers!, tenders: tenders! };
}
