import { approve, expect, money, send, signIn, test } from './shop';

test('a count that differs is explained by its receipts, before it is closed and after', async ({
  page,
  shop,
}) => {
  await signIn(page, 'fenella');
  const books = { departmentId: 4 };
  const sell = (amountMinor: number) =>
    send(page, '/sales', {
      drawerId: 1,
      lines: [{ ...books, amountMinor }],
      tenders: [{ kind: 'cash', tenderId: 1, tenderedMinor: amountMinor }],
    });
  await sell(45_20);
  await sell(13_35);
  // 54.20 was paid where 45.20 is rung: 150.00 of float, 58.55 expected, 9.00 more there.
  await page.goto('/days/2026-03-02/count/1');
  await page.getByLabel('Pieces of 100.00').fill('2');
  await page.getByLabel('Pieces of 10.00').fill('1');
  await page.getByLabel('Pieces of 5.00').fill('1');
  await page.getByLabel('Pieces of 2.00').fill('1');
  await page.getByLabel('Pieces of 0.25').fill('2');
  await page.getByLabel('Pieces of 0.05').fill('1');
  await expect(page.getByText('9.00 over')).toBeVisible();
  await page.getByRole('button', { name: 'What may explain it?' }).click();
  const list = page.getByRole('list', { name: 'What would make just this difference' });
  await expect(list.getByRole('listitem').first()).toContainText(
    'R-1: 45.20 rung, 54.20 paid? Two digits would be swapped.',
  );
  await list.getByRole('link').first().click();
  await expect(page.getByRole('heading', { name: 'R-1', exact: true })).toBeVisible();
  await page.goBack();
  // Nothing that was counted is lost on the way.
  await expect(page.getByText('9.00 over')).toBeVisible();
  await page.getByLabel('Pieces of 0.10').fill('1');
  await page.getByRole('button', { name: 'What may explain it?' }).click();
  await expect(page.getByText(/^Unexplained: nothing/)).toBeVisible();
  await page.getByLabel('Pieces of 0.10').fill('');
  // It is put right in the count: what was rung wrong is voided, and rung as it was paid.
  await list.getByRole('link').first().click();
  await page.getByRole('button', { name: 'Void this sale' }).click();
  await approve(page, 'Two digits were swapped');
  await expect(page.getByText('Void by V-1: Two digits were swapped')).toBeVisible();
  await page.goto('/days/2026-03-02/count/1');
  await expect(page.getByText('54.20 over')).toBeVisible();
  await page.getByRole('button', { name: 'What may explain it?' }).click();
  await page.getByRole('button', { name: 'Ring what was left out' }).click();
  await expect(page.getByText(/goes into the count of the Shop drawer/)).toBeVisible();
  await page.getByTestId('entry').fill('54.20');
  await page.getByRole('button', { name: 'Charts and books' }).first().click();
  await page.getByRole('button', { name: 'Pay', exact: true }).first().click();
  await page.getByRole('button', { name: /^Exact/ }).click();
  await expect(page).toHaveURL('/days/2026-03-02/count/1');
  await expect(page.getByText('Agrees', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: /^Close with/ }).click();
  await expect(page).toHaveURL('/days/2026-03-02');
  expect(await shop.audit()).toEqual([]);
});

test('a payment that is usual and was left out is recorded in the count that lacks it', async ({
  page,
  shop,
}) => {
  await signIn(page, 'fenella');
  const stamps = {
    kind: 'paidOut',
    drawerId: 1,
    amountMinor: 12_60,
    parts: [{ account: 'expenses', amountMinor: 12_60, taxCodeId: null, words: '' }],
    party: 'Post office',
    words: 'Stamps',
  };
  await send(page, '/drawer-acts', stamps);
  const begun = await send(page, '/counts', { drawerId: 1 });
  const pieces = { 10000: 1, 2000: 1, 1000: 1, 500: 1, 200: 1, 25: 1, 10: 1, 5: 1 };
  expect(begun.expectedMinor).toBe(150_00 - 12_60);
  await send(page, `/counts/${begun.sessionId}/close`, { count: pieces, note: '' });
  await shop.setNow('2026-03-03T16:00:00Z');
  await send(page, '/sales', {
    drawerId: 1,
    lines: [{ departmentId: 4, amountMinor: 40_00 }],
    tenders: [{ kind: 'cash', tenderId: 1, tenderedMinor: 40_00 }],
  });
  await page.goto('/days/2026-03-03/count/1');
  // 177.40 is expected; the post had 12.60 of it.
  const counted = {
    '100.00': '1',
    '50.00': '1',
    '10.00': '1',
    '2.00': '2',
    '0.25': '3',
    '0.05': '1',
  };
  for (const [value, many] of Object.entries(counted))
    await page.getByLabel(`Pieces of ${value}`, { exact: true }).fill(many);
  await expect(page.getByText(`${money(12_60)} short`)).toBeVisible();
  await page.getByRole('button', { name: 'What may explain it?' }).click();
  const list = page.getByRole('list', { name: 'What would make just this difference' });
  await list.getByRole('link', { name: /usually paid to Post office/ }).click();
  await page.getByRole('button', { name: 'Pay out 12.60' }).click();
  await expect(page).toHaveURL('/days/2026-03-03/count/1');
  await expect(page.getByText('Agrees')).toBeVisible();
  await page.getByRole('button', { name: /^Close with/ }).click();
  await expect(page).toHaveURL('/days/2026-03-03');
  expect(await shop.audit()).toEqual([]);
});
