import { post, type EventName, DocumentKind } from '@abacist/core/ledger';
import type { ExtendCredit } from '@abacist/contracts';
import type { CommandContext } from '../context';
import { row, run } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith } from '../http/errors';
import { postDocument } from '../ledger/post';
import { takeCredit } from './credit';
import { takeVoucher } from './vouchers';

/** What the shop owes until a last day: where it is kept, and what becomes of it after that day. */
type Kind = {
  table: 'credit_note' | 'voucher';
  changes: 'credit_note_change' | 'voucher_change';
  /** Its number as the approval names it; a voucher's code is a secret but for its end. */
  number: string;
  code: 'credit' | 'voucher';
  event: EventName;
  document: DocumentKind;
  take: (context: CommandContext, id: number, amountMinor: number) => Promise<void>;
};

const KINDS = {
  credit: {
    table: 'credit_note',
    changes: 'credit_note_change',
    number: `(SELECT CONCAT(d.series, '-', d.number) FROM document d
      WHERE d.kind = 'creditNote' AND d.subject_id = n.id)`,
    code: 'credit',
    event: 'storeCredit.expired',
    document: 'creditExpired',
    take: takeCredit,
  },
  voucher: {
    table: 'voucher',
    changes: 'voucher_change',
    number: `CONCAT('…', RIGHT(n.code, 4))`,
    code: 'voucher',
    event: 'voucher.expired',
    document: 'voucherExpired',
    take: takeVoucher,
  },
} as const satisfies Record<string, Kind>;
export type Owed = keyof typeof KINDS;

type Note = { id: number; validUntil: string; leftMinor: number; number: string };

/** One of a standing ticket that has something left and a last day, locked. */
async function openNote({ tx }: CommandContext, owed: Owed, id: number): Promise<Note> {
  const { table, number, code } = KINDS[owed];
  const note = await row<Note>(
    tx,
    `SELECT n.id, n.valid_until AS validUntil, n.amount_minor - n.used_minor AS leftMinor,
       ${number} AS number
     FROM ${table} n
     LEFT JOIN sale_void v ON v.sale_id = n.sale_id
     WHERE n.id = ? AND v.id IS NULL AND n.valid_until IS NOT NULL
     FOR UPDATE`,
    [id],
  );
  if (!note) throw notFound(`${code}.unknown`);
  if (note.leftMinor === 0) throw refuseWith('credit.usedUp');
  return note;
}

/** Gives it a later last day, by a manager's approval that is kept with the change. */
export async function extendCredit(
  context: CommandContext,
  owed: Owed,
  id: number,
  { validUntil }: ExtendCredit,
): Promise<CommandResult<{ validUntil: string }>> {
  const note = await openNote(context, owed, id);
  const { today, tx } = context;
  if (validUntil <= note.validUntil || validUntil < today) {
    throw refuseWith('credit.notLater', 'validUntil', { date: note.validUntil });
  }
  const { code, table } = KINDS[owed];
  const params = { number: note.number, date: validUntil };
  const approvalId = await context.approve([
    { code: `rule.${code}Extended`, approver: 'manager', params },
  ]);
  await keepChange(context, owed, note, 'extended', validUntil, 0, approvalId!);
  await run(tx, `UPDATE ${table} SET valid_until = ? WHERE id = ?`, [validUntil, id]);
  return { answer: { validUntil } };
}

/** Lets what is left after its last day go, by approval: it becomes other income. */
export async function expireCredit(
  context: CommandContext,
  owed: Owed,
  id: number,
): Promise<CommandResult<{ number: string }>> {
  const note = await openNote(context, owed, id);
  if (note.validUntil >= context.today) {
    throw refuseWith('credit.stillValid', undefined, { date: note.validUntil });
  }
  const { leftMinor } = note;
  const { code, event, document, take } = KINDS[owed];
  const params = { number: note.number, leftMinor };
  const approvalId = await context.approve([
    { code: `rule.${code}Expired`, approver: 'manager', params },
  ]);
  await take(context, id, leftMinor);
  const { validUntil } = note;
  const changeId = await keepChange(
    context,
    owed,
    note,
    'expired',
    validUntil,
    leftMinor,
    approvalId!,
  );
  const { number } = await postDocument(context, {
    kind: document,
    subjectId: changeId,
    date: context.today,
    lines: post(event, { amount: leftMinor }),
    memo: note.number,
    approvalId,
  });
  return { answer: { number }, documentNumber: number };
}

async function keepChange(
  { tx, actor, now }: CommandContext,
  owed: Owed,
  note: Note,
  kind: 'extended' | 'expired',
  validUntil: string,
  expiredMinor: number,
  approvalId: number,
): Promise<number> {
  const { table, changes } = KINDS[owed];
  const { insertId } = await run(
    tx,
    `INSERT INTO ${changes}
       (${table}_id, kind, valid_until_before, valid_until, expired_minor, approval_id,
        user_id, changed_at)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?)`,
    [note.id, kind, note.validUntil, validUntil, expiredMinor, approvalId, actor.id, now],
  );
  return insertId;
}
