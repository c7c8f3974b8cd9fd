import type { Page } from '@playwright/test';
import { expect, signIn, test } from './shop';

/* Nothing is posted that was given up, nothing twice, and nobody wonders what became of it. */
async function atPaying(page: Page): Promise<void> {
  await page.goto('/');
  await signIn(page, 'fenella');
  await page.goto('/counter');
  await page.getByRole('button', { name: /^Tide tables/ }).click();
  await page.getByRole('button', { name: 'Pay', exact: true }).click();
}
const exact = (page: Page) => page.getByRole('button', { name: /^Exact/ });
const dialog = (page: Page) => page.getByRole('dialog', { name: 'No answer came' });
const sales = async (page: Page) =>
  ((await (await page.request.get('/api/sales?date=2026-03-02')).json()) as any).sales;

test('kept, and its answer lost: it is found by itself, and posted once', async ({ page }) => {
  await atPaying(page);
  // The server does its work, but its answer never arrives.
  await page.route('**/api/sales', async (route) => {
    await route.fetch();
    await route.abort();
  });
  await exact(page).click();
  await expect(page.getByRole('heading', { name: 'R-1' })).toBeVisible();
  expect(await sales(page)).toHaveLength(1);
});

test('without network it says so at once; given up, it is not posted when the network is back', async ({
  page,
  context,
}) => {
  await atPaying(page);
  await context.setOffline(true);
  await exact(page).click();
  await expect(page.getByRole('alert')).toContainText('It was not sent');
  await page.getByRole('button', { name: 'Back' }).click();
  await page.getByRole('button', { name: /^Remove .*Tide tables/ }).click();
  await context.setOffline(false);
  await expect(page.getByText('Tide tables').first()).toBeVisible();
  await page.waitForTimeout(1_500);
  expect(await sales(page)).toEqual([]);
});

test('sent and unknown: nothing of it changes until it is known; a late copy of what was cancelled is refused', async ({
  page,
}) => {
  await atPaying(page);
  let copy = { body: '', key: '' };
  await page.route('**/api/sales', async (route) => {
    const request = route.request();
    copy = { body: request.postData()!, key: request.headers()['idempotency-key']! };
    await route.abort();
  });
  const key = /\/api\/commands\/[^/]+$/;
  await page.route(key, (route) => route.abort());
  await exact(page).click();
  await expect(dialog(page)).toContainText('may have been kept');
  // A reload loses nothing of it.
  await page.reload();
  await expect(dialog(page)).toContainText('There is no connection');
  await page.unroute(key);
  await expect(dialog(page)).toContainText('The server has not kept it');
  await page.getByRole('button', { name: 'Cancel it' }).click();
  await expect(dialog(page)).toBeHidden();
  const late = await page.request.post('/api/sales', {
    data: copy.body,
    headers: { 'Content-Type': 'application/json', 'Idempotency-Key': copy.key },
  });
  expect(late.status()).toBe(409);
  expect(await late.text()).toContain('command.burned');
  await page.unroute('**/api/sales');
  // The ticket still stands there, and goes under another key.
  await page.goto('/counter/pay');
  await exact(page).click();
  await expect(page.getByRole('heading', { name: 'R-1' })).toBeVisible();
  expect(await sales(page)).toHaveLength(1);
});

test('an answer that takes long is waited for in words, and by nobody who will not', async ({
  page,
}) => {
  await atPaying(page);
  let letGo = () => {};
  const held = new Promise<void>((resolve) => (letGo = resolve));
  await page.route('**/api/sales', async (route) => {
    await held;
    await route.abort().catch(() => undefined);
  });
  await exact(page).click();
  await page.getByRole('button', { name: 'Don’t wait' }).click();
  await expect(dialog(page)).toContainText('The server has not kept it');
  letGo();
  await page.unroute('**/api/sales');
  await page.getByRole('button', { name: 'Send it again' }).click();
  await expect(page.getByRole('heading', { name: 'R-1' })).toBeVisible();
  expect(await sales(page)).toHaveLength(1);
});

