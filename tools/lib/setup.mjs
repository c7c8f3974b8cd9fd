import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { ROOT, run } from './process.mjs';
import { Plain, step } from './step.mjs';

/** Debian packages by the program that shows that they are there. */
const PACKAGES = {
  'mariadb-server': '/usr/sbin/mariadbd',
  // For figures and pictures: paints as it does for people. Tests take the one without a head.
  chromium: '/usr/bin/chromium',
  'chromium-headless-shell': '/usr/bin/chromium-headless-shell',
};

/** Installs Debian packages that are missing; where it may not, says which to install. */
export async function ensureDebianPackages(names) {
  const missing = names.filter((name) => !existsSync(PACKAGES[name]));
  if (missing.length === 0) return;
  const command = `apt-get install --no-install-recommends ${missing.join(' ')}`;
  if (process.getuid?.() !== 0) {
    throw new Plain(`Some Debian packages are missing. As root, run:\n  ${command}`);
  }
  await step(`Installing ${missing.join(', ')} from Debian's packages`, () =>
    withoutServices(async () => {
      const env = { DEBIAN_FRONTEND: 'noninteractive' };
      await run('apt-get', ['update'], { log: 'apt.log', env });
      const args = ['install', '-y', '--no-install-recommends', ...missing];
      await run('apt-get', args, { log: 'apt.log', env });
    }),
  );
}

/** Keeps a package's set-up from starting a system service, as Debian's policy layer allows. */
async function withoutServices(work) {
  const policy = '/usr/sbin/policy-rc.d';
  const ours = !existsSync(policy);
  if (ours) writeFileSync(policy, '#!/bin/sh\nexit 101\n', { mode: 0o755 });
  try {
    await work();
  } finally {
    if (ours) rmSync(policy, { force: true });
  }
}

/** Installs npm packages when the lock file is newer than what is installed. */
export async function ensureNpmPackages() {
  const lock = path.join(ROOT, 'package-lock.json');
  const stamp = path.join(ROOT, 'node_modules', '.abacist-installed');
  const wanted = readFileSync(lock, 'utf8');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  await step('Installing npm packages', () =>
    run('npm', ['ci', '--no-audit', '--no-fund'], { log: 'npm.log' }),
  );
  writeFileSync(stamp, wanted);
}
