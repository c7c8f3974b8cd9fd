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
  await page.getByRole('button', { name: 'Money in and out' }).click();
  await expect(page.getByLabel('What happens')).toBeVisible();
  await page.getByRole('button', { name: 'Back' }).click();
  await expect(list).toBeVisible();
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

test('the statement of the shop’s card is ticked until nothing differs, kept, paid and reminded of', async ({
  page,
  shop,
}) => {
  await signIn(page, 'tamsin');
  for (const [party, amountMinor] of [
    ['Wrack Haven Ferry', 85_00],
    ['Quay Print', 46_20],
  ] as const)
    await send(page, '/drawer-acts', {
      ...{ kind: 'paidByCard', amountMinor, party, words: '' },
      parts: [{ account: 'travel', amountMinor, taxCodeId: null, words: '' }],
    });
  await page.goto('/bank/statement');
  await page.getByRole('button', { name: 'The shop’s card' }).click();
  await page.getByLabel('Last day that it covers').fill('2 March');
  await page.getByLabel('What it says is owed').fill('85');
  await page.getByLabel('To be paid by').fill('4 March');
  const difference = page.getByRole('status').filter({ hasText: 'Difference' });
  await expect(difference).toContainText('−46.20');
  const keep = page.getByRole('button', { name: 'Keep the statement' });
  await expect(keep).toBeDisabled();
  await page.getByRole('checkbox', { name: /Quay Print/ }).click();
  await expect(difference).toContainText('0.00');
  await keep.click();
  await expect(page.getByText('SD-1 is kept.')).toBeVisible();

  await page.goto('/loose-ends');
  await expect(page.getByText(/shop’s card of Mon 2 Mar is to be paid/)).toBeVisible();
  await page.getByText('Look at the card').click();
  await page.getByRole('button', { name: 'Pay 85.00' }).click();
  await expect(page.getByLabel('Amount')).toHaveValue('85.00');
  await page.getByRole('button', { name: 'Record 85.00' }).click();
  await expect(page.getByText(/Bill of the shop’s card paid, 85.00/)).toBeVisible();
  await page.goto('/bank/shop-card');
  await expect(page.getByText('The statement of Mon 2 Mar is paid.')).toBeVisible();
  await page.getByRole('button', { name: 'Take back SD-1' }).click();
  const why = page.getByRole('dialog');
  await why.getByRole('textbox').fill('The wrong card');
  await why.getByRole('button', { name: 'Take it back' }).click();
  await expect(page.getByText('Taken back by SE-1')).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});
