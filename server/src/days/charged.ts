import { placeholders, rows, type Db } from '../db/pool';

export type ChargedPart = {
  date: string;
  stage: 'taken' | 'sent' | 'home';
  amountMinor: number;
};

/** A part of a day's charges that was paid, with the payment that paid it. */
export type PaidPart = {
  date: string;
  creditItemId: number;
  kind: string;
  number: string;
  paidOn: string;
  /** The ticket that paid it; null where it was credited or written off at the desk. */
  saleId: number | null;
  name: string;
  amountMinor: number;
  discountMinor: number;
};

/** What was given to the charges of days, credit by credit; what was taken back is not in it. */
export function paidParts(db: Db, from: string, to: string): Promise<PaidPart[]> {
  return rows<PaidPart>(
    db,
    `SELECT i.date, c.id AS creditItemId, c.kind,
       COALESCE(c.number, CONCAT(d.series, '-', d.number)) AS number, c.date AS paidOn,
       c.sale_id AS saleId, h.name, CAST(SUM(x.amount_minor) AS SIGNED) AS amountMinor,
       CAST(SUM(x.discount_minor) AS SIGNED) AS discountMinor
     FROM open_item i
     JOIN allocation x ON x.charge_item_id = i.id
     JOIN open_item c ON c.id = x.credit_item_id
     JOIN charge_account a ON a.id = c.charge_account_id
     JOIN customer h ON h.id = a.customer_id
     LEFT JOIN document d ON d.kind = 'sale' AND d.subject_id = c.sale_id
     WHERE i.date BETWEEN ? AND ? AND i.sale_tender_id IS NOT NULL AND NOT i.voided
     GROUP BY i.date, c.id, c.kind, number, c.date, c.sale_id, h.name
     HAVING SUM(x.amount_minor) <> 0
     ORDER BY c.date, c.id`,
    [from, to],
  );
}

/**
 * Charges on account of each day by how far they have come: with the customers, paid and that
 * money under way, or home. What was credited, written off or granted as a discount is home.
 */
export async function chargedParts(db: Db, from: string, to: string): Promise<ChargedPart[]> {
  const [items, paid] = await Promise.all([
    rows<{ date: string; amountMinor: number; leftMinor: number }>(
      db,
      `SELECT i.date, CAST(SUM(i.amount_minor) AS SIGNED) AS amountMinor,
         CAST(SUM(IF(i.amount_minor > 0, i.left_minor, 0)) AS SIGNED) AS leftMinor
       FROM open_item i
       WHERE i.date BETWEEN ? AND ? AND i.sale_tender_id IS NOT NULL AND NOT i.voided
       GROUP BY i.date`,
      [from, to],
    ),
    paidParts(db, from, to),
  ]);
  const home = await ticketsAtHome(
    db,
    paid.flatMap(({ saleId }) => (saleId === null ? [] : [saleId])),
  );
  return items.flatMap(({ date, amountMinor, leftMinor }): ChargedPart[] => {
    const underWay = paid
      .filter((one) => one.date === date && one.saleId !== null && !home.has(one.saleId))
      .reduce((total, one) => total + one.amountMinor, 0);
    return [
      { date, stage: 'taken', amountMinor: leftMinor },
      { date, stage: 'sent', amountMinor: underWay },
      { date, stage: 'home', amountMinor: amountMinor - leftMinor - underWay },
    ];
  });
}

/** Tickets all of whose tenders are at the bank (or never go there). */
export async function ticketsAtHome(db: Db, saleIds: readonly number[]): Promise<Set<number>> {
  const ids = [...new Set(saleIds)];
  if (ids.length === 0) return new Set();
  const found = await rows<{ id: number }>(
    db,
    `SELECT s.id
     FROM sale s
     JOIN sale_tender st ON st.sale_id = s.id
     JOIN tender t ON t.id = st.tender_id
     LEFT JOIN drawer_close c ON c.drawer_session_id = s.drawer_session_id
     WHERE s.id IN (${placeholders(ids.length)})
     GROUP BY s.id
     HAVING MIN(CASE t.kind
       WHEN 'cash' THEN c.id IS NOT NULL AND NOT EXISTS (
         SELECT 1 FROM safe_item i
         LEFT JOIN slip_item_now si ON si.safe_item_id = i.id
         LEFT JOIN slip sl ON sl.id = si.slip_id
         WHERE i.drawer_close_id = c.id AND i.takings_day = s.date AND i.cheque_id IS NULL
           AND (i.amount_minor <> i.taken_minor OR sl.match_group_id IS NULL))
       WHEN 'cheque' THEN EXISTS (
         SELECT 1 FROM cheque q
         JOIN safe_item i ON i.cheque_id = q.id
         JOIN slip_item_now si ON si.safe_item_id = i.id
         JOIN slip sl ON sl.id = si.slip_id
         WHERE q.sale_tender_id = st.id AND sl.match_group_id IS NOT NULL)
       WHEN 'transfer' THEN EXISTS (
         SELECT 1 FROM transfer tr
         WHERE tr.sale_tender_id = st.id AND tr.match_group_id IS NOT NULL)
       WHEN 'card' THEN EXISTS (
         SELECT 1 FROM batch_now m
         JOIN settled_now x ON x.batch_id = m.batch_id AND x.scheme = t.scheme
         JOIN settlement g ON g.id = x.settlement_id
         WHERE m.sale_tender_id = st.id
         GROUP BY x.batch_id
         HAVING SUM(g.match_group_id IS NULL AND g.to_bank_minor > 0) = 0)
       ELSE 1 END) = 1`,
    ids,
  );
  return new Set(found.map(({ id }) => id));
}
