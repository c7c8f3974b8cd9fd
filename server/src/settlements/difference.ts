import type { DecideDifference, UndoDifference } from '@abacist/contracts';
import type { JournalLine } from '@abacist/core/ledger';
import { decideGivenUp } from '@abacist/core/settlements';
import type { Part } from '@abacist/core/takings';
import type { CommandContext } from '../context';
import { insertMany, row, run } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith } from '../http/errors';
import { postDocument, postReversal } from '../ledger/post';
import { keepSettled, schemeOfBatch } from './batches';

/**
 * Ends what settlements left open of a batch and scheme, or settled beyond the till: a person has
 * decided that no file will mend it. It leaves the clearing for the card adjustments, with a
 * manager's word, and can be undone.
 * @throws HttpError 404 `batch.unknown`; 422 `batch.notSettled`, `batch.agrees`
 */
export async function decideDifference(
  context: CommandContext,
  { scheme, reason }: DecideDifference,
  batchId: number,
): Promise<CommandResult<{ id: number; number: string }>> {
  const { tx } = context;
  // A settlement of the processor and this one see each other: no part is cleared twice.
  await row(
    tx,
    `SELECT b.id FROM batch b JOIN processor p ON p.id = b.processor_id
     WHERE b.id = ? FOR UPDATE`,
    [batchId],
  );
  const found = await schemeOfBatch(tx, batchId, scheme);
  if (!found) throw notFound('batch.unknown');
  if (found.settlementId === null) throw refuseWith('batch.notSettled');
  const shortMinor = found.amountMinor - found.settledMinor;
  if (shortMinor === 0) throw refuseWith('batch.agrees');
  const { batchDate, processorId } = found;
  const approvalId = await context.approve([
    {
      code: 'rule.batchDifference',
      approver: 'manager',
      params: { scheme, date: batchDate, amountMinor: shortMinor },
    },
  ]);
  const posted = await postDifference(context, {
    ...{ batchId, scheme, amountMinor: shortMinor, memo: reason, approvalId },
    ...decideGivenUp(found, processorId),
  });
  return { answer: posted, documentNumber: posted.number };
}

/** What no file will settle of a batch and scheme leaves the clearing, by the days that took it. */
export async function postDifference(
  context: CommandContext,
  of: {
    batchId: number;
    scheme: string;
    /** What it takes off the clearing. */
    amountMinor: number;
    cleared: readonly Part[];
    lines: JournalLine[];
    memo: string;
    approvalId: number | null;
  },
): Promise<{ id: number; number: string }> {
  const { tx, today: date } = context;
  const { batchId, scheme, lines, memo, approvalId } = of;
  const { insertId } = await run(
    tx,
    'INSERT INTO batch_difference (batch_id, scheme, amount_minor) VALUES (?, ?, ?)',
    [batchId, scheme, of.amountMinor],
  );
  await insertMany(
    tx,
    'cleared_part',
    ['batch_difference_id', 'batch_id', 'scheme', 'takings_day', 'amount_minor'],
    of.cleared.map(({ takingsDay, amountMinor }) => [
      ...[insertId, batchId, scheme, takingsDay, amountMinor],
    ]),
  );
  await keepSettled(context, [batchId]);
  const { number } = await postDocument(context, {
    ...{ kind: 'batchDifference', subjectId: insertId, date, lines, memo, approvalId },
  });
  return { id: insertId, number };
}

/**
 * Takes such a decision back: the batch is open again.
 * @throws HttpError 404 `batchDifference.unknown`; 422 `batchDifference.undone`
 */
export async function undoDifference(
  context: CommandContext,
  { reason }: UndoDifference,
  id: number,
): Promise<CommandResult<{ number: string }>> {
  const { tx, today: date } = context;
  const found = await row<{ batchId: number; standing: number | null; entryId: number }>(
    tx,
    `SELECT x.batch_id AS batchId, x.standing, d.entry_id AS entryId
     FROM batch_difference x
     JOIN document d ON d.kind = 'batchDifference' AND d.subject_id = x.id
     WHERE x.id = ? FOR UPDATE`,
    [id],
  );
  if (!found) throw notFound('batchDifference.unknown');
  if (found.standing === null) throw refuseWith('batchDifference.undone');
  await run(tx, 'UPDATE batch_difference SET standing = NULL WHERE id = ?', [id]);
  await run(tx, 'UPDATE card_decision SET standing = NULL WHERE batch_difference_id = ?', [
    id,
  ]);
  await keepSettled(context, [found.batchId]);
  const { insertId } = await run(
    tx,
    'INSERT INTO batch_difference_undo (batch_difference_id) VALUES (?)',
    [id],
  );
  const { number } = await postReversal(context, found.entryId, {
    kind: 'batchDifferenceUndo',
    subjectId: insertId,
    date,
    memo: reason,
  });
  return { answer: { number }, documentNumber: number };
}
