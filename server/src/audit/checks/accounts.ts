import { STANDING, control, perDocument, type Check } from './build';

/** What allocations took of an item, undone ones counted in. */
const TAKEN = `
  SELECT i.id, i.amount_minor, i.left_minor, i.closed_on, i.voided, i.date,
    COALESCE((SELECT SUM(x.amount_minor + x.discount_minor) FROM allocation x
              WHERE x.charge_item_id = i.id), 0)
    - COALESCE((SELECT SUM(x.amount_minor) FROM allocation x
                WHERE x.credit_item_id = i.id), 0) AS taken,
    (SELECT MAX(x.date) FROM allocation x
     WHERE x.charge_item_id = i.id OR x.credit_item_id = i.id) AS lastDate
  FROM open_item i`;

/** What items of a kind brought in, less those that were withdrawn. */
const ofItems = (kind: string) =>
  `SELECT 0 AS part, -amount_minor AS expected FROM open_item WHERE kind = '${kind}'
   UNION ALL
   SELECT 0, -w.amount_minor FROM open_item w JOIN open_item i ON i.id = w.withdraws_id
   WHERE i.kind = '${kind}'`;

/** Charge accounts: items, allocations, balances, the history of what was decided of them. */
export const ACCOUNTS: Check[] = [
  control(
    'each charge account is what is left of its items',
    'chargeAccounts',
    'SELECT charge_account_id AS part, left_minor AS expected FROM open_item WHERE NOT voided',
    'charge_account_id',
  ),
  {
    name: 'an account’s kept balance is what is left of its items',
    sql: `SELECT NULL AS entryId, CONCAT('account ', a.id) AS about,
            COALESCE(SUM(i.left_minor), 0) AS expected, a.balance_minor AS found
          FROM charge_account a LEFT JOIN open_item i ON i.charge_account_id = a.id
          GROUP BY a.id, a.balance_minor
          HAVING COALESCE(SUM(i.left_minor), 0) <> a.balance_minor`,
  },
  {
    name: 'what is left of an item is what no allocation took',
    sql: `SELECT NULL AS entryId, CONCAT('item ', t.id) AS about,
            IF(t.voided, 0, t.amount_minor - t.taken) AS expected, t.left_minor AS found
          FROM (${TAKEN}) t
          WHERE t.left_minor <> IF(t.voided, 0, t.amount_minor - t.taken)
            OR (t.voided AND t.taken <> 0)`,
  },
  {
    name: 'an item is closed on the day from which on nothing is left',
    sql: `SELECT NULL AS entryId, CONCAT('item ', t.id) AS about,
            COALESCE(IF(t.voided, t.date, t.lastDate), 'open') AS expected,
            COALESCE(t.closed_on, 'open') AS found
          FROM (${TAKEN}) t
          WHERE t.left_minor = 0 AND NOT t.closed_on <=> IF(t.voided, t.date, t.lastDate)`,
  },
  {
    name: 'an allocation joins a credit and a charge of one payer, not before either',
    sql: `SELECT NULL AS entryId, CONCAT('allocation ', x.id) AS about,
            'a credit and a charge of one payer' AS expected,
            CONCAT(c.kind, ' to ', h.kind, ' on ', x.date) AS found
          FROM allocation x
          JOIN open_item c ON c.id = x.credit_item_id
          JOIN open_item h ON h.id = x.charge_item_id
          JOIN charge_account ca ON ca.id = c.charge_account_id
          JOIN charge_account ha ON ha.id = h.charge_account_id
          WHERE c.amount_minor > 0 OR h.amount_minor < 0
            OR COALESCE(ca.parent_id, ca.id) <> COALESCE(ha.parent_id, ha.id)
            OR x.date < c.date OR x.date < h.date`,
  },
  {
    name: 'what undoes an allocation is its mirror',
    sql: `SELECT NULL AS entryId, CONCAT('allocation ', u.id) AS about,
            CONCAT(-x.amount_minor, ' and ', -x.discount_minor) AS expected,
            CONCAT(u.amount_minor, ' and ', u.discount_minor) AS found
          FROM allocation u JOIN allocation x ON x.id = u.undoes_id
          WHERE u.amount_minor <> -x.amount_minor OR u.discount_minor <> -x.discount_minor
            OR u.credit_item_id <> x.credit_item_id OR u.charge_item_id <> x.charge_item_id
            OR u.date < x.date`,
  },
  {
    name: 'what a ticket charges or pays on an account is an item of it, void with it',
    sql: `SELECT NULL AS entryId, CONCAT('ticket ', t.sale_id) AS about,
            CONCAT(SUM(t.expected), IF(v.id IS NULL, '', ' void')) AS expected,
            CONCAT(SUM(t.found), IF(MAX(t.voided) = 1, ' void', '')) AS found
          FROM (
            SELECT sale_id, charge_account_id, amount_minor AS expected, 0 AS found, 0 AS voided
            FROM sale_tender WHERE charge_account_id IS NOT NULL
            UNION ALL
            SELECT sale_id, charge_account_id, -amount_minor, 0, 0
            FROM sale_extra WHERE charge_account_id IS NOT NULL
            UNION ALL
            SELECT sale_id, charge_account_id, 0, amount_minor, voided
            FROM open_item WHERE sale_id IS NOT NULL
          ) t
          LEFT JOIN sale_void v ON v.sale_id = t.sale_id
          GROUP BY t.sale_id, t.charge_account_id, v.id
          HAVING SUM(t.expected) <> SUM(t.found) OR MAX(t.voided) <> (v.id IS NOT NULL)`,
  },
  control(
    'discounts given are those of allocations and agreed allowances, less what came back',
    'discountsGiven',
    `SELECT 0 AS part, x.discount_minor
       - COALESCE((SELECT SUM(t.tax_minor) FROM allocation_tax t
                   WHERE t.allocation_id = x.id), 0) AS expected
     FROM allocation x WHERE x.discount_minor <> 0
     UNION ALL
     SELECT 0, st.amount_minor
     FROM sale s JOIN sale_tender st ON st.sale_id = s.id
     JOIN tender t ON t.id = st.tender_id AND t.account_role = 'discountsGiven' ${STANDING}
     UNION ALL
     SELECT 0, -r.discount_back_minor
     FROM sale s JOIN sale_return r ON r.sale_id = s.id ${STANDING}`,
  ),
  perDocument(
    'what was written off is an expense, less the tax that is owed no more',
    'writeOff',
    'writeOffs',
    `SELECT i.id AS subject_id, -i.amount_minor
       - COALESCE((SELECT SUM(t.tax_minor) FROM allocation x
                   JOIN allocation_tax t ON t.allocation_id = x.id
                   WHERE x.credit_item_id = i.id AND x.undoes_id IS NULL
                     AND x.written_back_id IS NULL), 0) AS expected
     FROM open_item i WHERE i.kind = 'writeOff'`,
  ),
  {
    name: 'a credit paid out, or what was taken back or withdrawn, is eaten up in full',
    sql: `SELECT NULL AS entryId, CONCAT('item ', i.id) AS about, '0' AS expected,
            i.left_minor AS found
          FROM open_item i
          WHERE i.kind IN ('paidOut', 'writtenBack', 'withdrawn', 'withdrawnCredit')
            AND i.left_minor <> 0`,
  },
  perDocument(
    'a write-off that was taken back is no expense any more, and its tax is owed again',
    'writeOffUndo',
    'writeOffs',
    `SELECT i.id AS subject_id, -i.amount_minor
       - COALESCE((SELECT SUM(t.tax_minor) FROM allocation x
                   JOIN allocation_tax t ON t.allocation_id = x.id
                   WHERE x.written_back_id = i.id), 0) AS expected
     FROM open_item i WHERE i.kind = 'writtenBack'`,
  ),
  control('late charges are those of accounts', 'lateCharges', ofItems('lateCharge')),
  control(
    'fees for returned cheques are those of accounts',
    'feeIncome',
    `${ofItems('chequeFee')}
     UNION ALL
     SELECT 0, -fee_minor FROM returned_cheque WHERE standing`,
  ),
  {
    name: 'a returned cheque is owed again by the accounts that it paid, or by a walk-in',
    sql: `SELECT NULL AS entryId, CONCAT('returned cheque ', r.id) AS about,
            r.amount_minor - r.walk_in_minor AS expected,
            COALESCE(SUM(IF(i.kind = 'returnedCheque', i.amount_minor, 0)), 0) AS found
          FROM returned_cheque r
          LEFT JOIN returned_cheque_item x ON x.returned_cheque_id = r.id
          LEFT JOIN open_item i ON i.id = x.open_item_id
          GROUP BY r.id, r.amount_minor, r.walk_in_minor
          HAVING r.amount_minor - r.walk_in_minor
            <> COALESCE(SUM(IF(i.kind = 'returnedCheque', i.amount_minor, 0)), 0)`,
  },
  {
    name: 'the tax of a charge is its share of its ticket',
    sql: `SELECT d.entry_id AS entryId, CONCAT('item ', i.id) AS about,
            CONCAT('within a cent of ', ROUND(s.tax_minor * i.amount_minor / s.total_minor, 2))
              AS expected, COALESCE(t.tax, 0) AS found
          FROM open_item i
          JOIN sale s ON s.id = i.sale_id
          JOIN document d ON d.kind = 'sale' AND d.subject_id = s.id
          LEFT JOIN (SELECT open_item_id, SUM(tax_minor) AS tax, COUNT(*) AS parts
                     FROM open_item_tax GROUP BY open_item_id) t ON t.open_item_id = i.id
          WHERE i.kind = 'charge'
            AND ABS(COALESCE(t.tax, 0) - s.tax_minor * i.amount_minor / s.total_minor)
              >= COALESCE(t.parts, 0) + 1`,
  },
  {
    name: 'an account’s limit is what was last decided of it',
    sql: `SELECT NULL AS entryId, CONCAT('account ', a.id) AS about,
            h.value_after AS expected, COALESCE(a.limit_minor, '') AS found
          FROM charge_account a
          JOIN charge_account_change h ON h.charge_account_id = a.id AND h.field = 'limit'
          WHERE NOT EXISTS (SELECT 1 FROM charge_account_change n
                            WHERE n.charge_account_id = a.id AND n.field = 'limit'
                              AND n.id > h.id)
            AND h.value_after <> COALESCE(a.limit_minor, '')
          UNION ALL
          SELECT NULL, CONCAT('account ', b.charge_account_id), b.last, b.value_before
          FROM (
            SELECT charge_account_id, value_before, LAG(value_after) OVER (
              PARTITION BY charge_account_id, field ORDER BY id) AS last
            FROM charge_account_change
          ) b
          WHERE b.last IS NOT NULL AND b.last <> b.value_before`,
  },
];
