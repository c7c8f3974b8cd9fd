import type { Page } from '@playwright/test';
import { approve, expect, file, pickFile, signIn, test, radio } from './shop';

test.use({ viewport: { width: 390, height: 844 } });

const button = (page: Page, name: string | RegExp) =>
  page.getByRole('button', { name, exact: typeof name === 'string' }).first();

async function ring(page: Page, amount: string): Promise<void> {
  await page.goto('/counter');
  await page.getByTestId('entry').fill(amount);
  await button(page, 'Charts and books').click();
  await button(page, 'Pay').click();
}

test('a cheque from the counter to the slip; one dated later waits; an allowance is no money', async ({
  page,
  shop,
}) => {
  await signIn(page, 'osric');
  await ring(page, '60.00');
  await button(page, 'Cheque').click();
  await page.getByLabel('Number of the cheque').fill('104');
  await button(page, /^Take Cheque/).click();
  await expect(page.getByText('Write whose cheque it is.')).toBeVisible();
  await page.getByLabel('Drawn by').fill('Bo 4111 1111 1111 1111');
  await button(page, /^Take Cheque/).click();
  await expect(page.getByRole('alert')).toContainText('full card number');
  await page.getByLabel('Drawn by').fill('Bo of the Gannet');
  await page.getByLabel('Amount of the cheque').fill('50.00');
  await button(page, /^Take Cheque/).click();
  await button(page, 'Agreed allowance').click();
  await page.getByLabel('Reference or reason').fill('Scratched cover');
  await button(page, /^Take Agreed allowance/).click();
  await expect(page.getByText(/Cheque 104 of Bo of the Gannet/)).toBeVisible();

  await ring(page, '20.00');
  await button(page, 'Cheque').click();
  await page.getByLabel('Number of the cheque').fill('7');
  await page.getByLabel('Drawn by').fill('Ida Marlow');
  await page.getByLabel('Date on it').fill('2026-03-09');
  await expect(page.getByText('taken to the bank from that day on')).toBeVisible();
  await button(page, /^Take Cheque/).click();
  await expect(button(page, 'Next sale')).toBeVisible();

  await page.goto('/days/2026-03-02');
  await button(page, /^Count/).click();
  await page.getByRole('checkbox', { name: /^104/ }).click();
  await page.getByRole('checkbox', { name: /^7,/ }).click();
  await page.getByLabel('Pieces of 100.00').fill('1');
  await page.getByLabel('Pieces of 50.00').fill('1');
  await expect(page.getByText('Agrees')).toBeVisible();
  await button(page, /^Close/).click();
  await expect(page.getByText('Cheques').first()).toBeVisible();

  await page.goto('/bank/safe');
  await expect(page.getByText(/Dated Mon 9 Mar: it goes to the bank/)).toBeVisible();
  await button(page, 'Pick all').click();
  await page.getByLabel('Total on the bank’s slip').fill('50.00');
  await button(page, /^Send to/).click();
  await expect(page.getByText(/Slip D-1 is sent/)).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('what was paid by cheque goes back by the shop’s own, and is home when it is cashed', async ({
  page,
  shop,
}) => {
  await signIn(page, 'osric');
  await ring(page, '60.00');
  await button(page, 'Cheque').click();
  await page.getByLabel('Number of the cheque').fill('104');
  await page.getByLabel('Drawn by').fill('Bo of the Gannet');
  await button(page, /^Take Cheque/).click();
  await button(page, 'Next sale').click();
  await expect(button(page, 'Our cheque')).toHaveCount(0);
  await button(page, 'Return').click();
  await page.getByLabel('Its total').fill('60.00');
  await page.getByRole('link', { name: /Charts and books/ }).click();
  await button(page, 'One Charts and books more').click();
  await button(page, 'No longer needed').click();
  await button(page, /^Put .* on the ticket$/).click();
  await button(page, 'Refund').click();
  await expect(page.getByLabel('Amount by Our cheque')).toHaveValue('60.00');
  await button(page, 'Refund 60.00').click();
  await expect(page.getByText('Type the number printed on our cheque')).toBeVisible();
  await page.getByLabel('Number of our cheque').fill('0007');
  await button(page, 'Refund 60.00').click();
  await expect(page.getByText('Write whom the cheque is written to.')).toBeVisible();
  await page.getByLabel('Written to').fill('Bo of the Gannet');
  await button(page, 'Refund 60.00').click();
  await expect(page.getByText('by Our cheque 0007 to Bo of the Gannet')).toBeVisible();

  await shop.setNow('2026-03-12T14:00:00Z');
  await signIn(page, 'osric');
  await page.goto('/days');
  const line = {
    date: '2026-03-11',
    amountMinor: -60_00,
    text: 'Cheque 7',
    type: 'cheque',
  } as const;
  const csv = await shop.csv(500_00, [line]);
  await page.goto('/bank/statement');
  await pickFile(page, 'Import a statement', file('march.csv', csv));
  await expect(page.getByText(/^1 certain/)).toBeVisible();
  await page.goto('/trail/2026-03-02/ownCheque');
  await expect(page.getByText('our cheque to Bo of the Gannet')).toBeVisible();
  await expect(page.getByText('statement line of −60.00, certain')).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('the shop orders its tenders and gives one its own key', async ({ page }) => {
  await signIn(page, 'osric');
  await page.goto('/books/tenders');
  await button(page, 'New tender').click();
  const dialog = page.getByRole('dialog', { name: 'New tender' });
  await dialog.getByLabel('Name at the counter').fill('Town voucher');
  await dialog.getByLabel('Kind').selectOption('other');
  await dialog.getByLabel('Code').fill('town');
  await dialog.getByLabel('Key').fill('c');
  await dialog.getByRole('button', { name: 'Save the tender' }).click();
  await expect(dialog.getByRole('alert')).toContainText('This key chooses Cash already');
  await dialog.getByLabel('Key').fill('w');
  await dialog.getByRole('button', { name: 'Gift' }).click();
  await dialog.getByRole('button', { name: 'Save the tender' }).click();
  const rows = page.getByRole('list').getByRole('listitem');
  await expect(rows.last()).toContainText('Town voucher');
  await button(page, 'Move Town voucher up').click();
  await expect(rows.last()).toContainText('Store credit');
  // By keys alone, and by holding its handle: to the top, and one down again.
  const handle = page.getByRole('button', { name: 'Move Town voucher', exact: true });
  const place = async () =>
    (await rows.allTextContents()).findIndex((row) => row.includes('Town'));
  const from = await place();
  // Each step is said, and the next one follows it, as with whoever listens.
  const saidToBeAt = (index: number) =>
    expect(
      page.getByText(new RegExp(`^Town voucher is at place ${index + 1} of`)),
    ).toBeAttached();
  await handle.press(' ');
  await saidToBeAt(from);
  await page.keyboard.press('ArrowUp');
  await saidToBeAt(from - 1);
  // What is said comes a frame before the row has moved.
  await page.evaluate(
    () =>
      new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(() => done(0)))),
  );
  await page.keyboard.press(' ');
  await expect.poll(place).toBe(from - 1);
  await handle.scrollIntoViewIfNeeded();
  const box = (await handle.boundingBox())!;
  await page.mouse.move(box.x + 10, box.y + 10);
  await page.mouse.down();
  await page.mouse.move(box.x + 10, box.y + 80, { steps: 8 });
  await page.mouse.up();
  await expect.poll(place).toBe(from);
  await ring(page, '20.00');
  await page.keyboard.press('w');
  await expect(page.getByLabel('Amount by Town voucher')).toHaveValue('20.00');
});

test('rules are set with a manager’s word; a debit card pays a tip and brings cash back', async ({
  page,
  shop,
}) => {
  await signIn(page, 'osric');
  await page.goto('/books/rules');
  await page.getByLabel('Restocking fee in %').fill('120');
  await expect(page.getByText('Write a share from 0 to 100')).toBeVisible();
  await page.getByLabel('Restocking fee in %').fill('15');
  await radio(page, 'Tips are taken').click();
  await page.getByLabel('Cash back at the most').fill('50.00');
  await button(page, 'Save the rules').click();
  await approve(page, 'As agreed in March');
  await expect(page.getByText('Saved. They hold from now on.')).toBeVisible();

  await ring(page, '20.00');
  await button(page, 'Tidal Debit').click();
  await button(page, 'Tip').click();
  await page.getByLabel('Amount of the tip').fill('2.00');
  await page.keyboard.press('Enter');
  await button(page, 'Cash back').click();
  await page.getByLabel('Cash that the customer gets').fill('60.00');
  await expect(page.getByText('Cash back is 50.00 at the most.')).toBeVisible();
  await page.getByLabel('Cash that the customer gets').fill('40.00');
  await page.keyboard.press('Enter');
  await button(page, 'Ask the terminal for 62.00').click();
  await expect(button(page, 'Next sale')).toBeVisible();
  await expect(page.getByText('Cash back')).toBeVisible();
  await page.goto('/days/2026-03-02');
  await expect(page.getByText('Cash back on debit cards')).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});
