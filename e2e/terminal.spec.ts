import type { Page } from '@playwright/test';
import { expect, signIn, test } from './shop';

test.use({ viewport: { width: 390, height: 844 } });

const button = (page: Page, name: string | RegExp) =>
  page.getByRole('button', { name, exact: typeof name === 'string' }).first();

test('the terminal declines, times out, and loses its answer: charged once, sold once', async ({
  page,
  shop,
}) => {
  await signIn(page, 'fenella');
  await page.goto('/counter');
  await page.getByTestId('entry').fill('49.00');
  await button(page, 'Charts and books').click();
  await button(page, 'Pay').click();
  await button(page, 'Meridian').click();
  await shop.terminal('decline');
  await button(page, 'Ask the terminal for 49.00').click();
  await expect(page.getByText(/The terminal declined/)).toBeVisible();
  await shop.terminal('timeOut');
  await button(page, 'Ask the terminal for 49.00').click();
  await expect(page.getByText(/No answer came from the terminal/)).toBeVisible();
  // A reload does not forget that it was asked.
  await page.reload();
  await button(page, 'Meridian').click();
  await shop.terminal('loseAnswer');
  await button(page, 'Ask the terminal for 49.00').click();
  await expect(button(page, 'Next sale')).toBeVisible();
  expect((await shop.outside()).charges).toHaveLength(1);
  await expect(page.getByText('Meridian ···· 1000')).toBeVisible();
  // At the end of the day its report is taken and compared with the till.
  await page.goto('/days/2026-03-02/count/1');
  await button(page, 'Take the terminal’s report').click();
  await expect(page.getByLabel('Terminal’s total of Meridian')).toHaveValue('49.00');
  await expect(page.getByText(/Till 49\.00 · Agrees/)).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});
