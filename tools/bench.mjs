import { existsSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { DATA, ROOT, run } from './lib/process.mjs';
import { ensureDebianPackages, ensureNpmPackages } from './lib/setup.mjs';
import { main, step } from './lib/step.mjs';

/* npm run bench: every measure is a ratio of two things measured in this run. */
main(async () => {
  await ensureDebianPackages(['mariadb-server', 'chromium']);
  await ensureNpmPackages();
  const { startMariadb } = await import('./lib/mariadb.mjs');
  const { CLIENT_FOLDER, compressFolder, ensureClient } = await import('./lib/client.mjs');
  const { createDatabase, prepareShop, startServer } = await import('./lib/shop.mjs');
  await ensureClient();
  const folder = path.join(DATA, 'bench');
  rmSync(folder, { recursive: true, force: true });
  const database = await step('Starting MariaDB with durable settings', () =>
    startMariadb(folder, { durable: true }),
  );
  let server;
  try {
    const adminUrl = database.url('abacist');
    await createDatabase(adminUrl, true);
    const appUrl = await prepareShop(adminUrl, { empty: true });
    server = await startServer(appUrl);
    await run(process.execPath, ['--import', 'tsx', 'bench/main.ts'], {
      env: { ADMIN_URL: adminUrl, APP_URL: appUrl, ADDRESS: server.address },
    });
    const bare = path.join(ROOT, 'bench/bare/dist');
    if (process.env.BENCH_ONLY && !process.env.BENCH_ONLY.split(',').includes('client'))
      return;
    await ensureBarePage(bare, compressFolder);
    await measureClient(server.address, CLIENT_FOLDER, bare);
  } finally {
    await server?.stop();
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});

/** The least page of the same stack, exported once. */
async function ensureBarePage(folder, compressFolder) {
  if (existsSync(path.join(folder, 'index.html'))) return;
  await step('Exporting a bare page of the same stack', async () => {
    await run('npx', ['expo', 'export', '--platform', 'web'], {
      cwd: path.join(ROOT, 'bench/bare'),
      log: 'bare.log',
      env: { EXPO_OFFLINE: '1', EXPO_NO_TELEMETRY: '1', CI: '1' },
    });
    compressFolder(folder);
  });
}

async function measureClient(address, folder, bareFolder) {
  const { default: express } = await import('express');
  const { default: expressStaticGzip } = await import('express-static-gzip');
  const { chromium } = await import('@playwright/test');
  const { CHROMIUM } = await import('./lib/testShop.mjs');
  const app = express().use(
    expressStaticGzip(bareFolder, { enableBrotli: true, orderPreference: ['br'] }),
  );
  const bareServer = await new Promise((resolve) => {
    const listening = app.listen(0, '127.0.0.1', () => resolve(listening));
  });
  const bareAddress = `http://127.0.0.1:${bareServer.address().port}`;
  const browser = await chromium.launch(CHROMIUM);
  const paints = { app: [], bare: [] };
  const screens = { app: [], bare: [] };
  // Turn by turn, each in a browser that has cached nothing.
  for (let turn = 0; turn < 7; turn += 1) {
    for (const [of, at] of [
      ['app', address],
      ['bare', bareAddress],
    ]) {
      const { paint, screen } = await firstOf(browser, at);
      paints[of].push(paint);
      screens[of].push(screen);
    }
  }
  const frames = await framesOfLongTable(browser, address);
  const days = await framesOfDays(browser, address);
  const pasted = [
    await pasteRows(browser, address, 100),
    await pasteRows(browser, address, 1000),
  ];
  await browser.close();
  bareServer.close();
  const sizes = { app: entrySize(folder), bare: entrySize(bareFolder) };
  // A place is its screens and the words of all screens.
  const [words] = scriptsOf(folder, (file) => file.startsWith('words-'));
  const place =
    Math.max(...scriptsOf(folder, (file) => /^(work|beside|desk)-/.test(file))) + words;
  const kb = (bytes) => `${(bytes / 1024).toFixed(0)} KB`;
  const median = (list) => list.sort((a, b) => a - b)[Math.floor(list.length / 2)];
  console.log('\nThe client, against a bare page of the same stack');
  console.log(
    `  what loads first ${kb(sizes.app)} gzip (wanted: at most 450 KB), bare ${kb(sizes.bare)}: ${(sizes.app / sizes.bare).toFixed(2)}`,
  );
  console.log(`  the largest place beside it ${kb(place)} gzip (wanted: at most 120 KB)`);
  console.log(
    `  a table of 100,000 rows scrolled from end to end: ${frames.blank} of ${frames.count} frames without a row, median frame ${frames.median.toFixed(1)} ms, at rest ${frames.rest.toFixed(1)} ms`,
  );
  console.log(
    `  the frame with 100,000 days: ${days.blank} of ${days.count} frames without a day, ${days.inPage} days in the page, median frame ${days.median.toFixed(1)} ms, at rest ${days.rest.toFixed(1)} ms`,
  );
  console.log(
    `  rows pasted into days by totals, read and shown: 100 in ${pasted[0].toFixed(0)} ms, 1,000 in ${pasted[1].toFixed(0)} ms: ${(pasted[1] / pasted[0]).toFixed(1)} for 10 times as many`,
  );
  for (const [what, { app, bare }] of [
    ["first contentful paint at a phone's speed", paints],
    ['its first screen (the session is asked for before)', screens],
  ]) {
    const [ours, bares] = [median(app), median(bare)];
    console.log(
      `  ${what} ${ours.toFixed(0)} ms, bare ${bares.toFixed(0)} ms: ${(ours / bares).toFixed(2)} (wanted: at most 1.3)`,
    );
  }
}

/** When a page paints first, and when its scripts have put the first screen there. */
async function firstOf(browser, address) {
  const context = await browser.newContext();
  const page = await context.newPage();
  // A phone on a poor line: 1.6 Mbit/s, 150 ms away, a processor of a quarter (common practice).
  const devtools = await context.newCDPSession(page);
  await devtools.send('Network.emulateNetworkConditions', {
    offline: false,
    latency: 150,
    downloadThroughput: (1.6 * 1024 * 1024) / 8,
    uploadThroughput: (750 * 1024) / 8,
  });
  await devtools.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  await page.addInitScript(() => {
    const look = () => {
      const root = document.getElementById('root');
      const ready = root?.textContent && !root.querySelector('.first');
      if (ready) window.firstScreen ??= performance.now();
      else requestAnimationFrame(look);
    };
    requestAnimationFrame(look);
  });
  await page.goto(address);
  await page.waitForFunction(() => window.firstScreen !== undefined);
  const screen = await page.evaluate(() => window.firstScreen);
  const paint = await page.evaluate(
    () =>
      new Promise((resolve) => {
        new PerformanceObserver((list) => {
          const found = list.getEntriesByName('first-contentful-paint')[0];
          if (found) resolve(found.startTime);
        }).observe({ type: 'paint', buffered: true });
      }),
  );
  await context.close();
  return { paint, screen };
}

/**
 * In the page: scrolls a box from end to end in 120 steps, one a frame, and tells in how many of them
 * no row stood in its middle, and how long a frame took beside one at rest.
 */
async function scrollThrough(selector) {
  const box = document.querySelector(selector);
  const frame = () => new Promise((next) => requestAnimationFrame(next));
  const median = (list) => list.sort((a, b) => a - b)[Math.floor(list.length / 2)];
  const times = async (act) => {
    const took = [];
    for (let i = 0; i < 120; i += 1) {
      const began = performance.now();
      act(i);
      await frame();
      took.push(performance.now() - began);
    }
    return median(took);
  };
  const rest = await times(() => undefined);
  let blank = 0;
  const step = (box.scrollHeight - box.clientHeight) / 120;
  const middle = () => {
    const { top, height } = box.getBoundingClientRect();
    return [...box.querySelectorAll('[data-row], [data-index]')].some((row) => {
      const of = row.getBoundingClientRect();
      return of.top <= top + height / 2 && of.bottom >= top + height / 2;
    });
  };
  const scrolled = await times((i) => {
    if (i > 0 && !middle()) blank += 1;
    box.scrollTop = (i + 1) * step;
  });
  return { blank, count: 120, median: scrolled, rest };
}

/** The frame of rods with 100,000 made-up days, on a phone: scrolled like the table. */
async function framesOfDays(browser, address) {
  const context = await browser.newContext({
    baseURL: address,
    viewport: { width: 390, height: 844 },
    serviceWorkers: 'block',
  });
  const page = await context.newPage();
  const data = { username: 'osric', password: 'ink and sand' };
  await page.request.post('/api/session', { data });
  await page.addInitScript(() => {
    const bead = (key, shape, stage) => ({
      ...{ key, label: key, shape, looseMinor: 0, takenMinor: 10_000, stage, beside: {} },
      byStage: { taken: 0, counted: 0, sent: 0, home: 0, [stage]: 10_000 },
    });
    const made = () =>
      Array.from({ length: 100_000 }, (_, i) => ({
        date: new Date(Date.UTC(2026, 0, 1) - i * 86_400_000).toISOString().slice(0, 10),
        ...{ takenMinor: 20_000, sales: 9 },
        state: { tone: 'home', code: 'rod.home', params: {} },
        beads: [
          bead('cash', 'cash', 'home'),
          bead('cheque', 'cheque', i % 9 ? 'home' : 'sent'),
        ],
      }));
    const { fetch } = window;
    window.fetch = (asked, ...rest) =>
      String(asked).includes('/api/days?')
        ? Promise.resolve(Response.json({ rods: made(), next: null }))
        : fetch(asked, ...rest);
  });
  await page.goto('/days');
  await page.locator('[data-index]').first().waitFor();
  await page.waitForTimeout(1000);
  const frames = await page.evaluate(scrollThrough, '[data-scroll]');
  const inPage = await page.locator('[data-index]').count();
  await context.close();
  return { ...frames, inPage };
}

/** Scrolls the longest table of the design system through in 120 steps, one a frame. */
async function framesOfLongTable(browser, address) {
  const context = await browser.newContext({
    baseURL: address,
    viewport: { width: 1280, height: 800 },
  });
  const page = await context.newPage();
  const data = { username: 'osric', password: 'ink and sand' };
  await page.request.post('/api/session', { data });
  await page.goto('/dev/parts');
  await page.getByRole('table', { name: 'A long table' }).waitFor();
  const frames = await page.evaluate(scrollThrough, '[role="table"]');
  await context.close();
  return frames;
}

/** How long until so many expenses that are pasted are read, checked and summed. */
async function pasteRows(browser, address, count) {
  const context = await browser.newContext({
    baseURL: address,
    viewport: { width: 1280, height: 800 },
  });
  const page = await context.newPage();
  const data = { username: 'osric', password: 'ink and sand' };
  await page.request.post('/api/session', { data });
  await page.goto('/totals');
  const list = page.getByRole('grid', { name: 'One by one' });
  await list.getByRole('row').nth(1).getByRole('gridcell').nth(1).click();
  // The last row has no amount: when the page says so, it has read them all.
  const rows = Array.from(
    { length: count },
    (_, i) =>
      `Expense\ttoday\tPayee ${i}\tBill ${i}\t${i < count - 1 ? `${i}.50` : 'none'}\tSupplies\tSafe`,
  );
  const took = await page.evaluate(async (content) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', content);
    const began = performance.now();
    document.activeElement.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }),
    );
    const said = () =>
      [...document.querySelectorAll('[role="status"]')].some(({ textContent }) =>
        textContent.includes('1 cell to mend'),
      );
    while (!said()) await new Promise((next) => requestAnimationFrame(next));
    return performance.now() - began;
  }, rows.join('\n'));
  await context.close();
  return took;
}

/** What the page names itself, before any screen is asked for. */
const isEntry = (file) => /^(entry|__common|__expo-metro-runtime)/.test(file);

/** Scripts of an export by gzip, in bytes. */
function scriptsOf(folder, wanted) {
  const scripts = path.join(folder, '_expo/static/js/web');
  return readdirSync(scripts)
    .filter((file) => file.endsWith('.js') && wanted(file))
    .map((file) => gzipSync(readFileSync(path.join(scripts, file)), { level: 9 }).length);
}

const entrySize = (folder) => scriptsOf(folder, isEntry).reduce((sum, size) => sum + size, 0);
