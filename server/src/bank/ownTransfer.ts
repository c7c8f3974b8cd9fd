import type { OwnTransferCommand, RecordedAtBank, UndoAtBank } from '@abacist/contracts';
import { checkOwnTransfer, ownTransferLines } from '@abacist/core/bank';
import type { CommandContext } from '../context';
import { row, rows, run } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith, unwrap } from '../http/errors';
import { openDay } from '../ledger/openDay';
import { postDocument, postReversal } from '../ledger/post';
import { acceptPair, BY_HAND } from '../matching/accept';
import { openLine } from './lines';

/**
 * Records money that goes from one account of ours to another; both ends are under way until their lines come.
 * @throws HttpError 422 `bankAccount.unknown`, as `openLine`, core's `checkOwnTransfer` and `acceptPair` say
 */
export async function transferBetween(
  context: CommandContext,
  command: OwnTransferCommand,
): Promise<CommandResult<RecordedAtBank>> {
  const { tx, shop, today } = context;
  const { fromId, toId, amountMinor, words, lineId } = command;
  const line = lineId === undefined ? null : await openLine(context, lineId);
  unwrap(checkOwnTransfer(command, line));
  const ours = await rows<{ id: number }>(
    tx,
    'SELECT id FROM bank_account WHERE id IN (?, ?)',
    [fromId, toId],
  );
  if (ours.length !== 2) throw refuseWith('bankAccount.unknown', 'toId');
  const date = openDay(shop, line?.date ?? command.date ?? today);
  if (date > today && line === null)
    throw refuseWith('date.tooFarAhead', 'date', { text: date });
  const { insertId: id } = await run(
    tx,
    'INSERT INTO bank_transfer (date, amount_minor, words) VALUES (?, ?, ?)',
    [date, amountMinor, words],
  );
  let matches: number | undefined;
  for (const [account, amount] of [
    [fromId, -amountMinor],
    [toId, amountMinor],
  ] as const) {
    const { insertId } = await run(
      tx,
      `INSERT INTO bank_transfer_leg (bank_transfer_id, bank_account_id, amount_minor)
       VALUES (?, ?, ?)`,
      [id, account, amount],
    );
    if (account === line?.bankAccountId) matches = insertId;
  }
  const { number } = await postDocument(context, {
    ...{ kind: 'ownTransfer', subjectId: id, date, memo: words },
    lines: ownTransferLines({ fromId, toId, amountMinor }),
  });
  if (line && matches)
    await acceptPair(
      context,
      line.bankAccountId,
      { movement: `ownTransfer ${matches}`, lineId: line.id },
      BY_HAND,
    );
  return { answer: { id, number }, documentNumber: number };
}

/**
 * Takes a transfer between our accounts back, until a bank shows an end of it.
 * @throws HttpError 404 `bankTransfer.unknown`; 422 `bankTransfer.undone`, `bankTransfer.matched`
 */
export async function undoTransfer(
  context: CommandContext,
  { reason }: UndoAtBank,
  id: number,
): Promise<CommandResult<{ number: string }>> {
  const { tx, today: date } = context;
  const found = await row<{ standing: number | null; entryId: number }>(
    tx,
    `SELECT b.standing, d.entry_id AS entryId
     FROM bank_transfer b JOIN document d ON d.kind = 'ownTransfer' AND d.subject_id = b.id
     WHERE b.id = ? FOR UPDATE`,
    [id],
  );
  if (!found) throw notFound('bankTransfer.unknown');
  if (found.standing === null) throw refuseWith('bankTransfer.undone');
  const legs = await rows<{ groupId: number | null }>(
    tx,
    `SELECT match_group_id AS groupId FROM bank_transfer_leg
     WHERE bank_transfer_id = ? FOR UPDATE`,
    [id],
  );
  if (legs.some(({ groupId }) => groupId !== null)) throw refuseWith('bankTransfer.matched');
  await run(tx, 'UPDATE bank_transfer SET standing = NULL WHERE id = ?', [id]);
  await run(tx, 'UPDATE bank_transfer_leg SET standing = NULL WHERE bank_transfer_id = ?', [
    id,
  ]);
  const { insertId } = await run(
    tx,
    'INSERT INTO bank_transfer_undo (bank_transfer_id, date) VALUES (?, ?)',
    [id, date],
  );
  const { number } = await postReversal(context, found.entryId, {
    ...{ kind: 'ownTransferUndo', subjectId: insertId, date, memo: reason },
  });
  return { answer: { number }, documentNumber: number };
}
