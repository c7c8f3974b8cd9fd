import type { Locator, Page } from '@playwright/test';
import { openAccount } from './regulars';
import { expect, signIn, test } from './shop';

test.use({ viewport: { width: 390, height: 844 } });

/** Taps as a thumb makes them, counted; typing is none. */
function thumb(page: Page) {
  let taps = 0;
  return {
    tap: async (what: Locator | string | RegExp) => {
      taps += 1;
      await (
        typeof what === 'string' || what instanceof RegExp
          ? page.getByRole('button', { name: what, exact: typeof what === 'string' })
          : what
      )
        .first()
        .click();
    },
    taken: () => taps,
  };
}

test('a cash sale takes three taps, a charge on account six, a return with its receipt six', async ({
  page,
  shop,
}) => {
  await signIn(page, 'fenella');
  await page.goto('/counter');
  const sale = thumb(page);
  await sale.tap(/^Mooring rope/);
  await sale.tap('Pay');
  await sale.tap(/^Exact/);
  await expect(page.getByRole('heading', { name: 'R-1' })).toBeVisible();
  expect(sale.taken()).toBeLessThanOrEqual(3);

  // The receipt's number is typed and sent with the keyboard's own Enter.
  await page.goto('/counter');
  const back = thumb(page);
  await back.tap('Return');
  await page.getByLabel('Find the sale').fill('R-1');
  await expect(page.getByRole('link', { name: /R-1/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await back.tap(/^One Mooring rope.* more$/);
  await back.tap('No longer needed');
  await back.tap(/^Put .* on the ticket$/);
  await back.tap('Refund');
  await back.tap(/^Refund \d/);
  await expect(page.getByText('Returned from R-1')).toBeVisible();
  expect(back.taken()).toBeLessThanOrEqual(6);

  await openAccount(page, 'Lobster boat Gannet', '500.00');
  await page.goto('/counter');
  const charge = thumb(page);
  await charge.tap(/^Mooring rope/);
  await charge.tap('Pay');
  await charge.tap('On account');
  await page.getByLabel('Whose account').fill('gannet');
  await charge.tap(/Gannet/);
  await charge.tap(/^Put .* on account$/);
  await expect(page.getByRole('button', { name: 'Next sale' })).toBeVisible();
  expect(charge.taken()).toBeLessThanOrEqual(6);
  expect(await shop.audit()).toEqual([]);
});
