import sharp from 'sharp';

/** How a picture is kept: the longer side in pixels, and as what. */
type Kept = { mostPixels: number; mostSide: number; as: 'png' | 'jpeg' };

/** A logo keeps its sharp edges; a slip that a phone took must be readable, and no larger than that. */
export const LOGO: Kept = { mostPixels: 16_000_000, mostSide: 1_200, as: 'png' };
export const SLIP: Kept = { mostPixels: 60_000_000, mostSide: 2_000, as: 'jpeg' };

/**
 * A PNG or JPEG as a picture of our own, turned upright, decoded and bounded: what else stood in the file is
 * gone. @returns undefined where it is no such picture
 */
export async function ownPicture(
  bytes: Buffer,
  { mostPixels, mostSide, as }: Kept,
): Promise<Buffer | undefined> {
  try {
    const picture = sharp(bytes, { limitInputPixels: mostPixels, failOn: 'error' });
    const { format } = await picture.metadata();
    if (format !== 'png' && format !== 'jpeg') return undefined;
    return await picture
      .rotate()
      .resize({ width: mostSide, height: mostSide, fit: 'inside', withoutEnlargement: true })
      .toFormat(as)
      .toBuffer();
  } catch {
    return undefined;
  }
}
