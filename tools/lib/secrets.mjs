import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { DATA } from './process.mjs';

/** Secrets of this checkout, made once and kept readable for its owner only. */
export function secrets() {
  const file = path.join(DATA, 'secrets.json');
  if (existsSync(file)) return JSON.parse(readFileSync(file, 'utf8'));
  mkdirSync(DATA, { recursive: true });
  const make = () => randomBytes(24).toString('base64url');
  const made = { appPassword: make(), sessionSecret: make() };
  writeFileSync(file, JSON.stringify(made), { mode: 0o600 });
  return made;
}
