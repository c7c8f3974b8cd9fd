import { approve, expect, money, radio, signIn, test } from './shop';
import type { Page } from '@playwright/test';

test.use({ viewport: { width: 390, height: 844 } });

const button = (page: Page, name: string | RegExp) =>
  page.getByRole('button', { name, exact: typeof name === 'string' }).first();

/** Rings each and waits for its line: a return that stands on the ticket is no rung line. */
async function ring(page: Page, ...parts: string[]): Promise<void> {
  await page.goto('/counter');
  const rung = page
    .getByRole('list', { name: 'Ticket' })
    .getByRole('button', { name: /^Remove (?!the return$)/ });
  for (const [i, part] of parts.entries()) {
    await page.getByTestId('entry').fill(part);
    await page.keyboard.press('Enter');
    await expect(rung).toHaveCount(i + 1);
  }
}

/** Rings and pays the exact sum in cash. */
async function sellForCash(page: Page, ...parts: string[]): Promise<string> {
  await ring(page, ...parts);
  await button(page, 'Pay').click();
  await button(page, /^Exact/).click();
  await expect(button(page, 'Next sale')).toBeVisible();
  return (await page.getByRole('heading', { name: /^R-\d+$/ }).textContent())!;
}

async function choose(page: Page, item: string, reason: string): Promise<void> {
  await button(page, `One ${item} more`).click();
  await button(page, reason).click();
  await button(page, /^Put .* on the ticket$/).click();
}

