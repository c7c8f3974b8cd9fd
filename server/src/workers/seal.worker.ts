import { once } from 'node:events';
import type { MessagePort } from 'node:worker_threads';
import { createPool } from '../db/pool';
import { startSealer } from '../ledger/sealer';
import { createLog } from '../log';

/**
 * The sealer in a thread of its own: what it computes never keeps a sale at the counter waiting.
 * It seals until the port says that it should stop.
 */
export default async function seal({ url, port }: { url: string; port: MessagePort }) {
  // One connection holds the lock, one seals.
  const pool = createPool(url, 2);
  const log = createLog(process.env['LOG_LEVEL'] ?? 'warn');
  const stop = startSealer(pool, () => new Date(), log);
  await once(port, 'message');
  await stop();
  await pool.end();
  port.close();
}
