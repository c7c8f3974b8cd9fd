import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { DATA, ROOT, run } from './lib/process.mjs';
import { ensureDebianPackages, ensureNpmPackages } from './lib/setup.mjs';
import { ofJest, ofPlaywright, slowest } from './lib/slowest.mjs';
import { main, Plain, step } from './lib/step.mjs';

/* npm test: everything, from a bare machine; closes with a line that counts tests. */
const counts = { passed: 0, failed: 0 };
const took = [];

main(async () => {
  const started = Date.now();
  mkdirSync(DATA, { recursive: true });
  await timed('Debian packages', () => ensureDebianPackages(['mariadb-server', 'chromium']));
  await timed('npm packages', () => ensureNpmPackages());
  const { startMariadb } = await import('./lib/mariadb.mjs');
  const { ensureClient } = await import('./lib/client.mjs');

  // Two lanes beside each other, for two cores.
  await step(
    'Formatting, lint, types, folders that touch only what they may, nothing unused',
    () =>
      Promise.all([
        check('Lint', ['eslint', '.', '--max-warnings', '0']),
        (async () => {
          await check('Formatting', ['prettier', '--check', '--log-level', 'warn', '.']);
          await check('Types', ['tsc', '-p', 'tsconfig.json']);
          await check('Types of the client', ['tsc', '-p', 'client/tsconfig.json']);
          await check('Unused files, exports, packages', ['knip']);
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
  const copies = path.join(DATA, 'copies');
  rmSync(copies, { recursive: true, force: true });
  mkdirSync(copies);
  const env = { TEST_DATABASE_URL: database.url(''), SHOP_COPIES: copies };
  try {
    // The client is built and the demo shop lived through while the server is tested; what they said
    // stands in the log.
    const building = run(
      process.execPath,
      ['-e', `import('./tools/lib/client.mjs').then((client) => client.ensureClient())`],
      { log: 'build.log' },
    ).then(() =>
      run(process.execPath, ['--import', 'tsx', 'e2e/copies.main.ts'], {
        log: 'copies.log',
        env,
      }),
    );
    building.catch(() => undefined);
    jest('server tests', ['server'], env);
    await timed('Waiting for the web client and the demo shop', () =>
      step('Waiting for the web client and the demo shop', () => building),
    );
    await ensureClient();
    playwright(env);
  } finally {
    await database.stop();
  }
  console.log(`\nThe slowest ten:\n${slowest(took).join('\n')}`);
  console.log(`\nIn ${Math.round((Date.now() - started) / 1000)} s:`);
  console.log(`${counts.passed} passed, ${counts.failed} failed`);
  if (counts.failed > 0 || counts.passed === 0) process.exitCode = 1;
});

/** Keeps how long a step of this command itself took. */
async function timed(what, act) {
  const started = Date.now();
  const done = await act();
  took.push({ what, ms: Date.now() - started });
  return done;
}

/** A check that either holds or ends everything, with its own words. */
function check(label, command) {
  return timed(label, () => checked(label, command));
}

function checked(label, command) {
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
  const result = JSON.parse(readFileSync(file, 'utf8'));
  took.push(...ofJest(result));
  const { numPassedTests, numFailedTests, numFailedTestSuites, success } = result;
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
      env: {
        ...process.env,
        ...env,
        PLAYWRIGHT_JSON_OUTPUT_FILE: file,
      },
    },
  );
  if (!existsSync(file)) throw new Plain('browser tests: Playwright left no result');
  const result = JSON.parse(readFileSync(file, 'utf8'));
  took.push(...ofPlaywright(result));
  const { stats, errors } = result;
  add(stats.expected, stats.unexpected + stats.flaky + errors.length);
}

function add(passed, failed) {
  counts.passed += passed;
  counts.failed += failed;
}
