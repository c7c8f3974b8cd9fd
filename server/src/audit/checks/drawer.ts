import { sqlKinds } from '../../tenders/sqlKinds';
import { ACTS } from './drawerActs';
import { CASH_OF_ACT } from '../../drawer/acts/kinds';
import { STANDING, control, perDocument, type Check } from './build';

/** Kinds of tenders that lie in a drawer. */
const IN_DRAWER = sqlKinds(({ inDrawer }) => inDrawer);

/** Cash and cheques from the drawer to the safe. */
export const DRAWER: Check[] = [
  perDocument(
    'cash and cheques of a sale are in its drawer',
    'sale',
    'drawer',
    `SELECT subject_id, SUM(expected) AS expected
     FROM (
       SELECT st.sale_id AS subject_id, st.kept_minor AS expected
       FROM sale_tender st JOIN tender t ON t.id = st.tender_id AND t.kind IN (${IN_DRAWER})
       JOIN sale s ON s.id = st.sale_id AND NOT s.corrects_counted AND s.drawer_id IS NOT NULL
       UNION ALL
       SELECT sale_id, -amount_minor FROM sale_extra WHERE kind = 'cashBack'
     ) x GROUP BY subject_id`,
  ),
  perDocument(
    'a cheque by post lies in the safe at once',
    'sale',
    'safe',
    `SELECT s.id AS subject_id, IF(s.drawer_id IS NULL, SUM(q.amount_minor), 0) AS expected
     FROM sale s
     JOIN sale_tender st ON st.sale_id = s.id
     JOIN cheque q ON q.sale_tender_id = st.id
     GROUP BY s.id, s.drawer_id`,
  ),
  perDocument(
    'cash that is corrected in a counted drawer is in over and short',
    'sale',
    'overAndShort',
    `SELECT s.id AS subject_id, SUM(st.kept_minor) AS expected
     FROM sale s
     JOIN sale_tender st ON st.sale_id = s.id
     JOIN tender t ON t.id = st.tender_id AND t.kind IN (${IN_DRAWER})
     WHERE s.corrects_counted GROUP BY s.id`,
  ),
  perDocument(
    'what is voided after its count is in over and short',
    'saleVoid',
    'overAndShort',
    `SELECT v.id AS subject_id, IF(v.counted, -SUM(st.kept_minor), 0) AS expected
     FROM sale_void v
     JOIN sale_tender st ON st.sale_id = v.sale_id
     JOIN tender t ON t.id = st.tender_id AND t.kind IN (${IN_DRAWER})
     JOIN sale s ON s.id = v.sale_id AND NOT s.corrects_counted
     GROUP BY v.id, v.counted`,
  ),
  {
    name: 'what was typed as totals is undone whole, or stands',
    sql: `SELECT NULL AS entryId, CONCAT('totals ', p.day_totals_id) AS about,
            'undone' AS expected, 'a document of it stands' AS found
          FROM day_totals_undo u
          JOIN day_totals_part p ON p.day_totals_id = u.day_totals_id
          LEFT JOIN sale_void v ON v.sale_id = p.sale_id
          LEFT JOIN drawer_act x ON x.id = p.drawer_act_id AND x.undone
          WHERE v.id IS NULL AND x.id IS NULL`,
  },
  {
    name: 'what was typed as totals is what its tickets took',
    sql: `SELECT NULL AS entryId, CONCAT('totals ', t.id) AS about, t.total_minor AS expected,
            COALESCE(SUM(s.total_minor), 0) AS found
          FROM day_totals t
          LEFT JOIN day_totals_part p ON p.day_totals_id = t.id
          LEFT JOIN sale s ON s.id = p.sale_id
          GROUP BY t.id, t.total_minor
          HAVING COALESCE(SUM(s.total_minor), 0) <> t.total_minor`,
  },
  {
    name: 'a correction gives back what stands on the receipt, and takes as much',
    sql: `SELECT d.entry_id AS entryId, CONCAT('sale ', s.id) AS about, 0 AS expected,
            COALESCE(SUM(st.amount_minor), -1) AS found
          FROM sale s
          JOIN document d ON d.kind = 'sale' AND d.subject_id = s.id
          LEFT JOIN sale_tender st ON st.sale_id = s.id
          LEFT JOIN sale_tender o ON o.id = st.of_sale_tender_id
          LEFT JOIN sale os ON os.id = o.sale_id
          WHERE s.corrects_sale_id IS NOT NULL
          GROUP BY s.id, s.corrects_sale_id, d.entry_id
          HAVING COALESCE(SUM(st.amount_minor), -1) <> 0 OR COUNT(o.id) <> 1
            OR MAX(os.id = s.corrects_sale_id OR os.corrects_sale_id <=> s.corrects_sale_id) <> 1`,
  },
  {
    name: 'a cheque taken is kept as the paper that it is, and no other is',
    sql: `SELECT NULL AS entryId, CONCAT('sale tender ', x.id) AS about,
            COALESCE(x.expected, 'no cheque') AS expected, COALESCE(x.found, 'no cheque') AS found
          FROM (
            SELECT st.id, st.amount_minor AS expected, q.amount_minor AS found
            FROM sale_tender st
            JOIN tender t ON t.id = st.tender_id AND t.kind = 'cheque'
            LEFT JOIN cheque q ON q.sale_tender_id = st.id
            WHERE st.amount_minor > 0
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
    'a drawer close moves to the safe what its items say',
    'drawerClose',
    'safe',
    `SELECT drawer_close_id AS subject_id, SUM(amount_minor) AS expected
     FROM safe_item WHERE found_id IS NULL AND drawer_close_id IS NOT NULL
     GROUP BY drawer_close_id`,
  ),
  perDocument(
    'a cheque that is found lies in the safe',
    'chequeFound',
    'safe',
    'SELECT id AS subject_id, amount_minor AS expected FROM cheque_found',
  ),
  perDocument(
    'a drawer difference is in over and short',
    'drawerClose',
    'overAndShort',
    'SELECT id AS subject_id, -difference_minor AS expected FROM drawer_close',
  ),
  control(
    'drawers hold what was taken and not moved to the safe or the fund',
    'drawer',
    `SELECT s.drawer_id AS part, st.kept_minor AS expected
     FROM sale s JOIN sale_tender st ON st.sale_id = s.id
     JOIN tender t ON t.id = st.tender_id AND t.kind IN (${IN_DRAWER})
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE (v.id IS NULL OR v.counted) AND NOT s.corrects_counted AND s.drawer_id IS NOT NULL
     UNION ALL
     SELECT s.drawer_id, -x.amount_minor
     FROM sale s JOIN sale_extra x ON x.sale_id = s.id AND x.kind = 'cashBack' ${STANDING}
     UNION ALL
     SELECT ds.drawer_id, c.difference_minor - c.to_safe_minor - c.fund_change_minor
     FROM drawer_close c JOIN drawer_session ds ON ds.id = c.drawer_session_id
     UNION ALL
     SELECT ds.drawer_id, ${CASH_OF_ACT}
     FROM drawer_act x
     JOIN drawer_session ds ON ds.id = x.drawer_session_id
     LEFT JOIN drawer_act_undo u ON u.drawer_act_id = x.id
     WHERE NOT x.undone OR u.counted
     UNION ALL
     SELECT ds.drawer_id, x.amount_minor
     FROM drawer_act x
     JOIN drawer_session ds ON ds.id = x.to_session_id
     LEFT JOIN drawer_act_undo u ON u.drawer_act_id = x.id
     WHERE NOT x.undone OR u.counted`,
    'drawer_id',
  ),
  ...ACTS,
  control(
    'a drawer’s fund is what it was opened with and what counts changed it by',
    'fund',
    `SELECT l.drawer_id AS part, l.amount_minor AS expected
     FROM entry_line l
     JOIN entry e ON e.id = l.entry_id AND e.kind = 'opening' AND e.status = 'POSTED'
     WHERE l.drawer_id IS NOT NULL
     UNION ALL
     SELECT ds.drawer_id, c.fund_change_minor
     FROM drawer_close c JOIN drawer_session ds ON ds.id = c.drawer_session_id
     UNION ALL
     SELECT ds.drawer_id, o.difference_minor
     FROM drawer_open o JOIN drawer_session ds ON ds.id = o.drawer_session_id
     WHERE NOT o.undone
     UNION ALL
     SELECT ds.drawer_id, f.amount_minor
     FROM drawer_act_safe f
     JOIN drawer_act x ON x.id = f.drawer_act_id AND NOT x.undone
     JOIN drawer_session ds ON ds.id = x.drawer_session_id`,
    'drawer_id',
  ),
  perDocument(
    'what a counted float differs by is in over and short',
    'drawerOpen',
    'overAndShort',
    'SELECT id AS subject_id, -difference_minor AS expected FROM drawer_open',
  ),
  perDocument(
    'what a count of the safe differs by is in over and short',
    'safeCount',
    'overAndShort',
    'SELECT id AS subject_id, -difference_minor AS expected FROM safe_count',
  ),
  perDocument(
    'what a count of the safe found or missed is an item of it',
    'safeCount',
    'safe',
    `SELECT safe_count_id AS subject_id, SUM(amount_minor) AS expected
     FROM safe_item WHERE safe_count_id IS NOT NULL GROUP BY safe_count_id`,
  ),
  control(
    'the safe holds what waits in it',
    'safe',
    'SELECT 0 AS part, amount_minor - taken_minor AS expected FROM safe_item',
  ),
];
