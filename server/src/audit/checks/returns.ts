import { STANDING, control, perDocument, type Check } from './build';

/** What came back, and the credit notes that it left. */
export const RETURNS: Check[] = [
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
  perDocument(
    'an expired voucher is other income',
    'voucherExpired',
    'otherIncome',
    `SELECT id AS subject_id, -expired_minor AS expected
     FROM voucher_change WHERE kind = 'expired'`,
  ),
  {
    name: 'returned lines and fee add up to what the ticket took back',
    sql: `SELECT d.entry_id AS entryId, CONCAT('sale ', r.sale_id) AS about,
            CONCAT(r.net_minor, ' + ', r.tax_minor) AS expected,
            CONCAT(SUM(l.net_minor) - r.fee_minor - r.discount_back_minor, ' + ',
              SUM(l.tax_minor) - r.fee_tax_minor - COALESCE(b.tax, 0)) AS found
          FROM sale_return r
          JOIN document d ON d.kind = 'sale' AND d.subject_id = r.sale_id
          JOIN return_line l ON l.sale_id = r.sale_id
          LEFT JOIN (SELECT sale_id, SUM(tax_minor) AS tax FROM discount_back_tax
                     GROUP BY sale_id) b ON b.sale_id = r.sale_id
          GROUP BY r.sale_id, d.entry_id, r.net_minor, r.tax_minor, r.fee_minor,
            r.fee_tax_minor, r.discount_back_minor, b.tax
          HAVING SUM(l.net_minor) - r.fee_minor - r.discount_back_minor <> r.net_minor
            OR SUM(l.tax_minor) - r.fee_tax_minor - COALESCE(b.tax, 0) <> r.tax_minor`,
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
  control(
    'store credit owed is what is left of the credit notes',
    'storeCredit',
    `SELECT 0 AS part, -(n.amount_minor - n.used_minor) AS expected
     FROM credit_note n JOIN sale s ON s.id = n.sale_id ${STANDING}`,
  ),
];
