import type { TrialBalance } from '@abacist/contracts';
import type { LedgerAccount, AccountType } from '@abacist/core/ledger';
import type { Shop } from '../context';
import { rows, toMinor, type Db } from '../db/pool';

type Sum = { role: LedgerAccount; number: string; type: AccountType; total: string };

/**
 * The trial balance at the end of a date: kept balances of whole months, days of the month
 * under way, and the tail that is not sealed yet, read in one statement, so that an entry is
 * counted exactly once while the sealer works.
 */
export async function trialBalance(db: Db, shop: Shop, date: string): Promise<TrialBalance> {
  const month = date.slice(0, 7);
  const found = await rows<Sum>(
    db,
    `SELECT a.role, a.number, a.type, SUM(t.amount) AS total
     FROM (
       SELECT account_id, debit_minor - credit_minor AS amount
       FROM balance_month WHERE currency = ? AND month < ?
       UNION ALL
       SELECT account_id, debit_minor - credit_minor
       FROM balance_day WHERE currency = ? AND date BETWEEN ? AND ?
       UNION ALL
       SELECT l.account_id, l.amount_minor
       FROM unsealed u
       JOIN entry e ON e.id = u.entry_id
       JOIN entry_line l ON l.entry_id = e.id
       WHERE e.date <= ? AND l.currency = ?
     ) AS t
     JOIN account a ON a.id = t.account_id
     GROUP BY a.id, a.role, a.number, a.type
     HAVING total <> 0
     ORDER BY a.number`,
    [shop.currency, month, shop.currency, `${month}-01`, date, date, shop.currency],
  );
  const accounts = found.map(({ role, number, type, total }) => {
    const amount = toMinor(total);
    return {
      role,
      number,
      type,
      debitMinor: amount > 0 ? amount : 0,
      creditMinor: amount < 0 ? -amount : 0,
    };
  });
  const add = (key: 'debitMinor' | 'creditMinor') =>
    accounts.reduce((total, account) => total + account[key], 0);
  return {
    date,
    currency: shop.currency,
    accounts,
    debitMinor: add('debitMinor'),
    creditMinor: add('creditMinor'),
  };
}
