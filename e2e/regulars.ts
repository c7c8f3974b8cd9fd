import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { approve, expect } from './shop';

/** The first button of a name: all of it where it is a text. */
export const button = (page: Page, name: string | RegExp) =>
  page.getByRole('button', { name, exact: typeof name === 'string' }).first();

/** Opens an account as the counter does: a name, a limit, a manager's PIN. */
export async function openAccount(
  page: Page,
  name: string,
  limit: string,
  email = '',
): Promise<void> {
  await page.goto('/accounts/new');
  await page.getByLabel('Whose account').fill(name);
  await page.getByLabel('E-mail').fill(email);
  await page.getByLabel('Limit', { exact: true }).fill(limit);
  await page.getByLabel('Discount, %').fill('2');
  await page.getByLabel('Within days').fill('7');
  await button(page, 'Open the account').click();
  await approve(page, 'Known for years');
  await expect(page.getByText('Nothing is open.')).toBeVisible();
}

/** Rings books for an amount up to the choice of the account. */
export async function ringOnAccount(page: Page, name: RegExp, amount: string): Promise<void> {
  await page.goto('/counter');
  await page.getByTestId('entry').fill(amount);
  await button(page, 'Charts and books').click();
  await button(page, 'Pay').click();
  await button(page, 'On account').click();
  await page.getByLabel('Whose account').fill(name.source);
  await page.getByRole('button', { name }).click();
  await expect(page.getByText('Left after')).toBeVisible();
}

/** Rings books for an amount and puts it on an account. */
export async function charge(
  page: Page,
  name: RegExp,
  amount: string,
  posts = true,
): Promise<void> {
  await ringOnAccount(page, name, amount);
  await button(page, /^Put .* on account$/).click();
  if (posts) await expect(button(page, 'Next sale')).toBeVisible();
}

export const accountPage = async (page: Page, name: RegExp) => {
  await page.goto('/accounts');
  await page.getByRole('link', { name }).click();
  await expect(button(page, 'Take a payment')).toBeVisible();
};

/** One of the pages for all accounts, which a phone keeps behind a button. */
export async function deskWork(page: Page, name: string): Promise<void> {
  await page.goto('/accounts');
  await button(page, 'Desk work').click();
  await page.getByRole('dialog').getByRole('link', { name }).click();
}

const READER = fileURLToPath(new URL('../server/test/pdfText.mjs', import.meta.url));

/** A PDF's text as a tool of its own reads it (pdf.js). */
export function pdfText(pdf: Uint8Array): string {
  const folder = mkdtempSync(path.join(tmpdir(), 'pdf-'));
  try {
    const name = path.join(folder, 'paper.pdf');
    writeFileSync(name, pdf);
    return execFileSync(process.execPath, [READER, name], { encoding: 'utf8' });
  } finally {
    rmSync(folder, { recursive: true });
  }
}
