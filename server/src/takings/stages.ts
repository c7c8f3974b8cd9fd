import type { AccountRole } from '@abacist/core/ledger';
import type { Stage } from '@abacist/core/days';
import { minor, minus, type Minor } from '@abacist/core/money';
import { placeOf } from '@abacist/core/takings';
import { placeholders, rows, type Db } from '../db/pool';
import { openCards } from './places';

export type StagePart = {
  date: string;
  pot: string;
  stage: Stage;
  amountMinor: Minor;
  /** The day of the newest line that brought some of it home. */
  homeOn: string | null;
};

const STAGE_ROLES: readonly AccountRole[] = [
  'drawer',
  'safe',
  'cardClearing',
  'bankInTransit',
  'processorBalance',
  'bank',
];

/**
 * How far the money of days has come, by pot, as the journal’s lines say: what was spent, kept as
 * float or went back with its drawer is on its way no more. A card is counted once its batch is
 * closed. What is home at once (other tenders, a settlement of nothing) is so from its entry on.
 */
export async function stagesOf(
  db: Db,
  { from, to }: { from: string; to: string },
): Promise<StagePart[]> {
  type Row = {
    date: string;
    pot: string;
    role: AccountRole;
    amount: string;
    homeOn: string | null;
  };
  const [found, open] = await Promise.all([
    rows<Row>(
      db,
      `SELECT x.date, x.pot, x.role, SUM(x.amount) AS amount,
         MAX(IF(x.role = 'bank', COALESCE(sl.date, x.movedOn), NULL)) AS homeOn
       FROM (
         SELECT l.takings_day AS date, l.pot, a.role, l.holder, SUM(l.amount_minor) AS amount,
           MAX(e.date) AS movedOn
         FROM entry_line l
         JOIN account a ON a.id = l.account_id
           AND a.role IN (${placeholders(STAGE_ROLES.length)})
         JOIN entry e ON e.id = l.entry_id
         WHERE l.takings_day BETWEEN ? AND ? AND l.pot <> 'broughtIn'
         GROUP BY l.takings_day, l.pot, a.role, l.holder
         HAVING SUM(l.amount_minor) <> 0
       ) x
       LEFT JOIN statement_line sl
         ON x.holder LIKE 'line %' AND sl.id = CAST(SUBSTRING(x.holder, 6) AS UNSIGNED)
       GROUP BY x.date, x.pot, x.role
       ORDER BY x.date`,
      [...STAGE_ROLES, from, to],
    ),
    openCards(db, from, to),
  ]);
  const parts = found.map(({ role, amount, ...part }) => ({
    ...part,
    stage: placeOf(role) as Stage,
    amountMinor: minor(Number(amount)),
  }));
  for (const { day, pot, amount } of open) {
    const card = { date: day, pot, homeOn: null };
    parts.push({ ...card, stage: 'taken', amountMinor: minor(Number(amount)) });
    parts.push({ ...card, stage: 'counted', amountMinor: minus(0, Number(amount)) });
  }
  return parts;
}
