import { createHash } from 'node:crypto';
import type { StatementImport, UploadedFile } from '@abacist/contracts';
import { businessDate } from '@abacist/core/dates';
import type { Outcome } from '@abacist/core/outcome';
import type { Actor, CommandContext, Deps } from '../context';
import { row, run } from '../db/pool';
import { toInstant } from '../sales/read';
import { refuseWith, unwrap } from '../http/errors';
import { loadShopFor } from '../settings/shop';
import type { BankFileWork, ReadStatement } from '../workers/bankFile.worker';
import { accountOf, layoutsOf } from './tables';

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

/**
 * The statements of an uploaded file, checked whole, people's words masked, read in a worker so that no
 * file freezes others; a bank's own table by what a person made out of it, now or before.
 * @throws HttpError 422
 */
export async function readStatements(
  deps: Deps,
  { contentBase64, table }: StatementImport,
  actor: Actor,
): Promise<ReadStatement[]> {
  const { zone } = await loadShopFor(deps.pool, actor);
  const known = await layoutsOf(deps.pool, zone);
  const account = table && (await accountOf(deps.pool, table.bankAccountId, zone));
  const input: BankFileWork = {
    bytes: Buffer.from(contentBase64, 'base64'),
    table: table && account ? { account, mapping: table.mapping } : null,
    known,
  };
  return unwrap(
    await deps.jobs.compute<BankFileWork, Outcome<ReadStatement[]>>({
      file: 'bankFile.worker.ts',
      input,
    }),
  );
}
