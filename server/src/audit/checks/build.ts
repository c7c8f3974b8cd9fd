/**
 * What must hold in the books, as statements that find what breaks it: each row is one breach
 * with the entry (or null), what it is about, and the two figures that should be equal.
 */
export type Check = { name: string; sql: string };

const entrySum = (role: string, by = '') => `
  SELECT l.entry_id${by && `, l.${by} AS part`}, SUM(l.amount_minor) AS found
  FROM entry_line l JOIN account a ON a.id = l.account_id AND a.role = '${role}'
  GROUP BY l.entry_id${by && `, l.${by}`}`;

/**
 * Compares the lines of an account in the entry of each document of a kind with what its own rows
 * say: one without an entry must move nothing.
 * `expected` is a statement that gives subject_id, (part,) expected.
 */
export function perDocument(
  name: string,
  kind: string,
  role: string,
  expected: string,
  by?: string,
): Check {
  const part = by ? 'AND f.part <=> x.part' : '';
  return {
    name,
    sql: `
      SELECT d.entry_id AS entryId, CONCAT(d.kind, ' ', d.subject_id) AS about,
        COALESCE(x.expected, 0) AS expected, COALESCE(f.found, 0) AS found
      FROM document d
      JOIN (${expected}) x ON x.subject_id = d.subject_id
      LEFT JOIN (${entrySum(role, by)}) f ON f.entry_id = d.entry_id ${part}
      WHERE d.kind = '${kind}' AND COALESCE(x.expected, 0) <> COALESCE(f.found, 0)`,
  };
}

/** Compares the balance of a control account with its sub-ledger, part by part. */
export function control(name: string, role: string, subLedger: string, by?: string): Check {
  const part = by ? `l.${by}` : '0';
  return {
    name,
    sql: `
      SELECT NULL AS entryId, CONCAT('${role} ', t.part) AS about,
        SUM(t.expected) AS expected, SUM(t.found) AS found
      FROM (
        SELECT ${part} AS part, 0 AS expected, l.amount_minor AS found
        FROM entry_line l
        JOIN account a ON a.id = l.account_id AND a.role = '${role}'
        JOIN entry e ON e.id = l.entry_id AND e.status = 'POSTED'
        UNION ALL
        SELECT s.part, s.expected, 0 FROM (${subLedger}) s
      ) t
      GROUP BY t.part
      HAVING SUM(t.expected) <> SUM(t.found)`,
  };
}

/** Tickets that are not void: follows the last JOIN of a statement that reads sale s. */
export const STANDING = 'LEFT JOIN sale_void v ON v.sale_id = s.id WHERE v.id IS NULL';

/** Compares kept balances with the sums of the sealed lines that they stand for. */
export function keptBalances(table: string, column: string, period: string): string {
  return `
    SELECT NULL AS entryId, CONCAT('account ', t.account_id, ' ', t.period) AS about,
      SUM(t.expected) AS expected, SUM(t.found) AS found
    FROM (
      SELECT l.account_id, ${period} AS period, l.amount_minor AS expected, 0 AS found
      FROM seal s JOIN entry e ON e.id = s.entry_id JOIN entry_line l ON l.entry_id = e.id
      UNION ALL
      SELECT account_id, ${column}, 0, debit_minor - credit_minor FROM ${table}
    ) t
    GROUP BY t.account_id, t.period
    HAVING SUM(t.expected) <> SUM(t.found)`;
}
