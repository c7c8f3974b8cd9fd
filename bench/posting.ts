import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { connect, type Socket } from 'node:net';
import { createApp } from '@abacist/server/src/app';
import { createLog } from '@abacist/server/src/log';
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
/** One sale as its statements, and the idempotency key that stands in them. */
type Recording = { key: string; statements: Recorded[] };

const FAR = 1_000_000_000;
const WARM_UP_SECONDS = 10;
const TURNS = 24;
/** Tables whose ids a sale makes: moved far away, so that a value that is an id is known as one. */
const NUMBERED = ['sale', 'sale_tender', 'entry', 'batch_member'];

export type Rates = { clients: number; api: number; bare: number };

/** Sales a second through both ways, by number of clients. */
export async function measurePosting(
  address: string,
  adminUrl: string,
  appUrl: string,
  seconds: number,
  sale: Sale = SALE,
  clientCounts: readonly number[] = [1, 8],
): Promise<Rates[]> {
  const cookie = await signIn(address);
  // The first sale opens the drawer's session; those after it are all alike.
  await sellThroughApi(address, cookie, sale);
  const statements = await record(adminUrl, appUrl, sale);
  const pool = createPool(appUrl, 12);
  const rates: Rates[] = [];
  await repeat(() => sellThroughApi(address, cookie, sale), 8, WARM_UP_SECONDS);
  await repeat(() => replay(pool, statements), 8, WARM_UP_SECONDS / 2);
  for (const clients of clientCounts) {
    const api = () => sellThroughApi(address, cookie, sale);
    const bare = () => replay(pool, statements);
    // In short turns, so that both see the same machine, and warm: a shop's server runs all day.
    const both = { api: 0, bare: 0 };
    for (let turn = 0; turn < TURNS; turn += 1) {
      both.api += await repeat(api, clients, seconds / TURNS);
      both.bare += await repeat(bare, clients, seconds / TURNS);
    }
    rates.push({ clients, api: both.api / seconds, bare: both.bare / seconds });
  }
  await pool.end();
  for (const socket of idle.splice(0)) socket.destroy();
  return rates;
}

export async function signIn(
  address: string,
  username = 'fenella',
  password = 'rope and tar',
): Promise<string> {
  const answer = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ username, password }),
  });
  // The session is kept before the last byte is sent, not before the first.
  await answer.arrayBuffer();
  return answer.headers
    .getSetCookie()
    .map((one) => one.split(';')[0]!)
    .join('; ');
}

export type Sale = { drawerId: number; lines: object[]; tenders: object[] };

export const SALE: Sale = {
  drawerId: 1,
  lines: [
    { itemId: 1, quantity: '2' },
    { departmentId: 2, amountMinor: 1999 },
  ],
  tenders: [{ kind: 'cash', tenderId: 1, tenderedMinor: 10_000 }],
};

/** Kept connections that wait for their next request. */
const idle: Socket[] = [];

/**
 * One sale over HTTP on a kept connection, written and read as bare text: what the load itself
 * costs shares the cores with what is measured, and Node's own client costs several times that.
 */
export async function sellThroughApi(
  address: string,
  cookie: string,
  sale: Sale,
): Promise<void> {
  const socket = idle.pop() ?? (await open(address));
  const body = JSON.stringify({ command: sale });
  socket.write(
    [
      'POST /api/sales HTTP/1.1',
      `Host: ${new URL(address).host}`,
      `Cookie: ${cookie}`,
      'Content-Type: application/json',
      `Content-Length: ${Buffer.byteLength(body)}`,
      `Idempotency-Key: ${randomUUID()}`,
      '',
      body,
    ].join('\r\n'),
  );
  const answer = await readAnswer(socket);
  if (!answer.startsWith('HTTP/1.1 200 ')) throw new Error(`the API answered ${answer}`);
  idle.push(socket);
}

async function open(address: string): Promise<Socket> {
  const { hostname, port } = new URL(address);
  const socket = connect(Number(port), hostname).setNoDelay(true);
  await once(socket, 'connect');
  // The server closes what was idle for some seconds.
  socket.once('close', () => {
    const at = idle.indexOf(socket);
    if (at >= 0) idle.splice(at, 1);
  });
  return socket;
}

/** Reads until the body has the length that the head says. */
function readAnswer(socket: Socket): Promise<string> {
  return new Promise((resolve, reject) => {
    let text = '';
    const cut = () => reject(new Error('the server closed the connection'));
    const read = (chunk: Buffer) => {
      text += chunk.toString('latin1');
      const end = text.indexOf('\r\n\r\n');
      const length = /content-length: (\d+)/i.exec(text);
      if (end < 0 || !length || text.length < end + 4 + Number(length[1])) return;
      socket.off('data', read).off('close', cut);
      resolve(text);
    };
    socket.on('data', read).once('close', cut);
  });
}

/** Records what one sale sends to the database, by running it in this process. */
async function record(adminUrl: string, appUrl: string, sale: Sale): Promise<Recording> {
  const admin = createPool(adminUrl, 1);
  for (const [i, table] of NUMBERED.entries()) {
    await admin.query(`ALTER TABLE ${table} AUTO_INCREMENT = ${FAR + i * 100_000_000}`);
  }
  await admin.query(
    `UPDATE series SET last_number = GREATEST(last_number, ${FAR * 9}) WHERE code = 'R'`,
  );
  await admin.end();
  const pool = createPool(appUrl, 1);
  const { deps, close } = createApp({
    pool,
    database: new URL(appUrl).pathname.slice(1),
    sessionSecret: 'bench',
    log: createLog('error'),
  });
  const key = randomUUID();
  const statements: Recorded[] = [];
  const connection = await pool.getConnection();
  const execute = connection.execute.bind(connection);
  connection.execute = (async (sql: string, values: Value[] = []) => {
    const answer = await execute(sql, values);
    statements.push({ sql, values, answer: answer[0] });
    return answer;
  }) as typeof connection.execute;
  connection.release = () => undefined;
  const recording = { ...deps, pool: { getConnection: async () => connection } as never };
  const actor = { id: 1, name: 'Fenella', role: 'clerk' } as const;
  const sent = {
    key,
    input: sale,
    approval: undefined,
    params: {},
    path: '/sales',
    at: { userId: actor.id, device: '', address: '' },
  };
  await executeCommand(recording, actor, sent, sell as never);
  connection.destroy();
  await close();
  await pool.end();
  return { key, statements };
}

/** Runs the recorded statements in one transaction with a key and ids of its own. */
async function replay(pool: Pool, recorded: Recording): Promise<void> {
  const connection: PoolConnection = await pool.getConnection();
  try {
    await connection.beginTransaction();
    const fresh = new Map<unknown, unknown>([[recorded.key, randomUUID()]]);
    for (const { sql, values, answer } of recorded.statements) {
      const own = values.map((value) => (fresh.has(value) ? fresh.get(value) : value));
      const [now] = await connection.execute(sql, own as never);
      // Also the number from its series comes back as an id.
      const { insertId = 0 } = answer as { insertId?: number };
      if (insertId >= FAR) fresh.set(insertId, (now as { insertId: number }).insertId);
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
export async function repeat(work: () => Promise<void>, clients: number, seconds: number) {
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
