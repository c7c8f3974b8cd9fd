import { fork } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import path from 'node:path';
import { CLIENT_FOLDER } from './client.mjs';
import { freePort, startMariadb } from './mariadb.mjs';
import { DATA, ROOT, run } from './process.mjs';
import { secrets } from './secrets.mjs';
import { step } from './step.mjs';

/**
 * The database of a shop: the server at DATABASE_URL when it is set, else a private MariaDB in
 * `.data/<name>`. @returns the admin's address and how to stop what was started
 */
export async function openDatabase(name, { fresh, durable = true }) {
  const given = process.env.DATABASE_URL;
  if (given) {
    await step('Using the database server at DATABASE_URL', () =>
      createDatabase(given, fresh),
    );
    return { adminUrl: given, stop: async () => {} };
  }
  const folder = path.join(DATA, name);
  if (fresh) rmSync(folder, { recursive: true, force: true });
  mkdirSync(DATA, { recursive: true });
  const server = await step('Starting MariaDB on loopback', () =>
    startMariadb(folder, { durable, port: durable ? 33770 : 0 }),
  );
  const adminUrl = server.url('abacist');
  await createDatabase(adminUrl, false);
  return { adminUrl, stop: server.stop };
}

/** Creates the database that an address names. */
export async function createDatabase(url, fresh) {
  const { default: mysql } = await import('mysql2/promise');
  const address = new URL(url);
  const name = address.pathname.slice(1).replaceAll('`', '');
  address.pathname = '/';
  const connection = await mysql.createConnection({ uri: address.toString() });
  if (fresh) await connection.query(`DROP DATABASE IF EXISTS \`${name}\``);
  await connection.query(
    `CREATE DATABASE IF NOT EXISTS \`${name}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`,
  );
  await connection.end();
}

/** Schema, rights, the shop and its days; answers the application's address. */
export async function prepareShop(adminUrl, { empty, now }) {
  const result = path.join(DATA, 'prepared.json');
  const label = empty ? 'Preparing an empty shop' : 'Preparing the demo shop';
  await step(label, () =>
    run(process.execPath, ['--import', 'tsx', 'sim/src/prepare.main.ts'], {
      log: 'prepare.log',
      env: {
        DATABASE_URL: adminUrl,
        APP_PASSWORD: secrets().appPassword,
        EMPTY: empty ? '1' : '0',
        RESULT: result,
        ...(now && { NOW: now }),
      },
    }),
  );
  const { appUrl } = JSON.parse(readFileSync(result, 'utf8'));
  rmSync(result);
  return appUrl;
}

/** Starts the server on loopback. @returns its address and how to stop it */
export async function startServer(appUrl, { port = 0, env = {} } = {}) {
  const usedPort = port && (await isFree(port)) ? port : await freePort();
  const child = fork(path.join(ROOT, 'server/src/main.ts'), [], {
    cwd: ROOT,
    // A sale leaves much short-lived data: with more room for it there is less to collect.
    execArgv: ['--max-semi-space-size=32', '--import', 'tsx'],
    // Ctrl-C reaches the whole group: the tool ends its children one after the other itself.
    detached: true,
    env: {
      ...process.env,
      DATABASE_APP_URL: appUrl,
      SESSION_SECRET: secrets().sessionSecret,
      CLIENT_FOLDER,
      PORT: String(usedPort),
      ...env,
    },
  });
  await new Promise((resolve, reject) => {
    child.once('message', resolve);
    child.once('exit', (code) => reject(new Error(`the server ended with ${code}`)));
  });
  child.removeAllListeners('exit');
  return {
    address: `http://127.0.0.1:${usedPort}`,
    child,
    stop: () => stopChild(child),
  };
}

/**
 * Starts the world outside of the demo shop on loopback: an outbox for mail, a roll printer.
 * @returns its page, what the server needs to know of it, and how to stop it
 */
export async function startOutside({ port = 0, appUrl } = {}) {
  const usedPort = port && (await isFree(port)) ? port : await freePort();
  const child = fork(path.join(ROOT, 'sim/src/outside.main.ts'), [], {
    cwd: ROOT,
    execArgv: ['--import', 'tsx'],
    detached: true,
    env: { ...process.env, PORT: String(usedPort), ...(appUrl && { SHOP_URL: appUrl }) },
  });
  const { address, mailUrl, printerUrl, terminalUrl } = await new Promise(
    (resolve, reject) => {
      child.once('message', resolve);
      child.once('exit', (code) => reject(new Error(`the outside ended with ${code}`)));
    },
  );
  child.removeAllListeners('exit');
  return {
    address,
    env: { MAIL_URL: mailUrl, PRINTER_URL: printerUrl, TERMINAL_URL: terminalUrl },
    stop: () => stopChild(child),
  };
}

function stopChild(child) {
  return new Promise((resolve) => {
    if (child.exitCode !== null) return resolve();
    child.once('exit', resolve);
    child.kill('SIGTERM');
  });
}

function isFree(port) {
  return new Promise((resolve) => {
    const server = createServer();
    server.once('error', () => resolve(false));
    server.listen(port, '127.0.0.1', () => server.close(() => resolve(true)));
  });
}
