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

/**
 * In the order of an index (to each of which the primary key belongs), so that a page of a million is
 * read as fast as one of ten; of one kind or one customer by an index of theirs.
 */
const ORDERS: Record<
  DocumentSort,
  { columns: string[]; index: (asked: DocumentFilter) => string }
> = {
  date: {
    columns: ['d.date', 'd.made_at', 'd.kind', 'd.subject_id'],
    index: ({ customerId, kind }) =>
      customerId !== undefined
        ? 'document_customer'
        : kind !== undefined
          ? 'document_kind'
          : 'document_made',
  },
  amount: {
    columns: ['d.amount_minor', 'd.kind', 'd.subject_id'],
    // Of one customer there are few: those are found by that and sorted.
    index: ({ customerId }) =>
      customerId === undefined ? 'document_amount' : 'document_customer',
  },
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
  if (asked.leastMinor !== undefined) and('ABS(d.amount_minor) >= ?', asked.leastMinor);
  if (asked.mostMinor !== undefined) and('ABS(d.amount_minor) <= ?', asked.mostMinor);
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
  const { index, columns } = ORDERS[sort];
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
    `${ROW} FROM document d FORCE INDEX (${index(asked)}) ${JOINS}
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

/** What a filter finds, by kind, the most frequent first; what was undone adds to no sum. */
export async function documentSums(db: Db, asked: DocumentFilter): Promise<DocumentSums> {
  const where = narrowed(asked);
  const found = await rows<{ kind: DocumentRow['kind']; count: number; total: string | null }>(
    db,
    `SELECT d.kind, COUNT(*) AS count, SUM(IF(r.id IS NULL, d.amount_minor, 0)) AS total
     FROM document d ${UNDONE}
     ${where.sql.length ? `WHERE ${where.sql.join(' AND ')}` : ''}
     GROUP BY d.kind ORDER BY COUNT(*) DESC, d.kind`,
    where.values,
  );
  return found.map(({ kind, count, total }) => ({ kind, count, amountMinor: toMinor(total) }));
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
