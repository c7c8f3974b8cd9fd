import { createApp } from '@abacist/server/src/app';
import { createLog } from '@abacist/server/src/log';
import { grantApplicationUser } from '@abacist/server/src/db/grants';
import { migrate } from '@abacist/server/src/db/migrate';
import { createPool } from '@abacist/server/src/db/pool';
import { sealAll } from '@abacist/server/src/ledger/sealer';
import { hasShop, setUpShop } from '@abacist/server/src/settings/setUp';
import { businessDate } from '@abacist/core/dates';
import { loadDemo } from './demo';
import { HISTORY_DAYS } from './regulars';
import { SALTMARROW } from './shop';

export type Prepared = { appUrl: string; loaded: boolean };

/**
 * Brings a database to a shop that can be used: schema, the application's own user, the shop's
 * set-up, and the demo's days unless it shall be empty. A database that has a shop keeps it.
 * @param adminUrl a user who may create tables, triggers and users
 * @param password of the application's user
 */
export async function prepare(
  adminUrl: string,
  password: string,
  { empty, now = new Date() }: { empty: boolean; now?: Date },
): Promise<Prepared> {
  await migrate(adminUrl);
  const database = new URL(adminUrl).pathname.slice(1);
  const appUrl = await grantApplicationUser(
    adminUrl,
    `${database.slice(0, 60)}_app`,
    password,
  );
  const pool = createPool(appUrl);
  let clock = now;
  const { deps, close } = createApp({
    pool,
    database,
    sessionSecret: 'not used: nobody signs in here',
    clock: () => clock,
    log: createLog('warn'),
  });
  try {
    if (await hasShop(pool)) return { appUrl, loaded: false };
    const today = businessDate(now, SALTMARROW.shop.zone);
    if (!empty) clock = new Date(now.getTime() - (HISTORY_DAYS + 1) * 24 * 60 * 60 * 1000);
    await setUpShop(deps, SALTMARROW);
    if (!empty) await loadDemo(deps, (instant) => (clock = instant), now, today);
    await sealAll(pool, now);
    return { appUrl, loaded: true };
  } finally {
    await close();
    await pool.end();
  }
}
