import type { DisputeFile } from '@abacist/contracts';
import type { CommandContext, Deps } from '../context';
import { row, run, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith } from '../http/errors';
import { ownPicture, SLIP } from '../papers/pictures';
import { lockDispute } from './lost';

export type Kept = { type: 'image/jpeg' | 'application/pdf'; bytes: Buffer };

/** So many files go with a dispute. */
const MOST_FILES = 20;

/**
 * A file as it is kept: a picture decoded and written anew, or a PDF that can be read and laid after the
 * others. @throws HttpError 422 `disputeFile.kind`
 */
export async function readDisputeFile(
  deps: Deps,
  { contentBase64 }: DisputeFile,
): Promise<Kept> {
  const bytes = Buffer.from(contentBase64, 'base64');
  const picture = await ownPicture(bytes, SLIP);
  if (picture) return { type: 'image/jpeg', bytes: picture };
  const pages = bytes.subarray(0, 5).toString('latin1').startsWith('%PDF-')
    ? await deps.jobs.compute<{ pdf: Uint8Array }, number | null>({
        file: 'pdfPages.worker.ts',
        input: { pdf: new Uint8Array(bytes) },
      })
    : null;
  if (pages === null) throw refuseWith('disputeFile.kind', 'contentBase64');
  return { type: 'application/pdf', bytes };
}

/** Keeps a file with a dispute. @throws HttpError 404 `dispute.unknown`; 422 `disputeFile.many` */
export async function keepDisputeFile(
  context: CommandContext,
  { disputeId, name }: DisputeFile,
  { type, bytes }: Kept,
): Promise<CommandResult<{ id: number }>> {
  const { tx, actor, now } = context;
  await lockDispute(context, disputeId);
  const kept = await row<{ count: number }>(
    tx,
    'SELECT COUNT(*) AS count FROM dispute_file WHERE dispute_id = ? AND NOT removed',
    [disputeId],
  );
  if (kept!.count >= MOST_FILES)
    throw refuseWith('disputeFile.many', undefined, { most: MOST_FILES });
  const { insertId } = await run(
    tx,
    `INSERT INTO dispute_file (dispute_id, name, type, content, user_id, added_at)
     VALUES (?, ?, ?, FROM_BASE64(?), ?, ?)`,
    [disputeId, name, type, bytes.toString('base64'), actor.id, now],
  );
  return { answer: { id: insertId } };
}

/** Leaves a file out of the evidence; it stays on record. @throws HttpError 404 `disputeFile.unknown` */
export async function leaveOutFile(
  { tx }: CommandContext,
  id: number,
): Promise<CommandResult<object>> {
  const { affectedRows } = await run(
    tx,
    'UPDATE dispute_file SET removed = TRUE WHERE id = ? AND NOT removed',
    [id],
  );
  if (affectedRows !== 1) throw notFound('disputeFile.unknown');
  return { answer: {} };
}

/** A file that was kept. @throws HttpError 404 `disputeFile.unknown` */
export async function disputeFile(
  db: Db,
  id: number,
): Promise<{ type: Kept['type']; content: Buffer; name: string }> {
  const found = await row<{ type: Kept['type']; content: Buffer; name: string }>(
    db,
    'SELECT type, content, name FROM dispute_file WHERE id = ?',
    [id],
  );
  if (!found) throw notFound('disputeFile.unknown');
  return found;
}
