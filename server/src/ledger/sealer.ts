import { FIRST_SEAL, sealHash } from '@abacist/core/seal';
import type { Pool } from 'mysql2/promise';
import type { Logger } from 'pino';
import { insertMany, placeholders, row, rows, run } from '../db/pool';
import { transaction, type Tx } from '../db/transaction';
import { keepTakings } from '../takings/kept';
import { readForSeal, type EntryToSeal } from './sealed';

const BATCH = 400;
/** Milliseconds between batches. */
const PAUSE = 400;
const LOCK = `CONCAT('seal ', DATABASE())`;

/**
 * Seals one batch of posted entries: the gapless journal number, the hash chained to the seal
 * before, and the kept balances, all in one transaction. Entries are found by what is not
 * sealed, never by a watermark, since they commit out of the order of their ids. Only one
 * sealer works at a time, over all servers on the database.
 * @returns how many entries it sealed; 0 also when another sealer holds the lock
 */
export async function sealBatch(pool: Pool, now: Date): Promise<number> {
  // The lock is a connection's own, so it is held on one beside the transaction until after
  // the commit: the next sealer then sees all that this one sealed.
  const holder = await pool.getConnection();
  try {
    const got = await row<{ got: number }>(holder, `SELECT GET_LOCK(${LOCK}, 0) AS got`);
    if (got?.got !== 1) return 0;
    try {
      return await transaction(pool, (tx) => sealTail(tx, now));
    } finally {
      await holder.query(`DO RELEASE_LOCK(${LOCK})`);
    }
  } finally {
    holder.release();
  }
}

async function sealTail(tx: Tx, now: Date): Promise<number> {
  const tail = await rows<{ entry_id: number }>(
    tx,
    `SELECT u.entry_id
     FROM unsealed u
     LEFT JOIN seal s ON s.entry_id = u.entry_id
     WHERE s.entry_id IS NULL
     ORDER BY u.entry_id
     LIMIT ${BATCH}`,
  );
  if (tail.length === 0) return 0;
  const last = await row<{ number: number; hash: string }>(
    tx,
    'SELECT number, hash FROM seal ORDER BY number DESC LIMIT 1 FOR UPDATE',
  );
  const entries = await readForSeal(
    tx,
    tail.map(({ entry_id }) => entry_id),
  );
  let number = last?.number ?? 0;
  let hash = last?.hash ?? FIRST_SEAL;
  // A sheet that was frozen is vouched for by the seal of the next entry after it.
  let frozen = await frozenSheets(tx);
  const sheets: [number, number][] = [];
  const seals: [number, number, string, Date][] = [];
  for (const { entry } of entries) {
    number += 1;
    const next = number;
    const own = frozen.filter(({ closedAt }) => closedAt <= entry.postedAt);
    frozen = frozen.filter((sheet) => !own.includes(sheet));
    sheets.push(...own.map(({ id }): [number, number] => [id, next]));
    hash = sealHash(
      hash,
      number,
      entry,
      own.map((sheet) => sheet.hash),
    );
    seals.push([number, entry.id, hash, now]);
  }
  await insertMany(tx, 'seal', ['number', 'entry_id', 'hash', 'sealed_at'], seals);
  await insertMany(tx, 'sealed_sheet', ['day_close_id', 'number'], sheets);
  await keepBalances(tx, entries);
  await keepTakings(tx, entries);
  return entries.length;
}

/** Day sheets that are frozen and that no seal vouches for yet. */
const frozenSheets = (tx: Tx): Promise<{ id: number; hash: string; closedAt: string }[]> =>
  rows(
    tx,
    `SELECT c.id, c.hash, c.closed_at AS closedAt
     FROM unsealed_sheet u JOIN day_close c ON c.id = u.day_close_id ORDER BY c.id`,
  );

/** Adds sealed lines to the kept balances by account and month, and by account and day. */
async function keepBalances(tx: Tx, entries: readonly EntryToSeal[]): Promise<void> {
  const byDay = new Map<string, [number, string, string, number, number]>();
  for (const { entry, lines } of entries) {
    for (const { account_id, currency, amount_minor } of lines) {
      const key = `${account_id} ${currency} ${entry.date}`;
      const kept = byDay.get(key) ?? [account_id, currency, entry.date, 0, 0];
      if (amount_minor > 0) kept[3] += amount_minor;
      else kept[4] -= amount_minor;
      byDay.set(key, kept);
    }
  }
  for (const [table, column] of [
    ['balance_day', 'date'],
    ['balance_month', 'month'],
  ] as const) {
    const kept = [...byDay.values()];
    await run(
      tx,
      `INSERT INTO ${table} (account_id, currency, ${column}, debit_minor, credit_minor)
       VALUES ${placeholders(kept.length, 5)}
       ON DUPLICATE KEY UPDATE debit_minor = debit_minor + VALUES(debit_minor),
         credit_minor = credit_minor + VALUES(credit_minor)`,
      kept.flatMap(([account, currency, date, debit, credit]) => [
        account,
        currency,
        column === 'date' ? date : date.slice(0, 7),
        debit,
        credit,
      ]),
    );
  }
}

/** Seals until the tail is empty: before a hand-over, a backup, a lock. */
export async function sealAll(pool: Pool, now: Date): Promise<number> {
  let total = 0;
  for (;;) {
    const sealed = await sealBatch(pool, now);
    total += sealed;
    if (sealed === 0) return total;
  }
}

/** Seals in the background, within about a second. @returns how to stop it, after its batch */
export function startSealer(pool: Pool, clock: () => Date, log: Logger): () => Promise<void> {
  let stopped = false;
  let wake: (() => void) | undefined;
  const loop = (async () => {
    while (!stopped) {
      try {
        // A full batch has more behind it. Else it waits: a batch of many costs hardly more
        // than one entry's, and a seal has a second.
        if ((await sealBatch(pool, clock())) === BATCH) continue;
      } catch (error) {
        log.error({ err: error }, 'the sealer failed and will try again');
      }
      await new Promise<void>((resolve) => {
        wake = resolve;
        setTimeout(resolve, PAUSE);
      });
    }
  })();
  return async () => {
    stopped = true;
    wake?.();
    await loop;
  };
}
