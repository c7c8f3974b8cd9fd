import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { DATA, ROOT, run } from './lib/process.mjs';
import { ensureDebianPackages, ensureNpmPackages } from './lib/setup.mjs';
import { main, Plain, step } from './lib/step.mjs';

/* npm test: everything, from a bare machine; closes with a line that counts tests. */
const counts = { passed: 0, failed: 0 };

main(async () => {
  const started = Date.now();
  mkdirSync(DATA, { recursive: true });
  await ensureDebianPackages(['mariadb-server', 'chromium']);
  await ensureNpmPackages();
  const { startMariadb } = await import('./lib/mariadb.mjs');
  const { ensureClient } = await import('./lib/client.mjs');

  // Two lanes beside each other, for two cores.
  await step('Formatting, lint, types, folders that touch only what they may', () =>
    Promise.all([
      check('Lint', ['eslint', '.', '--max-warnings', '0']),
      (async () => {
        await check('Formatting', ['prettier', '--check', '--log-level', 'warn', '.']);
        await check('Types', ['tsc', '-p', 'tsconfig.json']);
        await check('Types of the client', ['tsc', '-p', 'client/tsconfig.json']);
        await check('Folders touch only what they may', [
          'depcruise', '--config', '.dependency-cruiser.cjs',
          'core', 'contracts', 'server', 'client', 'sim', 'bench',
        ]); // prettier-ignore
      })(),
    ]),
  );
  jest('unit tests', ['core', 'contracts', 'client']);

  const database = await step('Starting MariaDB for tests', () =>
    startMariadb(path.join(DATA, 'test'), { durable: false }),
  );
  const env = { TEST_DATABASE_URL: database.url('') };
  try {
    // The client is built while the server is tested; what it said stands in the log.
    const building = run(
      process.execPath,
      ['-e', `import('./tools/lib/client.mjs').then((client) => client.ensureClient())`],
      { log: 'build.log' },
    );
    building.catch(() => undefined);
    jest('server tests', ['server'], env);
    await step('Waiting for the web client', () => building);
    await ensureClient();
    playwright(env);
  } finally {
    await database.stop();
  }
  console.log(`\nIn ${Math.round((Date.now() - started) / 1000)} s:`);
  console.log(`${counts.passed} passed, ${counts.failed} failed`);
  if (counts.failed > 0 || counts.passed === 0) process.exitCode = 1;
});

/** A check that either holds or ends everything, with its own words. */
function check(label, command) {
  return new Promise((resolve, reject) => {
    const child = spawn('npx', command, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    child.stdout.on('data', (chunk) => (said += chunk));
    child.stderr.on('data', (chunk) => (said += chunk));
    child.on('error', reject);
    child.on('close', (code) =>
      code === 0 ? resolve() : reject(new Plain(`${label}:\n${said}`)),
    );
  });
}

function jest(label, projects, env = {}) {
  console.log(`\n${label}`);
  const file = path.join(DATA, `jest-${projects[0]}.json`);
  rmSync(file, { force: true });
  const args = ['jest', '--selectProjects', ...projects, '--json', `--outputFile=${file}`];
  // Tests of the server share one database server and two cores: one file after the other.
  if (projects.includes('server')) args.push('--runInBand');
  spawnSync('npx', args, {
    cwd: ROOT,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, ...env },
  });
  if (!existsSync(file)) throw new Plain(`${label}: Jest left no result`);
  const { numPassedTests, numFailedTests, numFailedTestSuites, success } = JSON.parse(
    readFileSync(file, 'utf8'),
  );
  add(numPassedTests, Math.max(numFailedTests, success ? 0 : numFailedTestSuites || 1));
}

function playwright(env) {
  console.log('\nbrowser tests');
  const file = path.join(DATA, 'playwright.json');
  rmSync(file, { force: true });
  spawnSync(
    'npx',
    ['playwright', 'test', '-c', 'e2e/playwright.config.ts', '--reporter=list,json'],
    {
      cwd: ROOT,
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ...env, PLAYWRIGHT_JSON_OUTPUT_FILE: file },
    },
  );
  if (!existsSync(file)) throw new Plain('browser tests: Playwright left no result');
  const { stats, errors } = JSON.parse(readFileSync(file, 'utf8'));
  add(stats.expected, stats.unexpected + stats.flaky + errors.length);
}

function add(passed, failed) {
  counts.passed += passed;
  counts.failed += failed;
}
