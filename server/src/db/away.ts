/* How it shows that the database is away, or not ready, for a while. */
type SqlError = { errno?: number; code?: string };

/** 1040 too many connections, 1047 not ready, 1053 shutting down, 1290 read only, 1927 killed. */
const NUMBERS = new Set([1040, 1047, 1053, 1290, 1927, 4031]);
const CODES = new Set([
  'PROTOCOL_CONNECTION_LOST',
  'PROTOCOL_SEQUENCE_TIMEOUT',
  'ECONNREFUSED',
  'ECONNRESET',
  'ENOENT',
  'EPIPE',
  'ETIMEDOUT',
  'EHOSTUNREACH',
  'ENETUNREACH',
  'ER_CON_COUNT_ERROR',
]);
const CLOSED = /closed state|connection lost|socket has been ended/i;

/** Whether an error says that the database could not be reached, not that it refused something. */
export function isAway(error: unknown): boolean {
  const { errno, code } = error as SqlError;
  if (errno !== undefined && NUMBERS.has(errno)) return true;
  if (code !== undefined && CODES.has(code)) return true;
  return error instanceof Error && CLOSED.test(error.message);
}

/** How long a request waits for a database that is away, in milliseconds. */
export const PATIENCE = 20_000;

/** The pause before the next try: it grows, and no two servers come back in step. */
export const pauseBefore = (attempt: number): number =>
  Math.min(2_000, 20 * 2 ** attempt) * (0.5 + Math.random() / 2);

export const pause = (ms: number): Promise<void> =>
  new Promise((resolve) => setTimeout(resolve, ms));

/**
 * Tries again while the database is away, up to a deadline. Only for what may be done twice: reads,
 * and writes under a key.
 */
export async function patiently<T>(work: () => Promise<T>, patience = PATIENCE): Promise<T> {
  const deadline = Date.now() + patience;
  for (let attempt = 1; ; attempt += 1) {
    try {
      return await work();
    } catch (error) {
      const wait = pauseBefore(attempt);
      if (!isAway(error) || Date.now() + wait > deadline) throw error;
      await pause(wait);
    }
  }
}