test.describe('with the shell kept', () => {
  test.use({ serviceWorkers: 'allow' });

  test('a reload without network shows the ticket under way', async ({ page, context }) => {
    await page.goto('/');
    await signIn(page, 'fenella');
    await page.goto('/counter');
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => null));
    await page.reload();
    await page.getByRole('button', { name: /^Tide tables/ }).click();
    await context.setOffline(true);
    await page.reload();
    await expect(page.getByRole('button', { name: 'Pay', exact: true })).toBeVisible();
    await expect(page.getByRole('listitem').filter({ hasText: 'Tide tables' })).toBeVisible();
    await context.setOffline(false);
  });
});

test('an unknown address is a page of ours; there is no list of pages', async ({ page }) => {
  await page.goto('/');
  await signIn(page, 'fenella');
  for (const path of ['/nowhere', '/_sitemap']) {
    await page.goto(path);
    await expect(page.getByRole('heading', { name: 'There is no such page' })).toBeVisible();
  }
  await page.getByRole('button', { name: 'Go on' }).click();
  await expect(page).toHaveURL(/counter/);
});

test('a part in cash, the rest by card; the next goods are scanned from the receipt', async ({
  page,
  shop,
}) => {
  await atPaying(page);
  const other = page.getByLabel('Other cash tendered');
  await other.fill('1.03');
  await expect(page.getByText(/whole coins of 0.05/)).toBeVisible();
  await other.fill('1.00');
  await page.getByRole('button', { name: 'Take this part' }).click();
  await page.getByRole('button', { name: 'Meridian' }).click();
  await page.getByLabel('Last four digits').fill('1111');
  await page.getByLabel('Authorisation reference').fill('A-1');
  await page.getByRole('button', { name: /^Take Meridian/ }).click();
  await expect(page.getByRole('heading', { name: 'R-1' })).toBeVisible();
  await expect(page.getByText('Meridian ···· 1111')).toBeVisible();
  await page.keyboard.type('2004170000011');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Counter' })).toBeVisible();
  const lines = page.getByRole('button', { name: /^Remove / });
  await expect(lines).toHaveCount(1);
  // On the counter itself: whatever has the focus.
  await page.getByRole('button', { name: 'Pay', exact: true }).focus();
  await page.keyboard.type('2004170000028');
  await page.keyboard.press('Enter');
  await expect(lines).toHaveCount(2);
  // And while it is being paid.
  await page.getByRole('button', { name: 'Pay', exact: true }).click();
  await page.getByRole('button', { name: 'Cash', exact: true }).focus();
  await page.keyboard.type('2004170000035');
  await page.keyboard.press('Enter');
  await expect(lines).toHaveCount(3);
  expect(await shop.audit()).toEqual([]);
});

test('a page that breaks says so and leads on; none is white', async ({ page }) => {
  await page.goto('/');
  await signIn(page, 'osric');
  // An answer of another shape than any page of ours can show.
  await page.route('**/api/cards', (route) => route.fulfill({ json: {} }));
  await page.goto('/bank/cards');
  await expect(page.getByRole('heading', { name: 'This page stopped' })).toBeVisible();
  await page.unroute('**/api/cards');
  await page.getByRole('button', { name: 'Go on' }).click();
  await expect(page.getByRole('heading', { name: 'Bank' })).toBeVisible();
});

test('what is not read yet is not said to be none; who can’t sign out is told', async ({
  page,
  context,
}) => {
  await page.goto('/');
  await signIn(page, 'osric');
  await page.route('**/api/loose-ends', (route) => route.abort());
  await page.goto('/days');
  await expect(page.getByRole('link', { name: 'Loose ends' })).toBeVisible();
  await expect(page.getByText('No loose ends')).toHaveCount(0);
  await context.setOffline(true);
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'It was not sent' })).toBeVisible();
});
