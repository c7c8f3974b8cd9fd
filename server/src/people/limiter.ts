import type { Pool } from 'mysql2/promise';
import { RateLimiterMySQL, RateLimiterRes } from 'rate-limiter-flexible';
import { HttpError } from '../http/errors';

/** Counts tries in the database, so that servers beside each other count together. */
export type Limiter = {
  /** Takes one try. @throws HttpError 429 with the seconds to wait */
  consume: (key: string) => Promise<void>;
  reset: (key: string) => Promise<void>;
};

/** At most `points` tries of a key within `seconds`. */
export function createLimiter(
  pool: Pool,
  database: string,
  points: number,
  seconds: number,
): Limiter {
  const limiter = new RateLimiterMySQL({
    storeClient: pool.pool,
    storeType: 'pool',
    dbName: database,
    tableName: 'rate_limit',
    tableCreated: true,
    keyPrefix: '',
    points,
    duration: seconds,
    clearExpiredByTimeout: false,
  });
  return {
    async consume(key) {
      try {
        await limiter.consume(key);
      } catch (error) {
        if (!(error instanceof RateLimiterRes)) throw error;
        const waitSeconds = Math.ceil(error.msBeforeNext / 1000);
        throw new HttpError(429, {
          error: 'tooMany',
          refusals: [{ code: 'people.tooMany', params: { waitSeconds } }],
        });
      }
    },
    async reset(key) {
      await limiter.delete(key);
    },
  };
}
