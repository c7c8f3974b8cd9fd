import { DEMO_AT } from './demoAt';
import { expect, signIn, test } from './shop';

test.use({ demo: true, startAt: DEMO_AT });

test('a bead that is touched tells who did what with it when, and leads to what is next', async ({
  page,
}) => {
  await signIn(page, 'osric');
  await page.goto('/days');
  const day = page.getByRole('listitem').filter({ hasText: 'Sat 28 Feb' });
  await day.getByRole('button', { name: /^Cheques/ }).click();
  const story = page.getByRole('dialog');
  await expect(story.getByRole('listitem')).toHaveText([
    /Taken.*Fenella/,
    /Counted.*C-\d+, Fenella, Sat 28 Feb \d\d:\d\d/,
    /Not yet.*in the safe/,
  ]);
  // The next bead is one tap away; its trail tells another way.
  await story.getByRole('radio', { name: 'Corvus' }).click();
  await expect(story.getByRole('listitem').last()).toContainText(
    'the settlement is not at the bank',
  );
  await story.getByRole('radio', { name: 'Cheques' }).click();
  await story.getByRole('button', { name: 'Make up a slip' }).click();
  await expect(page).toHaveURL('/bank/safe');
});

test('by keys: from day to day, into a bead, and over a quarter that adds up', async ({
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await signIn(page, 'osric');
  await page.goto('/days');
  await page.getByRole('link', { name: /^Today/ }).focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('link', { name: /^Fri 27 Feb/ })).toBeFocused();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog', { name: 'Fri 27 Feb' })).toBeVisible();
  await page.keyboard.press('Escape');

  await page.goto('/days/quarter');
  const where = page.getByRole('table', { name: 'Where it is now' });
  await expect(where.getByRole('row', { name: /^Total/ })).toBeVisible();
  const figures = async (row: RegExp) =>
    (await where.getByRole('row', { name: row }).getByRole('cell').allTextContents()).map(
      (text) => Math.round(100 * Number(text.replaceAll(',', '').replace('−', '-') || '0')),
    );
  const total = await figures(/^Total/);
  expect(total.slice(0, -1).reduce((sum, one) => sum + one, 0)).toBe(total.at(-1));
  // What the days show adds up to what the table says is under way; charges hold no day back.
  const under = (await Promise.all([/^Cash and/, /^Cards/].map(figures)))
    .flatMap((row) => row.slice(0, 3))
    .reduce((sum, one) => sum + one, 0);
  const shown = await page
    .locator('[data-day]')
    .evaluateAll((days) =>
      days.map((day) =>
        /^−?[\d,]+\.\d\d$/.exec((day as HTMLElement).innerText.split('\n').at(-1)!),
      ),
    );
  // Below zero where a card that was home already was taken back.
  const amounts = shown.map((found) =>
    Number(found?.[0]?.replaceAll(',', '').replace('−', '-') ?? 0),
  );
  expect(Math.round(100 * amounts.reduce((sum, one) => sum + one, 0))).toBe(under);

  await page.getByRole('radio', { name: 'Cards wait' }).click();
  // One of them only since a chargeback of its card is on its way from the bank.
  await expect(page.locator('[data-day]')).toHaveCount(6);
  const today = page.locator('[data-day="2026-03-02"] a');
  await today.focus();
  await page.keyboard.press('ArrowUp');
  await expect(page.locator('[data-day="2026-02-28"] a')).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL('/days/2026-02-28');
  await page.goto('/days/quarter');
  // Its keys are there once its days are.
  await expect(page.locator('[data-day="2026-03-02"]')).toBeVisible();
  await page.getByRole('button', { name: 'The quarter before' }).focus();
  await page.keyboard.press('[');
  await expect(page.getByRole('heading', { name: 'October to December 2025' })).toBeVisible();
});
