import { BROUGHT_TO_BANK } from '../../drawer/acts/kinds';
import { OWED } from '../../sales/returnedCheques';
import { ORIGIN } from '../../slips/read';
import { STANDING, control, perDocument, type Check } from './build';

/** What can be matched, and as what it is a member of a match. */
const MATCHED = [
  ['slip', 'slip'],
  ['settlement', 'settlement'],
  ['own_cheque', 'ownCheque'],
  ['transfer', 'transfer'],
  ['returned_cheque', 'returnedCheque'],
  ['drawer_act', 'bankMoney'],
  ['fee_bill', 'feeBill'],
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
    'a settlement clears gross less refunds',
    'settlement',
    'cardClearing',
    'SELECT id AS subject_id, -(gross_minor - refunds_minor) AS expected FROM settlement',
  ),
  {
    name: 'a settlement’s fees and the tax on them are an expense, or owed back',
    sql: `SELECT d.entry_id AS entryId, CONCAT('settlement ', s.id) AS about,
            s.fee_minor + s.tax_minor AS expected, COALESCE(f.found, 0) AS found
          FROM settlement s
          JOIN document d ON d.kind = 'settlement' AND d.subject_id = s.id
          LEFT JOIN (SELECT l.entry_id, SUM(l.amount_minor) AS found
            FROM entry_line l
            JOIN account a ON a.id = l.account_id AND a.role IN ('cardFees', 'inputTax')
            GROUP BY l.entry_id) f ON f.entry_id = d.entry_id
          WHERE s.fee_minor + s.tax_minor <> COALESCE(f.found, 0)`,
  },
  ...(
    [
      ['what a settlement disputes', 'disputes', 'chargebacks_minor'],
      ['what a settlement takes for disputes', 'chargebackFees', 'chargeback_fees_minor'],
      ['what a settlement holds in reserve', 'reserve', 'reserve_minor'],
      ['what a settlement adjusts', 'cardAdjustments', 'adjustments_minor'],
    ] as const
  ).map(([what, role, column]) =>
    perDocument(
      `${what} is on its account`,
      'settlement',
      role,
      `SELECT id AS subject_id, ${column} AS expected FROM settlement`,
    ),
  ),
  {
    name: 'the cards and parts of a settlement are what its head says',
    sql: `SELECT NULL AS entryId, CONCAT('settlement ', s.id) AS about,
            CONCAT_WS(' ', s.chargebacks_minor, s.chargeback_fees_minor, s.reserve_minor,
              s.adjustments_minor, s.tax_minor, s.gross_minor - s.refunds_minor) AS expected,
            CONCAT_WS(' ', COALESCE(p.chargeback, 0), COALESCE(p.chargebackFee, 0),
              COALESCE(p.reserve, 0), COALESCE(p.adjustment, 0), COALESCE(p.tax, 0),
              COALESCE(t.cards, s.gross_minor - s.refunds_minor)) AS found
          FROM settlement s
          LEFT JOIN (SELECT settlement_id,
              SUM(IF(kind = 'chargeback', amount_minor, 0)) AS chargeback,
              SUM(IF(kind = 'chargebackFee', amount_minor, 0)) AS chargebackFee,
              SUM(IF(kind = 'reserve', amount_minor, 0)) AS reserve,
              SUM(IF(kind = 'adjustment', amount_minor, 0)) AS adjustment,
              SUM(IF(kind = 'taxOnFees', amount_minor, 0)) AS tax
            FROM settlement_part GROUP BY settlement_id) p ON p.settlement_id = s.id
          LEFT JOIN (SELECT settlement_id, SUM(amount_minor) AS cards
            FROM settlement_transaction GROUP BY settlement_id) t ON t.settlement_id = s.id
          HAVING expected <> found`,
  },
  {
    name: 'a card of the till is in one settlement that stands',
    sql: `SELECT NULL AS entryId, CONCAT('tender ', x.sale_tender_id) AS about,
            1 AS expected, COUNT(*) AS found
          FROM settlement_transaction x
          JOIN settlement s ON s.id = x.settlement_id AND s.standing
          WHERE x.sale_tender_id IS NOT NULL
          GROUP BY x.sale_tender_id HAVING COUNT(*) > 1`,
  },
  control(
    'the reserve at a processor is what its settlements left there',
    'reserve',
    `SELECT processor_id AS part, SUM(reserve_minor) AS expected
     FROM settlement WHERE standing GROUP BY processor_id`,
    'processor_id',
  ),
  control(
    'what is disputed at a processor is what its settlements took for it, less what is lost',
    'disputes',
    `SELECT processor_id AS part, chargebacks_minor AS expected FROM settlement WHERE standing
     UNION ALL
     SELECT x.processor_id, -l.amount_minor
     FROM dispute_lost l JOIN dispute x ON x.id = l.dispute_id WHERE l.standing`,
    'processor_id',
  ),
  {
    name: 'what a dispute holds is what of it is open',
    sql: `SELECT NULL AS entryId, z.holder AS about,
            SUM(z.expected) AS expected, SUM(z.found) AS found
          FROM (
            SELECT CONCAT('dispute ', x.id) AS holder,
              x.amount_minor - x.won_minor - x.lost_minor AS expected, 0 AS found
            FROM dispute x WHERE x.standing
            UNION ALL
            SELECT l.holder, 0, l.amount_minor
            FROM entry_line l
            JOIN account a ON a.id = l.account_id AND a.role = 'disputes'
            JOIN entry e ON e.id = l.entry_id AND e.status = 'POSTED'
          ) z
          GROUP BY z.holder HAVING SUM(z.expected) <> SUM(z.found)`,
  },
  {
    name: 'what of a dispute came back or is lost is what its rows say',
    sql: `SELECT NULL AS entryId, CONCAT('dispute ', x.id) AS about,
            CONCAT_WS(' ', COALESCE(p.back, 0), COALESCE(l.lost, 0)) AS expected,
            CONCAT_WS(' ', x.won_minor, x.lost_minor) AS found
          FROM dispute x
          LEFT JOIN (SELECT p.dispute_id, SUM(-p.amount_minor) AS back
            FROM settlement_part p
            JOIN settlement s ON s.id = p.settlement_id AND s.standing
            JOIN dispute o ON o.id = p.dispute_id
            WHERE p.kind = 'chargeback'
              AND NOT (o.settlement_id = p.settlement_id AND o.position = p.position)
            GROUP BY p.dispute_id) p ON p.dispute_id = x.id
          LEFT JOIN (SELECT dispute_id, SUM(amount_minor) AS lost
            FROM dispute_lost WHERE standing GROUP BY dispute_id) l ON l.dispute_id = x.id
          WHERE x.standing HAVING expected <> found`,
  },
  control(
    'accrued fees are those of months that no bill has cleared',
    'accruedFees',
    `SELECT processor_id AS part, -(fees_minor + tax_minor) AS expected
     FROM fee_accrual WHERE standing
     UNION ALL
     SELECT processor_id, accrued_minor + accrued_tax_minor FROM fee_bill WHERE standing`,
    'processor_id',
  ),
  perDocument(
    'a bill of fees is on its way to the bank',
    'feeBill',
    'bankInTransit',
    'SELECT id AS subject_id, -amount_minor AS expected FROM fee_bill',
  ),
  {
    name: 'a bill of fees is what its lines say',
    sql: `SELECT d.entry_id AS entryId, CONCAT('fee_bill ', b.id) AS about,
            CONCAT_WS(' ', b.fees_minor, b.tax_minor) AS expected,
            CONCAT_WS(' ', SUM(IF(l.kind = 'fee', l.amount_minor, 0)),
              SUM(IF(l.kind = 'taxOnFees', l.amount_minor, 0))) AS found
          FROM fee_bill b
          JOIN fee_bill_line l ON l.fee_bill_id = b.id
          JOIN document d ON d.kind = 'feeBill' AND d.subject_id = b.id
          GROUP BY b.id, d.entry_id, b.fees_minor, b.tax_minor
          HAVING expected <> found`,
  },
  perDocument(
    'what is lost of a dispute is disputed no more',
    'disputeLost',
    'disputes',
    'SELECT id AS subject_id, -amount_minor AS expected FROM dispute_lost',
  ),
  perDocument(
    'a lost dispute is a loss, less the tax that is owed no more',
    'disputeLost',
    'chargebackLoss',
    `SELECT l.id AS subject_id, l.amount_minor - COALESCE(SUM(t.tax_minor), 0) AS expected
     FROM dispute_lost l LEFT JOIN dispute_lost_tax t ON t.dispute_lost_id = l.id
     GROUP BY l.id, l.amount_minor`,
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
    'what no settlement will settle of a batch is an adjustment',
    'batchDifference',
    'cardAdjustments',
    'SELECT id AS subject_id, amount_minor AS expected FROM batch_difference',
  ),
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
  control(
    'what a processor carries is what its settlements left and cleared',
    'processorBalance',
    `SELECT processor_id AS part, carried_minor AS expected FROM settlement WHERE standing`,
    'processor_id',
  ),
  {
    name: 'a processor carries no more than its settlements took below zero',
    sql: `SELECT NULL AS entryId, CONCAT('processor ', processor_id) AS about,
            'not above zero, and 0 once all is cleared' AS expected,
            SUM(carried_minor) AS found
          FROM settlement WHERE standing
          GROUP BY processor_id
          HAVING SUM(carried_minor) > 0
            OR (SUM(carried_minor) = 0) <> (SUM(carried_minor < 0 AND cleared_by_id IS NULL) = 0)`,
  },
  {
    name: 'a batch is settled whole when what the till has is settled or decided',
    sql: `SELECT NULL AS entryId, CONCAT('batch ', z.id) AS about,
            IF(z.open = 0, 'settled whole', 'open') AS expected,
            IF(z.settled_whole, 'settled whole', 'open') AS found
          FROM (
            SELECT b.id, b.settled_whole, SUM(o.till <> o.settled) AS open
            FROM batch b
            JOIN (
              SELECT u.batch_id, u.scheme, SUM(u.till) AS till, SUM(u.settled) AS settled
              FROM (
                SELECT m.batch_id, t.scheme, st.amount_minor AS till, 0 AS settled
                FROM batch_now m
                JOIN sale_tender st ON st.id = m.sale_tender_id
                JOIN tender t ON t.id = st.tender_id
                LEFT JOIN sale_void v ON v.sale_id = st.sale_id
                WHERE v.id IS NULL
                UNION ALL
                SELECT batch_id, scheme, 0, amount_minor FROM settled_now
                UNION ALL
                SELECT batch_id, scheme, 0, amount_minor FROM batch_difference WHERE standing
              ) u GROUP BY u.batch_id, u.scheme
            ) o ON o.batch_id = b.id
            GROUP BY b.id, b.settled_whole
          ) z
          WHERE z.settled_whole AND z.open > 0`,
  },
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
    'card clearing is card tenders less what was settled and decided',
    'cardClearing',
    `SELECT t.processor_id AS part, st.amount_minor AS expected
     FROM sale s JOIN sale_tender st ON st.sale_id = s.id
     JOIN tender t ON t.id = st.tender_id AND t.processor_id IS NOT NULL ${STANDING}
     UNION ALL
     SELECT processor_id, -(gross_minor - refunds_minor) FROM settlement WHERE standing
     UNION ALL
     SELECT b.processor_id, -x.amount_minor
     FROM batch_difference x JOIN batch b ON b.id = x.batch_id WHERE x.standing`,
    'processor_id',
  ),
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
     FROM fee_bill WHERE match_group_id IS NULL AND standing`,
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
];
