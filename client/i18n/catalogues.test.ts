import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { CHART } from '@abacist/core/ledger';
import { en } from './en';

const ROOT = path.join(__dirname, '..', '..');
const sources = (folder: string) =>
  execFileSync('find', [folder, '-name', '*.ts', '-o', '-name', '*.tsx'], {
    cwd: ROOT,
    encoding: 'utf8',
  })
    .split('\n')
    .filter((file) => file && !/\.test\.|node_modules|dist/.test(file))
    .map((file) => readFileSync(path.join(ROOT, file), 'utf8'));

test('every refusal and rule that core and server know is worded', () => {
  const codes = new Set<string>();
  for (const source of [...sources('core/src'), ...sources('server/src')]) {
    for (const [, code] of source.matchAll(
      /(?:refuse|refuseWith|notFound)\(\s*'([a-zA-Z.]+)'/g,
    )) {
      codes.add(code!);
    }
    for (const [, code] of source.matchAll(/code: '([a-z]+\.[a-zA-Z.]+)'/g)) codes.add(code!);
  }
  for (const shown of ['rod.', 'hint.', 'trail.']) {
    for (const code of codes) if (code.startsWith(shown)) codes.delete(code);
  }
  expect(codes.size).toBeGreaterThan(60);
  const missing = [...codes].filter((code) => !(code.replaceAll('.', '_') in en.refusal));
  expect(missing).toEqual([]);
});

test('every key that a screen asks for is in a catalogue', () => {
  const missing: string[] = [];
  for (const source of sources('client')) {
    for (const [, key] of source.matchAll(/\bt\(\s*'([a-zA-Z]+\.[a-zA-Z_.]+)'/g)) {
      const [group, name] = key!.split('.') as [keyof typeof en, string];
      const words = en[group] as Record<string, unknown> | undefined;
      if (!words || !(name in words || `${name}_other` in words)) missing.push(key!);
    }
  }
  expect(missing).toEqual([]);
});

test('every account of the chart has a name', () => {
  expect(Object.keys(en.account).sort()).toEqual(Object.keys(CHART).sort());
});
