import type { Page } from '@playwright/test';
import { approve, expect, signIn, test, radio } from './shop';

test.use({ viewport: { width: 390, height: 844 } });

const button = (page: Page, name: string | RegExp) =>
  page.getByRole('button', { name, exact: typeof name === 'string' }).first();

async function ring(page: Page, part: string): Promise<void> {
  await page.goto('/counter');
  await page.getByTestId('entry').fill(part);
  await page.keyboard.press('Enter');
  await expect(
    page.getByRole('list', { name: 'Ticket' }).getByRole('listitem').first(),
  ).toBeVisible();
}
const more = async (page: Page, what: string) => {
  await button(page, 'More').click();
  await button(page, what).click();
};

test('quotation, order, prepayment, sale in parts; what is left of it is used up', async ({
  page,
  shop,
}) => {
  await signIn(page, 'fenella');
  await ring(page, 'boots');
  await button(page, /^Sea boots\s*94/).click();
  await page.getByLabel('Quantity').fill('2');
  await button(page, 'Set it').click();
  await button(page, /^Walk-in customer/).click();
  await page.getByLabel('Customer by name, number, phone').fill('Bo of the Gannet');
  await button(page, /^Only the name/).click();
  await more(page, 'Keep it as a quotation');
  await page.getByLabel('Valid until').fill('2026-03-31');
  await button(page, 'Make the quotation').click();
  await expect(page.getByRole('heading', { name: 'Q-1' })).toBeVisible();
  await button(page, 'Make it an order').click();
  await expect(page.getByRole('heading', { name: 'A-1' })).toBeVisible();

  await button(page, 'Take a prepayment').click();
  await page.getByLabel('Amount paid ahead').fill('300.00');
  await expect(page.getByText('The order takes 200.81 more at the most.')).toBeVisible();
  await page.getByLabel('Amount paid ahead').fill('120.00');
  await page.keyboard.press('Enter');
  await button(page, /^Exact 120.00/).click();
  await expect(page.getByText('Prepayment for A-1')).toBeVisible();

  await page.goto('/orders');
  await button(page, 'Part paid').click();
  await page.getByRole('link', { name: /A-1 · Bo of the Gannet/ }).click();
  await button(page, 'Sell what is left').click();
  await button(page, /^Sea boots\s*2 ×/).click();
  await page.getByLabel('Quantity').fill('1');
  await button(page, 'Set it').click();
  await button(page, 'Pay').click();
  // Its prepayment stands first: 100.41 of the 120.00 pays the first pair.
  await button(page, 'Take 100.41').click();
  await expect(page.getByText('For Bo of the Gannet')).toBeVisible();

  await page.goto('/orders');
  await page.getByRole('link', { name: /A-1/ }).click();
  await expect(page.getByText('1 left to sell')).toBeVisible();
  await button(page, 'Sell what is left').click();
  await button(page, 'Pay').click();
  await button(page, 'Take 19.59').click();
  await button(page, /^Exact/).click();
  await expect(button(page, 'Next sale')).toBeVisible();
  await page.goto('/orders');
  await expect(page.getByRole('link', { name: /A-1/ })).toContainText('Paid');
  expect(await shop.audit()).toEqual([]);
});

test('an order is cancelled: its prepayment goes back, or stays by a manager’s word', async ({
  page,
  shop,
}) => {
  await signIn(page, 'fenella');
  for (const _again of [1, 2]) {
    await ring(page, 'jacket');
    await more(page, 'Keep it as an order');
    await button(page, 'Make the order').click();
    await button(page, 'Take a prepayment').click();
    await page.getByLabel('Amount paid ahead').fill('50.00');
    await page.keyboard.press('Enter');
    await button(page, /^Exact/).click();
    await expect(button(page, 'Next sale')).toBeVisible();
  }
  await page.goto('/orders');
  await page.getByRole('link', { name: /A-1/ }).click();
  await button(page, 'Cancel it').click();
  await button(page, 'Refund 50.00').click();
  await expect(page.getByRole('heading', { name: 'Refund', exact: true })).toBeVisible();
  await button(page, /^Refund 50.00/).click();
  await expect(page.getByText('Prepayment of A-1 refunded')).toBeVisible();
  await page.goto('/orders');
  await page.getByRole('link', { name: /A-2/ }).click();
  await button(page, 'Cancel it').click();
  await button(page, /^The shop keeps it/).click();
  await approve(page, 'Made to measure');
  await expect(page.getByText('Void')).toBeVisible();
  await page.goto('/days/2026-03-02');
  await expect(page.getByText('Prepayments refunded')).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('a ticket is parked and taken up at another drawer; a voucher is sold and used', async ({
  page,
  shop,
}) => {
  await signIn(page, 'fenella');
  await ring(page, 'chart');
  await more(page, 'Park this ticket');
  await page.getByLabel('Whose it is, or why').fill('Gone for his purse');
  await button(page, 'Park it').click();
  await more(page, 'Sell a gift voucher');
  await page.getByLabel('Amount of the voucher').fill('40.00');
  await page.keyboard.press('Enter');
  await button(page, 'Pay').click();
  await button(page, /^Exact 40.00/).click();
  const code = (await page.getByText(/^Code \d{4} \d{4} \d{4}$/).textContent())!.slice(5);

  await page.goto('/counter');
  await button(page, 'Shop').click();
  await radio(page, 'Hatch').click();
  await more(page, 'Parked tickets');
  await button(page, 'Take up').click();
  await expect(page.getByText('Chart 7, Wrack Sound').first()).toBeVisible();
  await button(page, 'Pay').click();
  await button(page, 'Gift voucher').click();
  await page.getByLabel('Code on the voucher').fill('0000 0000 0000');
  await expect(page.getByRole('alert')).toContainText('No voucher has this code');
  await page.getByLabel('Code on the voucher').fill(code);
  await button(page, 'Take 32.00').click();
  await expect(button(page, 'Next sale')).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});
