import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { DATA, ROOT } from './lib/process.mjs';
import { ensureDebianPackages, ensureNpmPackages } from './lib/setup.mjs';
import { main, step } from './lib/step.mjs';

/* npm run screenshots: the pictures of docs/screenshots from the demo shop at a fixed day. */
const NOW = '2026-03-10T19:00:00Z';
const SIZES = { phone: { width: 390, height: 844 }, wide: { width: 1280, height: 800 } };
const TIPS_READ = JSON.stringify({
  state: { seen: { counter: true, days: true, accounts: true, bank: true, books: true } },
  version: 0,
});
const PASSWORD = { fenella: 'rope and tar', osric: 'ink and sand' };

main(async () => {
  await ensureDebianPackages(['mariadb-server', 'chromium']);
  await ensureNpmPackages();
  const { startMariadb } = await import('./lib/mariadb.mjs');
  const { ensureClient } = await import('./lib/client.mjs');
  const { CHROMIUM, openTestShop } = await import('./lib/testShop.mjs');
  const { chromium } = await import('@playwright/test');
  await ensureClient();
  const database = await startMariadb(path.join(DATA, 'pictures'), { durable: false });
  try {
    const shop = await step('Preparing the demo shop', () =>
      openTestShop(database.url(''), { now: NOW }),
    );
    const browser = await chromium.launch(CHROMIUM);
    mkdirSync(path.join(ROOT, 'docs/screenshots'), { recursive: true });
    try {
      await step('Taking pictures', () => takeAll(browser, shop.address));
    } finally {
      await browser.close();
      await shop.stop();
    }
  } finally {
    await database.stop();
  }
});

async function takeAll(browser, address) {
  const visit = async (who, size, scheme, work) => {
    const context = await browser.newContext({
      viewport: SIZES[size],
      colorScheme: scheme,
      locale: 'en-CA',
      reducedMotion: 'reduce',
      baseURL: address,
    });
    const page = await context.newPage();
    page.setDefaultTimeout(10_000);
    // Whoever works here daily has read the tips of first use.
    await page.addInitScript((tips) => localStorage.setItem('abacist.tips', tips), TIPS_READ);
    await page.goto('/');
    const data = { username: who, password: PASSWORD[who] };
    await page.request.post('/api/session', { data });
    const look = async (to, name, before) => {
      if (to) await page.goto(to);
      await before?.(page);
      await page.waitForLoadState('networkidle');
      await page.screenshot({ path: path.join(ROOT, 'docs/screenshots', `${name}.png`) });
    };
    await work(look, page);
    await context.close();
  };
  await visit('fenella', 'phone', 'light', async (look) => {
    await look('/counter', 'counter-phone', rings);
  });
  await visit('osric', 'phone', 'light', async (look) => {
    await look('/days', 'days-phone');
    await look('/days/2026-03-04', 'day-phone');
    await look('/trail/2026-03-04/cash', 'trail-phone', (page) =>
      page.getByRole('button', { name: 'Show the entry' }).first().click(),
    );
    await look('/bank/statement', 'statement-phone');
    await look('', 'mapping-phone', bringsUnknown);
    await look('/bank/reconcile', 'reconcile-phone');
    await look('/accounts', 'accounts-phone');
    await look('/bank/fees/1', 'fees-phone');
    await look('/books/over-short', 'over-short-phone');
    await look('/days/2026-03-10/count/1', 'count-phone', counts);
  });
  await visit('osric', 'wide', 'light', async (look) => {
    await look('/counter', 'counter-wide', rings);
    await look('/days', 'days-wide');
    await look('', 'settlement-wide', opensDiffering);
    await look('/days/quarter', 'quarter-wide');
    await look('/bank', 'bank-wide');
    await look('/books', 'books-wide');
    await look('/totals', 'totals-wide', typesTotals);
  });
  await visit('osric', 'phone', 'dark', async (look) => {
    await look('/bank/safe', 'slip-dark', fillsSlip);
  });
}

