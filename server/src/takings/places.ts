import type { AccountRole } from '@abacist/core/ledger';
import { minor, minus, type Minor } from '@abacist/core/money';
import { AT_HOME, placeOf, type Place } from '@abacist/core/takings';
import { rows, type Db } from '../db/pool';

export type PlaceRow = { day: string; pot: string; place: Place; amountMinor: Minor };

type Row = { day: string; pot: string; role: AccountRole; atHome: number; amount: string };

/**
 * Where every cent of the days in a span is, by pot: one reading of the journal's lines. They add
 * up to what each pot took. As of a date: what entries up to it had moved.
 */
export async function placesOf(
  db: Db,
  { from, to }: { from: string; to: string },
  asOf?: string,
): Promise<PlaceRow[]> {
  const [found, open] = await Promise.all([
    rows<Row>(
      db,
      `SELECT l.takings_day AS day, l.pot, a.role, l.holder = ? AS atHome,
         SUM(l.amount_minor) AS amount
       FROM entry_line l
       JOIN account a ON a.id = l.account_id
       JOIN entry e ON e.id = l.entry_id AND e.status = 'POSTED'
       WHERE l.takings_day BETWEEN ? AND ? AND (? IS NULL OR e.date <= ?)
       GROUP BY l.takings_day, l.pot, a.role, atHome
       HAVING SUM(l.amount_minor) <> 0`,
      [AT_HOME, from, to, asOf ?? null, asOf ?? null],
    ),
    openCards(db, from, to, asOf),
  ]);
  const places = new Map<string, PlaceRow>();
  const add = (day: string, pot: string, place: Place, amount: number) => {
    const key = `${day} ${pot} ${place}`;
    const before = places.get(key)?.amountMinor ?? 0;
    places.set(key, { day, pot, place, amountMinor: minor(before + amount) });
  };
  for (const { day, pot, role, atHome, amount } of found) {
    add(day, pot, atHome ? 'home' : placeOf(role), Number(amount));
  }
  for (const { day, pot, amount } of open) {
    add(day, pot, 'taken', Number(amount));
    add(day, pot, 'counted', minus(0, Number(amount)));
  }
  return [...places.values()]
    .filter(({ amountMinor }) => amountMinor !== 0)
    .sort((a, b) => (`${a.day} ${a.pot}` < `${b.day} ${b.pot}` ? -1 : 1));
}

/** Cards whose batch was open still: the tenders, by day and pot. */
export function openCards(db: Db, from: string, to: string, asOf?: string) {
  return rows<{ day: string; pot: string; amount: string }>(
    db,
    `SELECT s.date AS day, CONCAT('card ', t.processor_id, ' ', t.scheme) AS pot,
       SUM(st.amount_minor) AS amount
     FROM sale s
     JOIN sale_tender st ON st.sale_id = s.id
     JOIN tender t ON t.id = st.tender_id AND t.kind = 'card'
     JOIN batch_now m ON m.sale_tender_id = st.id
     JOIN batch b ON b.id = m.batch_id
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE s.date BETWEEN ? AND ? AND v.id IS NULL AND (? IS NULL OR s.date <= ?)
       AND (b.closed_at IS NULL OR (? IS NOT NULL AND DATE(b.closed_at) > ?))
     GROUP BY s.date, pot`,
    [from, to, asOf ?? null, asOf ?? null, asOf ?? null, asOf ?? null],
  );
}
