import type { AccountRole } from '@abacist/core/ledger';
import type { Stage } from '@abacist/core/days';
import { minor, type Minor } from '@abacist/core/money';
import { placeOf } from '@abacist/core/takings';
import { placeholders, rows, type Db } from '../db/pool';

/** Pots whose whole way lines tell: clearing needs a card's batch beside them. */
export const TOLD_BY_LINES = ['cash', 'cheque', 'transfer', 'ownCheque'] as const;
export type ToldPot = (typeof TOLD_BY_LINES)[number];

export type StagePart = {
  date: string;
  pot: ToldPot;
  stage: Stage;
  amountMinor: Minor;
  /** The day of the newest line that brought some of it home. */
  homeOn: string | null;
};

const STAGE_ROLES: readonly AccountRole[] = ['drawer', 'safe', 'bankInTransit', 'bank'];

/**
 * How far the money of days has come, by pot, as the journal’s lines say: what was spent, kept as
 * float or went back with its drawer is on its way no more.
 */
export async function stagesOf(
  db: Db,
  { from, to }: { from: string; to: string },
): Promise<StagePart[]> {
  type Row = {
    date: string;
    pot: ToldPot;
    role: AccountRole;
    amount: string;
    homeOn: string | null;
  };
  const found = await rows<Row>(
    db,
    `SELECT x.date, x.pot, x.role, SUM(x.amount) AS amount, MAX(sl.date) AS homeOn
     FROM (
       SELECT l.takings_day AS date, l.pot, a.role, l.holder, SUM(l.amount_minor) AS amount
       FROM entry_line l
       JOIN account a ON a.id = l.account_id AND a.role IN (${placeholders(STAGE_ROLES.length)})
       WHERE l.takings_day BETWEEN ? AND ? AND l.pot IN (${placeholders(TOLD_BY_LINES.length)})
       GROUP BY l.takings_day, l.pot, a.role, l.holder
       HAVING SUM(l.amount_minor) <> 0
     ) x
     LEFT JOIN statement_line sl
       ON x.role = 'bank' AND sl.id = CAST(SUBSTRING(x.holder, 6) AS UNSIGNED)
     GROUP BY x.date, x.pot, x.role
     ORDER BY x.date`,
    [...STAGE_ROLES, from, to, ...TOLD_BY_LINES],
  );
  return found.map(({ role, amount, ...part }) => ({
    ...part,
    stage: placeOf(role) as Stage,
    amountMinor: minor(Number(amount)),
  }));
}
