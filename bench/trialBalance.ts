import { createPool, row } from '@abacist/server/src/db/pool';
import { sealAll } from '@abacist/server/src/ledger/sealer';
import { trialBalance } from '@abacist/server/src/ledger/trialBalance';
import { loadShop } from '@abacist/server/src/settings/shop';
import type { Pool } from 'mysql2/promise';
import { median, withoutGuards } from './guards';

const ENTRIES = 250_000;
/** The trial balance at a million lines, against the plain sum over the lines. Milliseconds. */
export async function measureTrialBalance(
  adminUrl: string,
): Promise<{ lines: number; kept: number; plain: number }> {
  const pool = createPool(adminUrl, 4);
  await sealAll(pool, new Date());
  await withoutGuards(pool, () => fill(pool));
  const shop = await loadShop(pool);
  const date = '2026-12-31';
  const plainSum = async () => {
    const [rows] = await pool.query(
      `SELECT a.role, SUM(l.amount_minor) AS total
       FROM entry_line l
       JOIN entry e ON e.id = l.entry_id AND e.status = 'POSTED'
       JOIN account a ON a.id = l.account_id
       WHERE e.date <= '${date}' AND l.currency = 'CAD' GROUP BY a.role HAVING total <> 0`,
    );
    return rows as { role: string; total: string }[];
  };
  const shown = await trialBalance(pool, shop, date);
  const sums = new Map((await plainSum()).map(({ role, total }) => [role, Number(total)]));
  for (const { role, debitMinor, creditMinor } of shown.accounts) {
    if (sums.get(role) !== debitMinor - creditMinor) throw new Error(`${role} differs`);
  }
  const kept = await median(() => trialBalance(pool, shop, date), 9);
  const plain = await median(plainSum, 3);
  const { lines } = (await row<{ lines: number }>(
    pool,
    'SELECT COUNT(*) AS `lines` FROM entry_line',
  ))!;
  await pool.end();
  return { lines, kept, plain };
}

/** Entries of four lines over three years, sealed, written in bulk without the guards. */
async function fill(pool: Pool): Promise<void> {
  const { top, number } = (await row<{ top: number; number: number }>(
    pool,
    'SELECT (SELECT MAX(id) FROM entry) AS top, (SELECT MAX(number) FROM seal) AS number',
  ))!;
  await pool.query(
    `INSERT INTO entry (id, shop_id, date, kind, subject_id, user_id, posted_at, memo, status)
     SELECT ${top} + seq, 1, DATE_ADD('2024-01-01', INTERVAL seq MOD 1000 DAY),
       'bench', seq, 1, NOW(), '', 'POSTED'
     FROM seq_1_to_${ENTRIES}`,
  );
  for (const [position, role, amount] of [
    [1, 'drawer', 'seq MOD 9000 + 106'],
    [2, 'sales', '-(seq MOD 9000) - 100'],
    [3, 'taxPayable', '-5'],
    [4, 'rounding', '-1'],
  ] as const) {
    await pool.query(
      `INSERT INTO entry_line (entry_id, position, account_id, amount_minor, currency, shop_id)
       SELECT ${top} + seq, ${position}, a.id, ${amount}, 'CAD', 1
       FROM seq_1_to_${ENTRIES} JOIN account a ON a.role = '${role}'`,
    );
  }
  await pool.query(
    `INSERT INTO seal (number, entry_id, hash, sealed_at)
     SELECT ${number} + seq, ${top} + seq, REPEAT('0', 64), NOW() FROM seq_1_to_${ENTRIES}`,
  );
  for (const [table, column, period] of [
    ['balance_month', 'month', `DATE_FORMAT(e.date, '%Y-%m')`],
    ['balance_day', 'date', 'e.date'],
  ]) {
    await pool.query(`DELETE FROM ${table}`);
    await pool.query(
      `INSERT INTO ${table} (account_id, currency, ${column}, debit_minor, credit_minor)
       SELECT l.account_id, l.currency, ${period}, SUM(GREATEST(l.amount_minor, 0)),
         SUM(GREATEST(-l.amount_minor, 0))
       FROM seal s JOIN entry e ON e.id = s.entry_id JOIN entry_line l ON l.entry_id = e.id
       GROUP BY l.account_id, l.currency, ${period}`,
    );
  }
  await pool.query('ANALYZE TABLE entry, entry_line, seal, balance_month, balance_day');
}
