import { expect, signIn, test } from './shop';

test('a date is typed as people say it, or picked by keys; what is none stays and says so', async ({
  page,
}) => {
  await signIn(page, 'osric');
  await page.goto('/books/journal');
  const from = page.getByRole('textbox', { name: 'From' });
  await from.fill('yesterday');
  await expect(page.getByText('Sun 1 Mar')).toBeVisible();
  await from.blur();
  await expect(from).toHaveValue('Sun 1 Mar');

  // A week and a day on, by the arrows; the focus comes back to where it was.
  const open = page.getByRole('button', { name: 'Pick a day' }).first();
  await open.press('Enter');
  const day = (name: string) => page.getByRole('button', { name, exact: true });
  await expect(day('1 March 2026')).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowRight');
  await expect(day('9 March 2026')).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(from).toHaveValue('Mon 9 Mar');
  await expect(open).toBeFocused();
  await open.press('Enter');
  await expect(day('9 March 2026')).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(open).toBeFocused();
  await expect(from).toHaveValue('Mon 9 Mar');

  await from.fill('soon');
  await from.blur();
  await expect(from).toHaveValue('soon');
  await expect(page.getByText(/That is no date/)).toBeVisible();
  // Without a year it is the nearest one: last October.
  await from.fill('oct 19');
  await from.blur();
  await expect(from).toHaveValue('Sun 19 Oct 2025');
});

test('before its reader came, a date is kept as it was typed, and ISO dates are read', async ({
  page,
}) => {
  await page.route('**/typed-*.js', (route) => route.abort());
  await signIn(page, 'osric');
  await page.goto('/books/journal');
  const from = page.getByRole('textbox', { name: 'From' });
  await from.fill('oct 19');
  await from.blur();
  await expect(from).toHaveValue('oct 19');
  await expect(page.getByText(/That is no date/)).toBeVisible();
  await from.fill('2026-03-02');
  await from.blur();
  await expect(from).toHaveValue('Mon 2 Mar');
});
