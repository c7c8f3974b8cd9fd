import { spawn } from 'node:child_process';
import { appendFileSync, mkdirSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { Plain } from './step.mjs';

export const ROOT = fileURLToPath(new URL('../..', import.meta.url)).replace(/\/$/, '');
/** Everything that a run makes: databases, logs, credentials. Git ignores it. */
export const DATA = path.join(ROOT, '.data');

/**
 * Runs a program to its end. Output goes to `.data/<log>` when a log is named, else through.
 * Throws a Plain error that names the log when it fails.
 */
export function run(command, args, { log, env, cwd = ROOT } = {}) {
  mkdirSync(DATA, { recursive: true });
  const file = log && path.join(DATA, log);
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd,
      env: { ...process.env, ...env },
      stdio: file ? ['ignore', 'pipe', 'pipe'] : ['ignore', 'inherit', 'inherit'],
    });
    child.stdout?.on('data', (chunk) => appendFileSync(file, chunk));
    child.stderr?.on('data', (chunk) => appendFileSync(file, chunk));
    child.on('error', reject);
    child.on('close', (code, signal) => {
      if (code === 0) return resolve();
      const where = file ? `; see ${path.relative(ROOT, file)}` : '';
      reject(new Plain(`${command} ${args[0] ?? ''} ended with ${signal ?? code}${where}`));
    });
  });
}
