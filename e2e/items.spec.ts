import type { Page } from '@playwright/test';
import { expect, file, pickFile, signIn, test, radio } from './shop';

test.use({ viewport: { width: 390, height: 844 } });

const button = (page: Page, name: string | RegExp) =>
  page.getByRole('button', { name, exact: typeof name === 'string' }).first();
/** Barcodes of the demo shop's items. */
const CHART = '2004170000097';
const SHACKLE = '2004170000035';
const BRUSH = '2004170000066';
const VARNISH = '2004170000059';

test('three items by scan, paid by card and cash, in at most 12 taps', async ({
  page,
  shop,
}) => {
  await signIn(page, 'fenella');
  await page.goto('/counter');
  let taps = 0;
  const tap = async (name: string | RegExp) => {
    taps += 1;
    await button(page, name).click();
  };
  taps += 1;
  await page.getByTestId('entry').click();
  for (const barcode of [CHART, SHACKLE, BRUSH]) {
    // A scanner types like a keyboard, faster than anyone, and ends with Enter.
    await page.keyboard.type(barcode);
    await page.keyboard.press('Enter');
  }
  const ticket = page.getByRole('list', { name: 'Ticket' });
  await expect(ticket.getByRole('listitem')).toHaveCount(3);
  await tap('Pay');
  await tap('Meridian');
  // The field of the last digits has the focus; each field that must be tapped counts.
  await page.keyboard.type('4242');
  taps += 1;
  await page.getByLabel('Authorisation reference').click();
  await page.keyboard.type('A-1001');
  taps += 1;
  await page.getByLabel('Amount on the card').fill('40.00');
  await tap(/^Take Meridian/);
  await tap('Cash');
  await tap(/^Exact/);
  await expect(button(page, 'Next sale')).toBeVisible();
  expect(taps).toBeLessThanOrEqual(12);
  expect(await shop.audit()).toEqual([]);
});

test('an unknown code stays in the field and says so; a quantity has the item’s decimals', async ({
  page,
}) => {
  await signIn(page, 'fenella');
  await page.goto('/counter');
  const entry = page.getByTestId('entry');
  await entry.fill('2009999999999');
  await entry.press('Enter');
  await expect(page.getByText('No item has “2009999999999” as its barcode')).toBeVisible();
  await expect(entry).toHaveValue('2009999999999');
  await entry.fill('2.5');
  await button(page, '× qty').click();
  await entry.fill('tide');
  await entry.press('Enter');
  await expect(page.getByText('sold with 0 decimals at the most')).toBeVisible();
  await entry.fill('mooring');
  await entry.press('Enter');
  await expect(page.getByText('2.5 m × 3.40')).toBeVisible();
  await page.reload();
  await expect(page.getByText('2.5 m × 3.40')).toBeVisible();
});

test('the camera puts what it reads on the ticket', async ({ page }) => {
  // This Chromium has no reader of barcodes, so one that always sees the varnish stands in.
  await page.addInitScript((barcode) => {
    Object.assign(window, {
      BarcodeDetector: class {
        detect = () => Promise.resolve([{ rawValue: barcode }]);
      },
    });
    navigator.mediaDevices.getUserMedia = () =>
      Promise.resolve(document.createElement('canvas').captureStream());
    HTMLMediaElement.prototype.play = () => Promise.resolve();
  }, VARNISH);
  await signIn(page, 'fenella');
  await page.goto('/counter');
  await button(page, 'Scan with the camera').click();
  await expect(page.getByText('Spar varnish 750 ml is on the ticket.')).toBeVisible();
  await button(page, 'Done').click();
  await expect(page.getByText('34.95').first()).toBeVisible();
});

test('an item is made and found; a price list shows its bad cells and takes only the good', async ({
  page,
}) => {
  await signIn(page, 'osric');
  await page.goto('/books/shop');
  await page.getByRole('link', { name: /^Items/ }).click();
  await button(page, 'New item').click();
  await page.getByLabel('Name on the paper').fill('Riding lantern');
  await button(page, 'Save the item').click();
  await expect(page.getByText('A code has 1 to 40 signs and no space.')).toBeVisible();
  // Nothing typed is lost by a reload.
  await page.reload();
  await expect(page.getByLabel('Name on the paper')).toHaveValue('Riding lantern');
  await page.getByLabel('Code', { exact: true }).fill('LAN');
  await page.getByLabel('Unit price').fill('21.24');
  await radio(page, 'With tax').click();
  await expect(page.getByText('Comes to 19.99 before tax.')).toBeVisible();
  await page.getByLabel('Barcodes').fill('4006381333931 LAN-2');
  await button(page, 'Save the item').click();
  await page.getByLabel('Name, code or barcode').fill('LAN-2');
  await expect(page.getByRole('link')).toContainText(['Riding lantern']);

  await pickFile(
    page,
    'Import a price list',
    file(
      'list.csv',
      'code,name,department,price\nHD,Hot drink,hatch,4.50\nX1,Net,nets,1.005\n',
    ),
  );
  const preview = page.getByRole('region', { name: 'What the list would do' });
  await expect(
    preview.getByText('Row 3, department: There is no department “nets”.'),
  ).toBeVisible();
  await expect(
    preview.getByText(/Row 3, price: “1.005” has more than 2 decimals/),
  ).toBeVisible();
  await button(page, 'Take the good row, leave 1 out').click();
  await expect(
    page.getByText('0 items are new, 1 changed, 1 rows were left out.'),
  ).toBeVisible();
  await page.goto('/counter');
  await page.getByTestId('entry').fill('hot');
  await expect(button(page, /^Hot drink\s*4.50/)).toBeVisible();
});
