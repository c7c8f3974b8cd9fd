import type { RecallSlip } from '@abacist/contracts';
import type { CommandContext } from '../context';
import { row, run } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith } from '../http/errors';
import { postReversal } from '../ledger/post';

/**
 * Recalls a slip until the bank shows it: what it took lies in the safe again.
 * @throws HttpError 404 `slip.unknown`; 422 `slip.recalled`, `slip.matched`,
 * `slip.chequeReturned` (number: the bank returned a cheque that it brought)
 */
export async function recallSlip(
  context: CommandContext,
  { reason }: RecallSlip,
  id: number,
): Promise<CommandResult<{ number: string }>> {
  const { tx, today: date } = context;
  const slip = await row<{ standing: number | null; groupId: number | null; entryId: number }>(
    tx,
    `SELECT s.standing, s.match_group_id AS groupId, d.entry_id AS entryId
     FROM slip s JOIN document d ON d.kind = 'slip' AND d.subject_id = s.id
     WHERE s.id = ? FOR UPDATE`,
    [id],
  );
  if (!slip) throw notFound('slip.unknown');
  if (slip.standing === null) throw refuseWith('slip.recalled');
  if (slip.groupId !== null) throw refuseWith('slip.matched');
  const returned = await row<{ number: string }>(
    tx,
    `SELECT q.number
     FROM slip_item x
     JOIN safe_item i ON i.id = x.safe_item_id
     JOIN cheque q ON q.id = i.cheque_id
     JOIN returned_cheque r ON r.cheque_id = q.id AND r.standing
     WHERE x.slip_id = ? LIMIT 1`,
    [id],
  );
  if (returned) throw refuseWith('slip.chequeReturned', undefined, returned);
  await run(
    tx,
    `UPDATE safe_item i JOIN slip_item x ON x.safe_item_id = i.id
     SET i.taken_minor = i.taken_minor - x.amount_minor WHERE x.slip_id = ?`,
    [id],
  );
  await run(tx, 'UPDATE slip SET standing = NULL WHERE id = ?', [id]);
  const { insertId } = await run(tx, 'INSERT INTO slip_recall (slip_id) VALUES (?)', [id]);
  const { number } = await postReversal(context, slip.entryId, {
    kind: 'slipRecall',
    subjectId: insertId,
    date,
    memo: reason,
  });
  return { answer: { number }, documentNumber: number };
}
