import { randomUUID } from 'node:crypto';
import { mkdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { DATA, run } from './lib/process.mjs';
import { ensureDebianPackages, ensureNpmPackages } from './lib/setup.mjs';
import { main, Plain, step } from './lib/step.mjs';

/*
 * npm run faults [-- --server N --database M]: kills the server and its database under load, as a
 * power cut does; in the end each receipt that a clerk was shown is there once, nothing is there by
 * half, and the books hold. On loopback, on a database of its own; it ends by itself.
 */
const CLERKS = 6;
const wait = (milliseconds) => new Promise((resolve) => setTimeout(resolve, milliseconds));
/** A sale that is not acknowledged within this is a fault of its own. */
const LONGEST = 120_000;

main(async () => {
  const { values } = parseArgs({
    options: {
      server: { type: 'string', default: '20' },
      database: { type: 'string', default: '8' },
    },
  });
  const [servers, databases] = [values.server, values.database].map(Number);
  if (![servers, databases].every((one) => Number.isInteger(one) && one >= 0 && one <= 500)) {
    throw new Plain('npm run faults -- --server N --database M, whole numbers up to 500');
  }
  mkdirSync(DATA, { recursive: true });
  await ensureDebianPackages(['mariadb-server']);
  await ensureNpmPackages();
  const { freePort, startMariadb } = await import('./lib/mariadb.mjs');
  const { createDatabase, prepareShop, startServer } = await import('./lib/shop.mjs');

  const folder = path.join(DATA, 'faults');
  rmSync(folder, { recursive: true, force: true });
  const [port, databasePort] = [await freePort(), await freePort()];
  const startDatabase = () => startMariadb(folder, { durable: true, port: databasePort });
  let database = await step('Starting MariaDB on loopback', startDatabase);
  let server;
  try {
    const adminUrl = database.url('abacist');
    await createDatabase(adminUrl, false);
    const appUrl = await prepareShop(adminUrl, { empty: true });
    server = await step('Starting the server', () => startServer(appUrl, { port }));
    const load = await startLoad(server.address);
    const killServer = async () => {
      server.child.removeAllListeners('exit');
      const ended = new Promise((resolve) => server.child.once('exit', resolve));
      server.child.kill('SIGKILL');
      await ended;
      server = await startServer(appUrl, { port });
    };
    const killDatabase = async () => {
      await database.kill();
      database = await startDatabase();
      if (server.child.exitCode !== null)
        throw new Plain('The server ended with its database.');
    };
    const faults = [
      ...Array(servers).fill(['the server', killServer]),
      ...Array(databases).fill(['the database', killDatabase]),
    ].sort(() => Math.random() - 0.5);
    for (const [i, [name, kill]] of faults.entries()) {
      await wait(300 + Math.random() * 1200);
      await step(`${i + 1} of ${faults.length}: killing ${name}`, async () => {
        const before = load.receipts.size;
        await kill();
        // The shop sells again before the next one.
        const limit = Date.now() + LONGEST;
        while (load.receipts.size < before + CLERKS) {
          if (Date.now() > limit) throw new Plain('Nothing was sold any more.');
          await wait(50);
        }
      });
    }
    const receipts = await step('Letting the clerks finish', load.end);
    await step(`Looking for ${receipts.size} receipts`, () => compare(adminUrl, receipts));
    await run(process.execPath, ['--import', 'tsx', 'server/src/audit/main.ts'], {
      env: { DATABASE_APP_URL: adminUrl },
    });
    console.log(
      `\n${servers} kills of the server, ${databases} of the database, ` +
        `${receipts.size} receipts, ${load.lost()} answers lost: each is there once`,
    );
  } finally {
    await server?.stop();
    await database.stop();
  }
});

/** Clerks who ring one sale after the other, and press again under the same key until it is kept. */
async function startLoad(address) {
  const receipts = new Map();
  let ending = false;
  let lost = 0;
  const cookie = await signIn(address);
  const { drawers, departments, tenders } = await (
    await fetch(`${address}/api/counter`, { headers: { cookie } })
  ).json();
  const cash = tenders.find(({ kind }) => kind === 'cash');
  const ring = async (key, amountMinor) => {
    const command = {
      drawerId: drawers[0].id,
      lines: [{ departmentId: departments.at(-1).id, amountMinor }],
      tenders: [{ kind: 'cash', tenderId: cash.id, tenderedMinor: amountMinor * 2 }],
    };
    // Odd change asks; who stands there says yes.
    const approval = { reason: 'Under load', rules: [] };
    const limit = Date.now() + LONGEST;
    for (;;) {
      if (Date.now() > limit) throw new Plain(`The sale ${key} was never acknowledged.`);
      const response = await fetch(`${address}/api/sales`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', 'Idempotency-Key': key, cookie },
        body: JSON.stringify(approval.rules.length ? { command, approval } : { command }),
      }).catch(() => undefined);
      const body = await response?.json().catch(() => undefined);
      if (response?.ok && body) return body.number;
      if (body?.error === 'approvalNeeded') approval.rules = body.rules;
      else if (response && response.status < 500 && body)
        throw new Plain(`A sale was refused: ${JSON.stringify(body)}`);
      else {
        lost += 1;
        await wait(100);
      }
    }
  };
  const clerk = async (n) => {
    for (let i = 0; !ending; i += 1) {
      const [key, amountMinor] = [randomUUID(), 100 + 5 * ((n * 7 + i) % 400)];
      receipts.set(key, { number: await ring(key, amountMinor), amountMinor });
    }
  };
  const clerks = Promise.all(Array.from({ length: CLERKS }, (_, n) => clerk(n)));
  let failed;
  clerks.catch((error) => (failed = error));
  return {
    receipts,
    lost: () => lost,
    async end() {
      ending = true;
      await clerks;
      if (failed) throw failed;
      return receipts;
    },
  };
}

async function signIn(address) {
  const answer = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ username: 'fenella', password: 'rope and tar' }),
  });
  await answer.arrayBuffer();
  return answer.headers
    .getSetCookie()
    .map((one) => one.split(';')[0])
    .join('; ');
}

/** What clerks were shown against what is kept: each once, none without its entry, none besides. */
async function compare(adminUrl, receipts) {
  const { default: mysql } = await import('mysql2/promise');
  const connection = await mysql.createConnection({ uri: adminUrl });
  const [kept] = await connection.query(
    `SELECT c.idempotency_key AS \`key\`, c.document_number AS number,
       (SELECT COUNT(*) FROM document d JOIN sale s ON s.id = d.subject_id
        WHERE d.kind = 'sale' AND CONCAT(d.series, '-', d.number) = c.document_number) AS n
     FROM command c WHERE c.document_number IS NOT NULL`,
  );
  const [[{ sales, last }]] = await connection.query(
    `SELECT COUNT(*) AS sales, MAX(d.number) AS last
     FROM sale s LEFT JOIN document d ON d.kind = 'sale' AND d.subject_id = s.id`,
  );
  await connection.end();
  const byKey = new Map(kept.map((one) => [one.key, one]));
  const wrong = [...receipts].filter(([key, { number }]) => {
    const one = byKey.get(key);
    return one?.number !== number || one.n !== 1;
  });
  if (wrong.length) throw new Plain(`Not there once: ${JSON.stringify(wrong.slice(0, 5))}`);
  if (Number(sales) !== receipts.size || Number(last) !== receipts.size)
    throw new Plain(`${sales} sales up to number ${last}, but ${receipts.size} receipts`);
}
