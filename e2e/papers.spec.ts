import type { Page } from '@playwright/test';
import { expect, signIn, test, radio } from './shop';

test.use({ viewport: { width: 390, height: 844 } });

const button = (page: Page, name: string | RegExp) =>
  page.getByRole('button', { name, exact: typeof name === 'string' }).first();

test('a receipt as PDF, from the roll, by mail; what goes out again is a copy', async ({
  page,
  shop,
  context,
}) => {
  await signIn(page, 'fenella');
  await page.goto('/counter');
  await page.getByTestId('entry').fill('tide');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Tide tables').first()).toBeVisible();
  await button(page, 'Pay').click();
  await button(page, /^Exact/).click();
  await button(page, 'Print, mail or open the paper').click();
  await button(page, 'Print on the roll').click();
  await expect(page.getByText('It is printed.')).toBeVisible();

  const opened = context.waitForEvent('page');
  const answered = context.waitForEvent('response', (response) =>
    response.url().endsWith('/pdf'),
  );
  await button(page, 'Open as PDF').click();
  const pdf = await answered;
  expect(pdf.headers()['content-type']).toBe('application/pdf');
  await (await opened).close();
  await expect(page.getByText(/this one is marked as a copy/)).toBeVisible();

  await radio(page, 'Invoice').click();
  await page.getByLabel('E-mail address').fill('bo');
  await expect(button(page, 'Mail it')).toHaveAttribute('aria-disabled', 'true');
  await page.getByLabel('E-mail address').fill('bo@gannet.example');
  await button(page, 'Mail it').click();
  await expect(page.getByText('Mailed to bo@gannet.example.')).toBeVisible();
  const { mails, prints } = await shop.outside();
  expect(mails).toHaveLength(1);
  expect(mails[0]).toContain('Subject: Invoice R-1 from Saltmarrow Chandlery');
  expect(prints[0]!.lines.map(({ text }) => text)).toContain(
    'Tide tables                          14.50',
  );
});

test('the bookkeeper sets the head of the papers', async ({ page }) => {
  await signIn(page, 'osric');
  await page.goto('/books/papers');
  await page.getByLabel('Address of the shop').fill('9 Beacon Hill, Wrack Haven');
  await radio(page, 'A4').click();
  await button(page, 'Save').click();
  await expect(page.getByText('Saved. The next paper has it.')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Address of the shop')).toHaveValue(
    '9 Beacon Hill, Wrack Haven',
  );
});
