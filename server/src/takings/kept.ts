import type { LedgerAccount } from '@abacist/core/ledger';
import { placeOf } from '@abacist/core/takings';
import type { EntryToSeal } from '../ledger/sealed';
import { placeholders, run } from '../db/pool';
import type { Tx } from '../db/transaction';

type Key = [day: string, pot: string, account: number, holder: string];

/** Where takings are at their end: nobody takes them on from there, so that nobody looks for them. */
const isEnd = (role: LedgerAccount) =>
  ['home', 'spent', 'short', 'back'].includes(placeOf(role));

/**
 * Adds sealed lines to what is kept of takings: by day, pot, account, holder and the entry's date,
 * and what is in somebody's hands now.
 */
export async function keepTakings(tx: Tx, entries: readonly EntryToSeal[]): Promise<void> {
  const moved = new Map<string, { key: Key; date: string; amount: number }>();
  const held = new Map<string, { key: Key; amount: number }>();
  for (const { entry, lines } of entries) {
    for (const { takings_day: day, pot, holder, account_id, role, amount_minor } of lines) {
      if (day === null) continue;
      const key: Key = [day, pot!, account_id, holder!];
      add(moved, `${key.join(' ')} ${entry.date}`, { key, date: entry.date }, amount_minor);
      if (!isEnd(role)) add(held, key.join(' '), { key }, amount_minor);
    }
  }
  await keepRods(tx, entries);
  const kept = [...moved.values()].filter(({ amount }) => amount !== 0);
  if (kept.length > 0) {
    await run(
      tx,
      `INSERT INTO takings_balance (takings_day, pot, account_id, holder, date, amount_minor)
       VALUES ${placeholders(kept.length, 6)}
       ON DUPLICATE KEY UPDATE amount_minor = amount_minor + VALUES(amount_minor)`,
      kept.flatMap(({ key, date, amount }) => [...key, date, amount]),
    );
  }
  const hands = [...held.values()].filter(({ amount }) => amount !== 0);
  if (hands.length === 0) return;
  await run(
    tx,
    `INSERT INTO takings_held (takings_day, pot, account_id, holder, amount_minor)
     VALUES ${placeholders(hands.length, 5)}
     ON DUPLICATE KEY UPDATE amount_minor = amount_minor + VALUES(amount_minor)`,
    hands.flatMap(({ key, amount }) => [...key, amount]),
  );
  await run(tx, 'DELETE FROM takings_held WHERE amount_minor = 0');
}

/** The days that the frame shows: of tickets, and of takings that lines move. */
async function keepRods(tx: Tx, entries: readonly EntryToSeal[]): Promise<void> {
  const days = new Set(
    entries.flatMap(({ entry, lines }) => [
      ...(entry.kind === 'sale' ? [entry.date] : []),
      ...lines.flatMap(({ takings_day }) => takings_day ?? []),
    ]),
  );
  if (days.size === 0) return;
  const marks = [...days].map(() => '(?)').join(', ');
  await run(tx, `INSERT IGNORE INTO rod (date) VALUES ${marks}`, [...days]);
}

function add<T extends object>(
  to: Map<string, T & { amount: number }>,
  key: string,
  first: T,
  amount: number,
) {
  const there = to.get(key);
  if (there) there.amount += amount;
  else to.set(key, { ...first, amount });
}
