import { DOCUMENT_KINDS, type DocumentKind } from '@abacist/core/documents';
import { rows, type Value } from '../../db/pool';
import { SALE_OF_DOCUMENT } from '../../ledger/documentFacts';
import { MOST_HITS, type HitOf, type SearchRoom } from '../room';

/** Kinds that have a page of their own at the counter; all others lead to their journal entry. */
const AT_THE_COUNTER: DocumentKind[] = [
  'sale',
  'saleVoid',
  'creditNote',
  'quotation',
  'order',
];

type Stored = Omit<HitOf<'document'>, 'kind' | 'undone'> & { undone: number };

/**
 * Documents by number, by their figure, by what the bank or the processor calls them, and by whom
 * they are for, the newest first.
 */
export const document: SearchRoom<HitOf<'document'>> = {
  needs: 'GET /sales',
  async find({ db, may }, { text, number, amountMinor }) {
    const ways: { sql: string; values: Value[] }[] = [];
    if (number) {
      ways.push({
        sql: `SELECT kind, subject_id FROM document
          WHERE number = ? ${number.series === null ? '' : 'AND series = ?'}`,
        values: [number.number, ...(number.series === null ? [] : [number.series])],
      });
    }
    if (amountMinor !== null) {
      for (const figure of new Set([amountMinor, -amountMinor])) {
        ways.push({
          sql: `SELECT kind, subject_id FROM document WHERE amount_minor = ?
            ORDER BY kind DESC, subject_id DESC LIMIT 100`,
          values: [figure],
        });
      }
    }
    if (text.length >= 3) {
      ways.push(
        {
          sql: `SELECT 'settlement' AS kind, id AS subject_id FROM settlement WHERE reference = ?`,
          values: [text],
        },
        {
          sql: `SELECT 'slip' AS kind, id AS subject_id FROM slip WHERE bank_reference = ?`,
          values: [text],
        },
      );
    }
    if (ways.length === 0) return [];
    const kinds = may('GET /journal') ? DOCUMENT_KINDS : AT_THE_COUNTER;
    const found = await rows<Stored>(
      db,
      `SELECT d.kind AS document, CONCAT(d.series, '-', d.number) AS number, d.date,
         d.amount_minor AS amountMinor, c.name AS customer, d.entry_id AS entryId,
         ${SALE_OF_DOCUMENT} AS saleId, d.subject_id AS subjectId, r.id IS NOT NULL AS undone
       FROM (${ways.map(({ sql }) => `(${sql})`).join(' UNION ')}) f
       JOIN document d ON d.kind = f.kind AND d.subject_id = f.subject_id
       LEFT JOIN customer c ON c.id = d.customer_id
       LEFT JOIN entry r ON r.reverses_entry_id = d.entry_id
       WHERE d.kind IN (${kinds.map((kind) => `'${kind}'`).join(', ')})
       ORDER BY d.date DESC, d.made_at DESC LIMIT ${MOST_HITS}`,
      ways.flatMap(({ values }) => values),
    );
    return found.map((one) => ({ ...one, kind: 'document', undone: one.undone === 1 }));
  },
};
