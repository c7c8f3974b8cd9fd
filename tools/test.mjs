import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import path from 'node:path';
import { inLanes } from './lib/lanes.mjs';
import { DATA, ROOT, run } from './lib/process.mjs';
import { ensureDebianPackages, ensureNpmPackages } from './lib/setup.mjs';
import { ofJest, ofPlaywright, slowest } from './lib/slowest.mjs';
import { main, Plain, step } from './lib/step.mjs';

/* npm test: everything, from a bare machine; closes with a line that counts tests. */
const BUILD = [
  '-e',
  `import('./tools/lib/client.mjs').then((client) => client.ensureClient())`,
];
const COPIES = ['--import', 'tsx', 'e2e/copies.main.ts'];
const FORMATTING = ['prettier', '--experimental-cli', '--check', '--log-level', 'warn', '.'];
/** The compiler of the newest line checks types in a tenth of the time; the linter reads with the one before. */
const TSC = 'node_modules/typescript7/bin/tsc';
const FOLDERS = [
  ...['depcruise', '--config', '.dependency-cruiser.cjs'],
  ...['core', 'contracts', 'server', 'client', 'sim', 'bench'],
];
const counts = { passed: 0, failed: 0 };
const took = [];

main(async () => {
  const started = Date.now();
  mkdirSync(DATA, { recursive: true });
  // One waits for the network while the other writes to the disk.
  await Promise.all([
    timed('Debian packages', () =>
      ensureDebianPackages(['mariadb-server', 'chromium-headless-shell']),
    ),
    timed('npm packages', () => ensureNpmPackages()),
  ]);
  const { startMariadb } = await import('./lib/mariadb.mjs');

  const database = await step('Starting MariaDB for tests', () =>
    startMariadb(path.join(DATA, 'test'), { durable: false }),
  );
  const copies = path.join(DATA, 'copies');
  rmSync(copies, { recursive: true, force: true });
  mkdirSync(copies);
  const env = { TEST_DATABASE_URL: database.url(''), SHOP_COPIES: copies };
  try {
    console.log('• Lint, types, the client’s build, tests of core, screens and server');
    await inLanes([
      () => check('Lint', ['eslint', '.', '--max-warnings', '0']),
      () => timed('The client’s build', () => inNode('build.log', BUILD)),
      () => check('Formatting', FORMATTING),
      () => check('Types', [TSC, '-p', 'tsconfig.json'], process.execPath),
      () =>
        check('Types of the client', [TSC, '-p', 'client/tsconfig.json'], process.execPath),
      () => check('Unused files, exports, packages', ['knip']),
      () => check('Folders touch only what they may', FOLDERS),
      () => timed('The demo shop', () => inNode('copies.log', COPIES, env)),
      // Some at a time, so that both lanes end together.
      ...inGroups(testsIn('server/test', 'sim/src'), 6).map(
        (files, i) => () => jest(`server-${i + 1}`, ['server'], files, env),
      ),
      () => jest('client', ['client'], []),
      () => jest('core', ['core', 'contracts'], []),
    ]);
    playwright(env);
  } finally {
    await database.stop();
  }
  console.log(`\nThe slowest ten:\n${slowest(took).join('\n')}`);
  console.log(`\nIn ${Math.round((Date.now() - started) / 1000)} s:`);
  console.log(`${counts.passed} passed, ${counts.failed} failed`);
  if (counts.failed > 0 || counts.passed === 0) process.exitCode = 1;
});

/** All test files below some folders, the largest first: they take longest, by and large. */
function testsIn(...folders) {
  return folders
    .flatMap((folder) =>
      readdirSync(path.join(ROOT, folder), { recursive: true })
        .filter((name) => name.endsWith('.test.ts'))
        .map((name) => path.join(folder, name)),
    )
    .map((file) => ({ file, size: statSync(path.join(ROOT, file)).size }))
    .sort((a, b) => b.size - a.size)
    .map(({ file }) => file);
}

/** Deals out like cards. */
const inGroups = (all, count) =>
  Array.from({ length: count }, (_, group) => all.filter((_, i) => i % count === group));

/** Runs a piece of our own; what it says stands in a log. */
const inNode = (log, args, env) => run(process.execPath, args, { log, env });

/** Keeps how long a step of this command itself took. */
async function timed(what, act) {
  const started = Date.now();
  const done = await act();
  took.push({ what, ms: Date.now() - started });
  return done;
}

/** A check that either holds or ends everything, with its own words. */
function check(label, command, program = 'npx') {
  return timed(label, () => checked(label, command, program));
}

function checked(label, command, program) {
  return new Promise((resolve, reject) => {
    const child = spawn(program, command, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    child.stdout.on('data', (chunk) => (said += chunk));
    child.stderr.on('data', (chunk) => (said += chunk));
    child.on('error', reject);
    child.on('close', (code) =>
      code === 0 ? resolve() : reject(new Plain(`${label}:\n${said}`)),
    );
  });
}

/** Runs tests of some projects, one file after the other: the second core has its own lane. */
function jest(name, projects, files, env = {}) {
  const result = path.join(DATA, `jest-${name}.json`);
  rmSync(result, { force: true });
  const args = ['jest', '--selectProjects', ...projects, '--runInBand', '--json'];
  args.push(`--outputFile=${result}`);
  if (files.length) args.push('--runTestsByPath', ...files);
  return new Promise((resolve, reject) => {
    const child = spawn('npx', args, {
      cwd: ROOT,
      stdio: ['ignore', 'ignore', 'pipe'],
      env: { ...process.env, ...env },
    });
    let said = '';
    child.stderr.on('data', (chunk) => (said += chunk));
    child.on('error', reject);
    child.on('close', () => {
      console.log(`\n${said}`);
      if (!existsSync(result)) return reject(new Plain(`Jest left no result of ${name}`));
      const json = JSON.parse(readFileSync(result, 'utf8'));
      took.push(...ofJest(json));
      const { numPassedTests, numFailedTests, numFailedTestSuites, success } = json;
      add(numPassedTests, Math.max(numFailedTests, success ? 0 : numFailedTestSuites || 1));
      resolve();
    });
  });
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
