import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import bwipjs from 'bwip-js/node';
import sharp from 'sharp';
import config from './playwright.config';
import { expect, signIn, test } from './shop';

// A camera that sees one picture: the barcode of the bow shackle (EAN-13 of the demo's price list).
const folder = mkdtempSync(path.join(tmpdir(), 'camera-'));
const picture = path.join(folder, 'barcode.mjpeg');

test.use({
  launchOptions: {
    ...config.use!.launchOptions,
    args: [
      ...config.use!.launchOptions!.args!,
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${picture}`,
    ],
  },
});

test.beforeAll(async () => {
  const code = await bwipjs.toBuffer({
    bcid: 'ean13',
    text: '2004170000035',
    scale: 4,
    height: 30,
    paddingwidth: 20,
    paddingheight: 20,
    backgroundcolor: 'ffffff',
  });
  const frame = await sharp(code)
    .resize(640, 480, { fit: 'contain', background: 'white' })
    .jpeg()
    .toBuffer();
  writeFileSync(picture, Buffer.concat([frame, frame]));
});

test('the camera reads a barcode where the browser has no reader of its own', async ({
  page,
}) => {
  await signIn(page, 'fenella');
  await page.goto('/counter');
  expect(await page.evaluate(() => 'BarcodeDetector' in window)).toBe(false);
  await page.getByRole('button', { name: 'Scan with the camera' }).click();
  await expect(
    page.getByRole('dialog').getByText('Bow shackle 6 mm is on the ticket.'),
  ).toBeVisible({
    timeout: 30_000,
  });
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByRole('list', { name: 'Ticket' })).toContainText('Bow shackle 6 mm');
});
