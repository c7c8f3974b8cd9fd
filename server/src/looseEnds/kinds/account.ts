import { rows, toMinor, type Db } from '../../db/pool';
import { overdueFrom, overdueSums, type OverdueSums } from '../../accounts/overdue';
import { loadAccountRules } from '../../accounts/rules';
import type { Finder, Found } from '../room';

/** Accounts that need a person: over their limit, overdue past grace, a credit given to nothing. */
export const account: Finder = async ({ db, today }) => {
  const { graceDays } = await loadAccountRules(db);
  const [over, overdue, credits, returned] = await Promise.all([
    overLimit(db),
    overdueAccounts(db, today, graceDays),
    waitingCredits(db),
    returnedCheques(db),
  ]);
  const end = (
    code: Found['code'],
    { id, name, since, amountMinor }: OfAccount,
    params: Found['params'] = {},
  ): Found => ({
    code,
    since,
    amountMinor,
    params: { name, ...params },
    path: `/accounts/${id}`,
  });
  return [
    ...over.map((one) => end('accountOverLimit', one, { limitMinor: one.limitMinor })),
    ...overdue.map((one) => end('accountOverdue', one, { date: one.since! })),
    ...credits.map((one) => end('accountCredit', one)),
    ...returned.map((one) => end('chequeReturned', one, { date: one.since! })),
  ];
};

type OfAccount = { id: number; name: string; since: string | null; amountMinor: number };

/** Over their own limit, or over that of the group which they pay for. */
async function overLimit(db: Db): Promise<(OfAccount & { limitMinor: number })[]> {
  const found = await rows<{ id: number; name: string; limit: string; balance: string }>(
    db,
    `SELECT a.id, c.name, a.limit_minor AS \`limit\`, a.balance_minor AS balance
     FROM charge_account a JOIN customer c ON c.id = a.customer_id
     WHERE a.balance_minor > a.limit_minor
     UNION ALL
     SELECT p.id, c.name, p.group_limit_minor,
       p.balance_minor + COALESCE(SUM(g.balance_minor), 0)
     FROM charge_account p
     JOIN customer c ON c.id = p.customer_id
     LEFT JOIN charge_account g ON g.parent_id = p.id
     WHERE p.group_limit_minor IS NOT NULL
     GROUP BY p.id, c.name, p.group_limit_minor, p.balance_minor
     HAVING p.balance_minor + COALESCE(SUM(g.balance_minor), 0) > p.group_limit_minor`,
  );
  return found.map(({ id, name, limit, balance }) => ({
    id,
    name,
    since: null,
    limitMinor: toMinor(limit),
    amountMinor: toMinor(balance) - toMinor(limit),
  }));
}

/** Payers with something overdue past their days of grace, their branches' charges in it. */
async function overdueAccounts(
  db: Db,
  today: string,
  graceDays: number,
): Promise<OfAccount[]> {
  const found = await rows<{ id: number; name: string } & OverdueSums>(
    db,
    `SELECT p.id, c.name,
       ${overdueSums('DATE_SUB(?, INTERVAL COALESCE(p.grace_days, ?) DAY)')}
     FROM charge_account p
     JOIN customer c ON c.id = p.customer_id
     JOIN charge_account a ON COALESCE(a.parent_id, a.id) = p.id
     JOIN open_item i ON i.charge_account_id = a.id AND (i.left_minor > 0 OR i.left_minor < 0)
     WHERE p.parent_id IS NULL
     GROUP BY p.id, c.name HAVING late > 0`,
    [today, graceDays, today, graceDays],
  );
  return found.flatMap(({ id, name, ...sums }) => {
    const { overdueMinor, oldestDue } = overdueFrom(sums);
    return oldestDue === null
      ? []
      : [{ id, name, since: oldestDue, amountMinor: overdueMinor }];
  });
}

/** What is still open because a cheque came back: what it had paid, its debt, the fee. */
function returnedCheques(db: Db): Promise<OfAccount[]> {
  return rows<OfAccount>(
    db,
    `SELECT a.id, c.name, MIN(r.date) AS since,
       CAST(SUM(i.left_minor) AS SIGNED) AS amountMinor
     FROM returned_cheque r
     JOIN returned_cheque_item x ON x.returned_cheque_id = r.id
     JOIN open_item i ON i.id = x.open_item_id AND i.left_minor > 0
     JOIN charge_account a ON a.id = i.charge_account_id
     JOIN customer c ON c.id = a.customer_id
     WHERE r.standing
     GROUP BY a.id, c.name
     ORDER BY a.id`,
  );
}

/** Credits that are given to nothing. */
function waitingCredits(db: Db): Promise<OfAccount[]> {
  return rows<OfAccount>(
    db,
    `SELECT a.id, c.name, MIN(i.date) AS since,
       CAST(-SUM(i.left_minor) AS SIGNED) AS amountMinor
     FROM open_item i
     JOIN charge_account a ON a.id = i.charge_account_id
     JOIN customer c ON c.id = a.customer_id
     WHERE i.left_minor < 0
     GROUP BY a.id, c.name`,
  );
}
