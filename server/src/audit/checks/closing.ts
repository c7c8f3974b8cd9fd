import { SHEET_DOCUMENTS } from '@abacist/core/ledger';
import type { Check } from './build';

/** Kinds of documents that stand on a day's sheet. */
const ON_SHEET = SHEET_DOCUMENTS.map((kind) => `'${kind}'`).join(', ');

/** Frozen day sheets and the cash of slips. */
export const CLOSING: Check[] = [
  {
    name: 'a closed sheet is what it was',
    sql: `SELECT NULL AS entryId, CONCAT('sheet of ', date, ', version ', version) AS about,
            hash AS expected, SHA2(content, 256) AS found
          FROM day_close WHERE SHA2(content, 256) <> hash`,
  },
  {
    name: 'only the last sheet of a day stands, and what was reopened stands no more',
    sql: `SELECT NULL AS entryId, CONCAT('sheet of ', c.date, ', version ', c.version) AS about,
            IF(r.id IS NULL, 'stands', 'reopened') AS expected,
            IF(c.standing, 'stands', 'reopened') AS found
          FROM day_close c
          LEFT JOIN day_reopen r ON r.day_close_id = c.id
          WHERE (r.id IS NULL) <> COALESCE(c.standing, FALSE)`,
  },
  {
    name: 'what came on a sheet after it was closed is told of it, and was approved',
    sql: `SELECT d.entry_id AS entryId, CONCAT(d.series, '-', d.number) AS about,
            'told, approved' AS expected,
            CONCAT_WS(', ', IF(l.kind IS NULL, 'not told', 'told'),
              IF(e.approval_id IS NULL, 'by nobody', 'approved')) AS found
          FROM day_close c
          JOIN document d ON d.date = c.date AND d.made_at > c.closed_at
            AND d.kind IN (${ON_SHEET})
          LEFT JOIN entry e ON e.id = d.entry_id
          LEFT JOIN sheet_late l ON l.kind = d.kind AND l.subject_id = d.subject_id
            AND l.day_close_id = c.id
          LEFT JOIN day_reopen r ON r.day_close_id = c.id
          WHERE (r.id IS NULL OR r.reopened_at > d.made_at)
            AND (l.kind IS NULL OR (e.id IS NOT NULL AND e.approval_id IS NULL))`,
  },
  {
    name: 'the pieces that were counted for a slip are its cash',
    sql: `SELECT d.entry_id AS entryId, CONCAT('slip ', s.id) AS about,
            x.cash AS expected, n.counted AS found
          FROM (SELECT slip_id, SUM(denomination_minor * pieces) AS counted
                FROM slip_cash GROUP BY slip_id) n
          JOIN slip s ON s.id = n.slip_id
          JOIN document d ON d.kind = 'slip' AND d.subject_id = s.id
          LEFT JOIN (SELECT si.slip_id, SUM(si.amount_minor) AS cash
                     FROM slip_item si JOIN safe_item i ON i.id = si.safe_item_id
                     WHERE i.cheque_id IS NULL GROUP BY si.slip_id) x ON x.slip_id = s.id
          WHERE NOT n.counted <=> x.cash`,
  },
];
