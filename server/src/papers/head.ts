import type { PaperHead, SavePaperHead } from '@abacist/contracts';
import type { CommandContext } from '../context';
import { row, run, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { refuseWith } from '../http/errors';
import { LOGO, ownPicture } from './pictures';

const MOST_BYTES = 400_000;

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
    const picture = await ownPicture(bytes, LOGO);
    if (!picture) throw refuseWith('paper.logoKind', 'logo');
    await tx.execute('UPDATE shop_paper SET logo = ?', [picture]);
  }
  return { answer: await readPaperHead(tx) };
}
