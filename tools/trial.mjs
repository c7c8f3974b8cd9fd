import { spawnSync } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { DATA, ROOT } from './lib/process.mjs';
import { ensureDebianPackages, ensureNpmPackages } from './lib/setup.mjs';
import { main, Plain, step } from './lib/step.mjs';

/*
 * npm run trial [-- --seed N --days D]: a random shop, recomputed by a model of its own, on a
 * database of its own; the same seed gives the same days.
 */
main(async () => {
  const { values } = parseArgs({
    options: {
      seed: { type: 'string', default: '7' },
      days: { type: 'string', default: '14' },
    },
  });
  if (!/^\d{1,9}$/.test(values.seed) || !/^[1-9]\d{0,2}$/.test(values.days)) {
    throw new Plain('npm run trial -- --seed N --days D, both whole numbers, D up to 999');
  }
  mkdirSync(DATA, { recursive: true });
  await ensureDebianPackages(['mariadb-server']);
  await ensureNpmPackages();
  const { startMariadb } = await import('./lib/mariadb.mjs');
  const database = await step('Starting MariaDB for tests', () =>
    startMariadb(path.join(DATA, 'test'), { durable: false }),
  );
  try {
    const env = {
      ...process.env,
      TEST_DATABASE_URL: database.url(''),
      TRIAL_SEED: values.seed,
      TRIAL_DAYS: values.days,
    };
    const args = [
      'jest',
      '--selectProjects',
      'server',
      '--testPathPattern',
      'test/trial.test',
    ];
    const { status } = spawnSync('npx', args, { cwd: ROOT, stdio: 'inherit', env });
    process.exitCode = status ?? 1;
  } finally {
    await database.stop();
  }
});
