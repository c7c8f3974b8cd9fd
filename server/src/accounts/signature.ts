import { refuseWith } from '../http/errors';
import { run } from '../db/pool';
import type { CommandContext } from '../context';

const PNG = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);

/**
 * Keeps the signature of a charge.
 * @param png in base64
 * @throws HttpError 422 `signature.notAnImage`
 */
export async function keepSignature(
  { tx, now }: CommandContext,
  saleTenderId: number,
  png: string,
  at: string,
): Promise<void> {
  if (!Buffer.from(png, 'base64').subarray(0, PNG.length).equals(PNG)) {
    throw refuseWith('signature.notAnImage', `${at}.signature`);
  }
  await run(
    tx,
    'INSERT INTO charge_signature (sale_tender_id, png, signed_at) VALUES (?, FROM_BASE64(?), ?)',
    [saleTenderId, png, now],
  );
}
