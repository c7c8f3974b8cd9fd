import type { HomewardView } from '@abacist/contracts';
import { daysBetween } from '@abacist/core/dates';
import { homewardOf, potRules, sourceOfPot } from '@abacist/core/days';
import { rows, type Db } from '../db/pool';
import { NOW, TAGGED } from '../takings/places';

/**
 * How long money of the days in a span took to come home, by kind of pot and processor. A part came on the day of the bank's
 * line that brought it, whatever day its entry has.
 */
export async function homeward(
  db: Db,
  { from, to }: { from: string; to: string },
): Promise<HomewardView> {
  const [came, processors] = await Promise.all([
    rows<{ day: string; pot: string; homeOn: string; amountMinor: number }>(
      db,
      `SELECT x.day, x.pot, COALESCE(l.date, x.movedOn) AS homeOn,
         CAST(SUM(x.amount) AS SIGNED) AS amountMinor
       FROM (
         SELECT t.day, t.pot, t.holder, SUM(t.amount) AS amount, MAX(t.date) AS movedOn
         FROM (${TAGGED}) t
         JOIN account a ON a.id = t.account_id AND a.role = 'bank'
         GROUP BY t.day, t.pot, t.holder HAVING SUM(t.amount) > 0
       ) x
       LEFT JOIN statement_line l
         ON x.holder LIKE 'line %' AND l.id = CAST(SUBSTRING(x.holder, 6) AS UNSIGNED)
       GROUP BY x.day, x.pot, homeOn`,
      [from, to, NOW, from, to, NOW],
    ),
    rows<{ id: number; name: string }>(db, 'SELECT id, name FROM processor'),
  ]);
  const names = new Map(processors.map(({ id, name }) => [`card ${id}`, name]));
  const ways = homewardOf(
    // What was brought in was taken from nobody.
    came
      .filter(({ pot }) => !potRules(pot).noBead)
      .map(({ day, pot, homeOn, amountMinor }) => ({
        ...{ source: sourceOfPot(pot), amountMinor },
        days: Math.max(0, daysBetween(day, homeOn)),
      })),
  );
  return {
    ways: ways.map(({ source, ...way }) => ({
      ...way,
      source,
      name: names.get(source) ?? '',
    })),
  };
}