test('part of a sale comes back without its paper; the rest stays for later', async ({
  page,
  shop,
}) => {
  await signIn(page, 'fenella');
  await ring(page, 'tide', 'shackle');
  await button(page, /^Bow shackle 6 mm\s*11/).click();
  await page.getByLabel('Quantity').fill('3');
  await button(page, 'Set it').click();
  await button(page, 'Pay').click();
  await button(page, /^Exact/).click();
  await button(page, 'Next sale').click();

  await button(page, 'Return').click();
  await page.getByLabel('Find the sale').fill('shackle');
  await page.getByRole('link', { name: /Tide tables, Bow shackle/ }).click();
  await choose(page, 'Bow shackle 6 mm', 'No longer needed');
  // A third of 34.50 with its tax of 2.16: 12.22, of which 12.20 leaves the drawer.
  await expect(page.getByText('To refund')).toBeVisible();
  await button(page, 'Refund').click();
  await expect(
    page.getByText('12.20 leaves the drawer: rounding gives 0.02 less.'),
  ).toBeVisible();
  await button(page, 'Refund 12.22').click();
  await expect(page.getByText('Returned from R-1')).toBeVisible();
  await expect(page.getByText('12.20', { exact: true })).toBeVisible();

  await page.goto('/counter/return?sale=1');
  await expect(page.getByText('3 sold, 1 returned, 2 left')).toBeVisible();
  const field = page.getByLabel('Quantity of Bow shackle 6 mm returned');
  await field.fill('3');
  await expect(page.getByRole('alert')).toContainText('Only 2 of it can still be returned');

  await page.goto('/days/2026-03-02');
  await expect(page.getByText(/returned −11.50/)).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('goods without their sale: an item at its price, an amount beside it, a manager’s word', async ({
  page,
  shop,
}) => {
  await signIn(page, 'fenella');
  await sellForCash(page, 'jacket');
  await page.goto('/counter/return');
  await button(page, 'The sale can’t be found').click();
  await page.getByLabel('Find the item').fill('shackle');
  await button(page, /^Bow shackle 6 mm/).click();
  await expect(page.getByLabel('Unit price')).toHaveValue('11.50');
  await page.getByLabel('Quantity').fill('1.5');
  await expect(page.getByText(/sold with 0 decimals/)).toBeVisible();
  await page.getByLabel('Quantity').fill('2');
  await button(page, 'Add and return more').click();
  await expect(page.getByRole('list', { name: 'What is returned' })).toContainText(
    '2 × Bow shackle 6 mm',
  );
  // What is typed here survives a reload, with what is found and priced.
  await page.reload();
  await button(page, 'The sale can’t be found').click();
  await expect(page.getByRole('list', { name: 'What is returned' })).toBeVisible();
  await radio(page, 'An amount').click();
  await page.getByLabel('Department').selectOption('Charts and books');
  await page.getByLabel('Price, as the shop writes prices').fill('8.50');
  await page.getByLabel('Where the price comes from').fill('Shelf');
  await button(page, 'Faulty').click();
  await button(page, 'Put it on the ticket').click();
  // 23.00 with 6.25 % of it (1.4375), and books free of tax.
  const ticket = page.getByRole('list', { name: 'Ticket' });
  await expect(ticket).toContainText('24.44');
  await expect(ticket).toContainText('8.50');
  await page.reload();
  await expect(ticket).toContainText('24.44');
  await button(page, 'Refund').click();
  await button(page, /^Refund \d/).click();
  await approve(page, 'Known customer, no receipt');
  await expect(page.getByText('Refunded by Store credit')).toBeVisible();
  await expect(page.getByText('32.94 is left, to be used until')).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('a late return is refused and then approved; the money goes back to the card', async ({
  page,
  shop,
}) => {
  await signIn(page, 'fenella');
  await ring(page, 'jacket');
  await button(page, 'Pay').click();
  await button(page, 'Meridian').click();
  await page.getByLabel('Last four digits').fill('4242');
  await page.getByLabel('Authorisation reference').fill('A-77');
  await page.keyboard.press('Enter');
  await expect(button(page, 'Next sale')).toBeVisible();

  await shop.setNow('2026-04-02T16:00:00Z');
  await signIn(page, 'fenella');
  await page.goto('/counter/return');
  await page.getByLabel('Find the sale').fill('4242');
  await page.getByRole('link', { name: /Oilskin jacket/ }).click();
  await expect(page.getByText(/31 days ago: later than 30 days/)).toBeVisible();
  await choose(page, 'Oilskin jacket', 'Faulty');
  await button(page, 'Refund').click();
  await page.getByLabel('Reference of the refund on Meridian').fill('4111 1111 1111 1111');
  await expect(
    page.getByText(/full card number, which is never stored/).first(),
  ).toBeVisible();
  await page.getByLabel('Reference of the refund on Meridian').fill('B-12');
  await button(page, /^Refund \d/).click();
  await expect(page.getByRole('dialog', { name: 'This needs an approval' })).toContainText(
    '31 days old, 30 are allowed',
  );
  await button(page, 'Cancel').click();
  await expect(page.getByRole('heading', { name: 'Refund', exact: true })).toBeVisible();
  await button(page, /^Refund \d/).click();
  await approve(page, 'Faulty zip, known fault');
  await expect(page.getByText('Refunded by Meridian')).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('an exchange for less makes a credit note, which is used up in two sales', async ({
  page,
  shop,
}) => {
  await signIn(page, 'fenella');
  const number = await sellForCash(page, 'jacket');
  await button(page, 'Return goods').click();
  await choose(page, 'Oilskin jacket', 'Wrong item or size');
  await ring(page, 'boots');
  await expect(page.getByText(`Returned from ${number}`)).toBeVisible();
  await button(page, 'Refund').click();
  const credit = page.getByRole('listitem').filter({ hasText: 'Store credit' });
  await credit.getByRole('button', { name: 'All of it' }).click();
  await button(page, /^Refund \d/).click();
  const note = page.getByRole('heading', { name: /^Credit note N-1$/ }).first();
  await expect(note).toBeVisible();

  // 200.81 less 100.41: 100.40 of credit, spent on a chart and on a jacket in part.
  await ring(page, 'chart');
  await button(page, 'Pay').click();
  await payByNote(page, 'N-1', '32.00');
  await expect(button(page, 'Next sale')).toBeVisible();
  await ring(page, 'jacket');
  await button(page, 'Pay').click();
  await payByNote(page, 'N-1', '68.40');
  await expect(page.getByText('Left to pay')).toBeVisible();
  await button(page, 'Cash').click();
  await button(page, /^Exact/).click();
  await expect(button(page, 'Next sale')).toBeVisible();
  await ring(page, 'tide');
  await button(page, 'Pay').click();
  await button(page, 'Store credit').click();
  await page.getByLabel('Number of the credit note').fill('N-1');
  await expect(page.getByText(/^0.00 is left/)).toBeVisible();
  await page.goto('/counter/credits');
  await expect(page.getByText('No credit note')).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

async function payByNote(page: Page, number: string, amount: string): Promise<void> {
  await button(page, 'Store credit').click();
  await page.getByLabel('Number of the credit note').fill(number);
  await expect(page.getByLabel('Amount to take of it')).toHaveValue(amount);
  await button(page, `Take ${amount}`).click();
}

test.describe('on a wide screen', () => {
  test.use({ viewport: { width: 1280, height: 800 } });

  test('sale, return and exchange by keyboard alone', async ({ page, shop }) => {
    const keys = page.keyboard;
    const focus = async (name: RegExp | string) => {
      const target = button(page, name);
      await expect(target).toBeVisible();
      for (let i = 0; i < 80; i += 1) {
        if (await target.evaluate((node) => node === document.activeElement)) return;
        await keys.press('Tab');
      }
      throw new Error(`Tab never came to ${name}`);
    };
    const press = async (name: RegExp | string) => {
      await focus(name);
      await keys.press('Enter');
    };
    await signIn(page, 'fenella');
    const number = await sellForCashByKeys();
    await press('Return goods');
    await press('One Oilskin jacket more');
    await press('Wrong item or size');
    await press(/^Put .* on the ticket$/);
    await expect(page.getByText(`Returned from ${number}`)).toBeVisible();
    // Typing anywhere on the counter goes to the one field: the exchange is rung like a sale.
    while (
      !(await page.getByTestId('entry').evaluate((node) => node === document.activeElement))
    ) {
      await keys.press('Tab');
    }
    await keys.type('jacket');
    await keys.press('Enter');
    await keys.press('Enter');
    await press('Post the exchange');
    await press('Next sale');
    expect(await shop.audit()).toEqual([]);

    async function sellForCashByKeys(): Promise<string> {
      await page.goto('/counter');
      await page.getByTestId('entry').focus();
      await keys.type('jacket');
      await keys.press('Enter');
      await keys.press('Enter');
      await press(/^Exact/);
      await expect(button(page, 'Next sale')).toBeVisible();
      return (await page.getByRole('heading', { name: /^R-\d+$/ }).textContent())!;
    }
  });
});

test('a discount beyond the allowance asks; a credit note is extended by approval', async ({
  page,
  shop,
}) => {
  await signIn(page, 'fenella');
  await ring(page, 'jacket');
  await button(page, 'Discount on the ticket').click();
  await page.getByLabel('Discount', { exact: true }).fill('120%');
  await expect(page.getByText(/a share up to 100%/)).toBeVisible();
  await page.getByLabel('Discount', { exact: true }).fill('50%');
  await button(page, 'Set it').click();
  await expect(page.getByText(`${money(94_50)} discount`)).toBeVisible();
  await button(page, 'Pay').click();
  // Asked before money changes hands; left, the ticket stands as it was.
  const asked = page.getByRole('dialog', { name: 'This needs an approval' });
  await expect(asked).toContainText('94.50 off is more than 10 %');
  await asked.getByRole('button', { name: 'Cancel' }).click();
  await button(page, 'Pay').click();
  // A PIN that is wrong is told before any money is counted; what was said beside it stays.
  await asked.getByRole('button', { name: /^Tamsin/ }).click();
  await asked.getByLabel('PIN of the approver').fill('111111');
  await asked.getByLabel('Reason').fill('Last one, sun-bleached');
  await asked.getByRole('button', { name: 'Approve' }).click();
  await expect(asked.getByText('That is not the PIN of this person.')).toBeVisible();
  await expect(asked.getByLabel('Reason')).toHaveValue('Last one, sun-bleached');
  await asked.getByLabel('PIN of the approver').fill('864286');
  await asked.getByRole('button', { name: 'Approve' }).click();
  await button(page, /^Exact/).click();
  await expect(button(page, 'Next sale')).toBeVisible();

  await button(page, 'Return goods').click();
  await choose(page, 'Oilskin jacket', 'Faulty');
  await button(page, 'Refund').click();
  const credit = page.getByRole('listitem').filter({ hasText: 'Store credit' });
  await credit.getByRole('button', { name: 'All of it' }).click();
  await button(page, /^Refund \d/).click();
  await expect(page.getByText('Credit note N-1').first()).toBeVisible();

  await shop.setNow('2026-05-03T16:00:00Z');
  await signIn(page, 'osric');
  await page.goto('/loose-ends');
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Credit note N-1 could be used until' })
    .getByRole('button', { name: 'Extend or expire it' })
    .click();
  await button(page, 'Extend').click();
  await page.getByLabel('New last day').fill('2026-06-30');
  await page
    .getByRole('dialog', { name: 'Extend N-1' })
    .getByRole('button', { name: 'Extend' })
    .click();
  await approve(page, 'Was at sea');
  await expect(page.getByText('To be used until 30 June 2026')).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});
