import type { Check } from './build';

/** Sealed lines that are tagged. */
const SEALED = `
  FROM seal s
  JOIN entry e ON e.id = s.entry_id
  JOIN entry_line l ON l.entry_id = s.entry_id AND l.pot IS NOT NULL`;

/** What is kept of takings, each figure against the lines of which it is the sum. */
export const KEPT_TAKINGS: Check[] = [
  {
    name: 'kept takings are the sums of sealed lines',
    sql: `SELECT NULL AS entryId,
            CONCAT_WS(' ', z.takings_day, z.pot, z.account_id, z.holder, z.date) AS about,
            SUM(z.expected) AS expected, SUM(z.found) AS found
          FROM (
            SELECT l.takings_day, l.pot, l.account_id, l.holder, e.date,
              l.amount_minor AS expected, 0 AS found ${SEALED}
            UNION ALL
            SELECT takings_day, pot, account_id, holder, date, 0, amount_minor
            FROM takings_balance
          ) z
          GROUP BY z.takings_day, z.pot, z.account_id, z.holder, z.date
          HAVING SUM(z.expected) <> SUM(z.found)`,
  },
  {
    name: 'the frame has each day of sealed tickets and takings',
    sql: `SELECT NULL AS entryId, z.date AS about, 'a rod' AS expected, 'none' AS found
          FROM (
            SELECT e.date FROM seal s JOIN entry e ON e.id = s.entry_id AND e.kind = 'sale'
            UNION
            SELECT l.takings_day ${SEALED}
          ) z
          LEFT JOIN rod r ON r.date = z.date
          WHERE r.date IS NULL`,
  },
  {
    name: 'what is kept of each hand is the sum of its sealed lines',
    sql: `SELECT NULL AS entryId,
            CONCAT_WS(' ', a.role, z.holder, z.takings_day, z.pot) AS about,
            SUM(z.expected) AS expected, SUM(z.found) AS found
          FROM (
            SELECT l.account_id, l.holder, l.takings_day, l.pot, l.amount_minor AS expected,
              0 AS found ${SEALED}
            UNION ALL
            SELECT account_id, holder, takings_day, pot, 0, amount_minor FROM takings_held
          ) z
          JOIN account a ON a.id = z.account_id AND a.role IN ('drawer', 'fund', 'safe',
            'cardClearing', 'processorBalance', 'bankInTransit', 'reserve', 'disputes')
          GROUP BY a.role, z.holder, z.takings_day, z.pot
          HAVING SUM(z.expected) <> SUM(z.found)`,
  },
];
