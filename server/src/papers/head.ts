import sharp from 'sharp';
import type { PaperHead, SavePaperHead } from '@abacist/contracts';
import type { CommandContext } from '../context';
import { row, run, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { refuseWith } from '../http/errors';

const MOST_BYTES = 400_000;
/** Pixels of a logo that is read, and of the longer side of the one that is kept. */
const MOST_PIXELS = 16_000_000;
const MOST_SIDE = 1_200;

/** What stands at the head and foot of the shop's papers. */
export async function readPaperHead(db: Db): Promise<PaperHead> {
  const found = await row<Omit<PaperHead, 'hasLogo'> & { hasLogo: number }>(
    db,
    `SELECT address, email, tax_numbers AS taxNumbers, foot, page_size AS pageSize,
       logo IS NOT NULL AS hasLogo, version
     FROM shop_paper`,
  );
  if (!found) throw new Error('the shop has no papers set up');
  return { ...found, hasLogo: found.hasLogo === 1 };
}

/** The shop's logo as it was uploaded, if it has one. */
export async function readLogo(db: Db): Promise<Buffer | null> {
  const found = await row<{ logo: Buffer | null }>(db, 'SELECT logo FROM shop_paper');
  return found?.logo ?? null;
}

/**
 * Saves the head and foot. @throws HttpError 422 `paper.logoKind` (no PNG or JPEG),
 * `paper.logoSize` (mostKb), `paper.headChanged`
 */
export async function savePaperHead(
  { tx }: CommandContext,
  { logo, version, address, email, taxNumbers, foot, pageSize }: SavePaperHead,
): Promise<CommandResult<PaperHead>> {
  const { affectedRows } = await run(
    tx,
    `UPDATE shop_paper SET address = ?, email = ?, tax_numbers = ?, foot = ?, page_size = ?,
       version = version + 1
     WHERE version = ?`,
    [address, email, taxNumbers, foot, pageSize, version],
  );
  if (affectedRows === 0) throw refuseWith('paper.headChanged');
  if (logo === 'remove') await run(tx, 'UPDATE shop_paper SET logo = NULL');
  else if (logo) {
    const bytes = Buffer.from(logo.contentBase64, 'base64');
    if (bytes.length > MOST_BYTES) {
      throw refuseWith('paper.logoSize', 'logo', { mostKb: MOST_BYTES / 1000 });
    }
    await tx.execute('UPDATE shop_paper SET logo = ?', [await ownPng(bytes)]);
  }
  return { answer: await readPaperHead(tx) };
}

/**
 * A picture as a PNG of our own, decoded and bounded: what else stood in the file is gone.
 * @throws HttpError 422 `paper.logoKind`
 */
async function ownPng(bytes: Buffer): Promise<Buffer> {
  try {
    const picture = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
    const { format } = await picture.metadata();
    if (format !== 'png' && format !== 'jpeg') throw new Error(`a picture of kind ${format}`);
    return await picture
      .rotate()
      .resize({ width: MOST_SIDE, height: MOST_SIDE, fit: 'inside', withoutEnlargement: true })
      .png()
      .toBuffer();
  } catch {
    throw refuseWith('paper.logoKind', 'logo');
  }
}
