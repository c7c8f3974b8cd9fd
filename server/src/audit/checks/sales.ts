import { TAX_MOVES } from '../../days/taxes';
import { STANDING, control, perDocument, type Check } from './build';

/** Tickets against their entries: goods, tax, tips, tenders other than paper. */
export const SALES: Check[] = [
  perDocument(
    'cards of a sale are in card clearing',
    'sale',
    'cardClearing',
    `SELECT st.sale_id AS subject_id, t.processor_id AS part, SUM(st.amount_minor) AS expected
     FROM sale_tender st JOIN tender t ON t.id = st.tender_id AND t.processor_id IS NOT NULL
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
       UNION ALL
       SELECT sale_id, authority_id, -tax_minor FROM discount_back_tax
       UNION ALL
       SELECT a.sale_id, t.authority_id, t.tax_minor
       FROM allocation a JOIN allocation_tax t ON t.allocation_id = a.id
       WHERE a.sale_id IS NOT NULL AND a.undoes_id IS NULL
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
    'tax payable is the stored tax of standing sales',
    'taxPayable',
    `SELECT x.authority_id AS part, -x.tax_minor AS expected
     FROM sale s JOIN sale_line_tax x ON x.sale_id = s.id ${STANDING}
     UNION ALL
     SELECT x.authority_id, IF(x.position = 0, -x.tax_minor, x.tax_minor)
     FROM sale s JOIN return_line_tax x ON x.sale_id = s.id ${STANDING}
     UNION ALL
     SELECT x.authority_id, -x.tax_minor
     FROM sale s JOIN prepayment_tax x ON x.sale_id = s.id ${STANDING}
     UNION ALL
     SELECT authority_id, tax_minor FROM allocation_tax
     UNION ALL
     SELECT t.authority_id, t.tax_minor
     FROM dispute_lost_tax t JOIN dispute_lost l ON l.id = t.dispute_lost_id AND l.standing
     UNION ALL
     SELECT x.authority_id, -x.tax_minor
     FROM sale s JOIN discount_back_tax x ON x.sale_id = s.id ${STANDING}
     UNION ALL
     SELECT authority_id, payable_minor FROM tax_payment WHERE standing`,
    'authority_id',
  ),
  {
    name: 'the tax of a day’s sheet is the movement of its tax accounts',
    sql: `SELECT NULL AS entryId, CONCAT('authority ', z.authority_id, ' on ', z.date) AS about,
            SUM(z.expected) AS expected, SUM(z.found) AS found
          FROM (
            SELECT m.date, m.authority_id, m.tax AS expected, 0 AS found FROM (${TAX_MOVES}) m
            UNION ALL
            SELECT e.date, l.authority_id, 0, -l.amount_minor
            FROM entry e
            JOIN entry_line l ON l.entry_id = e.id
            JOIN account a ON a.id = l.account_id AND a.role = 'taxPayable'
            WHERE e.status = 'POSTED'
          ) z
          GROUP BY z.date, z.authority_id HAVING SUM(z.expected) <> SUM(z.found)`,
  },
  control(
    'tips owed are those that cards brought',
    'tipsPayable',
    `SELECT 0 AS part, -x.amount_minor AS expected
     FROM sale s JOIN sale_extra x ON x.sale_id = s.id AND x.kind = 'tip' ${STANDING}`,
  ),
];
