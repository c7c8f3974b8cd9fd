import { rows } from '@abacist/server/src/db/pool';
import type { Pool } from 'mysql2/promise';

/**
 * Runs bulk inserts without the triggers that guard the books, and puts the triggers back: what
 * is measured afterwards has them again.
 */
export async function withoutGuards(pool: Pool, work: () => Promise<void>): Promise<void> {
  const triggers = await rows<{ name: string }>(
    pool,
    `SELECT trigger_name AS name FROM information_schema.triggers
     WHERE trigger_schema = DATABASE()`,
  );
  const statements: string[] = [];
  for (const { name } of triggers) {
    const [found] = await pool.query(`SHOW CREATE TRIGGER \`${name}\``);
    statements.push(
      (found as { 'SQL Original Statement': string }[])[0]!['SQL Original Statement'],
    );
    await pool.query(`DROP TRIGGER \`${name}\``);
  }
  try {
    await work();
  } finally {
    for (const statement of statements) await pool.query(statement);
  }
}

/** The middle of several measured times, in milliseconds. */
export async function median(work: () => Promise<unknown>, times: number): Promise<number> {
  const taken: number[] = [];
  for (let i = 0; i < times; i += 1) {
    const begun = performance.now();
    await work();
    taken.push(performance.now() - begun);
  }
  return taken.sort((a, b) => a - b)[Math.floor(times / 2)]!;
}
