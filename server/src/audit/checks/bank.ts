import { BROUGHT_TO_BANK } from '../../drawer/acts/kinds';
import { OWED } from '../../sales/returnedCheques';
import { ORIGIN } from '../../slips/read';
import { control, perDocument, type Check } from './build';

/** What can be matched, and as what it is a member of a match. */
const MATCHED = [
  ['slip', 'slip'],
  ['settlement', 'settlement'],
  ['own_cheque', 'ownCheque'],
  ['transfer', 'transfer'],
  ['returned_cheque', 'returnedCheque'],
  ['drawer_act', 'bankMoney'],
  ['fee_bill', 'feeBill'],
  ['bank_chargeback', 'chargeback'],
  ['bank_transfer_leg', 'ownTransfer'],
  ['tax_payment', 'taxPayment'],
  ['statement_line', 'line'],
] as const;

/** Slips, settlements and statement lines. */
export const BANK: Check[] = [
  perDocument(
    'a slip moves to the bank what its items say',
    'slip',
    'bankInTransit',
    `SELECT slip_id AS subject_id, SUM(amount_minor) AS expected
     FROM slip_item GROUP BY slip_id`,
  ),
  perDocument(
    'a match brings to the bank what its lines say',
    'match',
    'bank',
    `SELECT m.match_group_id AS subject_id, SUM(l.amount_minor) AS expected
     FROM match_member m JOIN statement_line l ON l.id = m.member_id
     WHERE m.kind = 'line' GROUP BY m.match_group_id`,
  ),
  perDocument(
    'a bag that the bank counted differently is over or short',
    'match',
    'overAndShort',
    'SELECT id AS subject_id, -bag_difference_minor AS expected FROM match_group',
  ),
  {
    name: 'what a bank counted differently stands on the day and drawer that a person named',
    sql: `SELECT e.id AS entryId, CONCAT('match ', m.id) AS about,
            CONCAT(i.takings_day, ' session ', COALESCE(ds.id, 'none')) AS expected,
            CONCAT(l.takings_day, ' session ', COALESCE(e.drawer_session_id, 'none')) AS found
          FROM match_group m
          LEFT JOIN safe_item i ON i.id = m.bag_safe_item_id
          ${ORIGIN}
          JOIN entry e ON e.kind = 'match' AND e.subject_id = m.id
          JOIN entry_line l ON l.entry_id = e.id
          JOIN account a ON a.id = l.account_id AND a.role = 'overAndShort'
          WHERE NOT (e.drawer_session_id <=> ds.id)
            OR (i.id IS NOT NULL AND l.takings_day <> i.takings_day)`,
  },
  perDocument(
    'a cheque of ours, or a transfer, is on its way to the bank',
    'sale',
    'bankInTransit',
    `SELECT x.sale_id AS subject_id, SUM(x.amount_minor) AS expected FROM (
       SELECT sale_id, -amount_minor AS amount_minor FROM own_cheque
       UNION ALL SELECT sale_id, amount_minor FROM transfer) x
     GROUP BY x.sale_id`,
  ),
  perDocument(
    'a returned cheque leaves the bank with what it brought',
    'chequeReturn',
    'bankInTransit',
    `SELECT r.id AS subject_id, -q.amount_minor AS expected
     FROM returned_cheque r JOIN cheque q ON q.id = r.cheque_id`,
  ),
  {
    name: 'an own cheque is what its ticket gave back, and void with it',
    sql: `SELECT NULL AS entryId, CONCAT('ticket ', st.sale_id) AS about,
            CONCAT(-st.amount_minor, IF(v.id IS NULL, '', ' void')) AS expected,
            COALESCE(CONCAT(o.amount_minor, IF(o.voided, ' void', '')), 'no cheque') AS found
          FROM sale_tender st
          JOIN tender t ON t.id = st.tender_id AND t.kind = 'ownCheque'
          LEFT JOIN sale_void v ON v.sale_id = st.sale_id
          LEFT JOIN own_cheque o ON o.sale_tender_id = st.id AND o.sale_id = st.sale_id
          WHERE o.id IS NULL OR o.amount_minor <> -st.amount_minor
            OR o.voided <> (v.id IS NOT NULL)`,
  },
  {
    name: 'a transfer is what its ticket took, and void with it',
    sql: `SELECT NULL AS entryId, CONCAT('ticket ', st.sale_id) AS about,
            CONCAT(st.amount_minor, IF(v.id IS NULL, '', ' void')) AS expected,
            COALESCE(CONCAT(o.amount_minor, IF(o.voided, ' void', '')), 'no transfer') AS found
          FROM sale_tender st
          JOIN tender t ON t.id = st.tender_id AND t.kind = 'transfer'
          LEFT JOIN sale_void v ON v.sale_id = st.sale_id
          LEFT JOIN transfer o ON o.sale_tender_id = st.id AND o.sale_id = st.sale_id
          WHERE o.id IS NULL OR o.amount_minor <> st.amount_minor
            OR o.voided <> (v.id IS NOT NULL)`,
  },
  control(
    'returned cheques are what no account owes of them and nobody paid or wrote off',
    'returnedCheques',
    `SELECT 0 AS part, ${OWED} AS expected
     FROM returned_cheque WHERE standing`,
  ),
  {
    name: 'what was paid of a returned cheque is what tickets say',
    sql: `SELECT NULL AS entryId, CONCAT('returned cheque ', r.id) AS about,
            COALESCE(SUM(IF(v.id IS NULL, x.amount_minor, 0)), 0) AS expected,
            r.recovered_minor AS found
          FROM returned_cheque r
          LEFT JOIN sale_extra x ON x.returned_cheque_id = r.id
          LEFT JOIN sale_void v ON v.sale_id = x.sale_id
          GROUP BY r.id, r.recovered_minor
          HAVING COALESCE(SUM(IF(v.id IS NULL, x.amount_minor, 0)), 0) <> r.recovered_minor`,
  },
  {
    name: 'what goods took off a returned cheque is what tickets say',
    sql: `SELECT NULL AS entryId, CONCAT('returned cheque ', r.id) AS about,
            COALESCE(SUM(IF(v.id IS NULL, -b.amount_minor, 0)), 0) AS expected,
            r.credited_minor AS found
          FROM returned_cheque r
          JOIN cheque q ON q.id = r.cheque_id
          LEFT JOIN sale_tender b ON b.of_sale_tender_id = q.sale_tender_id
          LEFT JOIN sale_void v ON v.sale_id = b.sale_id
          WHERE r.standing
          GROUP BY r.id, r.credited_minor
          HAVING COALESCE(SUM(IF(v.id IS NULL, -b.amount_minor, 0)), 0) <> r.credited_minor`,
  },
  perDocument(
    'a returned cheque that is written off is an expense',
    'chequeWriteOff',
    'writeOffs',
    'SELECT id AS subject_id, amount_minor AS expected FROM cheque_write_off',
  ),
  {
    name: 'what slips and floats took of the safe is what is gone from it',
    sql: `SELECT NULL AS entryId, CONCAT('safe item ', i.id) AS about,
            COALESCE(SUM(g.amount), 0) AS expected, i.taken_minor AS found
          FROM safe_item i
          LEFT JOIN (
            SELECT safe_item_id, amount_minor AS amount FROM slip_item_now
            UNION ALL
            SELECT f.safe_item_id, f.amount_minor
            FROM drawer_act_safe f JOIN drawer_act o ON o.id = f.drawer_act_id AND NOT o.undone
          ) g ON g.safe_item_id = i.id
          LEFT JOIN drawer_act x ON x.id = i.drawer_act_id
          LEFT JOIN sale_void v ON v.sale_id = i.sale_id
          WHERE NOT COALESCE(x.undone, FALSE) AND v.id IS NULL
          GROUP BY i.id, i.taken_minor
          HAVING COALESCE(SUM(g.amount), 0) <> i.taken_minor`,
  },
  {
    name: 'what is matched belongs to a match that stands',
    sql: MATCHED.map(
      ([table, kind]) => `
          SELECT NULL AS entryId, CONCAT('${table} ', x.id) AS about,
            'its match' AS expected, CONCAT('match ', x.match_group_id) AS found
          FROM ${table} x
          LEFT JOIN match_member m ON m.match_group_id = x.match_group_id
            AND m.kind = '${kind}' AND m.member_id = x.id
          LEFT JOIN match_undo u ON u.match_group_id = x.match_group_id
          WHERE x.match_group_id IS NOT NULL AND (m.member_id IS NULL OR u.id IS NOT NULL)`,
    ).join(' UNION ALL '),
  },
  control(
    'bank in transit is what was sent or is to be paid and no line shows yet',
    'bankInTransit',
    `SELECT bank_account_id AS part, total_minor AS expected
     FROM slip WHERE match_group_id IS NULL AND standing
     UNION ALL
     SELECT bank_account_id, to_bank_minor
     FROM settlement WHERE match_group_id IS NULL AND standing
     UNION ALL
     SELECT bank_account_id, -amount_minor
     FROM own_cheque WHERE match_group_id IS NULL AND NOT voided
     UNION ALL
     SELECT bank_account_id, amount_minor
     FROM transfer WHERE match_group_id IS NULL AND NOT voided
     UNION ALL
     SELECT bank_account_id, -amount_minor
     FROM returned_cheque WHERE match_group_id IS NULL AND standing
     UNION ALL
     SELECT bank_account_id, IF(kind IN (${BROUGHT_TO_BANK}), amount_minor, -amount_minor)
     FROM drawer_act
     WHERE bank_account_id IS NOT NULL AND match_group_id IS NULL AND NOT undone
     UNION ALL
     SELECT bank_account_id, -amount_minor
     FROM fee_bill WHERE match_group_id IS NULL AND standing
     UNION ALL
     SELECT bank_account_id, -(amount_minor + fee_minor)
     FROM bank_chargeback WHERE match_group_id IS NULL AND standing
     UNION ALL
     SELECT bank_account_id, amount_minor
     FROM bank_transfer_leg WHERE match_group_id IS NULL AND standing
     UNION ALL
     SELECT bank_account_id, -paid_minor
     FROM tax_payment WHERE match_group_id IS NULL AND standing`,
    'bank_account_id',
  ),
  {
    name: 'a finished statement says the balance of its lines, and all of them are matched',
    sql: `SELECT NULL AS entryId, CONCAT('reconciliation ', c.id) AS about,
            CONCAT(c.statement_minor, ' open 0') AS expected,
            CONCAT(f.opening_minor + COALESCE(SUM(IF(l.line_split_id IS NULL, l.amount_minor, 0)), 0),
              ' open ', COALESCE(SUM(l.standing AND l.match_group_id IS NULL), 0)) AS found
          FROM reconciliation c
          JOIN statement f ON f.id = (SELECT x.id FROM statement x
            WHERE x.bank_account_id = c.bank_account_id ORDER BY x.from_date, x.id LIMIT 1)
          LEFT JOIN statement_line l ON l.bank_account_id = c.bank_account_id AND l.date <= c.as_of
          WHERE c.standing
          GROUP BY c.id, c.statement_minor, f.opening_minor
          HAVING expected <> found`,
  },
  {
    name: 'what a rule recorded of a line is its amount, and was matched with it',
    sql: `SELECT NULL AS entryId, CONCAT('line ', u.statement_line_id) AS about,
            CONCAT(ABS(l.amount_minor), ' matched') AS expected,
            CONCAT(COALESCE(x.amount_minor, ABS(g.amount_minor), ABS(t.paid_minor), 0),
              IF(EXISTS (SELECT 1 FROM match_member a
                JOIN match_member b ON b.match_group_id = a.match_group_id
                WHERE a.kind = u.movement_kind AND a.member_id = u.movement_id
                  AND b.kind = 'line' AND b.member_id = u.statement_line_id),
                ' matched', ' never matched')) AS found
          FROM taught_use u
          JOIN statement_line l ON l.id = u.statement_line_id
          LEFT JOIN drawer_act x ON u.movement_kind = 'bankMoney' AND x.id = u.movement_id
          LEFT JOIN bank_transfer_leg g ON u.movement_kind = 'ownTransfer' AND g.id = u.movement_id
          LEFT JOIN tax_payment t ON u.movement_kind = 'taxPayment' AND t.id = u.movement_id
          HAVING expected <> found`,
  },
  {
    name: 'a finished statement is kept as it was',
    sql: `SELECT NULL AS entryId, CONCAT('reconciliation ', id) AS about, hash AS expected,
            SHA2(content, 256) AS found
          FROM reconciliation WHERE hash <> SHA2(content, 256)`,
  },
  {
    name: 'the parts of a line that is split add up to it and stand in its place',
    sql: `SELECT NULL AS entryId, CONCAT('line ', l.id) AS about,
            CONCAT(IF(x.id IS NULL, 'stands', 'in parts'), ' ', l.amount_minor) AS expected,
            CONCAT(IF(l.standing, 'stands', 'in parts'), ' ',
              COALESCE(SUM(p.amount_minor), l.amount_minor)) AS found
          FROM statement_line l
          LEFT JOIN line_split x ON x.statement_line_id = l.id AND x.standing
          LEFT JOIN statement_line p ON p.line_split_id = x.id AND p.standing
          WHERE l.line_split_id IS NULL
          GROUP BY l.id, l.amount_minor, l.standing, x.id
          HAVING expected <> found`,
  },
  {
    name: 'both ends of a transfer between our accounts are its amount, and stand with it',
    sql: `SELECT NULL AS entryId, CONCAT('transfer between accounts ', x.id) AS about,
            CONCAT(x.amount_minor, ' 0 2 ', COALESCE(2 * x.standing, 0)) AS expected,
            CONCAT(COALESCE(MAX(l.amount_minor), 0), ' ', COALESCE(SUM(l.amount_minor), 0), ' ',
              COUNT(l.id), ' ', COALESCE(SUM(l.standing), 0)) AS found
          FROM bank_transfer x LEFT JOIN bank_transfer_leg l ON l.bank_transfer_id = x.id
          GROUP BY x.id, x.amount_minor, x.standing
          HAVING expected <> found`,
  },
  control(
    'money between our accounts is in none of them for no moment',
    'transfers',
    'SELECT 0 AS part, 0 AS expected',
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
];
