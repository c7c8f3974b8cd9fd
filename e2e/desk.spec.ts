import { DEMO_AT } from './demoAt';
import { expect, signIn, test } from './shop';

test.use({
  demo: true,
  startAt: DEMO_AT,
  viewport: { width: 1280, height: 800 },
});

test('accounts stand in a table in the order of any column, the opened one beside it', async ({
  page,
}) => {
  await signIn(page, 'osric');
  await page.goto('/accounts');
  const table = page.getByRole('table', { name: 'Accounts' });
  const balances = async () => {
    const texts = await table.getByRole('row').locator('> :nth-child(2)').allTextContents();
    // Without the head and the sum.
    return texts
      .slice(1, -1)
      .map((text) => Number(text.replace(/[^\d.−]/g, '').replace('−', '-')));
  };
  await table.getByRole('button', { name: 'Balance' }).click();
  await expect(table.getByRole('columnheader', { name: 'Balance' })).toHaveAttribute(
    'aria-sort',
    'descending',
  );
  await expect
    .poll(async () => {
      const read = await balances();
      return JSON.stringify(read) === JSON.stringify(read.toSorted((a, b) => b - a));
    })
    .toBe(true);
  const [first, second] = await table.getByRole('link').all();
  await first!.press('Enter');
  await expect(page).toHaveURL(/\/accounts\/\d+$/);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  // The list stays: the arrows go to the next one.
  await first!.focus();
  await page.keyboard.press('ArrowDown');
  await expect(second!).toBeFocused();
  const heading = await page.getByRole('heading', { level: 1 }).textContent();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).not.toHaveText(heading!);
  await expect(page.getByRole('button', { name: 'Take a payment' })).toBeVisible();
  await page.keyboard.press('p');
  await expect(page).toHaveURL(/\/pay$/);
});

test('anything is found from any place, and a sale leads to its day, its entry and its trail', async ({
  page,
}) => {
  await signIn(page, 'osric');
  await page.goto('/books/balance');
  await expect(page.getByRole('table', { name: 'Trial balance' })).toBeVisible();
  await page.keyboard.press('/');
  const field = page.getByLabel('Number, name, amount');
  await expect(field).toBeFocused();
  await field.fill('R-3');
  await expect(page.getByRole('list', { name: 'Found' })).toContainText('R-3 Sale');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/sales\/\d+$/);
  await expect(page.getByRole('link', { name: /^Its day/ })).toBeVisible();
  await page.getByRole('link', { name: 'Its journal entry' }).click();
  await expect(page.getByRole('region', { name: 'Journal entry' })).toContainText('R-3 Sale');
  await page.keyboard.press('Control+k');
  await page.getByLabel('Number, name, amount').fill('gannet');
  await page
    .getByRole('link', { name: /Gannet/ })
    .first()
    .click();
  await expect(page.getByRole('heading', { level: 1, name: /Gannet/ })).toBeVisible();
});

test('the list of all documents is narrowed, summed, and leads to each of them', async ({
  page,
}) => {
  await signIn(page, 'osric');
  await page.goto('/books/documents');
  const table = page.getByRole('table', { name: 'Documents' });
  await page.getByLabel('Kind').selectOption('Deposit slip');
  await expect(table.getByRole('row').nth(1)).toContainText(/^D-\d+/);
  const sums = page.getByRole('group', { name: 'What they come to' });
  const slips = (await (await page.request.get('/api/documents?kind=slip')).json()).rows;
  const total = slips.reduce(
    (
      all: number,
      { amountMinor, undoneBy }: { amountMinor: number; undoneBy: string | null },
    ) => all + (undoneBy ? 0 : amountMinor),
    0,
  );
  await expect(sums).toContainText(
    new Intl.NumberFormat('en-CA', { minimumFractionDigits: 2 }).format(total / 100),
  );
  await table.getByRole('link').first().click();
  await expect(page.getByRole('heading', { name: /^Slip D-/ })).toBeVisible();
  await page.getByRole('button', { name: 'Journal entry' }).click();
  await expect(page.getByRole('region', { name: 'Journal entry' })).toContainText(
    'Deposit slip',
  );
  // What was chosen stands there still.
  await page.goBack();
  await page.goBack();
  await expect(page.getByLabel('Kind')).toHaveValue('slip');
});

test('what a ticket will post is shown before, and nothing of it is kept', async ({
  page,
  shop,
}) => {
  await signIn(page, 'fenella');
  await page.goto('/counter');
  const entry = page.getByTestId('entry');
  await expect(entry).toBeFocused();
  await page.getByRole('button', { name: /^Mooring rope/ }).click();
  // The field has the focus again: what is typed goes there.
  await page.keyboard.type('tide');
  await expect(entry).toHaveValue('tide');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('list', { name: 'Ticket' })).toContainText('Tide tables');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'What will it post?' }).click();
  const dialog = page.getByRole('dialog', { name: 'What will it post?' });
  await expect(dialog).toContainText('Drawer');
  await expect(dialog).toContainText('Tax payable');
  await expect(dialog).toContainText('As if the rest was paid in cash.');
  await dialog.getByRole('button', { name: 'Close' }).click();
  const before = await (await page.request.get('/api/sales?date=2026-03-02')).json();
  await page.getByRole('button', { name: /^Exact/ }).click();
  await expect(page.getByRole('button', { name: 'Next sale' })).toBeVisible();
  const after = await (await page.request.get('/api/sales?date=2026-03-02')).json();
  expect(after.sales).toHaveLength(before.sales.length + 1);
  // No number was lost by looking.
  expect(await shop.audit()).toEqual([]);
});

test('the keys of a place are told, and may be turned off', async ({ page }) => {
  await signIn(page, 'osric');
  await page.goto('/accounts');
  await expect(page.getByRole('table', { name: 'Accounts' })).toBeVisible();
  await page.keyboard.press('?');
  const sheet = page.getByRole('dialog', { name: 'Keys here' });
  await expect(sheet).toContainText('Open an account');
  await sheet.getByRole('checkbox', { name: 'Single keys work' }).click();
  await page.keyboard.press('Escape');
  await expect(sheet).toBeHidden();
  await page.keyboard.press('n');
  await expect(page).toHaveURL(/\/accounts$/);
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('dialog', { name: 'Search' })).toBeVisible();
});
