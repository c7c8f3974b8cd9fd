import { STANDING, control, perDocument, type Check } from './build';

/** Cards, and what their processors owe: settlements, disputes, reserves, bills of fees. */
export const CARDS: Check[] = [
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
    'what is disputed at a processor is what its settlements and the bank took for it, less what is lost',
    'disputes',
    `SELECT processor_id AS part, chargebacks_minor AS expected FROM settlement WHERE standing
     UNION ALL
     SELECT x.processor_id, b.amount_minor
     FROM bank_chargeback b JOIN dispute x ON x.id = b.dispute_id WHERE b.standing
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
            CONCAT_WS(' ', COALESCE(p.back, 0) + COALESCE(b.back, 0), COALESCE(l.lost, 0)) AS expected,
            CONCAT_WS(' ', x.won_minor, x.lost_minor) AS found
          FROM dispute x
          LEFT JOIN (SELECT p.dispute_id, SUM(-p.amount_minor) AS back
            FROM settlement_part p
            JOIN settlement s ON s.id = p.settlement_id AND s.standing
            JOIN dispute o ON o.id = p.dispute_id
            WHERE p.kind = 'chargeback'
              AND NOT (o.settlement_id <=> p.settlement_id AND o.position <=> p.position)
            GROUP BY p.dispute_id) p ON p.dispute_id = x.id
          LEFT JOIN (SELECT dispute_id, SUM(-amount_minor) AS back
            FROM bank_chargeback WHERE standing AND amount_minor < 0
            GROUP BY dispute_id) b ON b.dispute_id = x.id
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
    'what the bank debits for a dispute is on its way to the bank',
    'chargeback',
    'bankInTransit',
    'SELECT id AS subject_id, -(amount_minor + fee_minor) AS expected FROM bank_chargeback',
  ),
  perDocument(
    'what the bank debits for a dispute is disputed, without its fee',
    'chargeback',
    'disputes',
    'SELECT id AS subject_id, amount_minor AS expected FROM bank_chargeback',
  ),
  {
    name: 'a dispute that no settlement told of is what the bank debited',
    sql: `SELECT NULL AS entryId, CONCAT('dispute ', x.id) AS about,
            x.amount_minor AS expected, COALESCE(SUM(b.amount_minor), 0) AS found
          FROM dispute x
          LEFT JOIN bank_chargeback b ON b.dispute_id = x.id AND b.standing AND b.amount_minor > 0
          WHERE x.standing AND x.settlement_id IS NULL
          GROUP BY x.id, x.amount_minor
          HAVING x.amount_minor <> COALESCE(SUM(b.amount_minor), 0)`,
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
    'what no settlement will settle of a batch is an adjustment',
    'batchDifference',
    'cardAdjustments',
    'SELECT id AS subject_id, amount_minor AS expected FROM batch_difference',
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
];
