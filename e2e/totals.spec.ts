import type { Locator, Page } from '@playwright/test';
import { approve, expect, file, pickFile, signIn, test } from './shop';

const TODAY = '2026-03-02';

/** Pastes into a cell as a spreadsheet would: the browser is told what is on the clipboard. */
async function paste(page: Page, cell: Locator, text: string) {
  await cell.click();
  await page.evaluate((content) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', content);
    document.activeElement!.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }),
    );
  }, text);
}
const cellOf = (grid: Locator, row: string, column: number) =>
  grid.getByRole('row', { name: row }).first().getByRole('gridcell').nth(column);

test.describe('on a wide screen', () => {
  test.use({ viewport: { width: 1280, height: 800 } });

  test('two drawers’ totals are pasted with one bad cell, mended, posted, undone whole and taken up again', async ({
    page,
    shop,
  }) => {
    await signIn(page, 'osric');
    await page.goto('/days');
    await page.getByRole('button', { name: 'By totals' }).click();
    const grid = page.getByRole('grid', { name: 'Days by totals' });
    await paste(
      page,
      cellOf(grid, 'Rope and rigging', 1),
      '200.00\t50\n\t\n\t\n30\ttwelve\n\t84.00',
    );
    await expect(page.getByRole('status').filter({ hasText: '1 cell to mend' })).toBeVisible();
    await expect(page.getByRole('list').getByText('“twelve” is no amount.')).toBeVisible();
    await expect(page.getByRole('button', { name: /^Post / })).toBeDisabled();
    // Typed over by keys alone: Enter goes down.
    await cellOf(grid, 'Foul-weather clothing', 2).click();
    for (const text of ['10.40', '1.60']) {
      await page.keyboard.type(text);
      await page.keyboard.press('Enter');
    }
    await expect(cellOf(grid, 'Foul-weather clothing', 2)).toHaveText('10.40');
    await expect(cellOf(grid, 'Charts and books', 2)).toHaveText('1.60');
    await expect(
      page.getByRole('status').filter({ hasText: '2 columns differ' }),
    ).toBeVisible();
    // A step back, and forth.
    await page.keyboard.press('Control+Z');
    await expect(page.getByRole('status').filter({ hasText: '1 cell to mend' })).toBeVisible();
    await page.keyboard.press('Control+Y');

    // 200.00 × 6.25 % = 12.50 and 60.40 × 6.25 % + 84.00 × 5 % = 7.98 of tax.
    const cash = cellOf(grid, 'Cash', 1);
    await cash.scrollIntoViewIfNeeded();
    await paste(page, cash, '202.50\t153.98');
    await expect(
      page.getByRole('status').filter({ hasText: '1 column differs' }),
    ).toBeVisible();
    const list = page.getByRole('grid', { name: 'One by one' });
    await paste(
      page,
      list.getByRole('row').nth(1).getByRole('gridcell').nth(1),
      `Cheque\t${TODAY}\tA. Fisher\t201\t40.00\t\tShop`,
    );
    await expect(page.getByRole('status').filter({ hasText: 'All ties' })).toBeVisible();
    await page.getByRole('button', { name: 'Post 396.48' }).click();
    await expect(page.getByText('TT-1 is posted: 2 documents.')).toBeVisible();

    const undo = page.getByRole('button', { name: 'Undo TT-1' });
    await undo.click();
    await page.getByLabel('Why').fill('Another day’s roll');
    await page.getByRole('dialog').getByRole('button', { name: 'Undo', exact: true }).click();
    await approve(page, 'I saw the roll');
    await page.getByRole('button', { name: 'Take up TT-1' }).click();
    await expect(page.getByText('What TT-1 had is in the grid again.')).toBeVisible();
    await expect(page.getByRole('status').filter({ hasText: 'All ties' })).toBeVisible();
    await page.getByRole('button', { name: 'Post 396.48' }).click();
    await expect(page.getByText('TT-2 is posted: 2 documents.')).toBeVisible();
    expect(await shop.audit()).toEqual([]);
  });

  test('a till’s file is put into the grid; its columns are known the next time', async ({
    page,
    shop,
  }) => {
    await signIn(page, 'osric');
    await page.goto('/totals');
    const csv = [
      'Day;Books sold;Cash;Remarks',
      '2026-02-27;1.020,50;1020,50;',
      '2026-02-28;30,00;29,00;rain',
      'Total;1.050,50;;',
    ].join('\r\n');
    await pickFile(page, 'From a file', file('till.csv', csv));
    const dialog = page.getByRole('dialog', { name: 'What are its columns?' });
    await dialog.getByLabel('“Books sold” is').selectOption({ label: 'Charts and books' });
    // Day and Cash are known by their names.
    await expect(dialog.getByLabel('“Cash” is')).toHaveValue(/^tender\./);
    await dialog.getByRole('button', { name: 'Put it into the grid' }).click();
    await expect(page.getByText(/^2 days are in the grid now/)).toBeVisible();
    await expect(page.getByText('Line 4 is left out: “Total” is no day.')).toBeVisible();
    const grid = page.getByRole('grid', { name: 'Days by totals' });
    await expect(cellOf(grid, 'Difference', 1)).toHaveText('0.00');
    await expect(cellOf(grid, 'Difference', 2)).toHaveText('−1.00');
    // A step as any other: it is taken back, and the file is known when it comes again.
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(cellOf(grid, 'Charts and books', 1)).toHaveText('');
    await pickFile(page, 'From a file', file('till.csv', csv));
    await expect(dialog.getByLabel('“Books sold” is')).toHaveValue(/^sold\./);
    await dialog.getByRole('button', { name: 'Put it into the grid' }).click();
    await cellOf(grid, 'Cash', 2).dblclick();
    await page.keyboard.press('Control+a');
    await page.keyboard.type('30');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: /^Post 1,050\.50/ }).click();
    await expect(page.getByText(/^TT-1 is posted: 2 documents/)).toBeVisible();
    expect(await shop.audit()).toEqual([]);
  });

  test('twenty expenses are pasted, posted by one act and undone by one', async ({
    page,
    shop,
  }) => {
    await signIn(page, 'tamsin');
    await page.goto('/totals');
    const list = page.getByRole('grid', { name: 'One by one' });
    const rows = Array.from(
      { length: 20 },
      (_, i) =>
        `Expense\t${TODAY}\tPayee ${i + 1}\tBill ${i + 1}\t${i + 1}.50\tSupplies\tOwner’s money\tGoods`,
    );
    await paste(
      page,
      list.getByRole('row').nth(1).getByRole('gridcell').nth(1),
      rows.join('\n'),
    );
    await page.getByRole('button', { name: 'Post the list' }).click();
    await expect(page.getByText('TT-1 is posted: 20 documents.')).toBeVisible();
    await page.getByRole('button', { name: 'Undo TT-1' }).click();
    await page.getByLabel('Why').fill('Typed twice');
    await page.getByRole('dialog').getByRole('button', { name: 'Undo', exact: true }).click();
    await page.getByLabel('Reason').fill('Typed twice');
    await page.getByRole('button', { name: 'Approve' }).click();
    await expect(page.getByText('Undone by TU-1')).toBeVisible();
    expect(await shop.audit()).toEqual([]);
  });
});

test('on a phone the same grid is typed one column at a time', async ({ page, shop }) => {
  await signIn(page, 'osric');
  await page.goto('/totals');
  await page.getByRole('button', { name: 'Hatch' }).click();
  await page.getByLabel('Charts and books').fill('30');
  await page.getByLabel('Cash', { exact: true }).fill('25');
  await expect(page.getByText('1 column differs')).toBeVisible();
  await page.getByRole('button', { name: 'Add a row' }).click();
  await page.getByLabel('What').selectOption('Expense');
  await page.getByLabel('Name').fill('Post office');
  await page.getByLabel('Amount', { exact: true }).fill('2');
  await page.getByLabel('For, or paid by').selectOption('Postage and carriage');
  await page.getByLabel('Cash', { exact: true }).fill('30');
  await page.getByRole('button', { name: 'Post 30.00' }).click();
  await expect(page.getByText('TT-1 is posted: 2 documents.')).toBeVisible();
  const { beads } = await (await page.request.get(`/api/days/${TODAY}`)).json();
  expect(beads).toMatchObject([{ key: 'cash', takenMinor: 30_00 }]);
  expect(await shop.audit()).toEqual([]);
});
