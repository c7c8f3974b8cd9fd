import type { Pool, PoolConnection } from 'mysql2/promise';
import { isAway, PATIENCE, patiently, pause, pauseBefore } from './away';
import { rows } from './pool';

const DEADLOCK = 1213;
const LOCK_WAIT = 1205;
const TRIES = 12;

type SqlError = { errno?: number; code?: string };

/**
 * Runs `work` in one transaction, READ COMMITTED as the pool's are, and commits it. The whole is tried again on a
 * deadlock or a lock that timed out (a cluster reports conflicts as deadlocks, even at COMMIT).
 * A database that is away is waited for up to a deadline; once the work has begun only under an
 * idempotency key, since the commit may have happened.
 *
 * Statements queue on the connection. Reads may be sent together (`Promise.all`), so that the
 * work between them overlaps with the database's. A write is waited for before anything that
 * writes is sent: after a deadlock the server has ended the transaction, and a write queued
 * behind it would count by itself.
 * @throws Error when `work` leaves an entry OPEN: MariaDB has no checks deferred to commit
 */
export async function transaction<T>(
  pool: Pool,
  work: (tx: Tx) => Promise<T>,
  options: { idempotent?: boolean } = {},
): Promise<T> {
  const deadline = Date.now() + PATIENCE;
  for (let attempt = 1; ; attempt += 1) {
    const connection = await patiently(() => pool.getConnection(), deadline - Date.now());
    try {
      await connection.beginTransaction();
      const tx: Tx = Object.assign(connection, {
        openEntries: new Set<number>(),
        postedEntries: [],
      });
      const result = await work(tx);
      if (tx.openEntries.size) {
        throw new Error(`entries left OPEN: ${[...tx.openEntries].join(', ')}`);
      }
      await connection.commit();
      connection.release();
      return result;
    } catch (error) {
      await leave(connection);
      const { errno } = error as SqlError;
      const crowded = errno === DEADLOCK || errno === LOCK_WAIT;
      const away = options.idempotent === true && isAway(error);
      if ((crowded && attempt >= TRIES) || !(crowded || away)) throw error;
      const wait = pauseBefore(attempt);
      if (Date.now() + wait > deadline) throw error;
      await pause(wait);
    }
  }
}

/** A transaction's connection, with the journal entries not yet posted in it, and those that are. */
export type Tx = PoolConnection & { openEntries: Set<number>; postedEntries: number[] };

/** ROLLBACK is always sent before a retry; a connection that can't take it is thrown away. */
async function leave(connection: PoolConnection): Promise<void> {
  try {
    await connection.rollback();
    connection.release();
  } catch {
    connection.destroy();
  }
}

/** Variables of the server on which the books depend; wrong ones stop the start. */
export async function checkServer(pool: Pool): Promise<void> {
  const wanted: Record<string, (value: string) => boolean> = {
    sql_mode: (value) => value.includes('STRICT_ALL_TABLES') || value.includes('STRICT_TRANS'),
    innodb_rollback_on_timeout: (value) => value === 'ON',
  };
  const found = await rows<{ Variable_name: string; Value: string }>(
    pool,
    `SHOW VARIABLES WHERE Variable_name IN ('sql_mode', 'innodb_rollback_on_timeout')`,
  );
  for (const { Variable_name: name, Value: value } of found) {
    if (!wanted[name]!(value)) throw new Error(`the database server's ${name} is ${value}`);
  }
}