/** A till's report of one drawer, one figure of which is not yet right. */
async function typesTotals(page) {
  const grid = page.getByRole('grid', { name: 'Days by totals' });
  await page.getByRole('button', { name: 'Hatch' }).click();
  const first = grid.getByRole('row', { name: 'Rope and rigging' }).first();
  await first.getByRole('gridcell').nth(1).click();
  // Down the column by keys alone: an empty one is stepped over.
  const column = [
    '412.60',
    '188.00',
    '239.90',
    '64.50',
    '',
    'sixty',
    '',
    '',
    '',
    '',
    '398.75',
    '412.35',
  ];
  for (const text of column) {
    if (text) await page.keyboard.type(text);
    await page.keyboard.press(text ? 'Enter' : 'ArrowDown');
  }
  await page.evaluate(() => {
    document.querySelector('.totals-grid').scrollTop = 0;
  });
}

/** A settlement file in a layout that nobody knows yet. */
async function bringsUnknown(page) {
  const rows = [
    'Line;Payout;Paid;Taken;Brand;Digits;Code;Gross;Charge;Net',
    'C;T-881;10.03.2026;09.03.2026 10:14;MRD;4411;A50121;84,00;-1,37;82,63',
    'C;T-881;10.03.2026;09.03.2026 11:52;CVS;9021;A50177;36,50;-0,72;35,78',
    'C;T-881;10.03.2026;09.03.2026 15:05;MRD;1150;A50230;-12,00;0,00;-12,00',
    'T;T-881;10.03.2026;;;;;108,50;-2,09;106,41',
  ];
  await page.goto('/bank/cards');
  const picks = page.waitForEvent('filechooser');
  await page
    .getByRole('button', { name: /Import a settlement/ })
    .first()
    .click();
  const buffer = Buffer.from(rows.join('\r\n'));
  await (await picks).setFiles({ name: 't881.csv', mimeType: 'text/csv', buffer });
  await page.getByText('A new layout: say what').waitFor();
}

/** A slip that is filled until the bank's total and what is picked agree. */
async function fillsSlip(page) {
  await page.getByRole('button', { name: 'Pick all' }).click();
  const { items } = await (await page.request.get('/api/safe')).json();
  const left = items.filter(({ later }) => !later).map(({ leftMinor }) => leftMinor);
  const total = left.reduce((sum, one) => sum + one, 0) / 100;
  await page.getByLabel('Total on the bank’s slip').fill(total.toFixed(2));
  await page.getByRole('button', { name: /^Send to/ }).scrollIntoViewIfNeeded();
}

/** The newest settlement with cards that differ from the till. */
async function opensDiffering(page) {
  const { settlements } = await (await page.request.get('/api/cards')).json();
  const { id } = settlements.find(({ differing }) => differing > 1);
  await page.goto(`/bank/settlements/${id}`);
  await page.getByText('Till beside processor').waitFor();
}

/** A ticket as a customer would bring it. */
async function rings(page) {
  const press = (name) => page.getByRole('button', { name }).first().click();
  await page.getByTestId('entry').fill('14.5');
  await press('× qty');
  await press(/^Mooring rope/);
  await press(/^Copper antifoul/);
  await page.getByTestId('entry').fill('8.50');
  await page.getByRole('group', { name: 'Departments' }).getByText('Hatch').click();
}

/** The drawer as if its largest sale had not been paid in cash, and what explains the difference. */
async function counts(page) {
  await page.getByRole('radio', { name: 'Rolls' }).click();
  const key = { 'Idempotency-Key': crypto.randomUUID() };
  const begun = await page.request.post('/api/counts', {
    headers: key,
    data: { command: { drawerId: 1 } },
  });
  const { sessionId, expectedMinor, cheques } = await begun.json();
  const found = await page.request.get(`/api/counts/${sessionId}/evidence`);
  const { documents } = await found.json();
  const paid = documents.map(({ cashMinor }) => cashMinor).sort((x, y) => y - x);
  let left = expectedMinor - paid[0] - cheques.reduce((sum, one) => sum + one.amountMinor, 0);
  for (const value of [5000, 2000, 1000, 500, 200, 100, 25, 10, 5]) {
    const pieces = Math.floor(left / value);
    left -= pieces * value;
    const label = `Pieces of ${(value / 100).toFixed(2)}`;
    if (pieces) await page.getByLabel(label, { exact: true }).fill(String(pieces));
  }
  await page.getByRole('button', { name: 'What may explain it?' }).click();
  await page.getByRole('list', { name: 'What would make just this difference' }).waitFor();
  await page
    .getByRole('list', { name: 'What would make just this difference' })
    .scrollIntoViewIfNeeded();
}
