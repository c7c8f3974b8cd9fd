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
 * Compares the lines of an account in each entry of a kind with what its document says.
 * `expected` is a statement that gives subject_id, (part,) expected.
 */
function perDocument(
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
      SELECT e.id AS entryId, CONCAT(e.kind, ' ', e.subject_id) AS about,
        COALESCE(x.expected, 0) AS expected, COALESCE(f.found, 0) AS found
      FROM entry e
      JOIN (${expected}) x ON x.subject_id = e.subject_id
      LEFT JOIN (${entrySum(role, by)}) f ON f.entry_id = e.id ${part}
      WHERE e.kind = '${kind}' AND COALESCE(x.expected, 0) <> COALESCE(f.found, 0)`,
  };
}

/** Compares the balance of a control account with its sub-ledger, part by part. */
function control(name: string, role: string, subLedger: string, by?: string): Check {
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

const STANDING = 'LEFT JOIN sale_void v ON v.sale_id = s.id WHERE v.id IS NULL';

export const CHECKS: Check[] = [
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
    name: 'every document has its entry',
    sql: `SELECT d.entry_id AS entryId, CONCAT(d.series, '-', d.number) AS about,
            'an entry' AS expected, 'none' AS found
          FROM document d
          LEFT JOIN drawer_close c ON d.kind = 'drawerClose' AND c.id = d.subject_id
          WHERE d.entry_id IS NULL AND NOT (c.id IS NOT NULL AND c.to_safe_minor = 0
            AND c.difference_minor = 0)`,
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
          GROUP BY e.id, t.account_id, t.drawer_id, t.department_id, t.authority_id,
            t.processor_id, t.bank_account_id
          HAVING SUM(t.amount_minor) <> 0`,
  },
  {
    name: 'kept balances by month are the sums of sealed lines',
    sql: keptBalances('balance_month', 'month', `DATE_FORMAT(e.date, '%Y-%m')`),
  },
  {
    name: 'kept balances by day are the sums of sealed lines',
    sql: keptBalances('balance_day', 'date', 'e.date'),
  },
  perDocument(
    'cash of a sale is in its drawer',
    'sale',
    'drawer',
    `SELECT st.sale_id AS subject_id, SUM(st.kept_minor) AS expected
     FROM sale_tender st JOIN tender t ON t.id = st.tender_id AND t.kind = 'cash'
     GROUP BY st.sale_id`,
  ),
  perDocument(
    'cards of a sale are in card clearing',
    'sale',
    'cardClearing',
    `SELECT st.sale_id AS subject_id, t.processor_id AS part, SUM(st.amount_minor) AS expected
     FROM sale_tender st JOIN tender t ON t.id = st.tender_id AND t.kind = 'card'
     GROUP BY st.sale_id, t.processor_id`,
    'processor_id',
  ),
  perDocument(
    'tax of a sale is payable to its authorities',
    'sale',
    'taxPayable',
    `SELECT sale_id AS subject_id, authority_id AS part, -SUM(tax_minor) AS expected
     FROM sale_line_tax GROUP BY sale_id, authority_id`,
    'authority_id',
  ),
  perDocument(
    'net of a sale is income of its departments',
    'sale',
    'sales',
    `SELECT sale_id AS subject_id, department_id AS part, -SUM(net_minor) AS expected
     FROM sale_line GROUP BY sale_id, department_id`,
    'department_id',
  ),
  {
    name: 'lines of a sale add up to its totals, and tenders to its total',
    sql: `SELECT d.entry_id AS entryId, CONCAT('sale ', s.id) AS about,
            CONCAT(s.net_minor, ' + ', s.tax_minor, ' = ', s.total_minor) AS expected,
            CONCAT(l.net, ' + ', l.tax, ', tenders ', t.paid) AS found
          FROM sale s
          JOIN document d ON d.kind = 'sale' AND d.subject_id = s.id
          JOIN (SELECT sale_id, SUM(net_minor) AS net, SUM(tax_minor) AS tax
                FROM sale_line GROUP BY sale_id) l ON l.sale_id = s.id
          JOIN (SELECT sale_id, SUM(amount_minor) AS paid
                FROM sale_tender GROUP BY sale_id) t ON t.sale_id = s.id
          WHERE l.net <> s.net_minor OR l.tax <> s.tax_minor OR t.paid <> s.total_minor`,
  },
  perDocument(
    'a drawer close moves to the safe what its items say',
    'drawerClose',
    'safe',
    `SELECT drawer_close_id AS subject_id, SUM(amount_minor) AS expected
     FROM safe_item GROUP BY drawer_close_id`,
  ),
  perDocument(
    'a drawer difference is in over and short',
    'drawerClose',
    'overAndShort',
    'SELECT id AS subject_id, -difference_minor AS expected FROM drawer_close',
  ),
  perDocument(
    'a slip moves to the bank what its items say',
    'slip',
    'bankInTransit',
    `SELECT slip_id AS subject_id, SUM(amount_minor) AS expected
     FROM slip_item GROUP BY slip_id`,
  ),
  perDocument(
    'a settlement clears gross less refunds',
    'settlement',
    'cardClearing',
    'SELECT id AS subject_id, -(gross_minor - refunds_minor) AS expected FROM settlement',
  ),
  perDocument(
    'a settlement’s fee is an expense',
    'settlement',
    'cardFees',
    'SELECT id AS subject_id, fee_minor AS expected FROM settlement',
  ),
  perDocument(
    'a match brings to the bank what its lines say',
    'match',
    'bank',
    `SELECT m.match_group_id AS subject_id, SUM(l.amount_minor) AS expected
     FROM match_member m JOIN statement_line l ON l.id = m.member_id
     WHERE m.kind = 'line' GROUP BY m.match_group_id`,
  ),
  {
    name: 'what slips took of the safe is what is gone from it',
    sql: `SELECT NULL AS entryId, CONCAT('safe item ', i.id) AS about,
            COALESCE(SUM(si.amount_minor), 0) AS expected, i.taken_minor AS found
          FROM safe_item i LEFT JOIN slip_item si ON si.safe_item_id = i.id
          GROUP BY i.id, i.taken_minor
          HAVING COALESCE(SUM(si.amount_minor), 0) <> i.taken_minor`,
  },
  {
    name: 'what is matched belongs to a match that stands',
    sql: ['slip', 'settlement', 'statement_line']
      .map(
        (table) => `
          SELECT NULL AS entryId, CONCAT('${table} ', x.id) AS about,
            'its match' AS expected, CONCAT('match ', x.match_group_id) AS found
          FROM ${table} x
          LEFT JOIN match_member m ON m.match_group_id = x.match_group_id
            AND m.kind = '${table === 'statement_line' ? 'line' : table}' AND m.member_id = x.id
          LEFT JOIN match_undo u ON u.match_group_id = x.match_group_id
          WHERE x.match_group_id IS NOT NULL AND (m.member_id IS NULL OR u.id IS NOT NULL)`,
      )
      .join(' UNION ALL '),
  },
  control(
    'drawers hold what was opened, taken, and not moved to the safe',
    'drawer',
    `SELECT l.drawer_id AS part, l.amount_minor AS expected
     FROM entry_line l
     JOIN entry e ON e.id = l.entry_id AND e.kind = 'opening' AND e.status = 'POSTED'
     WHERE l.drawer_id IS NOT NULL
     UNION ALL
     SELECT s.drawer_id, st.kept_minor
     FROM sale s JOIN sale_tender st ON st.sale_id = s.id
     JOIN tender t ON t.id = st.tender_id AND t.kind = 'cash' ${STANDING}
     UNION ALL
     SELECT ds.drawer_id, c.difference_minor - c.to_safe_minor
     FROM drawer_close c JOIN drawer_session ds ON ds.id = c.drawer_session_id`,
    'drawer_id',
  ),
  control(
    'the safe holds what waits in it',
    'safe',
    'SELECT 0 AS part, amount_minor - taken_minor AS expected FROM safe_item',
  ),
  control(
    'card clearing is card tenders less what was settled',
    'cardClearing',
    `SELECT t.processor_id AS part, st.amount_minor AS expected
     FROM sale s JOIN sale_tender st ON st.sale_id = s.id
     JOIN tender t ON t.id = st.tender_id AND t.kind = 'card' ${STANDING}
     UNION ALL
     SELECT processor_id, -(gross_minor - refunds_minor) FROM settlement`,
    'processor_id',
  ),
  control(
    'bank in transit is slips and settlements not yet at the bank',
    'bankInTransit',
    `SELECT bank_account_id AS part, total_minor AS expected
     FROM slip WHERE match_group_id IS NULL
     UNION ALL
     SELECT bank_account_id, net_minor
     FROM settlement WHERE match_group_id IS NULL AND net_minor > 0`,
    'bank_account_id',
  ),
  control(
    'the bank holds its opening balance and the matched lines',
    'bank',
    `SELECT bank_account_id AS part, amount_minor AS expected FROM bank_opening
     UNION ALL
     SELECT bank_account_id, amount_minor
     FROM statement_line WHERE match_group_id IS NOT NULL`,
    'bank_account_id',
  ),
  control(
    'tax payable is the stored tax of standing sales',
    'taxPayable',
    `SELECT x.authority_id AS part, -x.tax_minor AS expected
     FROM sale s JOIN sale_line_tax x ON x.sale_id = s.id ${STANDING}`,
    'authority_id',
  ),
];

function keptBalances(table: string, column: string, period: string): string {
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
