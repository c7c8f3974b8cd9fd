import type { Deps } from './context';
import { run } from './db/pool';

const HOUR = 60 * 60 * 1000;
/** How long failed tries are kept for the manager to look at, in days. */
const TRIES_KEPT = 90;
/** A job whose server is dead writes no progress: after this it is called failed, in seconds. */
const SILENT = 60;

/** Throws away what nobody needs any more, and calls jobs failed that a dead server left running. */
export async function tidy({ pool, clock }: Deps): Promise<void> {
  const now = clock();
  await run(pool, 'DELETE FROM rate_limit WHERE expire < ?', [now.getTime()]);
  await run(pool, 'DELETE FROM session WHERE expires < ?', [Math.floor(now.getTime() / 1000)]);
  await run(pool, 'DELETE FROM failed_try WHERE tried_at < ?', [
    new Date(now.getTime() - TRIES_KEPT * 24 * HOUR),
  ]);
  await run(
    pool,
    `UPDATE paper_issue SET state = 'failed' WHERE state IN ('going', 'sending') AND issued_at < ?`,
    [new Date(now.getTime() - SILENT * 1000)],
  );
  await run(
    pool,
    `UPDATE job SET status = 'failed', ended_at = ?
     WHERE status = 'running' AND beat_at < ?`,
    [now, new Date(now.getTime() - SILENT * 1000)],
  );
}

/** Tidies now and once an hour. @returns how to stop it */
export function keepHouse(deps: Deps): { stop: () => void } {
  const once = () => {
    tidy(deps).catch((error: unknown) => deps.log.error({ err: error }, 'tidying failed'));
  };
  once();
  const hourly = setInterval(once, HOUR);
  return { stop: () => clearInterval(hourly) };
}
