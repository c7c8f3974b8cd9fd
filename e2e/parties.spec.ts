import type { Page } from '@playwright/test';
import { approve, expect, signIn, test, radio } from './shop';

test.use({ viewport: { width: 390, height: 844 } });

const button = (page: Page, name: string | RegExp) =>
  page.getByRole('button', { name, exact: typeof name === 'string' }).first();

test('a new customer is exempt by certificate; a colleague takes over and sells on', async ({
  page,
  shop,
}) => {
  await signIn(page, 'fenella');
  await page.goto('/counter');
  await page.getByTestId('entry').fill('antifoul');
  await page.keyboard.press('Enter');
  await expect(page.getByText('125.38')).toBeVisible();
  await button(page, /^Walk-in customer/).click();
  await page.getByLabel('Customer by name, number, phone').fill('Harbour Trust');
  await button(page, 'New customer').click();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Harbour Trust');
  await radio(page, 'Firm').click();
  await page.getByLabel('Exempt by certificate').fill('EX-77');
  await button(page, 'Save and put on the ticket').click();
  await expect(page.getByText('A certificate has a number and a last day.')).toBeVisible();
  await page.getByLabel('Its last day').fill('2026-03-31');
  await button(page, 'Save and put on the ticket').click();
  // Whoever would pay no tax needs more than a clerk.
  await approve(page, 'The certificate was shown');
  await expect(button(page, /^Harbour Trust.*free of tax/)).toBeVisible();

  // The ticket stays while another person takes the drawer.
  await button(page, 'Shop').click();
  await radio(page, 'Osric').click();
  await page.getByLabel('PIN').fill('1111');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('not the PIN');
  await page.getByLabel('PIN').fill('246824');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Shop drawer · Osric')).toBeVisible();
  await button(page, 'Pay').click();
  await button(page, /^Exact 118.00/).click();
  await expect(page.getByText('Free of tax by certificate EX-77')).toBeVisible();
  await expect(page.getByText('For Harbour Trust')).toBeVisible();
  await page.goto('/counter/return');
  await page.getByLabel('Find the sale').fill('harbour tr');
  await expect(page.getByRole('link', { name: /Copper antifoul/ })).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('a rate that overlaps is refused beside its field; a new one changes prices on its day', async ({
  page,
  shop,
}) => {
  await signIn(page, 'osric');
  await page.goto('/books/taxes');
  await button(page, 'New rate').click();
  const dialog = page.getByRole('dialog', { name: 'New rate of Island levy' });
  await dialog.getByLabel('Rate in %').fill('6');
  await dialog.getByLabel('Holds from').fill('2026-03-01');
  await expect(dialog.getByText(/begins today .* or later/)).toBeVisible();
  await dialog.getByLabel('Holds from').fill('2026-04-01');
  await dialog.getByRole('button', { name: 'Set the rate' }).click();
  await expect(page.getByText('6 % will hold from 1 April 2026')).toBeVisible();
  await button(page, 'New rate').click();
  await dialog.getByLabel('Rate in %').fill('7');
  await dialog.getByLabel('Holds from').fill('2026-04-01');
  await expect(dialog.getByText(/There is a rate of 6 % from Wed 1 Apr/)).toBeVisible();
  await dialog.getByRole('button', { name: 'Cancel' }).click();

  await page.getByRole('link', { name: /^Goods/ }).click();
  await radio(page, 'With tax').click();
  const example = page.getByRole('list', { name: 'An amount taken apart' });
  await expect(example).toContainText('94.12');
  await radio(page, 'on the net and the tax above').click();
  await radio(page, 'Before tax').click();
  // 1.25 % of 105.00 is 1.3125; derived.
  await expect(example).toContainText('1.31');

  await shop.setNow('2026-04-01T16:00:00Z');
  await page.goto('/counter');
  await page.getByTestId('entry').fill('100.00');
  await button(page, 'Rope and rigging').click();
  await expect(page.getByText(/Island levy 6.00 · Harbour levy 1.25/)).toBeVisible();
});
