import { DEMO_AT } from './demoAt';
import { expect, money, signIn, test } from './shop';

test.use({ demo: true, startAt: DEMO_AT });

test('a fee rise is found since its day, claimed on paper, and then agreed', async ({
  page,
}) => {
  await signIn(page, 'osric');
  await page.goto('/bank/cards');
  await page.getByRole('button', { name: 'Fees of Halyard Payments' }).click();
  const finding = page.getByRole('listitem').filter({ hasText: 'Corvus, since' });
  await expect(finding).toContainText('1.85 % was charged, not the percentage agreed');
  await expect(finding).toContainText('goes on');

  const asked = page.context().waitForEvent('request', (one) => one.url().includes('/claim'));
  await page.getByRole('button', { name: 'Letter of claim' }).click();
  const letter = await page.request.get((await asked).url());
  expect(letter.headers()['content-type']).toBe('application/pdf');
  expect((await letter.body()).subarray(0, 5).toString()).toBe('%PDF-');

  await finding.getByRole('button', { name: 'It was agreed from then on' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Keep it as agreed' }).click();
  await expect(page.getByText('Every fee of this period is what was agreed.')).toBeVisible();
  await expect(page.getByText('As agreed, to the cent')).toBeVisible();
});

test('the fees agreed are typed as they stand in the contract; what they make shows at once', async ({
  page,
}) => {
  await signIn(page, 'osric');
  await page.goto('/books/shop');
  await page.getByRole('link', { name: /^Card processors/ }).click();
  await page.getByRole('link', { name: /^Halyard Payments/ }).click();
  // Without a plan, as a shop begins.
  await page.getByRole('button', { name: 'Take back' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Take back' }).click();
  await page.getByRole('button', { name: 'Type the fees agreed' }).click();
  await expect(page.getByText('Type the fees of one scheme at least.')).toBeVisible();
  // What was charged tells what was agreed, and since when.
  await page.getByRole('button', { name: 'Propose from what was charged' }).click();
  await expect(page.getByText(/^Meridian: explains every batch since/)).toBeVisible();
  const of = (scheme: string) => page.getByRole('listitem', { name: scheme });
  await expect(of('Corvus').getByLabel('Percent')).toHaveValue('1.85');
  await expect(of('Meridian').getByLabel('Percent')).toHaveValue('1.65');
  await expect(of('Meridian').getByLabel('Per item')).toHaveValue('0.10');
  const made = page.getByRole('list', { name: 'What these fees make' });
  const row = made.getByRole('listitem').filter({ hasText: 'Meridian' });
  const [charged, planned] = (await row.innerText()).match(/\d+\.\d\d/g)!;
  expect(planned).toBe(charged);
  await of('Meridian').getByLabel('Percent').fill('2,x');
  await expect(page.getByText(/^A percentage such as 1\.65/)).toBeVisible();
  const keep = page.getByRole('button', { name: 'Keep these fees' });
  await expect(keep).toBeDisabled();
  await of('Meridian').getByLabel('Percent').fill('2');
  await of('Meridian').getByRole('button', { name: 'Least, most, tiers' }).click();
  await of('Meridian').getByLabel('Least of an item').fill('0.15');
  await expect(row).not.toContainText(new RegExp(`${charged}\\D+${charged}`));
  await keep.click();
  await expect(page.getByText('Meridian: 2 % + 0.10, at least 0.15')).toBeVisible();

  // A processor that no tender goes through says where its schemes come from.
  await page.goto('/books/processors/new');
  await page.getByLabel('Name').fill('Spar Cards');
  await page.getByRole('button', { name: 'Save' }).click();
  await page.getByRole('link', { name: /^Spar Cards/ }).click();
  await page.getByRole('button', { name: 'Type the fees agreed' }).click();
  await page.getByRole('button', { name: 'Set up a tender' }).click();
  await expect(page).toHaveURL('/books/tenders');
});

test('what is on its way stands with its day, what is overdue first, and what will be there', async ({
  page,
}) => {
  await signIn(page, 'osric');
  await page.goto('/bank/cards');
  await page.getByRole('button', { name: 'On its way' }).click();
  await expect(page.getByRole('heading', { name: 'On its way', level: 1 })).toBeVisible();
  const view = await (await page.request.get('/api/funding')).json();
  const { amountMinor } = view.coming.find(({ kind }: { kind: string }) => kind === 'batch');
  const batch = page.getByRole('listitem').filter({ hasText: 'less fees' }).first();
  await expect(batch).toContainText(money(amountMinor));
  await expect(page.getByText(money(view.bankMinor)).first()).toBeVisible();
  await expect(page.getByText(money(view.days.at(-1).balanceMinor)).first()).toBeVisible();
  await expect(page.getByText('How late it came')).toBeVisible();
  await expect(page.getByText('Deposit slips')).toBeVisible();
});
