import type { Rod } from '@abacist/contracts';
import { addDays } from '@abacist/core/dates';
import { kindsOfRoute, rodState, type RodFacts, type WaitsFor } from '@abacist/core/days';
import { sum } from '@abacist/core/money';
import { placeholders, rows, type Db } from '../db/pool';
import { NOW } from '../takings/places';
import { beadsByDay, potsOf, type PotPart } from './beads';

/** As of a date: what was known at its end, days up to it. */
export type RodsQuery = {
  before?: string;
  limit: number;
  asOf?: string;
  /** Only days of which such money is not home yet. */
  waits?: WaitsFor;
};

/**
 * Days, newest first, that have tickets, or takings of which a part is somewhere: kept of sealed
 * entries, so that a page costs the same however many days there are, and the tail beside.
 */
const DAYS = (limit: number) => `
  SELECT x.date FROM (
    (SELECT date FROM rod WHERE date < ? AND date <= ? ORDER BY date DESC LIMIT ${limit})
    UNION
    (SELECT e.date FROM unsealed u JOIN entry e ON e.id = u.entry_id AND e.kind = 'sale'
     WHERE e.date < ? AND e.date <= ?)
    UNION
    (SELECT l.takings_day FROM unsealed u JOIN entry_line l ON l.entry_id = u.entry_id
     WHERE l.takings_day < ? AND l.takings_day <= ?)
  ) x
  ORDER BY x.date DESC LIMIT ${limit}`;

/** Where takings wait for who moves them on. */
const WAITING_IN = ['drawer', 'safe', 'bankInTransit', 'cardClearing', 'processorBalance']
  .map((role) => `'${role}'`)
  .join(', ');

/**
 * Days of which money of a kind waits somewhere, newest first: what is in somebody's hands now is kept
 * without what is home, so that it costs the same however many days are home.
 */
const WAITING_DAYS = (kinds: readonly string[], limit: number) => `
  SELECT DISTINCT w.date FROM (SELECT x.date FROM (
    SELECT h.takings_day AS date, h.pot, a.id AS account, h.amount_minor AS amount
    FROM takings_held h JOIN account a ON a.id = h.account_id AND a.role IN (${WAITING_IN})
    UNION ALL
    SELECT l.takings_day, l.pot, a.id, l.amount_minor
    FROM unsealed u
    JOIN entry_line l ON l.entry_id = u.entry_id AND l.pot IS NOT NULL
    JOIN account a ON a.id = l.account_id AND a.role IN (${WAITING_IN})
  ) x
  WHERE x.date < ? AND SUBSTRING_INDEX(x.pot, ' ', 1) IN (${placeholders(kinds.length)})
  GROUP BY x.date, x.pot, x.account HAVING SUM(x.amount) <> 0) w
  ORDER BY w.date DESC LIMIT ${limit}`;

/** Days further apart than this are read by themselves. */
const NEAR_DAYS = 7;

/** Rods of days of which such money is not home, newest first. */
async function listWaiting(
  db: Db,
  today: string,
  { before = NOW, limit, waits }: RodsQuery & { waits: WaitsFor },
): Promise<{ rods: Rod[]; next: string | null }> {
  const kinds = kindsOfRoute(waits);
  const found = await rows<{ date: string }>(db, WAITING_DAYS(kinds, limit + 1), [
    before,
    ...kinds,
  ]);
  const dates = found.slice(0, limit).map(({ date }) => date);
  const spans: { from: string; to: string }[] = [];
  for (const date of dates) {
    const last = spans.at(-1);
    if (last && last.from <= addDays(date, NEAR_DAYS)) last.from = date;
    else spans.push({ from: date, to: date });
  }
  const read = await Promise.all(
    spans.map((span) => rodsBetween(db, { ...span, asOf: today })),
  );
  return {
    rods: read.flat().filter(({ date }) => dates.includes(date)),
    next: found.length > limit ? dates.at(-1)! : null,
  };
}

/** Rods of days, newest first; today is always there on the first page. */
export async function listRods(
  db: Db,
  today: string,
  query: RodsQuery,
): Promise<{ rods: Rod[]; next: string | null }> {
  const { before = NOW, limit, asOf = today, waits } = query;
  if (waits) return listWaiting(db, today, { ...query, waits });
  const span = [before, asOf];
  const found = await rows<{ date: string }>(db, DAYS(limit + 1), [...span, ...span, ...span]);
  const dates = found.slice(0, limit).map(({ date }) => date);
  if (before === NOW && !dates.includes(asOf)) dates.unshift(asOf);
  if (dates.length === 0) return { rods: [], next: null };
  const rods = await rodsBetween(db, { from: dates.at(-1)!, to: dates[0]!, asOf });
  return { rods, next: found.length > limit ? dates.at(-1)! : null };
}

/** The rods of the days in a span that have one, newest first; that of `asOf` always. */
export async function rodsBetween(
  db: Db,
  span: { from: string; to: string; asOf: string },
): Promise<Rod[]> {
  const { from, to, asOf } = span;
  const [pots, tickets, open] = await Promise.all([
    potsOf(db, span),
    rows<{ date: string; sales: number }>(
      db,
      `SELECT s.date, CAST(SUM(v.id IS NULL) AS SIGNED) AS sales
       FROM sale s LEFT JOIN sale_void v ON v.sale_id = s.id
       WHERE s.date BETWEEN ? AND ? GROUP BY s.date`,
      [from, to],
    ),
    rows<{ date: string; drawers: number }>(
      db,
      `SELECT s.date, COUNT(*) AS drawers
       FROM (
         SELECT date, drawer_session_id FROM sale WHERE date BETWEEN ? AND ?
         UNION
         SELECT date, drawer_session_id FROM drawer_act WHERE date BETWEEN ? AND ?
       ) s
       LEFT JOIN drawer_close c ON c.drawer_session_id = s.drawer_session_id
       WHERE c.id IS NULL OR c.date > ? GROUP BY s.date`,
      [from, to, from, to, asOf],
    ),
  ]);
  const beads = beadsByDay(pots);
  const of = <T extends { date: string }>(list: readonly T[], date: string) =>
    list.find((one) => one.date === date);
  const dates = new Set([...tickets.map(({ date }) => date), ...beads.keys()]);
  if (from <= asOf && asOf <= to) dates.add(asOf);
  return [...dates]
    .sort((a, b) => (a < b ? 1 : -1))
    .map((date) =>
      rodOf({
        date,
        today: asOf,
        beads: beads.get(date) ?? [],
        sales: of(tickets, date)?.sales ?? 0,
        openDrawers: of(open, date)?.drawers ?? 0,
        homeOn: homeOn(pots.parts, date),
      }),
    );
}

const rodOf = ({ sales, ...facts }: RodFacts & { sales: number }): Rod => ({
  date: facts.date,
  takenMinor: sum(facts.beads.map(({ takenMinor }) => takenMinor)),
  sales,
  beads: [...facts.beads],
  state: rodState(facts),
});

/** The rod of a day on which nothing is. */
export const emptyRod = (date: string, today: string): Rod =>
  rodOf({ date, today, beads: [], sales: 0, openDrawers: 0, homeOn: null });

function homeOn(parts: readonly PotPart[], date: string): string | null {
  const dates = parts.flatMap((part) =>
    part.date === date && part.homeOn !== null ? [part.homeOn] : [],
  );
  return dates.sort().at(-1) ?? null;
}
