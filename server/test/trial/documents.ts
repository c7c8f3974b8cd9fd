import type { TestShop } from '../harness';

/* How far money has come, a second way: by the documents that carry it, without the journal. */

export type DocumentPart = { date: string; pot: string; stage: string; amountMinor: number };

/**
 * Cash and cheques of each day by how far it has come: taken and not counted, in the safe, on a slip, home.
 * What was counted follows the safe's items, so that the difference is with its day.
 */
const CASH = `
  SELECT s.date, CAST(SUM(st.kept_minor) AS SIGNED) AS amountMinor, 'taken' AS stage,
    NULL AS homeOn, t.kind AS pot
  FROM sale s
  JOIN sale_tender st ON st.sale_id = s.id
  JOIN tender t ON t.id = st.tender_id AND t.kind IN ('cash', 'cheque')
  LEFT JOIN sale_void v ON v.sale_id = s.id
  LEFT JOIN drawer_close c ON c.drawer_session_id = s.drawer_session_id
  WHERE s.date BETWEEN ? AND ? AND v.id IS NULL AND c.id IS NULL
  GROUP BY s.date, t.kind
  UNION ALL
  SELECT s.date, CAST(-SUM(x.amount_minor) AS SIGNED), 'taken', NULL, 'cash'
  FROM sale s
  JOIN sale_extra x ON x.sale_id = s.id AND x.kind = 'cashBack'
  LEFT JOIN sale_void v ON v.sale_id = s.id
  LEFT JOIN drawer_close c ON c.drawer_session_id = s.drawer_session_id
  WHERE s.date BETWEEN ? AND ? AND v.id IS NULL AND c.id IS NULL
  GROUP BY s.date
  UNION ALL
  SELECT i.takings_day, CAST(SUM(i.amount_minor - i.taken_minor) AS SIGNED), 'counted', NULL,
    IF(i.cheque_id IS NULL, 'cash', 'cheque') AS pot
  FROM safe_item i
  WHERE i.takings_day BETWEEN ? AND ?
  GROUP BY i.takings_day, pot
  UNION ALL
  SELECT i.takings_day, CAST(SUM(si.amount_minor) AS SIGNED),
    IF(sl.match_group_id IS NULL, 'sent', 'home') AS stage,
    MAX((SELECT MAX(l.date) FROM statement_line l WHERE l.match_group_id = sl.match_group_id)),
    IF(i.cheque_id IS NULL, 'cash', 'cheque') AS pot
  FROM safe_item i
  JOIN slip_item_now si ON si.safe_item_id = i.id
  JOIN slip sl ON sl.id = si.slip_id
  WHERE i.takings_day BETWEEN ? AND ?
  GROUP BY i.takings_day, stage, pot`;

/** Cheques that the shop wrote on a day: on their way until the bank has paid them. */
const OWN_CHEQUES = `
  SELECT o.date, CAST(-SUM(o.amount_minor) AS SIGNED) AS amountMinor,
    IF(o.match_group_id IS NULL, 'sent', 'home') AS stage,
    MAX((SELECT MAX(l.date) FROM statement_line l WHERE l.match_group_id = o.match_group_id))
      AS homeOn
  FROM own_cheque o
  WHERE o.date BETWEEN ? AND ? AND NOT o.voided
  GROUP BY o.date, stage`;

/** Customers' bank transfers of a day: on their way until the statement shows them. */
const TRANSFERS = `
  SELECT o.date, CAST(SUM(o.amount_minor) AS SIGNED) AS amountMinor,
    IF(o.match_group_id IS NULL, 'sent', 'home') AS stage,
    MAX((SELECT MAX(l.date) FROM statement_line l WHERE l.match_group_id = o.match_group_id))
      AS homeOn
  FROM transfer o
  WHERE o.date BETWEEN ? AND ? AND NOT o.voided
  GROUP BY o.date, stage`;

/** Parts of cash, cheques, transfers and our cheques by the documents they are on. */
export async function documentParts(
  shop: TestShop,
  { from, to }: { from: string; to: string },
): Promise<DocumentPart[]> {
  const cash = await shop.all<DocumentPart>(CASH, [from, to, from, to, from, to, from, to]);
  const written = await shop.all<DocumentPart>(OWN_CHEQUES, [from, to]);
  const transfers = await shop.all<DocumentPart>(TRANSFERS, [from, to]);
  return [
    ...cash,
    ...written.map((part) => ({ ...part, pot: 'ownCheque' })),
    ...transfers.map((part) => ({ ...part, pot: 'transfer' })),
  ];
}
