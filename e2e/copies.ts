import { execFile } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  createReadStream,
  createWriteStream,
  existsSync,
  mkdtempSync,
  renameSync,
  rmSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { grantApplicationUser } from '@abacist/server/src/db/grants';
import { prepare } from '@abacist/sim/prepare';

/*
 * Copies of prepared shops: a quarter of a year of a demo takes half a minute to live through, and
 * two seconds to copy. The first test that needs such a shop makes it; all others copy it.
 */

/** Where copies stand for as long as tests run: given by who starts them all, else our own. */
const given = process.env['SHOP_COPIES'];
const folder = given ?? mkdtempSync(path.join(tmpdir(), 'shops-'));
if (!given) process.once('exit', () => rmSync(folder, { recursive: true, force: true }));

const PASSWORD = 'test';

/** A client's program of the database, on one of its databases. */
function program(name: 'mariadb' | 'mariadb-dump', adminUrl: string, options: string[]) {
  const { hostname, port, username, password, pathname } = new URL(adminUrl);
  const child = execFile(
    name,
    [
      '--no-defaults',
      `--host=${hostname}`,
      `--port=${port}`,
      `--user=${username}`,
      ...options,
      pathname.slice(1),
    ],
    { env: { ...process.env, MYSQL_PWD: password }, maxBuffer: 2 ** 30 },
  );
  const ended = new Promise<void>((done, fail) => {
    let said = '';
    child.stderr!.on('data', (chunk: string) => (said += chunk));
    child.once('error', fail);
    child.once('close', (code) =>
      code === 0 ? done() : fail(new Error(`${name} ended with ${code}: ${said}`)),
    );
  });
  return { child, ended };
}

/**
 * Brings an empty database to a shop as {@link prepare} does, from a copy where one was made.
 * @param adminUrl a user who may do all, and the empty database
 * @returns the way in of the application's own user
 */
export async function prepareCopy(
  adminUrl: string,
  options: { empty: boolean; now: Date },
): Promise<string> {
  const key = createHash('sha256').update(JSON.stringify(options)).digest('hex').slice(0, 16);
  const copy = path.join(folder, `${key}.sql`);
  if (existsSync(copy)) {
    const { child, ended } = program('mariadb', adminUrl, []);
    await Promise.all([pipeline(createReadStream(copy), child.stdin!), ended]);
    const user = `${new URL(adminUrl).pathname.slice(1)}_app`;
    return grantApplicationUser(adminUrl, user, PASSWORD);
  }
  const { appUrl } = await prepare(adminUrl, PASSWORD, options);
  // Two processes may make the same copy: each writes its own, the last one stands.
  const own = `${copy}.${process.pid}`;
  const { child, ended } = program('mariadb-dump', adminUrl, [
    '--single-transaction',
    '--triggers',
    '--skip-dump-date',
  ]);
  await Promise.all([pipeline(child.stdout!, createWriteStream(own)), ended]);
  renameSync(own, copy);
  return appUrl;
}
