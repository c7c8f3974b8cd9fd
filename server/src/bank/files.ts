import { createHash } from 'node:crypto';
import type { SettlementImport, StatementImport, UploadedFile } from '@abacist/contracts';
import { businessDate } from '@abacist/core/dates';
import type { Outcome } from '@abacist/core/outcome';
import type { Settlement } from '@abacist/core/settlements';
import type { Actor, CommandContext, Deps } from '../context';
import { row, run } from '../db/pool';
import { toInstant } from '../sales/read';
import { refuseWith, unwrap } from '../http/errors';
import { loadShopFor } from '../settings/shop';
import type { BankFileWork, ReadStatement } from '../workers/bankFile.worker';

/**
 * The text of an uploaded file: UTF-8, checked (a byte order mark is dropped by the readers).
 * @throws HttpError 422 `file.notText` when the bytes are no UTF-8 text
 */
export function fileText({ contentBase64 }: UploadedFile): string {
  const bytes = Buffer.from(contentBase64, 'base64');
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    if (text.includes('\0')) throw new TypeError('binary');
    return text;
  } catch {
    throw refuseWith('file.notText', 'file');
  }
}

/**
 * Registers a file by its content, so that the same is never imported twice.
 * @throws HttpError 422 `file.alreadyImported` with the name and day of the first time
 */
export async function registerFile(
  { tx, shop, actor, now }: CommandContext,
  kind: 'settlement' | 'statement',
  file: UploadedFile,
): Promise<number> {
  const hash = createHash('sha256')
    .update(Buffer.from(file.contentBase64, 'base64'))
    .digest('hex');
  const before = await row<{ name: string; imported_at: string }>(
    tx,
    'SELECT name, imported_at FROM import_file WHERE content_hash = ? AND standing FOR UPDATE',
    [hash],
  );
  if (before) {
    throw refuseWith('file.alreadyImported', 'file', {
      name: before.name,
      on: businessDate(new Date(toInstant(before.imported_at)), shop.zone),
    });
  }
  const { insertId } = await run(
    tx,
    `INSERT INTO import_file (content_hash, kind, name, user_id, imported_at)
     VALUES (?, ?, ?, ?, ?)`,
    [hash, kind, file.name, actor.id, now],
  );
  return insertId;
}

/** Reads a settlement or a statement in a worker, so that no file freezes others. */
async function read<T>(deps: Deps, input: BankFileWork): Promise<T> {
  return unwrap(
    await deps.jobs.compute<BankFileWork, Outcome<T>>({ file: 'bankFile.worker.ts', input }),
  );
}

/** The statements of an uploaded file, checked whole, people's words masked. @throws HttpError 422 */
export const readStatements = (deps: Deps, { format, ...file }: StatementImport) =>
  read<ReadStatement[]>(deps, { what: 'statement', text: fileText(file), format });

/** The settlement of an uploaded file, checked whole. @throws HttpError 422 */
export async function readSettlementFile(
  deps: Deps,
  { format, ...file }: SettlementImport,
  actor: Actor,
): Promise<Settlement> {
  const { currency } = await loadShopFor(deps.pool, actor);
  return read<Settlement>(deps, {
    what: 'settlement',
    text: fileText(file),
    format,
    currency,
  });
}
