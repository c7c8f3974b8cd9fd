import type { AccountRole } from '@abacist/core/ledger';
import { minor, minus, type Minor } from '@abacist/core/money';
import { AT_HOME, placeOf, type Place } from '@abacist/core/takings';
import { rows, type Db } from '../db/pool';

export type PlaceRow = {
  day: string;
  pot: string;
  place: Place;
  amountMinor: Minor;
  /** Of what is home, the day of the newest line that brought some of it. */
  homeOn: string | null;
};

type Row = {
  day: string;
  pot: string;
  role: AccountRole;
  atHome: number;
  amount: string;
  homeOn: string | null;
};

/**
 * Where every cent of the days in a span is, by pot: one reading of the journal's lines. They add
 * up to what each pot took. A card is counted once its batch is closed; what is home at once (other
 * tenders, a settlement that comes to nothing) is so from its entry on.
 */
export async function placesOf(
  db: Db,
  { from, to }: { from: string; to: string },
): Promise<PlaceRow[]> {
  const [found, open] = await Promise.all([
    rows<Row>(
      db,
      `SELECT x.day, x.pot, x.role, x.atHome, SUM(x.amount) AS amount,
         MAX(IF(x.role = 'bank' OR x.atHome, COALESCE(sl.date, x.movedOn), NULL)) AS homeOn
       FROM (
         SELECT l.takings_day AS day, l.pot, a.role, l.holder, l.holder = ? AS atHome,
           SUM(l.amount_minor) AS amount, MAX(e.date) AS movedOn
         FROM entry_line l
         JOIN account a ON a.id = l.account_id
         JOIN entry e ON e.id = l.entry_id
         WHERE l.takings_day BETWEEN ? AND ?
         GROUP BY l.takings_day, l.pot, a.role, l.holder
         HAVING SUM(l.amount_minor) <> 0
       ) x
       LEFT JOIN statement_line sl
         ON x.holder LIKE 'line %' AND sl.id = CAST(SUBSTRING(x.holder, 6) AS UNSIGNED)
       GROUP BY x.day, x.pot, x.role, x.atHome`,
      [AT_HOME, from, to],
    ),
    openCards(db, from, to),
  ]);
  const places = new Map<string, PlaceRow>();
  const add = ({ amountMinor, ...row }: PlaceRow) => {
    const key = `${row.day} ${row.pot} ${row.place}`;
    const before = places.get(key);
    places.set(key, {
      ...row,
      homeOn: row.homeOn ?? before?.homeOn ?? null,
      amountMinor: minor((before?.amountMinor ?? 0) + amountMinor),
    });
  };
  for (const { role, atHome, amount, ...row } of found) {
    const place = atHome ? 'home' : placeOf(role);
    add({ ...row, place, amountMinor: minor(Number(amount)) });
  }
  for (const { day, pot, amount } of open) {
    const card = { day, pot, homeOn: null };
    add({ ...card, place: 'taken', amountMinor: minor(Number(amount)) });
    add({ ...card, place: 'counted', amountMinor: minus(0, Number(amount)) });
  }
  return [...places.values()]
    .filter(({ amountMinor }) => amountMinor !== 0)
    .sort((a, b) => (`${a.day} ${a.pot}` < `${b.day} ${b.pot}` ? -1 : 1));
}

/** Cards whose batch is open still, by day and pot: the one thing which lines do not say. */
function openCards(db: Db, from: string, to: string) {
  return rows<{ day: string; pot: string; amount: string }>(
    db,
    `SELECT s.date AS day, CONCAT('card ', t.processor_id, ' ', t.scheme) AS pot,
       SUM(st.amount_minor) AS amount
     FROM sale s
     JOIN sale_tender st ON st.sale_id = s.id
     JOIN tender t ON t.id = st.tender_id AND t.kind = 'card'
     JOIN batch_now m ON m.sale_tender_id = st.id
     JOIN batch b ON b.id = m.batch_id AND b.closed_at IS NULL
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE s.date BETWEEN ? AND ? AND v.id IS NULL
     GROUP BY s.date, pot`,
    [from, to],
  );
}
