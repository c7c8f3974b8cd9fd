import { accountPage, button, charge, deskWork, openAccount, pdfText } from './regulars';
import { approve, expect, signIn, test, radio } from './shop';

test.use({ viewport: { width: 390, height: 844 } });

test('an account is opened, charged to its limit, refused, approved, and paid in cash', async ({
  page,
  shop,
}) => {
  await signIn(page, 'fenella');
  await openAccount(page, 'Lobster boat Gannet', '100.00');
  await charge(page, /Gannet/, '100.00');
  await expect(page.getByText('On account of Lobster boat Gannet')).toBeVisible();
  await charge(page, /Gannet/, '20.00', false);
  const dialog = page.getByRole('dialog', { name: 'This needs an approval' });
  await expect(dialog).toContainText('20.00 over the limit of 100.00');
  await dialog.getByRole('button', { name: 'Cancel' }).click();
  await button(page, /^Put .* on account$/).click();
  await approve(page, 'Season begins');
  await expect(button(page, 'Next sale')).toBeVisible();

  await page.goto('/loose-ends');
  await expect(
    page.getByText('Lobster boat Gannet is over the limit of 100.00.'),
  ).toBeVisible();
  await accountPage(page, /Gannet/);
  await expect(page.getByText('20.00 over the limit')).toBeVisible();
  await button(page, 'Take a payment').click();
  let taps = 0;
  const tap = async (name: string | RegExp) => {
    taps += 1;
    await button(page, name).click();
  };
  // R-1 less its discount of 2 % within seven days.
  await page.getByLabel('Amount paid').fill('98.00');
  await expect(page.getByText('One charge of just that sum.')).toBeVisible();
  await tap('Pay 98.00');
  await tap(/^100\.00/);
  await expect(page.getByText('2.00', { exact: true }).first()).toBeVisible();
  await tap('Next sale');
  expect(taps).toBeLessThanOrEqual(6);

  await accountPage(page, /Gannet/);
  await expect(page.getByText('R-1 · Discount granted')).toBeVisible();
  await button(page, 'Take a payment').click();
  await page.getByLabel('Amount paid').fill('5.00');
  await expect(
    page.getByText('No set of invoices makes this sum: oldest first.'),
  ).toBeVisible();
  await button(page, 'Pay 5.00').click();
  await button(page, /^Exact/).click();
  await accountPage(page, /Gannet/);
  await expect(page.getByText('of 20.00')).toBeVisible();
  await expect(button(page, 'Write off')).toHaveCount(0);
  await signIn(page, 'osric');
  await accountPage(page, /Gannet/);
  await button(page, 'Write off').click();
  await page.getByLabel('Why it is written off').fill('A small difference');
  await button(page, 'Write off 15.00').click();
  await approve(page, 'Not worth a letter');
  await expect(page.getByText('Nothing is open.')).toBeVisible();
  const written = page
    .getByRole('list', { name: 'Allocations' })
    .getByRole('listitem')
    .filter({ hasText: 'W-1' });
  await expect(written).toContainText('15.00');
  await written.getByRole('button', { name: 'Unallocate' }).click();
  await page.getByRole('dialog').getByLabel('Why').fill('He paid after all');
  await page.getByRole('dialog').getByRole('button', { name: 'Unallocate' }).click();
  await expect(page.getByText('WU-1 · Write-off reversed')).toBeVisible();
  await expect(page.getByText('of 20.00')).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('goods of a charge come back: its receipt says where the money is', async ({
  page,
  shop,
}) => {
  await page.goto('/');
  await signIn(page, 'fenella');
  await openAccount(page, 'Gannet', '100.00');
  await charge(page, /Gannet/, '20.00');
  await button(page, 'Return goods').click();
  await page.getByRole('textbox').first().fill('1');
  await button(page, 'Faulty').click();
  await button(page, /^Put 20.00 on the ticket/).click();
  await button(page, 'Refund').click();
  await button(page, /^Refund 20.00/).click();
  await expect(page.getByRole('heading', { name: 'R-2' })).toBeVisible();
  await expect(page.getByText('On account of Gannet')).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('one cheque pays for two neighbours; what is over is kept and given out later', async ({
  page,
  shop,
}) => {
  await signIn(page, 'osric');
  await openAccount(page, 'East slip', '500.00');
  await openAccount(page, 'West slip', '500.00');
  await charge(page, /East/, '84.10');
  await charge(page, /West/, '215.65');
  await shop.setNow('2026-03-12T16:00:00Z');
  await signIn(page, 'osric');

  await accountPage(page, /East/);
  await button(page, 'Take a payment').click();
  await page.getByLabel('Amount paid').fill('94.10');
  await expect(page.getByText('Stays as a credit')).toBeVisible();
  await expect(button(page, 'Pay 94.10')).toHaveAttribute('aria-disabled', 'true');
  await page.getByRole('checkbox', { name: 'Keep 10.00 as a credit' }).click();
  await button(page, 'Add another account').click();
  await page.getByRole('dialog').getByRole('button', { name: /West/ }).click();
  await page.getByLabel('Amount paid').nth(1).fill('215.65');
  await button(page, 'Pay 309.75').click();
  await button(page, 'Cheque').click();
  await page.getByLabel('Number of the cheque').fill('12');
  await page.getByLabel('Drawn by').fill('Both slips');
  await button(page, /^Take Cheque/).click();
  await expect(page.getByText('Paid on the account of West slip')).toBeVisible();
  await accountPage(page, /West/);
  await expect(page.getByText('Nothing is open.')).toBeVisible();

  // The credit waits on the other account until there is something to give it to.
  await accountPage(page, /East/);
  await expect(page.getByText('10.00 credit left')).toBeVisible();
  await charge(page, /East/, '30.00');
  await accountPage(page, /East/);
  await button(page, 'Allocate it').click();
  await button(page, 'Allocate 10.00').click();
  await expect(page.getByText('10.00 credit left')).toHaveCount(0);
  await button(page, 'Unallocate').click();
  await page.getByLabel('Why').fill('Wrong invoice');
  await page.getByRole('dialog').getByRole('button', { name: 'Unallocate' }).click();
  await expect(page.getByText('10.00 credit left')).toBeVisible();
  // 30.00 less its discount of 0.60: by the credit and a payment together.
  await button(page, 'Take a payment').click();
  await page.getByLabel('Amount paid').fill('19.40');
  await page.getByRole('checkbox', { name: /^Use the credit of/ }).click();
  await expect(page.getByText(/^One charge of just that sum|^All that is open/)).toBeVisible();
  await button(page, 'Pay 19.40').click();
  await button(page, /^Exact/).click();
  const payment = page.getByRole('heading', { name: /^R-/ });
  await expect(payment).toBeVisible();
  const receipt = new URL(page.url()).pathname;
  await accountPage(page, /East/);
  await expect(page.getByText('Nothing is open.')).toBeVisible();

  // A payment of an earlier day is taken back in one act: what it settled is open again.
  await shop.setNow('2026-03-13T16:00:00Z');
  await signIn(page, 'osric');
  await page.goto(receipt);
  await button(page, 'Refund the payment of East slip').click();
  await button(page, /^Refund 19.40/).click();
  await approve(page, 'Meant for another account');
  await expect(page.getByText('Payment of East slip refunded')).toBeVisible();
  await accountPage(page, /East/);
  await expect(page.getByText('10.00 credit left')).toBeVisible();
  await expect(page.getByText('30.00').first()).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('statements are looked at, mailed and printed; the PDF says what the page says', async ({
  page,
  shop,
}) => {
  await signIn(page, 'osric');
  await openAccount(page, 'Harbour trust', '500.00', 'office@trust.example');
  await charge(page, /Harbour/, '84.10');
  await page.goto('/books/papers');
  await page.getByLabel('The shop’s e-mail').fill('till@saltmarrow.example');
  await button(page, /^Save/).click();
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await deskWork(page, 'Statements');
  await expect(page.getByRole('checkbox', { name: /Harbour trust/ })).toContainText('84.10');
  await page.getByLabel('As of').fill('2026-03-09');
  await expect(page.getByText('This day is not there yet.')).toBeVisible();
  await page.getByLabel('As of').fill('2026-03-02');
  await button(page, 'Mail 1').click();
  await expect(page.getByText('1 statement is mailed.')).toBeVisible();
  const { mails } = await shop.outside();
  expect(mails.at(-1)).toContain('To: office@trust.example');
  const opened = page.waitForEvent('popup');
  const kept = page.waitForResponse('**/api/account-statements/print');
  await button(page, 'Print 1').click();
  expect((await kept).ok()).toBe(true);
  await (await opened).close();
  await accountPage(page, /Harbour/);
  await expect(page.getByText(/printed .* · mailed to office@trust\.example/)).toBeVisible();
  const pdf = await page.request.get('/api/account-statements/pdf?ids=1');
  expect(pdf.headers()['content-type']).toBe('application/pdf');
  expect(pdfText(await pdf.body())).toMatch(/Owed in all\s*84\.10/);
  expect(await shop.audit()).toEqual([]);
});

test('a discount is granted late by choice, with a reason; an account changes with approval', async ({
  page,
  shop,
}) => {
  await signIn(page, 'osric');
  await openAccount(page, 'Sailing school', '2000.00');
  await charge(page, /Sailing/, '1287.45');
  await shop.setNow('2026-03-12T16:00:00Z');
  await signIn(page, 'osric');
  await accountPage(page, /Sailing/);
  await button(page, 'Take a payment').click();
  await page.getByLabel('Amount paid').fill('1261.70');
  await button(page, /^Grant 25\.75 although it ended/).click();
  await expect(button(page, 'Pay 1,261.70')).toHaveAttribute('aria-disabled', 'true');
  await page.getByLabel('Why the discount is granted late').fill('The post was on strike');
  await button(page, 'Pay 1,261.70').click();
  await button(page, /^Exact/).click();
  await accountPage(page, /Sailing/);
  await expect(page.getByText('Nothing is open.')).toBeVisible();
  await button(page, 'Change').click();
  await page.getByLabel('Limit', { exact: true }).fill('-5');
  await button(page, 'Save the account').click();
  await expect(page.getByText('A limit is zero or more.')).toBeVisible();
  await page.getByLabel('Limit', { exact: true }).fill('2500.00');
  await button(page, 'Save the account').click();
  await approve(page, 'Pays on the day');
  await expect(page.getByText('Limit: 2000.00 → 2500.00')).toBeVisible();
  await openAccount(page, 'Training council', '4000.00');
  await accountPage(page, /Sailing/);
  await button(page, 'Change').click();
  await button(page, 'Another account pays').click();
  await expect(page.getByLabel('Whose account')).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await button(page, 'Another account pays').click();
  await page.getByRole('dialog').getByLabel('Whose account').fill('council');
  await page.getByRole('dialog').getByRole('button', { name: 'Training council' }).click();
  await radio(page, 'Only those on the list').click();
  await page.getByLabel('Buyers').fill('Ida, Per');
  await button(page, 'Save the account').click();
  await approve(page, 'The council asked for it');
  await expect(page.getByText('Paid by: none → Training council')).toBeVisible();
  await expect(page.getByText('Who may buy: Anybody → Only those on the list')).toBeVisible();
  await button(page, 'Change').click();
  await button(page, 'Close the account').click();
  await button(page, 'Close it for good').click();
  await expect(page.getByText('Closed', { exact: true }).first()).toBeVisible();
  await expect(button(page, 'Take a payment')).toHaveCount(0);
  await expect(button(page, 'Unallocate')).toHaveCount(0);
  expect(await shop.audit()).toEqual([]);
});
