import { DOCUMENT_KINDS, undoneBy } from '@abacist/core/documents';
import { ACT_UNDOINGS } from '../../drawer/acts/kinds';
import { DOCUMENT_FACTS } from '../../ledger/documentFacts';
import { keptBalances, type Check } from './build';

/** Each kind with the one that undoes it, as rows of SQL; the names are the table's own. */
const UNDOINGS = DOCUMENT_KINDS.flatMap((kind) =>
  undoneBy(kind) ? [`('${kind}', '${undoneBy(kind)}')`] : [],
).join(', ');

/** One of a document's facts by its kind, computed again; `rest` where its kind has none of its own. */
const again = (fact: 'amount' | 'customer', rest: string) =>
  `CASE d.kind ${DOCUMENT_KINDS.flatMap((kind) => {
    const sql = DOCUMENT_FACTS[kind][fact];
    return sql ? `WHEN '${kind}' THEN (${sql} WHERE x.id = d.subject_id)` : [];
  }).join(' ')} ELSE ${rest} END`;
const FIGURE = again(
  'amount',
  `COALESCE((SELECT SUM(l.amount_minor) FROM entry_line l
     WHERE l.entry_id = d.entry_id AND l.amount_minor > 0), 0)`,
);
const CUSTOMER = `COALESCE(${again('customer', 'NULL')},
  (SELECT MIN(a.customer_id) FROM entry_line l JOIN charge_account a ON a.id = l.charge_account_id
   WHERE l.entry_id = d.entry_id HAVING COUNT(DISTINCT a.id) = 1))`;

/** The journal itself: balance, seals, numbers, documents, kept balances. */
export const LEDGER: Check[] = [
  {
    name: 'no entry is left OPEN',
    sql: `SELECT id AS entryId, kind AS about, 'POSTED' AS expected, status AS found
          FROM entry WHERE status <> 'POSTED'`,
  },
  {
    name: 'every entry adds up to zero',
    sql: `SELECT entry_id AS entryId, currency AS about, 0 AS expected,
            SUM(amount_minor) AS found
          FROM entry_line GROUP BY entry_id, currency HAVING SUM(amount_minor) <> 0`,
  },
  {
    name: 'every posted entry is sealed or waits for its seal',
    sql: `SELECT e.id AS entryId, e.kind AS about, 'a seal' AS expected, 'none' AS found
          FROM entry e
          LEFT JOIN seal s ON s.entry_id = e.id
          LEFT JOIN unsealed u ON u.entry_id = e.id
          WHERE e.status = 'POSTED' AND s.number IS NULL AND u.entry_id IS NULL`,
  },
  {
    name: 'document numbers have no gap',
    sql: `SELECT NULL AS entryId, s.code AS about, s.last_number AS expected,
            COUNT(d.number) AS found
          FROM series s LEFT JOIN document d ON d.series = s.code
          GROUP BY s.code, s.last_number
          HAVING COUNT(d.number) <> s.last_number
            OR COALESCE(MAX(d.number), 0) <> s.last_number`,
  },
  {
    name: 'every entry has its document',
    sql: `SELECT e.id AS entryId, CONCAT(e.kind, ' ', e.subject_id) AS about,
            'a document' AS expected, 'none' AS found
          FROM entry e
          LEFT JOIN document d ON d.entry_id = e.id AND d.kind = e.kind
            AND d.subject_id = e.subject_id
          WHERE d.number IS NULL`,
  },
  {
    name: 'every document has its entry, or says that it moves nothing',
    sql: `SELECT d.entry_id AS entryId, CONCAT(d.series, '-', d.number) AS about,
            'an entry or no effect' AS expected, 'neither' AS found
          FROM document d
          WHERE (d.entry_id IS NULL) <> d.without_effect`,
  },
  {
    name: 'every document is listed with its own figure, day and customer',
    sql: `SELECT t.entry_id AS entryId, CONCAT(t.series, '-', t.number) AS about,
            CONCAT_WS(' ', t.day, t.figure, t.whose) AS expected,
            CONCAT_WS(' ', t.date, t.amount_minor, t.customer_id) AS found
          FROM (SELECT d.*, COALESCE(e.date, d.date) AS day, ${FIGURE} AS figure,
                  ${CUSTOMER} AS whose
                FROM document d LEFT JOIN entry e ON e.id = d.entry_id) t
          WHERE t.amount_minor <> t.figure OR t.date <> t.day
            OR NOT (t.customer_id <=> t.whose)`,
  },
  {
    name: 'every sale has its document',
    sql: `SELECT NULL AS entryId, CONCAT('sale ', s.id) AS about, 'a document' AS expected,
            'none' AS found
          FROM sale s LEFT JOIN document d ON d.kind = 'sale' AND d.subject_id = s.id
          WHERE d.number IS NULL`,
  },
  {
    name: 'a reversing entry turns each line of its entry',
    sql: `SELECT e.id AS entryId, CONCAT('account ', t.account_id) AS about, 0 AS expected,
            SUM(t.amount_minor) AS found
          FROM entry e
          JOIN entry_line t ON t.entry_id IN (e.id, e.reverses_entry_id)
          WHERE e.reverses_entry_id IS NOT NULL
            AND NOT EXISTS (SELECT 1 FROM drawer_act_undo u WHERE u.id = e.subject_id
              AND u.counted AND e.kind IN (${ACT_UNDOINGS}))
            AND NOT EXISTS (SELECT 1 FROM sale_void v WHERE v.id = e.subject_id
              AND v.counted AND e.kind = 'saleVoid')
          GROUP BY e.id, t.account_id, t.drawer_id, t.department_id, t.authority_id,
            t.processor_id, t.bank_account_id, t.takings_day, t.pot, t.holder
          HAVING SUM(t.amount_minor) <> 0`,
  },
  {
    name: 'an entry is turned around by the kind of document that undoes it',
    sql: `SELECT e.id AS entryId, CONCAT(o.kind, ' ', o.id) AS about, 'its undoing' AS expected,
            e.kind AS found
          FROM entry e JOIN entry o ON o.id = e.reverses_entry_id
          WHERE (o.kind, e.kind) NOT IN (${UNDOINGS})`,
  },
  {
    name: 'kept balances by month are the sums of sealed lines',
    sql: keptBalances('balance_month', 'month', `DATE_FORMAT(e.date, '%Y-%m')`),
  },
  {
    name: 'kept balances by day are the sums of sealed lines',
    sql: keptBalances('balance_day', 'date', 'e.date'),
  },
];
