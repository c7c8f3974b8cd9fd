import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { CHART } from '@abacist/core/ledger';
import { MOVEMENT_KINDS } from '@abacist/core/movements';
import i18next from 'i18next';
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

test('the evidence of a match names its days and what it was looked for among, of every kind', async () => {
  const own = i18next.createInstance();
  await own.init({ lng: 'en', resources: { en: { translation: en } } });
  const say = own.t as (key: string, params: object) => string;
  const days = { total: '4,812.37', from: 'Fri 27 Feb', to: 'Tue 3 Mar' };
  for (const movementKind of MOVEMENT_KINDS)
    for (const key of ['lineOnly', 'lineOnlyRun', 'lineOnlySet']) {
      const text = say(`trail.${key}`, { ...days, movementKind });
      expect(text).toMatch(/4,812\.37.* from Fri 27 Feb to Tue 3 Mar/);
      expect(text).not.toMatch(/trail\.|\$t|\{\{/);
    }
  expect(say('trail.lineOnlyRun', { ...days, movementKind: 'settlement' })).toContain(
    'no other settlements of their processor in a row give it together',
  );
  expect(say('trail.lineOnly', { ...days, context: 'sometime' })).not.toContain('from');
});
