import { isStage, type Stage } from '@abacist/core/days';
import { minor, sum, type Minor } from '@abacist/core/money';
import type { Place } from '@abacist/core/takings';
import { placeholders, rows, type Db } from '../db/pool';
import { NOW, placesOf, type Span } from '../takings/places';

export type ChargedPart = {
  date: string;
  place: Stage;
  amountMinor: Minor;
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

/**
 * What was given to the charges of days, or of one ticket, credit by credit; what was taken back is not
 * in it.
 */
export function paidParts(
  db: Db,
  { from, to, asOf = NOW, sale }: Span & { sale?: number },
): Promise<PaidPart[]> {
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
     WHERE i.date BETWEEN ? AND ? AND x.date <= ?
       AND i.sale_tender_id IS NOT NULL AND NOT i.voided AND i.sale_id = COALESCE(?, i.sale_id)
     GROUP BY i.date, c.id, c.kind, number, c.date, c.sale_id, h.name
     HAVING SUM(x.amount_minor) <> 0
     ORDER BY c.date, c.id`,
    [from, to, asOf, sale ?? null],
  );
}

/** A pot of a day. */
type DayPot = { date: string; pot: string };

/**
 * Charges on account of each day by how far they have come: with the customers, paid and that
 * money under way, or home. What was credited, written off or granted as a discount is home.
 */
export async function chargedParts(db: Db, span: Span): Promise<ChargedPart[]> {
  const { from, to, asOf = NOW } = span;
  const [items, paid] = await Promise.all([
    rows<{ date: string; amountMinor: number; chargedMinor: number }>(
      db,
      `SELECT i.date, CAST(SUM(i.amount_minor) AS SIGNED) AS amountMinor,
         CAST(SUM(GREATEST(i.amount_minor, 0)) AS SIGNED) AS chargedMinor
       FROM open_item i
       WHERE i.date BETWEEN ? AND LEAST(?, ?) AND i.sale_tender_id IS NOT NULL AND NOT i.voided
       GROUP BY i.date`,
      [from, to, asOf],
    ),
    paidParts(db, span),
  ]);
  const home = await ticketsAtHome(db, paid, asOf);
  return items.flatMap(({ date, amountMinor, chargedMinor }): ChargedPart[] => {
    const ofDay = paid.filter((one) => one.date === date);
    const leftMinor =
      chargedMinor - sum(ofDay.map((one) => one.amountMinor + one.discountMinor));
    const underWay = sum(
      ofDay
        .filter(({ saleId }) => saleId !== null && !home.has(saleId))
        .map((one) => one.amountMinor),
    );
    return [
      { date, place: 'taken', amountMinor: minor(leftMinor) },
      { date, place: 'sent', amountMinor: underWay },
      { date, place: 'home', amountMinor: minor(amountMinor - leftMinor - underWay) },
    ];
  });
}

/**
 * Of the tickets that paid, those whose money is home: of the pots that took it, on their day,
 * nothing is taken, counted or sent any more.
 */
export async function ticketsAtHome(
  db: Db,
  paid: readonly Pick<PaidPart, 'saleId'>[],
  asOf = NOW,
): Promise<Set<number>> {
  const ids = [...new Set(paid.flatMap(({ saleId }) => (saleId === null ? [] : [saleId])))];
  if (ids.length === 0) return new Set();
  const tickets = await rows<DayPot & { saleId: number }>(
    db,
    `SELECT DISTINCT e.subject_id AS saleId, l.takings_day AS date, l.pot
     FROM entry e JOIN entry_line l ON l.entry_id = e.id AND l.pot IS NOT NULL
     WHERE e.kind = 'sale' AND e.subject_id IN (${placeholders(ids.length)})`,
    ids,
  );
  const days = tickets.map(({ date }) => date).sort();
  const places = days.length
    ? await placesOf(db, { from: days[0]!, to: days.at(-1)!, asOf })
    : [];
  const underWay = new Set(
    places.flatMap(({ day, pot, place }) => (isUnderWay(place) ? [`${day} ${pot}`] : [])),
  );
  return new Set(
    ids.filter(
      (id) =>
        !tickets.some(
          ({ saleId, date, pot }) => saleId === id && underWay.has(`${date} ${pot}`),
        ),
    ),
  );
}

const isUnderWay = (place: Place) => isStage(place) && place !== 'home';
