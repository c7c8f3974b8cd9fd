import { createHash } from 'node:crypto';
import type { FinishStatement, ReopenStatement } from '@abacist/contracts';
import { checkFinish } from '@abacist/core/bank';
import type { CommandContext } from '../../context';
import { row, run } from '../../db/pool';
import type { CommandResult } from '../../http/command';
import { notFound, refuseWith, unwrap } from '../../http/errors';
import { numberAhead, postDocument } from '../../ledger/post';
import { readPaperHead } from '../../papers/head';
import { paperOfReconciliation } from '../../papers/ofReconciliation';
import { finishedTo, readReconciliation } from './read';

/**
 * Finishes an account's statement up to a day: both sides are kept as they are, its lines are locked. Whoever matches or
 * imports holds the account's row too, so nothing of it changes meanwhile.
 * @throws HttpError 404 `bankAccount.unknown`; 422 as core's `checkFinish` says
 */
export async function finishStatement(
  context: CommandContext,
  { bankAccountId, asOf }: FinishStatement,
): Promise<CommandResult<{ id: number; number: string }>> {
  const { tx, shop, today, actor, now } = context;
  await row(tx, 'SELECT id FROM bank_account WHERE id = ? FOR UPDATE', [bankAccountId]);
  const read = await readReconciliation(tx, today, { bankAccountId, asOf }, Infinity);
  unwrap(checkFinish({ ...read, today, finishedTo: await finishedTo(tx, bankAccountId) }));
  const number = await numberAhead(tx, 'reconciliation');
  const head = { ...(await readPaperHead(tx)), ...shop };
  const said = { number, by: actor.name, at: now.toISOString() };
  const content = JSON.stringify(paperOfReconciliation(read, said, head));
  const { insertId: id } = await run(
    tx,
    `INSERT INTO reconciliation
       (bank_account_id, as_of, statement_minor, content, hash, user_id, finished_at)
     VALUES (?, ?, ?, ?, ?, ?, ?)`,
    [
      ...[bankAccountId, asOf, read.statementMinor, content],
      createHash('sha256').update(content, 'utf8').digest('hex'),
      ...[actor.id, now],
    ],
  );
  await postDocument(context, {
    ...{ kind: 'reconciliation', subjectId: id, date: today, lines: [], memo: '' },
  });
  return { answer: { id, number }, documentNumber: number };
}

/**
 * Opens a finished statement again, with a manager's word: its lines may change. What was finished later is opened first.
 * @throws HttpError 404 `reconcile.unknown`; 422 `reconcile.reopened`, `reconcile.laterFinished` (asOf)
 */
export async function reopenStatement(
  context: CommandContext,
  { reason }: ReopenStatement,
  id: number,
): Promise<CommandResult<{ number: string }>> {
  const { tx, today, actor, now } = context;
  const found = await row<{
    bankAccountId: number;
    asOf: string;
    standing: number | null;
    number: string;
  }>(
    tx,
    `SELECT c.bank_account_id AS bankAccountId, c.as_of AS asOf, c.standing,
       CONCAT(d.series, '-', d.number) AS number
     FROM reconciliation c
     JOIN document d ON d.kind = 'reconciliation' AND d.subject_id = c.id
     WHERE c.id = ? FOR UPDATE`,
    [id],
  );
  if (!found) throw notFound('reconcile.unknown');
  if (found.standing === null) throw refuseWith('reconcile.reopened');
  const last = await finishedTo(tx, found.bankAccountId);
  if (last !== found.asOf)
    throw refuseWith('reconcile.laterFinished', undefined, { asOf: last! });
  await context.approve([
    {
      code: 'rule.statementReopened',
      approver: 'manager',
      params: { number: found.number, asOf: found.asOf },
    },
  ]);
  await run(tx, 'UPDATE reconciliation SET standing = NULL WHERE id = ?', [id]);
  const { insertId } = await run(
    tx,
    `INSERT INTO reconciliation_reopen (reconciliation_id, user_id, reopened_at, reason)
     VALUES (?, ?, ?, ?)`,
    [id, actor.id, now, reason],
  );
  const { number } = await postDocument(context, {
    ...{ kind: 'reconciliationReopen', subjectId: insertId, date: today, lines: [] },
    memo: reason,
  });
  return { answer: { number }, documentNumber: number };
}

/**
 * What would change lines of a finished statement is refused.
 * @throws HttpError 422 `reconcile.finished` (number, asOf)
 */
export async function refuseFinished(
  { tx }: CommandContext,
  bankAccountId: number,
  earliest: string,
): Promise<void> {
  const found = await row<{ number: string; asOf: string }>(
    tx,
    `SELECT CONCAT(d.series, '-', d.number) AS number, c.as_of AS asOf
     FROM reconciliation c
     JOIN document d ON d.kind = 'reconciliation' AND d.subject_id = c.id
     WHERE c.bank_account_id = ? AND c.as_of >= ? AND c.standing
     ORDER BY c.as_of DESC LIMIT 1`,
    [bankAccountId, earliest],
  );
  if (found) throw refuseWith('reconcile.finished', undefined, found);
}
