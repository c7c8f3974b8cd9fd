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
          LEFT JOIN credit_note n ON d.kind = 'creditNote' AND n.id = d.subject_id
          LEFT JOIN document t ON t.kind = 'sale' AND t.subject_id = n.sale_id
          WHERE d.entry_id IS NULL AND t.entry_id IS NULL
            AND d.kind NOT IN ('quotation', 'order')
            AND NOT (c.id IS NOT NULL AND c.to_safe_minor = 0 AND c.difference_minor = 0)`,
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
    'cash and cheques of a sale are in its drawer',
    'sale',
    'drawer',
    `SELECT subject_id, SUM(expected) AS expected
     FROM (
       SELECT st.sale_id AS subject_id, st.kept_minor AS expected
       FROM sale_tender st JOIN tender t ON t.id = st.tender_id AND t.kind IN ('cash', 'cheque')
       UNION ALL
       SELECT sale_id, -amount_minor FROM sale_extra WHERE kind = 'cashBack'
     ) x GROUP BY subject_id`,
  ),
  {
    name: 'a cheque taken is kept as the paper that it is, and no other is',
    sql: `SELECT NULL AS entryId, CONCAT('sale tender ', x.id) AS about,
            COALESCE(x.expected, 'no cheque') AS expected, COALESCE(x.found, 'no cheque') AS found
          FROM (
            SELECT st.id, st.amount_minor AS expected, q.amount_minor AS found
            FROM sale_tender st
            JOIN tender t ON t.id = st.tender_id AND t.kind = 'cheque'
            LEFT JOIN cheque q ON q.sale_tender_id = st.id
            UNION ALL
            SELECT q.sale_tender_id, NULL, q.amount_minor
            FROM cheque q
            JOIN sale_tender st ON st.id = q.sale_tender_id
            JOIN tender t ON t.id = st.tender_id AND t.kind <> 'cheque'
          ) x
          WHERE NOT x.expected <=> x.found`,
  },
  {
    name: 'what a count put in the safe of a cheque is that cheque',
    sql: `SELECT NULL AS entryId, CONCAT('safe item ', i.id) AS about,
            q.amount_minor AS expected, i.amount_minor AS found
          FROM safe_item i JOIN cheque q ON q.id = i.cheque_id
          WHERE q.amount_minor <> i.amount_minor`,
  },
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
    `SELECT subject_id, part, SUM(expected) AS expected
     FROM (
       SELECT sale_id AS subject_id, authority_id AS part, -tax_minor AS expected
       FROM sale_line_tax
       UNION ALL
       SELECT sale_id, authority_id, IF(position = 0, -tax_minor, tax_minor)
       FROM return_line_tax
       UNION ALL
       SELECT sale_id, authority_id, -tax_minor FROM prepayment_tax
     ) x GROUP BY subject_id, part`,
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
  perDocument(
    'net of what came back is in returns of its departments',
    'sale',
    'returns',
    `SELECT sale_id AS subject_id, department_id AS part, SUM(net_minor) AS expected
     FROM return_line GROUP BY sale_id, department_id`,
    'department_id',
  ),
  perDocument(
    'a restocking fee is income',
    'sale',
    'restockingFees',
    'SELECT sale_id AS subject_id, -fee_minor AS expected FROM sale_return',
  ),
  perDocument(
    'store credit of a ticket is owed or was owed',
    'sale',
    'storeCredit',
    `SELECT st.sale_id AS subject_id, SUM(st.amount_minor) AS expected
     FROM sale_tender st JOIN tender t ON t.id = st.tender_id AND t.kind = 'storeCredit'
     GROUP BY st.sale_id`,
  ),
  perDocument(
    'an expired credit note is other income',
    'creditExpired',
    'otherIncome',
    `SELECT id AS subject_id, -expired_minor AS expected
     FROM credit_note_change WHERE kind = 'expired'`,
  ),
  {
    name: 'lines of a ticket add up to its totals, and tenders to its total',
    sql: `SELECT d.entry_id AS entryId, CONCAT('sale ', s.id) AS about,
            CONCAT(s.net_minor, ' + ', s.tax_minor, ' = ', s.total_minor) AS expected,
            CONCAT(COALESCE(l.net, 0) - COALESCE(r.net_minor, 0), ' + ',
              COALESCE(l.tax, 0) - COALESCE(r.tax_minor, 0), ', tenders ',
              COALESCE(t.paid, 0)) AS found
          FROM sale s
          JOIN document d ON d.kind = 'sale' AND d.subject_id = s.id
          LEFT JOIN (SELECT sale_id, SUM(net_minor) AS net, SUM(tax_minor) AS tax
                     FROM sale_line GROUP BY sale_id) l ON l.sale_id = s.id
          LEFT JOIN sale_return r ON r.sale_id = s.id
          LEFT JOIN (SELECT sale_id, SUM(amount_minor) AS paid
                     FROM sale_tender GROUP BY sale_id) t ON t.sale_id = s.id
          WHERE COALESCE(l.net, 0) - COALESCE(r.net_minor, 0) <> s.net_minor
            OR COALESCE(l.tax, 0) - COALESCE(r.tax_minor, 0) <> s.tax_minor
            OR COALESCE(t.paid, 0) <> s.total_minor`,
  },
  {
    name: 'returned lines and fee add up to what the ticket took back',
    sql: `SELECT d.entry_id AS entryId, CONCAT('sale ', r.sale_id) AS about,
            CONCAT(r.net_minor, ' + ', r.tax_minor) AS expected,
            CONCAT(SUM(l.net_minor) - r.fee_minor, ' + ',
              SUM(l.tax_minor) - r.fee_tax_minor) AS found
          FROM sale_return r
          JOIN document d ON d.kind = 'sale' AND d.subject_id = r.sale_id
          JOIN return_line l ON l.sale_id = r.sale_id
          GROUP BY r.sale_id, d.entry_id, r.net_minor, r.tax_minor, r.fee_minor,
            r.fee_tax_minor
          HAVING SUM(l.net_minor) - r.fee_minor <> r.net_minor
            OR SUM(l.tax_minor) - r.fee_tax_minor <> r.tax_minor`,
  },
  {
    name: 'no more of a line came back than was sold',
    sql: `SELECT d.entry_id AS entryId, CONCAT('sale ', l.sale_id, ' line ', l.position) AS about,
            CONCAT('at most ', l.quantity, ' for ', l.net_minor) AS expected,
            CONCAT(SUM(r.quantity), ' for ', SUM(r.net_minor)) AS found
          FROM return_line r
          JOIN sale_line l ON l.sale_id = r.of_sale_id AND l.position = r.of_position
          JOIN document d ON d.kind = 'sale' AND d.subject_id = l.sale_id
          LEFT JOIN sale_void v ON v.sale_id = r.sale_id
          WHERE v.id IS NULL
          GROUP BY l.sale_id, l.position, l.quantity, l.net_minor, d.entry_id
          HAVING SUM(r.quantity) > l.quantity OR SUM(r.net_minor) > l.net_minor`,
  },
  {
    name: 'a card got back no more than it paid',
    sql: `SELECT d.entry_id AS entryId, CONCAT('sale ', st.sale_id, ' tender ', st.position) AS about,
            st.amount_minor AS expected, -SUM(b.amount_minor) AS found
          FROM sale_tender b
          JOIN sale_tender st ON st.id = b.of_sale_tender_id
          JOIN document d ON d.kind = 'sale' AND d.subject_id = st.sale_id
          LEFT JOIN sale_void v ON v.sale_id = b.sale_id
          WHERE v.id IS NULL
          GROUP BY st.id, st.sale_id, st.position, st.amount_minor, d.entry_id
          HAVING -SUM(b.amount_minor) > st.amount_minor`,
  },
  {
    name: 'what was used of a credit note is what tickets took of it and what expired',
    sql: `SELECT NULL AS entryId, CONCAT('credit note ', n.id) AS about,
            COALESCE(u.used, 0) + COALESCE(x.expired, 0) AS expected, n.used_minor AS found
          FROM credit_note n
          LEFT JOIN (SELECT st.credit_note_id, SUM(st.amount_minor) AS used
                     FROM sale_tender st
                     LEFT JOIN sale_void v ON v.sale_id = st.sale_id
                     WHERE v.id IS NULL GROUP BY st.credit_note_id) u
            ON u.credit_note_id = n.id
          LEFT JOIN (SELECT credit_note_id, SUM(expired_minor) AS expired
                     FROM credit_note_change GROUP BY credit_note_id) x
            ON x.credit_note_id = n.id
          WHERE COALESCE(u.used, 0) + COALESCE(x.expired, 0) <> n.used_minor`,
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
     JOIN tender t ON t.id = st.tender_id AND t.kind IN ('cash', 'cheque') ${STANDING}
     UNION ALL
     SELECT s.drawer_id, -x.amount_minor
     FROM sale s JOIN sale_extra x ON x.sale_id = s.id AND x.kind = 'cashBack' ${STANDING}
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
     FROM sale s JOIN sale_line_tax x ON x.sale_id = s.id ${STANDING}
     UNION ALL
     SELECT x.authority_id, IF(x.position = 0, -x.tax_minor, x.tax_minor)
     FROM sale s JOIN return_line_tax x ON x.sale_id = s.id ${STANDING}
     UNION ALL
     SELECT x.authority_id, -x.tax_minor
     FROM sale s JOIN prepayment_tax x ON x.sale_id = s.id ${STANDING}`,
    'authority_id',
  ),
  control(
    'tips owed are those that cards brought',
    'tipsPayable',
    `SELECT 0 AS part, -x.amount_minor AS expected
     FROM sale s JOIN sale_extra x ON x.sale_id = s.id AND x.kind = 'tip' ${STANDING}`,
  ),
  control(
    'vouchers owed are what is left of them',
    'vouchers',
    `SELECT 0 AS part, -(w.amount_minor - w.used_minor) AS expected
     FROM voucher w JOIN sale s ON s.id = w.sale_id ${STANDING}`,
  ),
  control(
    'prepayments owed are those taken less those used, paid back and kept',
    'prepayments',
    `SELECT 0 AS part, -x.net_minor AS expected
     FROM sale s JOIN sale_extra x ON x.sale_id = s.id AND x.order_id IS NOT NULL ${STANDING}
     UNION ALL
     SELECT 0, st.net_minor
     FROM sale s JOIN sale_tender st ON st.sale_id = s.id AND st.order_id IS NOT NULL ${STANDING}
     UNION ALL
     SELECT 0, kept_net_minor FROM order_cancel`,
  ),
  {
    name: 'what an order was paid ahead, and spent of that, is what its tickets say',
    sql: `SELECT NULL AS entryId, CONCAT('order ', o.id) AS about,
            CONCAT(COALESCE(SUM(x.prepaid), 0), ', ', COALESCE(SUM(x.spent), 0)) AS expected,
            CONCAT(o.prepaid_minor, ', ', o.spent_minor) AS found
          FROM customer_order o
          LEFT JOIN (
            SELECT x.order_id, IF(x.kind = 'prepayment', x.amount_minor, 0) AS prepaid,
              IF(x.kind = 'prepaymentBack', -x.amount_minor, 0) AS spent
            FROM sale s JOIN sale_extra x ON x.sale_id = s.id ${STANDING}
            UNION ALL
            SELECT st.order_id, 0, st.amount_minor
            FROM sale s JOIN sale_tender st ON st.sale_id = s.id ${STANDING}
            UNION ALL
            SELECT order_id, 0, kept_minor FROM order_cancel
          ) x ON x.order_id = o.id
          GROUP BY o.id, o.prepaid_minor, o.spent_minor
          HAVING COALESCE(SUM(x.prepaid), 0) <> o.prepaid_minor
            OR COALESCE(SUM(x.spent), 0) <> o.spent_minor`,
  },
  {
    name: 'what is sold of an order is what its tickets sold',
    sql: `SELECT NULL AS entryId, CONCAT('order ', l.order_id, ' line ', l.position) AS about,
            COALESCE(SUM(x.quantity), 0) AS expected, l.sold_quantity AS found
          FROM customer_order_line l
          LEFT JOIN (
            SELECT k.order_id, k.order_position, k.quantity
            FROM sale s JOIN sale_line k ON k.sale_id = s.id ${STANDING}
          ) x ON x.order_id = l.order_id AND x.order_position = l.position
          GROUP BY l.order_id, l.position, l.sold_quantity
          HAVING COALESCE(SUM(x.quantity), 0) <> l.sold_quantity`,
  },
  {
    name: 'what was used of a voucher is what tickets took of it',
    sql: `SELECT NULL AS entryId, CONCAT('voucher ', w.id) AS about,
            COALESCE(SUM(x.amount), 0) AS expected, w.used_minor AS found
          FROM voucher w
          LEFT JOIN (
            SELECT st.voucher_id, st.amount_minor AS amount
            FROM sale s JOIN sale_tender st ON st.sale_id = s.id ${STANDING}
          ) x ON x.voucher_id = w.id
          GROUP BY w.id, w.used_minor
          HAVING COALESCE(SUM(x.amount), 0) <> w.used_minor`,
  },
  {
    name: 'what stands on a ticket beside goods adds up',
    sql: `SELECT d.entry_id AS entryId, CONCAT('sale ', s.id) AS about,
            s.extra_minor AS expected, COALESCE(SUM(x.amount_minor), 0) AS found
          FROM sale s
          JOIN document d ON d.kind = 'sale' AND d.subject_id = s.id
          LEFT JOIN sale_extra x ON x.sale_id = s.id
          GROUP BY s.id, s.extra_minor, d.entry_id
          HAVING COALESCE(SUM(x.amount_minor), 0) <> s.extra_minor`,
  },
  control(
    'store credit owed is what is left of the credit notes',
    'storeCredit',
    `SELECT 0 AS part, -(n.amount_minor - n.used_minor) AS expected
     FROM credit_note n JOIN sale s ON s.id = n.sale_id ${STANDING}`,
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
