import type { UndoSettlement } from '@abacist/contracts';
import type { CommandContext } from '../context';
import { row, rows, run } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith } from '../http/errors';
import { undoDisputes } from '../disputes/store';
import { postReversal } from '../ledger/post';
import { keepSettled } from './batches';

type Found = {
  processorId: number;
  fileId: number;
  standing: number | null;
  groupId: number | null;
  carriedMinor: number;
  entryId: number | null;
};

/**
 * Undoes a settlement until the bank shows it: its batches wait again, and its file may come again.
 * @throws HttpError 404 `settlement.unknown`; 422 `settlement.undone`, `settlement.matched`,
 * `settlement.carriedOn` (number: a later one that reckons with what it carried),
 * `settlement.decided` (number: what was decided of a difference that it left),
 * `settlement.disputeGoesOn` (number: of what came of a dispute since)
 */
export async function undoSettlement(
  context: CommandContext,
  { reason }: UndoSettlement,
  id: number,
): Promise<CommandResult<{ number: string }>> {
  const { tx, today: date } = context;
  const found = await row<Found>(
    tx,
    `SELECT s.processor_id AS processorId, s.import_file_id AS fileId, s.standing,
       s.match_group_id AS groupId, s.carried_minor AS carriedMinor, d.entry_id AS entryId
     FROM settlement s JOIN document d ON d.kind = 'settlement' AND d.subject_id = s.id
     WHERE s.id = ? FOR UPDATE`,
    [id],
  );
  if (!found) throw notFound('settlement.unknown');
  await row(tx, 'SELECT id FROM processor WHERE id = ? FOR UPDATE', [found.processorId]);
  if (found.standing === null) throw refuseWith('settlement.undone');
  if (found.groupId !== null) throw refuseWith('settlement.matched');
  const later = await row<{ number: string }>(
    tx,
    `SELECT CONCAT(d.series, '-', d.number) AS number
     FROM settlement s JOIN document d ON d.kind = 'settlement' AND d.subject_id = s.id
     WHERE s.processor_id = ? AND s.id > ? AND s.standing AND s.carried_minor <> 0
     ORDER BY s.id DESC LIMIT 1`,
    [found.processorId, id],
  );
  if (later && found.carriedMinor !== 0)
    throw refuseWith('settlement.carriedOn', undefined, later);
  const decided = await row<{ number: string }>(
    tx,
    `SELECT CONCAT(d.series, '-', d.number) AS number
     FROM settlement_scheme c
     JOIN batch_difference x ON x.batch_id = c.batch_id AND x.scheme = c.scheme AND x.standing
       AND x.amount_minor <> 0
     JOIN document d ON d.kind = 'batchDifference' AND d.subject_id = x.id
     WHERE c.settlement_id = ?
     UNION
     SELECT CONCAT(d.series, '-', d.number)
     FROM card_decision x
     JOIN document d ON d.kind = 'batchDifference' AND d.subject_id = x.batch_difference_id
     WHERE x.settlement_id = ? AND x.standing
     LIMIT 1`,
    [id, id],
  );
  if (decided) throw refuseWith('settlement.decided', undefined, decided);
  await undoDisputes(context, id);
  await run(tx, 'UPDATE settlement SET cleared_by_id = NULL WHERE cleared_by_id = ?', [id]);
  await run(tx, 'UPDATE settlement SET standing = NULL WHERE id = ?', [id]);
  await run(tx, 'UPDATE import_file SET standing = NULL WHERE id = ?', [found.fileId]);
  const batches = await rows<{ id: number }>(
    tx,
    `SELECT DISTINCT batch_id AS id FROM settlement_scheme
     WHERE settlement_id = ? AND batch_id IS NOT NULL`,
    [id],
  );
  await keepSettled(
    context,
    batches.map((batch) => batch.id),
  );
  const { insertId } = await run(
    tx,
    'INSERT INTO settlement_undo (settlement_id) VALUES (?)',
    [id],
  );
  const { number } = await postReversal(context, found.entryId, {
    kind: 'settlementUndo',
    subjectId: insertId,
    date,
    memo: reason,
  });
  return { answer: { number }, documentNumber: number };
}
