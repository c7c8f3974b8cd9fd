import { createPool, row } from '@abacist/server/src/db/pool';
import type { Pool } from 'mysql2/promise';
import { median, withoutGuards } from './guards';
import { fillTo } from './growth';
import { sellThroughApi, SALE, signIn } from './posting';

export const SALES = 1_000_000;
export const DAYS = 100_000;
const TIMES = 9;

export type FrameTimes = {
  /** A page of thirty days, at a million sales over a thousand days. */
  frame: number;
  trail: number;
  /** The sum of all tagged lines by day, pot and account, without what is kept. */
  plain: number;
  /** The same page with a hundred times the days in the books, and one in the midst of them. */
  manyDays: number;
  deep: number;
};

/** Milliseconds over HTTP for the frame and a day's trail, and for the plain sum by the database. */
export async function measureFrame(address: string, adminUrl: string): Promise<FrameTimes> {
  const pool = createPool(adminUrl, 1);
  await sellThroughApi(address, await signIn(address), SALE);
  await fillTo(pool, SALES);
  await keep(pool);
  const cookie = await signIn(address, 'osric', 'ink and sand');
  const read = (path: string) =>
    median(async () => {
      const answer = await fetch(`${address}/api${path}`, { headers: { Cookie: cookie } });
      if (!answer.ok) throw new Error(`${path} answered ${answer.status}`);
      await answer.arrayBuffer();
    }, TIMES);
  const { day } = (await row<{ day: string }>(
    pool,
    `SELECT MAX(date) AS day FROM sale WHERE date < '2026-01-01'`,
  ))!;
  const frame = await read('/days');
  const trail = await read(`/trail/beads/${day}/cash`);
  const plain = await median(
    () =>
      pool.query(
        `SELECT l.takings_day, l.pot, l.account_id, SUM(l.amount_minor) AS amount
         FROM entry_line l WHERE l.pot IS NOT NULL
         GROUP BY l.takings_day, l.pot, l.account_id HAVING amount <> 0
         ORDER BY l.takings_day DESC LIMIT 30`,
      ),
    3,
  );
  await addDays(pool);
  const manyDays = await read('/days');
  const deep = await read('/days?before=1900-01-01');
  await pool.end();
  return { frame, trail, plain, manyDays, deep };
}

/** What the sealer would have kept of all that was copied. */
async function keep(pool: Pool): Promise<void> {
  await pool.query('DELETE FROM takings_balance');
  await pool.query('DELETE FROM takings_held');
  await pool.query(
    `INSERT INTO takings_balance (takings_day, pot, account_id, holder, date, amount_minor)
     SELECT l.takings_day, l.pot, l.account_id, l.holder, e.date, SUM(l.amount_minor)
     FROM entry_line l JOIN entry e ON e.id = l.entry_id
     LEFT JOIN unsealed u ON u.entry_id = e.id
     WHERE l.pot IS NOT NULL AND u.entry_id IS NULL
     GROUP BY l.takings_day, l.pot, l.account_id, l.holder, e.date`,
  );
  await pool.query(
    `INSERT INTO takings_held (account_id, holder, takings_day, pot, amount_minor)
     SELECT b.account_id, b.holder, b.takings_day, b.pot, SUM(b.amount_minor)
     FROM takings_balance b
     JOIN account a ON a.id = b.account_id AND a.role IN ('drawer', 'fund', 'safe')
     GROUP BY b.account_id, b.holder, b.takings_day, b.pot HAVING SUM(b.amount_minor) <> 0`,
  );
  await pool.query('INSERT IGNORE INTO rod SELECT DISTINCT date FROM sale');
  await pool.query('ANALYZE TABLE takings_balance, takings_held, rod');
}

/** A sale a day, home, of so many days before all others, as it is kept. */
async function addDays(pool: Pool): Promise<void> {
  const day = `DATE_SUB('2020-01-01', INTERVAL seq DAY)`;
  await pool.query('SET SESSION foreign_key_checks = 0, unique_checks = 0');
  await withoutGuards(pool, async () => {
    const { top } = (await row<{ top: number }>(pool, 'SELECT MAX(id) AS top FROM sale'))!;
    await pool.query(
      `INSERT INTO sale (id, shop_id, date, drawer_id, drawer_session_id, prices_include_tax,
         net_minor, tax_minor, total_minor, user_id, sold_at)
       SELECT ${top} + seq, 1, ${day}, 1, 1, 0, 1000, 63, 1063, 1, ${day}
       FROM seq_1_to_${DAYS}`,
    );
    await pool.query(
      `INSERT INTO takings_balance (takings_day, pot, account_id, holder, date, amount_minor)
       SELECT ${day}, 'cash', a.id, 'line 1', ${day}, 1065
       FROM seq_1_to_${DAYS} JOIN account a ON a.role = 'bank'`,
    );
  });
  await pool.query('SET SESSION foreign_key_checks = 1, unique_checks = 1');
  await pool.query(`INSERT IGNORE INTO rod SELECT ${day} FROM seq_1_to_${DAYS}`);
  await pool.query('ANALYZE TABLE sale, takings_balance, rod');
}
