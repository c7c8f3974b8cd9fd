import type { AccountListed, AccountSummary } from '@abacist/contracts';
import type { AccountSort } from '@abacist/contracts/choices';
import { AGES, type Age, type Aging } from '@abacist/core/accounts';
import { placeholders, rows, toMinor, type Db, type Value } from '../db/pool';

/** Which ages an open item falls into today (`?` twice): past due by so many days. */
const BETWEEN: Record<Age, string> = {
  current: 'i.left_minor > 0 AND (i.due_date IS NULL OR i.due_date >= ?)',
  to30: pastDue('BETWEEN 1 AND 30'),
  to60: pastDue('BETWEEN 31 AND 60'),
  to90: pastDue('BETWEEN 61 AND 90'),
  over90: pastDue('> 90'),
  unallocated: 'i.left_minor < 0 AND ? IS NOT NULL',
};
function pastDue(days: string): string {
  return `i.left_minor > 0 AND DATEDIFF(?, i.due_date) ${days}`;
}

/** When a payment of theirs last came, that stands. */
const LAST_PAID = `(SELECT MAX(i.date) FROM open_item i
  WHERE i.charge_account_id = a.id AND i.kind = 'payment' AND NOT i.voided)`;

type Order = { sql: string; values: (today: string) => Value[] };
const NOTHING = (): Value[] => [];

const byAge = (age: Age): Order => ({
  sql: `(SELECT CAST(COALESCE(SUM(i.left_minor), 0) AS SIGNED) FROM open_item i
    WHERE i.charge_account_id = a.id AND i.left_minor <> 0 AND ${BETWEEN[age]})`,
  values: (today) => [today],
});

/**
 * What a table of accounts is ordered by, of `a` and its payer `p`. Without a limit more is left
 * than with any.
 */
export const ORDERS: Record<Exclude<AccountSort, 'name'>, Order> = {
  balance: { sql: 'a.balance_minor', values: NOTHING },
  room: {
    sql: `CAST(LEAST(COALESCE(a.limit_minor - a.balance_minor, 9000000000000000),
      COALESCE(p.group_limit_minor - p.balance_minor - COALESCE((SELECT SUM(g.balance_minor)
        FROM charge_account g WHERE g.parent_id = p.id), 0), 9000000000000000)) AS SIGNED)`,
    values: NOTHING,
  },
  ...(Object.fromEntries(AGES.map((age) => [age, byAge(age)])) as Record<Age, Order>),
  lastPaid: { sql: `COALESCE(${LAST_PAID}, '1000-01-01')`, values: NOTHING },
};

/** A column of each age (`?` today, six times) over open items `i`. */
export const AGE_SUMS = AGES.map(
  (age) => `COALESCE(SUM(IF(${BETWEEN[age]}, i.left_minor, 0)), 0) AS \`${age}\``,
).join(', ');

export const agingOf = (sums: Record<Age, string>): Aging =>
  Object.fromEntries(AGES.map((age) => [age, toMinor(sums[age])])) as Aging;

/** Accounts with what a table has beside them: what is open by age, and the last payment. */
export async function withColumns(
  db: Db,
  today: string,
  accounts: readonly AccountSummary[],
): Promise<AccountListed[]> {
  if (accounts.length === 0) return [];
  const ids = accounts.map(({ id }) => id);
  const found = await rows<{ id: number; lastPaidOn: string | null } & Record<Age, string>>(
    db,
    `SELECT a.id, ${LAST_PAID} AS lastPaidOn, ${AGE_SUMS}
     FROM charge_account a
     LEFT JOIN open_item i ON i.charge_account_id = a.id AND i.left_minor <> 0
     WHERE a.id IN (${placeholders(ids.length)})
     GROUP BY a.id`,
    [...AGES.map(() => today), ...ids],
  );
  const byId = new Map(found.map((one) => [one.id, one]));
  return accounts.map((account) => {
    const one = byId.get(account.id)!;
    return { ...account, aging: agingOf(one), lastPaidOn: one.lastPaidOn };
  });
}
