import { approve, expect, send, signIn, test } from './shop';

test('stamps are paid out, a drop goes to the safe, and one of them is undone; the day tells all', async ({
  page,
  shop,
}) => {
  await signIn(page, 'fenella');
  const counter = await (await page.request.get('/api/counter')).json();
  const cash = counter.tenders.find(({ kind }: { kind: string }) => kind === 'cash').id;
  const drawerId = counter.drawers[0].id;
  await send(page, '/sales', {
    drawerId,
    lines: [{ departmentId: counter.departments[0].id, amountMinor: 80_00 }],
    tenders: [{ kind: 'cash', tenderId: cash, tenderedMinor: 85_00 }],
  });
  await page.goto('/counter');
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('button', { name: 'Money in and out' }).click();
  const amount = page.getByLabel('Amount');
  await amount.fill('2.10');
  await page.getByLabel('Tax inside').selectOption({ label: 'Food' });
  await expect(page.getByText('Net 2.00, tax 0.10')).toBeVisible();
  // What is typed survives a reload.
  await page.reload();
  await expect(amount).toHaveValue('2.10');
  await page.getByLabel('Paid to').fill('Post office');
  await page.getByLabel('What it is for').fill('Stamps');
  await page.getByRole('button', { name: 'Pay out 2.10' }).click();
  await expect(page.getByText('PO-1 is posted: Paid out, 2.10.')).toBeVisible();
  await expect(amount).toHaveValue('');

  // What was typed last for the same payee is offered; too much is refused where it stands.
  await page.getByRole('button', { name: 'Post office' }).click();
  await expect(amount).toHaveValue('2.10');
  await amount.fill('99999');
  await page.getByRole('button', { name: 'Pay out 99,999.00' }).click();
  await expect(page.getByRole('alert')).toContainText('Take no more out of it');
  await page.getByLabel('What happens').selectOption('Drop to the safe');
  await page.getByLabel('Amount').fill('50');
  await page.getByRole('button', { name: 'Drop 50.00' }).click();
  await expect(page.getByText('DP-1 is posted: Drop to the safe, 50.00.')).toBeVisible();

  await page.getByRole('button', { name: 'Undo PO-1' }).click();
  const dialog = page.getByRole('dialog', { name: 'Undo PO-1?' });
  await dialog.getByLabel('Why').fill('Never went to the post');
  await dialog.getByRole('button', { name: 'Undo' }).click();
  await approve(page, 'She told me');
  await expect(page.getByText('Undone by PU-1')).toBeVisible();

  const { days } = await (await page.request.get('/api/days')).json().then((body) => ({
    days: body.rods,
  }));
  await page.goto(`/days/${days[0].date}`);
  const list = page.getByRole('list').filter({ hasText: 'DP-1' });
  await expect(list.getByText('−50.00').first()).toBeVisible();
  await expect(list.getByText('Post office · Stamps')).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('a drawer opens with its float counted; what is missing of it says why and is short', async ({
  page,
  shop,
}) => {
  await signIn(page, 'fenella');
  await page.goto('/counter');
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('button', { name: 'Count the float' }).click();
  await page.getByLabel('Pieces of 100.00', { exact: true }).fill('1');
  await page.getByLabel('Pieces of 20.00', { exact: true }).fill('2');
  await page.getByLabel('Pieces of 1.00', { exact: true }).fill('8');
  const open = page.getByRole('button', { name: 'Open with 148.00' });
  await expect(open).toBeDisabled();
  await expect(page.getByText('2.00 short')).toBeVisible();
  await page.getByLabel('Why is it another float?').fill('Two coins lent to the hatch');
  await open.click();
  await expect(page).toHaveURL(/counter$/);
  await page.goto('/counter/float?drawer=1');
  await expect(page.getByText('This drawer is open already.')).toBeVisible();
  await page.getByRole('button', { name: 'Count it anew' }).click();
  await page.getByLabel('Why').fill('The coins came back');
  await page.getByRole('dialog').getByRole('button', { name: 'Count it anew' }).click();
  await expect(page.getByText('Usual float 150.00')).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});
