import { post } from '@abacist/core/ledger';
import type { ExtendCredit } from '@abacist/contracts';
import type { CommandContext } from '../context';
import { row, run } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith } from '../http/errors';
import { postDocument } from '../ledger/post';
import { takeCredit } from './credit';

type Note = { id: number; validUntil: string; leftMinor: number; number: string };

/** A credit note of a standing ticket that has something left, locked. */
async function openNote({ tx }: CommandContext, id: number): Promise<Note> {
  const note = await row<Note>(
    tx,
    `SELECT n.id, n.valid_until AS validUntil, n.amount_minor - n.used_minor AS leftMinor,
       CONCAT(d.series, '-', d.number) AS number
     FROM credit_note n
     JOIN document d ON d.kind = 'creditNote' AND d.subject_id = n.id
     LEFT JOIN sale_void v ON v.sale_id = n.sale_id
     WHERE n.id = ? AND v.id IS NULL
     FOR UPDATE`,
    [id],
  );
  if (!note) throw notFound('credit.unknown');
  if (note.leftMinor === 0) throw refuseWith('credit.usedUp');
  return note;
}

/** Gives a credit note a later last day, by a manager's approval that is kept with the change. */
export async function extendCredit(
  context: CommandContext,
  id: number,
  { validUntil }: ExtendCredit,
): Promise<CommandResult<{ validUntil: string }>> {
  const note = await openNote(context, id);
  const { today, tx } = context;
  if (validUntil <= note.validUntil || validUntil < today) {
    throw refuseWith('credit.notLater', 'validUntil', { date: note.validUntil });
  }
  const params = { number: note.number, date: validUntil };
  const approvalId = await context.approve([
    { code: 'rule.creditExtended', approver: 'manager', params },
  ]);
  await keepChange(context, note, 'extended', validUntil, 0, approvalId!);
  await run(tx, 'UPDATE credit_note SET valid_until = ? WHERE id = ?', [validUntil, id]);
  return { answer: { validUntil } };
}

/** Lets what is left of an expired credit note go, by approval: it becomes other income. */
export async function expireCredit(
  context: CommandContext,
  id: number,
): Promise<CommandResult<{ number: string }>> {
  const note = await openNote(context, id);
  if (note.validUntil >= context.today) {
    throw refuseWith('credit.stillValid', undefined, { date: note.validUntil });
  }
  const params = { number: note.number, leftMinor: note.leftMinor };
  const approvalId = await context.approve([
    { code: 'rule.creditExpired', approver: 'manager', params },
  ]);
  await takeCredit(context, id, note.leftMinor);
  const changeId = await keepChange(
    context,
    note,
    'expired',
    note.validUntil,
    note.leftMinor,
    approvalId!,
  );
  const { number } = await postDocument(context, {
    kind: 'creditExpired',
    subjectId: changeId,
    date: context.today,
    lines: post('storeCredit.expired', { amount: note.leftMinor }),
    memo: note.number,
    approvalId,
  });
  return { answer: { number }, documentNumber: number };
}

async function keepChange(
  { tx, actor, now }: CommandContext,
  note: Note,
  kind: 'extended' | 'expired',
  validUntil: string,
  expiredMinor: number,
  approvalId: number,
): Promise<number> {
  const { insertId } = await run(
    tx,
    `INSERT INTO credit_note_change
       (credit_note_id, kind, valid_until_before, valid_until, expired_minor, approval_id,
        user_id, changed_at)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?)`,
    [note.id, kind, note.validUntil, validUntil, expiredMinor, approvalId, actor.id, now],
  );
  return insertId;
}
