import type { Pool } from 'mysql2/promise';
import { RateLimiterMySQL, RateLimiterRes } from 'rate-limiter-flexible';
import { HttpError } from '../http/errors';

/** Counts tries in the database, so that servers beside each other count together. */
export type Limiter = {
  /**
   * Takes one try of each key. Past the tries that are free, the wait grows each time.
   * @throws HttpError 429 with the seconds to wait
   */
  consume: (keys: readonly string[]) => Promise<void>;
  reset: (keys: readonly string[]) => Promise<void>;
};

/** Tries that are free within a quarter of an hour, and the first wait after them, in seconds. */
const FREE = 5;
const WINDOW = 15 * 60;
const FIRST_WAIT = 15;
const LONGEST_WAIT = 60 * 60;
/** How long it is remembered that somebody had to wait. */
const MEMORY = 24 * 60 * 60;

/** A limiter whose wait doubles with each time that a key ran out of tries. */
export function createLimiter(pool: Pool, database: string): Limiter {
  const of = (keyPrefix: string, points: number, duration: number) =>
    new RateLimiterMySQL({
      storeClient: pool.pool,
      storeType: 'pool',
      dbName: database,
      tableName: 'rate_limit',
      tableCreated: true,
      keyPrefix,
      points,
      duration,
      clearExpiredByTimeout: false,
    });
  const tries = of('try', FREE, WINDOW);
  const waits = of('wait', 1_000_000, MEMORY);
  return {
    async consume(keys) {
      for (const key of keys) {
        try {
          await tries.consume(key);
        } catch (error) {
          if (!(error instanceof RateLimiterRes)) throw error;
          let ms = error.msBeforeNext;
          // The first try beyond those free sets the wait; those after it only hear of it.
          if (error.consumedPoints === FREE + 1) {
            const { consumedPoints } = await waits.consume(key);
            const seconds = Math.min(LONGEST_WAIT, FIRST_WAIT * 2 ** (consumedPoints - 1));
            await tries.block(key, seconds);
            ms = seconds * 1000;
          }
          throw new HttpError(429, {
            error: 'tooMany',
            refusals: [
              { code: 'people.tooMany', params: { waitSeconds: Math.ceil(ms / 1000) } },
            ],
          });
        }
      }
    },
    async reset(keys) {
      for (const key of keys) {
        await tries.delete(key);
        await waits.delete(key);
      }
    },
  };
}
