import { createHash } from 'node:crypto';
import {
  copyFileSync,
  existsSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import { DATA, ROOT, run } from './process.mjs';
import { step } from './step.mjs';

const SOURCES = ['client', 'core/src', 'contracts/src', 'package-lock.json'];
const SKIP = new Set(['node_modules', 'dist', '.expo']);

/** Where the exported web client stands, compressed. */
export const CLIENT_FOLDER = path.join(ROOT, 'client', 'dist');

/** Exports the web client when its sources have changed since the last time. */
export async function ensureClient() {
  const stamp = path.join(DATA, 'client.stamp');
  const hash = hashOf(SOURCES.map((one) => path.join(ROOT, one)));
  const built = existsSync(path.join(CLIENT_FOLDER, 'index.html'));
  if (built && existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return;
  await step('Building the web client (the first time takes minutes)', async () => {
    const fresh = path.join(ROOT, 'client', 'dist.new');
    rmSync(fresh, { recursive: true, force: true });
    await run('npx', ['expo', 'export', '--platform', 'web', '--output-dir', 'dist.new'], {
      cwd: path.join(ROOT, 'client'),
      log: 'client.log',
      env: { EXPO_OFFLINE: '1', EXPO_NO_TELEMETRY: '1', CI: '1' },
    });
    await writeServiceWorker(fresh);
    copyReader(fresh);
    compressFolder(fresh);
    rmSync(CLIENT_FOLDER, { recursive: true, force: true });
    renameSync(fresh, CLIENT_FOLDER);
    writeFileSync(stamp, hash);
  });
}

/** Bundles the service worker with the list of the files that it keeps. */
async function writeServiceWorker(folder) {
  const { build } = await import('esbuild');
  const shell = filesOf(folder)
    .filter((file) => /\.(js|css|html|woff2)$/.test(file))
    .map((file) => ({
      url: `/${path.relative(folder, file)}`,
      // A name that tells its content needs no revision.
      revision: /[-.][0-9a-f]{16,}\./.test(file)
        ? null
        : createHash('sha256').update(readFileSync(file)).digest('hex').slice(0, 16),
    }));
  await build({
    entryPoints: [path.join(ROOT, 'client', 'sw', 'sw.ts')],
    outfile: path.join(folder, 'sw.js'),
    bundle: true,
    minify: true,
    define: {
      __SHELL__: JSON.stringify(shell),
      'process.env.NODE_ENV': '"production"',
    },
    logLevel: 'error',
  });
}

/** What reads barcodes where the browser can't: served by ourselves, loaded when a camera scans. */
function copyReader(folder) {
  const reader = createRequire(path.join(ROOT, 'client', 'package.json')).resolve(
    'zxing-wasm/reader/zxing_reader.wasm',
  );
  copyFileSync(reader, path.join(folder, 'zxing_reader.wasm'));
}

function filesOf(place) {
  if (!existsSync(place)) return [];
  const entries = readdirSync(place, { withFileTypes: true, recursive: false });
  return entries.flatMap((entry) => {
    if (SKIP.has(entry.name) || entry.name.startsWith('dist.')) return [];
    const full = path.join(place, entry.name);
    return entry.isDirectory() ? filesOf(full) : [full];
  });
}

function hashOf(places) {
  const hash = createHash('sha256');
  for (const place of places) {
    const files = place.endsWith('.json') ? [place] : filesOf(place).sort();
    for (const file of files)
      hash.update(path.relative(ROOT, file)).update(readFileSync(file));
  }
  return hash.digest('hex');
}

/** Puts a gzip and a brotli copy beside every text file, so that none is made on request. */
export function compressFolder(folder) {
  for (const file of filesOf(folder)) {
    if (!/\.(js|css|html|json|svg|txt|wasm)$/.test(file)) continue;
    const bytes = readFileSync(file);
    writeFileSync(`${file}.gz`, gzipSync(bytes, { level: 9 }));
    const params = { [constants.BROTLI_PARAM_QUALITY]: 10 };
    writeFileSync(`${file}.br`, brotliCompressSync(bytes, { params }));
  }
}
