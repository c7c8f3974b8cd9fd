import { randomUUID } from 'node:crypto';
import { createPool } from '@abacist/server/src/db/pool';
import type { Pool, PoolConnection } from 'mysql2/promise';

/*
 * Posting a sale through the API against the same statements sent straight to the database. The
 * statements are recorded from one real sale and replayed with fresh keys and ids, so both do
 * the same work there; what remains is the application's own.
 */
type Recorded = { sql: string; values: unknown[]; insertId: number };

const FAR = 1_000_000_000;
/** Tables whose ids a sale makes: moved far away, so that a value that is an id is known as one. */
const NUMBERED = ['sale', 'sale_tender', 'entry', 'batch_member'];

export type Rates = { clients: number; api: number; bare: number };

/** Sales a second through both ways, by number of clients. */
export async function measurePosting(
  address: string,
  adminUrl: string,
  appUrl: string,
  seconds: number,
): Promise<Rates[]> {
  const cookie = await signIn(address);
  const statements = await record(address, cookie, adminUrl);
  const pool = createPool(appUrl, 12);
  const rates: Rates[] = [];
  for (const clients of [1, 8]) {
    const api = async () => {
      const answer = await sell(address, cookie);
      if (!answer.ok) throw new Error(`the API answered ${answer.status}`);
      await answer.json();
    };
    const bare = () => replay(pool, statements);
    // Turn by turn, so that both see the same machine.
    const both = { api: 0, bare: 0 };
    for (let turn = 0; turn < 4; turn += 1) {
      both.api += await repeat(api, clients, seconds / 4);
      both.bare += await repeat(bare, clients, seconds / 4);
    }
    rates.push({ clients, api: both.api / seconds, bare: both.bare / seconds });
  }
  await pool.end();
  return rates;
}

async function signIn(address: string): Promise<string> {
  const answer = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ username: 'fenella', password: 'rope and tar' }),
  });
  return answer.headers.get('set-cookie')!.split(';')[0]!;
}

const SALE = {
  drawerId: 1,
  lines: [
    { itemId: 1, quantity: '2' },
    { departmentId: 2, amountMinor: 1999 },
  ],
  tenders: [{ kind: 'cash', tenderId: 1, tenderedMinor: 10_000 }],
};

function sell(address: string, cookie: string): Promise<Response> {
  return fetch(`${address}/api/sales`, {
    method: 'POST',
    headers: { cookie, 'Content-Type': 'application/json', 'Idempotency-Key': randomUUID() },
    body: JSON.stringify({ command: SALE }),
  });
}

/** Records the statements of one sale from the server's general log. */
async function record(address: string, cookie: string, adminUrl: string): Promise<Recorded[]> {
  const admin = createPool(adminUrl, 1);
  await (await sell(address, cookie)).json();
  for (const [i, table] of NUMBERED.entries()) {
    await admin.query(`ALTER TABLE ${table} AUTO_INCREMENT = ${FAR + i * 100_000_000}`);
  }
  await admin.query(`UPDATE series SET last_number = ${FAR * 9} WHERE code = 'R'`);
  await admin.query(`SET GLOBAL log_output = 'TABLE'`);
  await admin.query('TRUNCATE mysql.general_log');
  await admin.query('SET GLOBAL general_log = 1');
  await (await sell(address, cookie)).json();
  await admin.query('SET GLOBAL general_log = 0');
  const [rows] = await admin.query(
    `SELECT thread_id AS thread, command_type AS kind, CONVERT(argument USING utf8mb4) AS text
     FROM mysql.general_log WHERE command_type IN ('Execute', 'Query') ORDER BY event_time`,
  );
  await admin.end();
  const log = rows as { thread: number; kind: string; text: string }[];
  const thread = log.find(({ text }) => /^INSERT INTO sale\s/.test(text))!.thread;
  return log
    .filter((one) => one.thread === thread && one.kind === 'Execute')
    .map(({ text }) => ({ sql: text, values: [], insertId: 0 }));
}

/** Runs the recorded statements in one transaction with a key and ids of its own. */
async function replay(pool: Pool, recorded: readonly Recorded[]): Promise<void> {
  const connection: PoolConnection = await pool.getConnection();
  try {
    await connection.query('SET TRANSACTION ISOLATION LEVEL READ COMMITTED');
    await connection.beginTransaction();
    const key = randomUUID();
    const fresh = new Map<string, string>();
    for (const { sql } of recorded) {
      const { text, values } = prepare(sql, key, fresh);
      const [answer] = await connection.execute(text, values);
      remember(sql, answer, fresh);
    }
    await connection.commit();
  } catch (error) {
    await connection.rollback();
    throw error;
  } finally {
    connection.release();
  }
}

const ID = /\b(1[0-4]\d{8}|9\d{9})\b/g;
const KEY = /'[0-9a-f]{8}-[0-9a-f-]{27}'/g;
const prepared = new Map<string, { text: string; ids: string[] }>();

/** The statement with placeholders where its key and ids stood, as the application prepares it. */
function prepare(sql: string, key: string, fresh: Map<string, string>) {
  let one = prepared.get(sql);
  if (!one) {
    const ids: string[] = [];
    const text = sql.replace(new RegExp(`${KEY.source}|${ID.source}`, 'g'), (found) => {
      ids.push(found.startsWith("'") ? 'key' : found);
      return '?';
    });
    one = { text, ids };
    prepared.set(sql, one);
  }
  return {
    text: one.text,
    values: one.ids.map((id) => (id === 'key' ? key : (fresh.get(id) ?? id))),
  };
}

/** What an INSERT or the series gave this time for what it gave when it was recorded. */
function remember(sql: string, answer: unknown, fresh: Map<string, string>): void {
  const table = /^INSERT INTO (\w+)/.exec(sql)?.[1];
  const at = table === undefined ? -1 : NUMBERED.indexOf(table);
  if (at >= 0) {
    const { insertId } = answer as { insertId: number };
    fresh.set(String(FAR + at * 100_000_000), String(insertId));
  }
  if (/^SELECT last_number/.test(sql)) {
    const [{ last_number: number }] = answer as [{ last_number: number }];
    fresh.set(String(FAR * 9 + 1), String(number));
  }
}

/** How often a piece of work is done by some clients in some seconds. */
async function repeat(work: () => Promise<void>, clients: number, seconds: number) {
  const until = performance.now() + seconds * 1000;
  let done = 0;
  await Promise.all(
    Array.from({ length: clients }, async () => {
      while (performance.now() < until) {
        await work();
        done += 1;
      }
    }),
  );
  return done;
}
