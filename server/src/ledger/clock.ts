import type { CommandContext } from '../context';
import { row, run } from '../db/pool';
import { toInstant } from '../sales/read';

const DAY = 24 * 60 * 60 * 1000;
/** How far the clock may stand before the newest entry: two servers are never quite together. */
const BACK = 5 * 60 * 1000;
/** Longer than any shop is closed: so far the clock may stand behind it when a server starts. */
const CLOSED = 31 * DAY;

/** Watches the wall clock by the computer's running time, which nobody sets. */
export type ClockWatch = {
  /** How far the wall clock has leapt since the server started, in milliseconds. */
  leapt: (now: Date) => number;
  /** It is right as it stands now. */
  believe: (now: Date) => void;
};

/** @param running milliseconds that have run, on a clock that only goes forward */
export function watchClock(clock: () => Date, running = () => performance.now()): ClockWatch {
  let since = { wall: clock().getTime(), ran: running() };
  return {
    leapt: (now) => now.getTime() - since.wall - (running() - since.ran),
    believe: (now) => (since = { wall: now.getTime(), ran: running() }),
  };
}

/**
 * A clock that runs back against the newest entry, or leaps by more than a day, dates entries wrongly
 * and for good: posting stops until a manager says that it is right. What a switched-off server
 * slept through is no leap, within reason.
 * @throws HttpError 409 `rule.clock` (now, last)
 */
export async function checkClock(context: CommandContext, watch: ClockWatch): Promise<void> {
  const { tx, now } = context;
  const last = await row<{ at: string | null; allowed: string | null }>(
    tx,
    `SELECT (SELECT posted_at FROM entry ORDER BY id DESC LIMIT 1) AS at,
       (SELECT MAX(until_at) FROM clock_allowed) AS allowed`,
  );
  const instant = (text: string | null | undefined) =>
    text ? new Date(toInstant(text)).getTime() : null;
  const at = instant(last?.at);
  if (at === null) return;
  const since = now.getTime() - at;
  if (since > -BACK && since < CLOSED && Math.abs(watch.leapt(now)) < DAY) return;
  const allowed = instant(last?.allowed);
  if (allowed !== null && Math.abs(now.getTime() - allowed) < DAY) return;
  const minute = (ms: number) => new Date(ms).toISOString().slice(0, 16).replace('T', ' ');
  const approvalId = await context.approve([
    {
      code: 'rule.clock',
      approver: 'manager',
      params: { now: minute(now.getTime()), last: minute(at) },
    },
  ]);
  watch.believe(now);
  await run(tx, 'INSERT INTO clock_allowed (until_at, approval_id) VALUES (?, ?)', [
    now,
    approvalId,
  ]);
}
