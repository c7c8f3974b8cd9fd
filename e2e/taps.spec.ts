import type { Locator, Page } from '@playwright/test';
import { openAccount } from './regulars';
import { expect, send, signIn, test } from './shop';

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

test('a count of a full drawer takes no more taps than its denominations and three', async ({
  page,
  shop,
}) => {
  await signIn(page, 'fenella');
  const { drawers, tenders } = await (await page.request.get('/api/counter')).json();
  const cash = tenders.find(({ kind }: { kind: string }) => kind === 'cash').id;
  await send(page, '/sales', {
    drawerId: drawers[0].id,
    lines: [{ departmentId: 4, amountMinor: 42_40 }],
    tenders: [{ kind: 'cash', tenderId: cash, tenderedMinor: 42_40 }],
  });
  await page.goto('/days');
  const count = thumb(page);
  await count.tap(page.getByRole('link', { name: /^Today/ }));
  await count.tap(`Count the ${drawers[0].name} drawer`);
  // 150.00 of float and 42.40: a piece of each denomination and what is left in fives.
  const pieces = {
    '100.00': 1,
    '50.00': 0,
    '20.00': 1,
    '10.00': 1,
    '5.00': 10,
    '2.00': 1,
    '1.00': 10,
    '0.25': 1,
    '0.10': 1,
    '0.05': 1,
  };
  for (const [value, many] of Object.entries(pieces)) {
    const field = page.getByLabel(`Pieces of ${value}`);
    await count.tap(field);
    await field.fill(String(many));
  }
  await expect(page.getByText('Agrees', { exact: true })).toBeVisible();
  await count.tap(/^Close with 192\.40/);
  await expect(page).toHaveURL('/days/2026-03-02');
  expect(count.taken()).toBeLessThanOrEqual(Object.keys(pieces).length + 3);
  expect(await shop.audit()).toEqual([]);
});
