import type { UndoReturnCheque } from '@abacist/contracts';
import type { CommandContext } from '../context';
import { row, rows, run } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith } from '../http/errors';
import { numberAhead, postReversal } from '../ledger/post';
import { giveAgain, takenBack } from './giveAgain';
import {
  addItem,
  plainly,
  standingAllocations,
  storeAllocations,
  undoAllocation,
} from './items';
import { lockAccounts, refuseClosed } from './load';

type Found = {
  saleId: number;
  matched: number;
  touched: number;
  entryId: number;
};

/**
 * Undoes that a cheque was recorded as returned, when it had not come back: the charges that it
 * had settled are settled again as they were, its debt and the fee are withdrawn, its entry is
 * reversed. Only while nobody built on it and no statement line shows it.
 * @throws HttpError 404 `returnedCheque.unknown`; 422 `returnedCheque.matched`,
 * `returnedCheque.touched`, `account.closed`
 */
export async function undoReturn(
  context: CommandContext,
  { reason }: UndoReturnCheque,
  id: number,
): Promise<CommandResult<{ number: string }>> {
  const { tx, today: date } = context;
  const found = await row<Found>(
    tx,
    `SELECT r.sale_id AS saleId, r.match_group_id IS NOT NULL AS matched,
       r.recovered_minor + r.written_off_minor + r.credited_minor > 0 AS touched, e.id AS entryId
     FROM returned_cheque r
     JOIN entry e ON e.kind = 'chequeReturn' AND e.subject_id = r.id
     WHERE r.id = ? AND r.standing FOR UPDATE`,
    [id],
  );
  if (!found) throw notFound('returnedCheque.unknown');
  await run(tx, 'UPDATE sale SET version = version + 1 WHERE id = ?', [found.saleId]);
  if (found.matched) throw refuseWith('returnedCheque.matched');
  if (found.touched) throw refuseWith('returnedCheque.touched');
  const accounts = await rows<{ id: number }>(
    tx,
    `SELECT DISTINCT charge_account_id AS id FROM returned_cheque_item
     WHERE returned_cheque_id = ?`,
    [id],
  );
  const accountIds = accounts.map((one) => one.id);
  await lockAccounts(tx, accountIds);
  await refuseClosed(tx, accountIds);
  const number = await numberAhead(tx, 'chequeReturnUndo');
  const by = { date, reason, saleId: null };
  // What it gave its payments to: their debt, and what was too much of a charge.
  const given = await standingAllocations(tx, 'x.returned_cheque_id = ?', [id]);
  const taken = await takenBack(context, 'u.returned_cheque_id = ?', id);
  for (const one of given) await undoAllocation(context, one, by);
  await withdrawDebts(context, id, number, reason);
  await giveAgain(context, taken, by, 'returnedCheque.touched');
  await run(tx, 'UPDATE returned_cheque SET standing = NULL WHERE id = ?', [id]);
  await postReversal(context, found.entryId, {
    kind: 'chequeReturnUndo',
    subjectId: id,
    date,
    memo: reason,
  });
  return { answer: { number }, documentNumber: number };
}

/** The debt that the cheque left, and the fee: each is withdrawn whole, if nobody paid of it. */
async function withdrawDebts(
  context: CommandContext,
  id: number,
  number: string,
  reason: string,
): Promise<void> {
  const { tx, today: date } = context;
  const debts = await rows<{
    id: number;
    chargeAccountId: number;
    amountMinor: number;
    leftMinor: number;
  }>(
    tx,
    `SELECT i.id, i.charge_account_id AS chargeAccountId, i.amount_minor AS amountMinor,
       i.left_minor AS leftMinor
     FROM returned_cheque_item x JOIN open_item i ON i.id = x.open_item_id
     WHERE x.returned_cheque_id = ? AND i.kind IN ('returnedCheque', 'chequeFee')`,
    [id],
  );
  for (const { id: itemId, chargeAccountId, amountMinor, leftMinor } of debts) {
    if (leftMinor !== amountMinor) throw refuseWith('returnedCheque.touched');
    const creditId = await addItem(tx, {
      chargeAccountId,
      kind: 'withdrawn',
      number,
      date,
      amountMinor: -amountMinor,
      withdrawsId: itemId,
    });
    const whole = plainly(chargeAccountId, itemId, amountMinor);
    await storeAllocations(context, creditId, [whole], { date, reason, saleId: null });
  }
}
