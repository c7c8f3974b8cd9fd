import type { LedgerAccount } from '@abacist/core/ledger';
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

/** Tagged lines of days by account and holder: kept of sealed entries, and the tail beside. Of `?`: from, to, as of, twice. */
export const TAGGED = `
  SELECT takings_day AS day, pot, account_id, holder, date, amount_minor AS amount
  FROM takings_balance WHERE takings_day BETWEEN ? AND ? AND date <= ?
  UNION ALL
  SELECT l.takings_day, l.pot, l.account_id, l.holder, e.date, l.amount_minor
  FROM unsealed u
  JOIN entry e ON e.id = u.entry_id
  JOIN entry_line l ON l.entry_id = u.entry_id
  WHERE l.takings_day BETWEEN ? AND ? AND e.date <= ?`;

type Row = {
  day: string;
  pot: string;
  role: LedgerAccount;
  atHome: number;
  amount: string;
  homeOn: string | null;
};

export type Span = {
  from: string;
  to: string;
  /** As of the end of a date: what entries moved until then. */
  asOf?: string;
};

/** Later than every date: as it is now. */
export const NOW = '9999-12-31';

/**
 * Where every cent of the days in a span is, by pot; what is below zero stands apart, since parts in
 * two hands are never netted. One reading of the journal's tagged lines, as
 * they are kept of sealed entries, and of the tail that is not sealed yet. They add up to what each
 * pot took. A card is counted once its batch is closed; what is home at once (other tenders, a
 * settlement that comes to nothing) is so from its entry on.
 */
export async function placesOf(db: Db, { from, to, asOf = NOW }: Span): Promise<PlaceRow[]> {
  const [found, open] = await Promise.all([
    rows<Row>(
      db,
      `SELECT x.day, x.pot, x.role, x.atHome, SUM(x.amount) AS amount,
         MAX(IF(x.role = 'bank' OR x.atHome, COALESCE(sl.date, x.movedOn), NULL)) AS homeOn
       FROM (
         SELECT t.day, t.pot, a.role, t.holder, t.holder = ? AS atHome,
           SUM(t.amount) AS amount, MAX(t.date) AS movedOn
         FROM (${TAGGED}) t
         JOIN account a ON a.id = t.account_id
         GROUP BY t.day, t.pot, a.role, t.holder
         HAVING SUM(t.amount) <> 0
       ) x
       LEFT JOIN statement_line sl
         ON x.holder LIKE 'line %' AND sl.id = CAST(SUBSTRING(x.holder, 6) AS UNSIGNED)
       GROUP BY x.day, x.pot, x.role, x.atHome, x.amount > 0`,
      [AT_HOME, from, to, asOf, from, to, asOf],
    ),
    openCards(db, { from, to, asOf }),
  ]);
  const places = new Map<string, PlaceRow>();
  const add = ({ amountMinor, ...row }: PlaceRow) => {
    const key = `${row.day} ${row.pot} ${row.place} ${amountMinor > 0}`;
    const before = places.get(key);
    places.set(key, {
      ...row,
      homeOn: row.homeOn ?? before?.homeOn ?? null,
      amountMinor: minor((before?.amountMinor ?? 0) + amountMinor),
    });
  };
  // What of clearing is in batches that are open still is taken, and the rest of it counted.
  for (const { day, pot, amount } of open) {
    const all = found.find(
      (one) => one.day === day && one.pot === pot && one.role === 'cardClearing',
    );
    if (all) all.amount = String(minus(Number(all.amount), Number(amount)));
    else
      add({ day, pot, place: 'counted', homeOn: null, amountMinor: minus(0, Number(amount)) });
    add({ day, pot, place: 'taken', homeOn: null, amountMinor: minor(Number(amount)) });
  }
  for (const { role, atHome, amount, ...row } of found) {
    const place = atHome ? 'home' : placeOf(role);
    add({ ...row, place, amountMinor: minor(Number(amount)) });
  }
  return [...places.values()]
    .filter(({ amountMinor }) => amountMinor !== 0)
    .sort((a, b) => (`${a.day} ${a.pot}` < `${b.day} ${b.pot}` ? -1 : 1));
}

/** Cards whose batch is open still, by day and pot: the one thing which lines do not say. */
function openCards(db: Db, { from, to, asOf }: Required<Span>) {
  return rows<{ day: string; pot: string; amount: string }>(
    db,
    `SELECT s.date AS day, CONCAT('card ', t.processor_id, ' ', t.scheme) AS pot,
       SUM(st.amount_minor) AS amount
     FROM sale s
     JOIN sale_tender st ON st.sale_id = s.id
     JOIN tender t ON t.id = st.tender_id AND t.processor_id IS NOT NULL
     JOIN batch_now m ON m.sale_tender_id = st.id
     JOIN batch b ON b.id = m.batch_id AND (b.closed_on IS NULL OR b.closed_on > ?)
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE s.date BETWEEN ? AND LEAST(?, ?) AND v.id IS NULL
     GROUP BY s.date, pot`,
    [asOf, from, to, asOf],
  );
}
