import { createPool, row } from '@abacist/server/src/db/pool';
import type { Pool } from 'mysql2/promise';
import { withoutGuards } from './guards';
import { repeat, sellThroughApi, signIn, SALE } from './posting';

const CLIENTS = 4;
const SMALL = 10_000;
const LARGE = 1_000_000;
const STEP = 100_000;
/** The copies are of so many days, each with a drawer's session of its own. */
const DAYS = 1000;

/**
 * Milliseconds that posting a sale takes through the API with ten thousand sales in the books,
 * and with a million.
 */
export async function measureGrowth(
  address: string,
  adminUrl: string,
  seconds: number,
): Promise<{ small: number; large: number }> {
  const pool = createPool(adminUrl, 1);
  const cookie = await signIn(address);
  const sell = () => sellThroughApi(address, cookie, SALE);
  const measure = async () => {
    await repeat(sell, CLIENTS, 3);
    return (1000 * CLIENTS * seconds) / (await repeat(sell, CLIENTS, seconds));
  };
  // What the others are copied from.
  await sell();
  await fillTo(pool, SMALL);
  const small = await measure();
  await fillTo(pool, LARGE);
  const large = await measure();
  await pool.end();
  return { small, large };
}

/** Copies of a sale with its lines, tax, tender, document and entry, until there are so many. */
export async function fillTo(pool: Pool, wanted: number): Promise<void> {
  await pool.query('SET SESSION foreign_key_checks = 0, unique_checks = 0');
  await withoutGuards(pool, async () => {
    await addSessions(pool);
    for (;;) {
      const { n } = (await row<{ n: number }>(pool, 'SELECT COUNT(*) AS n FROM sale'))!;
      if (n >= wanted) break;
      await addSales(pool, Math.min(STEP, wanted - n));
    }
  });
  await pool.query('ANALYZE TABLE sale, sale_line, sale_tender, entry, entry_line, document');
  await pool.query('SET SESSION foreign_key_checks = 1, unique_checks = 1');
}

/** A session of each day, counted and closed. */
async function addSessions(pool: Pool): Promise<void> {
  const seq = `seq_0_to_${DAYS - 1}`;
  const day = `DATE_SUB('2026-01-01', INTERVAL seq DAY)`;
  await pool.query(
    `INSERT IGNORE INTO drawer_session (id, drawer_id, number, opened_at)
     SELECT 1000 + seq, 1, 1000 + seq, ${day} FROM ${seq}`,
  );
  await pool.query(
    `INSERT IGNORE INTO drawer_close (id, drawer_session_id, date, takings_day, expected_minor,
       counted_minor, difference_minor, float_left_minor, to_safe_minor, note, user_id, closed_at)
     SELECT 1000 + seq, 1000 + seq, ${day}, ${day}, 0, 0, 0, 0, 0, '', 1, ${day} FROM ${seq}`,
  );
}

async function addSales(pool: Pool, count: number): Promise<void> {
  const top = (await row<{ sale: number; tender: number; entry: number; series: number }>(
    pool,
    `SELECT (SELECT MAX(id) FROM sale) AS sale, (SELECT MAX(id) FROM sale_tender) AS tender,
       (SELECT MAX(id) FROM entry) AS entry,
       (SELECT last_number FROM series WHERE code = 'R') AS series`,
  ))!;
  const seq = `seq_1_to_${count}`;
  const day = `DATE_SUB('2026-01-01', INTERVAL seq MOD ${DAYS} DAY)`;
  const run = (sql: string) => pool.query(sql);
  await run(
    `INSERT INTO sale (id, shop_id, date, drawer_id, drawer_session_id, prices_include_tax,
       net_minor, tax_minor, total_minor, user_id, sold_at)
     SELECT ${top.sale} + seq, 1, ${day}, 1, 1000 + seq MOD ${DAYS}, 0, 1000, 63, 1063, 1, ${day}
     FROM ${seq}`,
  );
  for (const position of [1, 2]) {
    await run(
      `INSERT INTO sale_line (sale_id, position, department_id, item_id, description, quantity,
         unit_price_minor, amount_minor, net_minor, tax_minor)
       SELECT ${top.sale} + seq, ${position}, 1, 1, 'Rope', 1, 500, 500, 500, 31 FROM ${seq}`,
    );
    await run(
      `INSERT INTO sale_line_tax (sale_id, position, authority_id, tax_minor)
       SELECT ${top.sale} + seq, ${position}, 1, 31 FROM ${seq}`,
    );
  }
  await run(
    `INSERT INTO sale_tender (id, sale_id, position, tender_id, amount_minor, tendered_minor,
       change_minor, kept_minor, rounding_minor)
     SELECT ${top.tender} + seq, ${top.sale} + seq, 1, 1, 1063, 2000, 935, 1065, -2 FROM ${seq}`,
  );
  await run(
    `INSERT INTO entry (id, shop_id, date, kind, subject_id, user_id, posted_at,
       memo, status)
     SELECT ${top.entry} + seq, 1, ${day}, 'sale', ${top.sale} + seq, 1, NOW(3), '',
       'POSTED' FROM ${seq}`,
  );
  for (const [position, role, amount] of [
    [1, 'sales', '-1000 - CAST(seq MOD 9000 AS SIGNED)'],
    [2, 'taxPayable', '-62'],
    [3, 'drawer', '1065 + seq MOD 9000'],
    [4, 'rounding', '-3'],
  ] as const) {
    await run(
      `INSERT INTO entry_line (entry_id, position, account_id, amount_minor, currency, shop_id,
         takings_day, pot, holder)
       SELECT ${top.entry} + seq, ${position}, a.id, ${amount}, 'CAD', 1,
         ${role === 'drawer' ? `${day}, 'cash', 'drawer 1'` : 'NULL, NULL, NULL'}
       FROM ${seq} JOIN account a ON a.role = '${role}'`,
    );
  }
  await run(
    `INSERT INTO document (kind, subject_id, series, number, entry_id, date, made_at, user_id,
       amount_minor)
     SELECT 'sale', ${top.sale} + seq, 'R', ${top.series} + seq, ${top.entry} + seq, ${day}, NOW(3),
       1, 1062 FROM ${seq}`,
  );
  await run(`UPDATE series SET last_number = last_number + ${count} WHERE code = 'R'`);
}
