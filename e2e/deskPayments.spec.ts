import { charge, deskWork, openAccount } from './regulars';
import { expect, signIn, test } from './shop';

test.use({ viewport: { width: 390, height: 844 } });

test('two cheques by post are typed against their total, settle an account, and go to the bank on a slip', async ({
  page,
  shop,
}) => {
  await signIn(page, 'osric');
  await openAccount(page, 'Sailing school', '500.00');
  const { accounts } = await (await page.request.get('/api/accounts?text=sail')).json();
  await charge(page, /Sailing/, '90.00');
  await deskWork(page, 'Payments received');
  await page.getByLabel('All of it together').fill('90');
  const first = page.getByRole('group', { name: 'Payment 1' });
  await first.getByLabel('Who pays').fill('sail');
  await first.getByRole('button', { name: 'Sailing school' }).click();
  await first.getByLabel('Amount').fill('50');
  await first.getByLabel('Number of the cheque').fill('501');
  await expect(page.getByText('−40.00')).toBeVisible();
  await page.getByRole('button', { name: 'One more payment' }).click();
  const second = page.getByRole('group', { name: 'Payment 2' });
  await second.getByLabel('Who pays').fill('sail');
  await second.getByRole('button', { name: 'Sailing school' }).click();
  await second.getByLabel('Amount').fill('40');
  await second.getByLabel('Number of the cheque').fill('502');
  await page.getByRole('checkbox', { name: /Send the cheques/ }).click();
  await page.getByLabel('Number of the slip or bag').fill('BAG-9');
  // What is typed survives a reload.
  await page.reload();
  await page.getByRole('button', { name: 'Post 2 payments' }).click();
  await expect(page.getByText('2 payments are posted, and slip D-1 is sent.')).toBeVisible();
  const after = await (await page.request.get(`/api/accounts/${accounts[0].id}`)).json();
  expect(after.balanceMinor).toBe(0);
  // One more whose payer nobody knows: it waits under its name until somebody does.
  await page.getByLabel('All of it together').fill('25');
  await first.getByLabel('Who pays').fill('J. Quill');
  await first.getByRole('button', { name: /^Not known yet/ }).click();
  await first.getByLabel('Amount').fill('25');
  await first.getByLabel('Number of the cheque').fill('503');
  await page.getByRole('button', { name: 'Post 1 payment' }).click();
  await page.getByRole('button', { name: 'Whose is it?' }).click();
  await page.getByLabel('Whose account').fill('sail');
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /Sailing school/ })
    .click();
  await expect(page.getByRole('button', { name: 'Whose is it?' })).toHaveCount(0);
  const credited = await (await page.request.get(`/api/accounts/${accounts[0].id}`)).json();
  expect(credited.balanceMinor).toBe(-25_00);
  expect(await shop.audit()).toEqual([]);
});
