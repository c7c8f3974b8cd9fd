import { existsSync } from 'node:fs';
import path from 'node:path';
import { DATA, run } from './lib/process.mjs';
import { ensureDebianPackages, ensureNpmPackages } from './lib/setup.mjs';
import { main, Plain } from './lib/step.mjs';

/*
 * npm run audit [-- --empty]: proves the books of the demo's database (of the empty shop's), or
 * of the server at DATABASE_URL. A private server that is not running is started for it.
 */
main(async () => {
  const name = process.argv.includes('--empty') ? 'empty' : 'demo';
  if (process.env.DATABASE_URL) {
    await ensureNpmPackages();
    return auditAt(process.env.DATABASE_URL);
  }
  const folder = path.join(DATA, name);
  if (!existsSync(folder))
    throw new Plain('There is no database yet: run npm run demo first.');
  await ensureDebianPackages(['mariadb-server']);
  await ensureNpmPackages();
  const { runningUrl, startMariadb } = await import('./lib/mariadb.mjs');
  const running = runningUrl(folder, 'abacist');
  if (running) return auditAt(running);
  const server = await startMariadb(folder, { durable: true });
  try {
    await auditAt(server.url('abacist'));
  } finally {
    await server.stop();
  }
});

async function auditAt(url) {
  await run(process.execPath, ['--import', 'tsx', 'server/src/audit/main.ts'], {
    env: { DATABASE_APP_URL: url },
  }).catch(() => {
    process.exitCode = 1;
  });
}
