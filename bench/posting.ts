import { randomUUID } from 'node:crypto';
import { Agent, request } from 'node:http';
import { createApp, createLog } from '@abacist/server/src/app';
import { createPool, type Value } from '@abacist/server/src/db/pool';
import { execute as executeCommand } from '@abacist/server/src/http/command';
import { sell } from '@abacist/server/src/sales/sell';
import type { Pool, PoolConnection } from 'mysql2/promise';

/*
 * Posting a sale through the API against the same statements sent straight to the database. The
 * statements are recorded from one real sale and replayed with fresh keys and ids, so both do
 * the same work there; what remains is the application's own.
 */
type Recorded = { sql: string; values: Value[]; answer: unknown };

const FAR = 1_000_000_000;
const WARM_UP_SECONDS = 10;
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
  // The first sale opens the drawer's session; those after it are all alike.
  await sellThroughApi(address, cookie);
  const statements = await record(adminUrl, appUrl);
  const pool = createPool(appUrl, 12);
  const rates: Rates[] = [];
  await repeat(() => sellThroughApi(address, cookie), 8, WARM_UP_SECONDS);
  await repeat(() => replay(pool, statements), 8, WARM_UP_SECONDS / 2);
  for (const clients of [1, 8]) {
    const api = () => sellThroughApi(address, cookie);
    const bare = () => replay(pool, statements);
    // Turn by turn, so that both see the same machine, and warm: a shop's server runs all day.
    const both = { api: 0, bare: 0 };
    for (let turn = 0; turn < 4; turn += 1) {
      both.api += await repeat(api, clients, seconds / 4);
      both.bare += await repeat(bare, clients, seconds / 4);
    }
    rates.push({ clients, api: both.api / seconds, bare: both.bare / seconds });
  }
  await pool.end();
  agent.destroy();
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

const agent = new Agent({ keepAlive: true });

/**
 * One sale over HTTP by node:http with kept connections: the load's own cost shares the cores
 * with what is measured, and fetch costs several times as much.
 */
function sellThroughApi(address: string, cookie: string): Promise<void> {
  const body = JSON.stringify({ command: SALE });
  const headers = {
    cookie,
    'Content-Type': 'application/json',
    'Content-Length': Buffer.byteLength(body),
    'Idempotency-Key': randomUUID(),
  };
  return new Promise((resolve, reject) => {
    const sent = request(
      `${address}/api/sales`,
      { method: 'POST', agent, headers },
      (answer) => {
        answer.resume();
        answer.on('end', () => {
          if (answer.statusCode === 200) resolve();
          else reject(new Error(`the API answered ${answer.statusCode}`));
        });
      },
    );
    sent.on('error', reject);
    sent.end(body);
  });
}

/** Records what one sale sends to the database, by running it in this process. */
async function record(adminUrl: string, appUrl: string): Promise<Recorded[]> {
  const admin = createPool(adminUrl, 1);
  for (const [i, table] of NUMBERED.entries()) {
    await admin.query(`ALTER TABLE ${table} AUTO_INCREMENT = ${FAR + i * 100_000_000}`);
  }
  await admin.query(`UPDATE series SET last_number = ${FAR * 9} WHERE code = 'R'`);
  await admin.end();
  const pool = createPool(appUrl, 1);
  const { deps, close } = createApp({
    pool,
    database: new URL(appUrl).pathname.slice(1),
    sessionSecret: 'bench',
    log: createLog('error'),
  });
  const recorded: Recorded[] = [];
  const connection = await pool.getConnection();
  const execute = connection.execute.bind(connection);
  connection.execute = (async (sql: string, values: Value[] = []) => {
    const answer = await execute(sql, values);
    recorded.push({ sql, values, answer: answer[0] });
    return answer;
  }) as typeof connection.execute;
  connection.release = () => undefined;
  const recording = { ...deps, pool: { getConnection: async () => connection } as never };
  const actor = { id: 1, name: 'Fenella', role: 'clerk' } as const;
  const sent = { key: KEY, input: SALE, approval: undefined, params: {}, path: '/sales' };
  await executeCommand(recording, actor, sent, sell as never);
  connection.destroy();
  await close();
  await pool.end();
  return recorded;
}

const KEY = randomUUID();

/** Runs the recorded statements in one transaction with a key and ids of its own. */
async function replay(pool: Pool, recorded: readonly Recorded[]): Promise<void> {
  const connection: PoolConnection = await pool.getConnection();
  try {
    await connection.query('SET TRANSACTION ISOLATION LEVEL READ COMMITTED');
    await connection.beginTransaction();
    const fresh = new Map<unknown, unknown>([[KEY, randomUUID()]]);
    for (const { sql, values, answer } of recorded) {
      const own = values.map((value) => (fresh.has(value) ? fresh.get(value) : value));
      const [now] = await connection.execute(sql, own as never);
      const before = answer as { insertId?: number } & { last_number: number }[];
      if (before.insertId && before.insertId >= FAR) {
        fresh.set(before.insertId, (now as { insertId: number }).insertId);
      }
      if (sql.startsWith('SELECT last_number')) {
        fresh.set(before[0]!.last_number, (now as { last_number: number }[])[0]!.last_number);
      }
    }
    await connection.commit();
  } catch (error) {
    await connection.rollback();
    throw error;
  } finally {
    connection.release();
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
