import type {
  RecordedAtBank,
  TaxOwed,
  TaxPaymentCommand,
  UndoAtBank,
} from '@abacist/contracts';
import { checkTaxPayment, taxPaymentLines } from '@abacist/core/tax';
import { openLine } from '../bank/lines';
import type { CommandContext } from '../context';
import { row, rows, run, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith, unwrap } from '../http/errors';
import { openDay } from '../ledger/openDay';
import { postDocument, postReversal } from '../ledger/post';
import { acceptPair, BY_HAND } from '../matching/accept';

/**
 * Records tax that the bank pays to its authority, or gets back; recorded from a line, it is matched with it.
 * @throws HttpError 422 `processor.unknownAuthority`, `bankAccount.unknown`, as `openLine`, core's `checkTaxPayment`
 * and `acceptPair` say
 */
export async function payTax(
  context: CommandContext,
  command: TaxPaymentCommand,
): Promise<CommandResult<RecordedAtBank>> {
  const { tx, shop, today } = context;
  const { authorityId, bankAccountId, words, lineId } = command;
  const line = lineId === undefined ? null : await openLine(context, lineId);
  if (line && line.bankAccountId !== bankAccountId)
    throw refuseWith('match.unknown', 'lineId');
  const { paidMinor } = unwrap(checkTaxPayment(command, line && line.amountMinor));
  const known = await row<{ authority: number | null; account: number | null }>(
    tx,
    `SELECT (SELECT id FROM tax_authority WHERE id = ?) AS authority,
       (SELECT id FROM bank_account WHERE id = ?) AS account`,
    [authorityId, bankAccountId],
  );
  if (!known?.authority) throw refuseWith('processor.unknownAuthority', 'authorityId');
  if (!known.account) throw refuseWith('bankAccount.unknown', 'bankAccountId');
  const date = openDay(shop, line?.date ?? command.date ?? today);
  if (date > today && line === null)
    throw refuseWith('date.tooFarAhead', 'date', { text: date });
  const { insertId: id } = await run(
    tx,
    `INSERT INTO tax_payment (authority_id, bank_account_id, date, payable_minor,
       input_tax_minor, discount_minor, penalty_minor, paid_minor, words)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      ...[authorityId, bankAccountId, date, command.payableMinor, command.inputTaxMinor],
      ...[command.discountMinor, command.penaltyMinor, paidMinor, words],
    ],
  );
  const { number } = await postDocument(context, {
    ...{ kind: 'taxPayment', subjectId: id, date, memo: words },
    lines: taxPaymentLines(command, { authorityId, bankAccountId }),
  });
  if (line)
    await acceptPair(
      context,
      bankAccountId,
      { movement: `taxPayment ${id}`, lineId: line.id },
      BY_HAND,
    );
  return { answer: { id, number }, documentNumber: number };
}

/**
 * Takes a payment of tax back, until the bank shows it.
 * @throws HttpError 404 `taxPayment.unknown`; 422 `taxPayment.undone`, `taxPayment.matched`
 */
export async function undoTaxPayment(
  context: CommandContext,
  { reason }: UndoAtBank,
  id: number,
): Promise<CommandResult<{ number: string }>> {
  const { tx, today: date } = context;
  const found = await row<{
    standing: number | null;
    groupId: number | null;
    entryId: number;
  }>(
    tx,
    `SELECT p.standing, p.match_group_id AS groupId, d.entry_id AS entryId
     FROM tax_payment p JOIN document d ON d.kind = 'taxPayment' AND d.subject_id = p.id
     WHERE p.id = ? FOR UPDATE`,
    [id],
  );
  if (!found) throw notFound('taxPayment.unknown');
  if (found.standing === null) throw refuseWith('taxPayment.undone');
  if (found.groupId !== null) throw refuseWith('taxPayment.matched');
  await run(tx, 'UPDATE tax_payment SET standing = NULL WHERE id = ?', [id]);
  const { insertId } = await run(
    tx,
    'INSERT INTO tax_payment_undo (tax_payment_id, date) VALUES (?, ?)',
    [id, date],
  );
  const { number } = await postReversal(context, found.entryId, {
    ...{ kind: 'taxPaymentUndo', subjectId: insertId, date, memo: reason },
  });
  return { answer: { number }, documentNumber: number };
}

/** What each authority is owed by the ledger now, and what it owes back for purchases. */
export async function taxOwed(db: Db): Promise<TaxOwed> {
  const authorities = await rows<TaxOwed['authorities'][number]>(
    db,
    `SELECT t.id, t.name,
       CAST(COALESCE(SUM(IF(a.role = 'taxPayable', -l.amount_minor, 0)), 0) AS SIGNED)
         AS payableMinor,
       CAST(COALESCE(SUM(IF(a.role = 'inputTax', l.amount_minor, 0)), 0) AS SIGNED)
         AS inputTaxMinor
     FROM tax_authority t
     LEFT JOIN entry_line l ON l.authority_id = t.id
     LEFT JOIN account a ON a.id = l.account_id
     GROUP BY t.id, t.name ORDER BY t.id`,
  );
  return { authorities };
}
