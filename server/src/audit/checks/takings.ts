import { roomOf } from '@abacist/core/tenders';
import { sqlKinds } from '../../tenders/sqlKinds';
import { BROUGHT_IN, PAID_BY_BANK } from '../../drawer/acts/kinds';
import { TAKING } from '../../takings/moves';
import type { Check } from './build';

/** Any tender: whether its kind has a pot is the same for all of a kind. */
const ANY = { id: 0, processorId: 0, scheme: '' };

/** What tickets say that pots took by day: tenders kept less cash back; an allowance as it is. */
const TOOK = `
  SELECT s.date AS day,
    CASE
      WHEN t.processor_id IS NOT NULL THEN CONCAT('card ', t.processor_id, ' ', t.scheme)
      WHEN t.account_role IS NOT NULL THEN CONCAT('other ', t.id)
      ELSE t.kind END AS pot,
    IF(t.account_role IS NOT NULL, st.amount_minor, st.kept_minor) AS amount
  FROM sale s
  JOIN sale_tender st ON st.sale_id = s.id
  JOIN tender t ON t.id = st.tender_id
    AND t.kind IN (${sqlKinds((room) => room !== roomOf('cheque') && room.pot(ANY) !== null)})
  LEFT JOIN sale_void v ON v.sale_id = s.id
  WHERE v.id IS NULL
  UNION ALL
  SELECT s.date, 'cheque', st.kept_minor
  FROM sale s
  JOIN sale_tender st ON st.sale_id = s.id AND st.amount_minor > 0
  JOIN tender t ON t.id = st.tender_id AND t.kind = 'cheque'
  LEFT JOIN sale_void v ON v.sale_id = s.id
  WHERE v.id IS NULL
  UNION ALL
  SELECT s.date, 'cash', -x.amount_minor
  FROM sale s
  JOIN sale_extra x ON x.sale_id = s.id AND x.kind = 'cashBack'
  LEFT JOIN sale_void v ON v.sale_id = s.id
  WHERE v.id IS NULL
  UNION ALL
  SELECT x.date, 'broughtIn', x.amount_minor
  FROM drawer_act x WHERE x.kind IN (${BROUGHT_IN}) AND NOT x.undone
  UNION ALL
  SELECT e.date, 'broughtIn', l.amount_minor
  FROM entry e
  JOIN entry_line l ON l.entry_id = e.id AND l.drawer_id IS NOT NULL
  WHERE e.kind = 'opening'`;

/** What each holder has by its own rows, by day and pot; accounts by their role. */
const SUB_LEDGERS = `
  SELECT 'safe' AS role, CONCAT('safeItem ', i.id) AS holder, i.takings_day AS day,
    IF(i.cheque_id IS NULL, i.from_pot, 'cheque') AS pot,
    i.amount_minor - i.taken_minor AS amount
  FROM safe_item i
  UNION ALL
  SELECT 'bankInTransit', CONCAT('slip ', si.slip_id), i.takings_day,
    IF(i.cheque_id IS NULL, i.from_pot, 'cheque'), si.amount_minor
  FROM slip_item_now si
  JOIN slip sl ON sl.id = si.slip_id AND sl.match_group_id IS NULL
  JOIN safe_item i ON i.id = si.safe_item_id
  UNION ALL
  SELECT 'cardClearing', CONCAT('processor ', t.processor_id), s.date,
    CONCAT('card ', t.processor_id, ' ', t.scheme), st.amount_minor
  FROM sale s
  JOIN sale_tender st ON st.sale_id = s.id
  JOIN tender t ON t.id = st.tender_id AND t.processor_id IS NOT NULL
  LEFT JOIN sale_void v ON v.sale_id = s.id
  WHERE v.id IS NULL
  UNION ALL
  SELECT 'cardClearing', CONCAT('processor ', g.processor_id), c.takings_day,
    CONCAT('card ', g.processor_id, ' ', c.scheme), -c.amount_minor
  FROM cleared_part c JOIN settlement g ON g.id = c.settlement_id AND g.standing
  UNION ALL
  SELECT 'cardClearing', CONCAT('processor ', b.processor_id), c.takings_day,
    CONCAT('card ', b.processor_id, ' ', c.scheme), -c.amount_minor
  FROM cleared_part c
  JOIN batch_difference y ON y.id = c.batch_difference_id AND y.standing
  JOIN batch b ON b.id = c.batch_id`;

