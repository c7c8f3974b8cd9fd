import type { Page } from '@playwright/test';
import { expect } from './shop';

/** Undoes the match of the line that is open, and waits until it asks again. */
export const undo = async (page: Page) => {
  await page.getByRole('button', { name: 'Undo this match' }).click();
  const asked = page.getByRole('dialog', { name: 'Undo this match' });
  await asked.getByRole('button', { name: 'Undo this match' }).click();
  await expect(page.getByText('Nobody knows this line yet')).toBeVisible();
};
/** Takes back, in the lane, what is in sight there and waits for its line. */
export const takeBack = async (page: Page) => {
  const button = page.getByRole('button', { name: /^Take \S+ back$/ }).first();
  const name = (await button.textContent())!;
  await button.click();
  const asked = page.getByRole('dialog', { name });
  await asked.getByLabel('Why').fill('It was something else');
  await asked.getByRole('button', { name: 'Take it back' }).click();
  // Money beside the tickets needs a manager's word; why has been said.
  if (/^Take (PO|MI)-/.test(name)) {
    const word = page.getByRole('dialog', { name: 'This needs an approval' });
    await expect(word.getByLabel('Reason')).toHaveValue('It was something else');
    await word.getByRole('button', { name: 'Approve' }).click();
  }
  await expect(asked).toBeHidden();
  await expect(page.getByRole('button', { name })).toBeHidden();
};