/** Entries of what the bank pays beside the tickets, and of the lines that show it: no takings are in them. */
const PAID_BY_THE_BANK = `
  SELECT entry_id FROM document WHERE kind IN ('feeBill', 'feeBillUndo', 'ownTransfer',
    'ownTransferUndo', 'taxPayment', 'taxPaymentUndo')
  UNION ALL
  SELECT d.entry_id FROM match_member m
  LEFT JOIN match_undo u ON u.match_group_id = m.match_group_id
  JOIN document d ON (d.kind = 'match' AND d.subject_id = m.match_group_id)
    OR (d.kind = 'matchUndo' AND d.subject_id = u.id)
  WHERE m.kind IN ('feeBill', 'ownTransfer', 'taxPayment')
  UNION ALL
  SELECT d.entry_id FROM drawer_act x
  JOIN document d ON d.kind = 'moneyOut' AND d.subject_id = x.id
  WHERE x.kind IN (${PAID_BY_BANK})
  UNION ALL
  SELECT d.entry_id FROM drawer_act x
  JOIN drawer_act_undo u ON u.drawer_act_id = x.id
  JOIN document d ON d.kind = 'moneyOutUndo' AND d.subject_id = u.id
  WHERE x.kind IN (${PAID_BY_BANK})
  UNION ALL
  SELECT d.entry_id FROM drawer_act x
  JOIN match_member m ON m.kind = 'bankMoney' AND m.member_id = x.id
  LEFT JOIN match_undo u ON u.match_group_id = m.match_group_id
  JOIN document d ON (d.kind = 'match' AND d.subject_id = m.match_group_id)
    OR (d.kind = 'matchUndo' AND d.subject_id = u.id)
  WHERE x.kind IN (${PAID_BY_BANK})`;

/** Takings in the journal: by day and pot no cent is lost, whoever has it. */
export const TAKINGS: Check[] = [
  {
    name: 'what moves takings is zero by day and pot',
    sql: `SELECT l.entry_id AS entryId, CONCAT(l.takings_day, ' ', l.pot) AS about,
            0 AS expected, SUM(l.amount_minor) AS found
          FROM entry_line l
          JOIN entry e ON e.id = l.entry_id AND e.kind NOT IN (${TAKING})
          WHERE l.pot IS NOT NULL
          GROUP BY l.entry_id, l.takings_day, l.pot
          HAVING SUM(l.amount_minor) <> 0`,
  },
  {
    name: 'what a pot took on a day is what all its lines add up to',
    sql: `SELECT NULL AS entryId, CONCAT(z.day, ' ', z.pot) AS about,
            SUM(z.expected) AS expected, SUM(z.found) AS found
          FROM (
            SELECT x.day, x.pot, x.amount AS expected, 0 AS found FROM (${TOOK}) x
            UNION ALL
            SELECT l.takings_day, l.pot, 0, l.amount_minor
            FROM entry_line l
            JOIN entry e ON e.id = l.entry_id AND e.status = 'POSTED'
            WHERE l.pot IS NOT NULL
          ) z
          GROUP BY z.day, z.pot
          HAVING SUM(z.expected) <> SUM(z.found)`,
  },
  {
    name: 'what is in somebody’s hands is what his own rows say, by day and pot',
    sql: `SELECT NULL AS entryId, CONCAT_WS(' ', z.role, z.holder, z.day, z.pot) AS about,
            SUM(z.expected) AS expected, SUM(z.found) AS found
          FROM (
            SELECT x.role, x.holder, x.day, x.pot, x.amount AS expected, 0 AS found
            FROM (${SUB_LEDGERS}) x
            UNION ALL
            SELECT a.role, l.holder, l.takings_day, l.pot, 0, l.amount_minor
            FROM entry_line l
            JOIN account a ON a.id = l.account_id
            JOIN entry e ON e.id = l.entry_id AND e.status = 'POSTED'
            WHERE a.role IN ('safe', 'cardClearing')
              OR (a.role = 'bankInTransit' AND l.holder LIKE 'slip %')
          ) z
          GROUP BY z.role, z.holder, z.day, z.pot
          HAVING SUM(z.expected) <> SUM(z.found)`,
  },
  {
    name: 'a line without takings is one that may have none',
    sql: `SELECT l.entry_id AS entryId, CONCAT('line ', l.position) AS about,
            'whose takings it is' AS expected, a.role AS found
          FROM entry_line l
          JOIN account a ON a.id = l.account_id
          JOIN entry e ON e.id = l.entry_id AND e.kind <> 'bankOpening'
          WHERE l.pot IS NULL AND a.role IN ('drawer', 'fund', 'safe', 'cardClearing',
            'processorBalance', 'bankInTransit', 'bank')
            AND NOT (a.role IN ('bankInTransit', 'bank') AND e.id IN (${PAID_BY_THE_BANK}))`,
  },
];
