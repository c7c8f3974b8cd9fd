import type { AccrueFees, UndoFees } from '@abacist/contracts';
import { endOfMonth } from '@abacist/core/dates';
import type { CommandContext } from '../context';
import { row, run } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith } from '../http/errors';
import { postDocument, postReversal } from '../ledger/post';
import { settlingProcessor } from '../settlements/processor';
import { accruedLines, lockProcessorOf } from './bill';

/**
 * Fees of a month that is over are owed, though nobody billed them yet: dated on its last day.
 * @throws HttpError 404 `processor.unknown`; 422 `fees.notBilled`, `fees.nothing`, `fees.monthNotOver`,
 * `fees.accruedAlready`, `fees.monthBilled`
 */
export async function accrueFees(
  context: CommandContext,
  { month, feesMinor, taxMinor }: AccrueFees,
  processorId: number,
): Promise<CommandResult<{ id: number; number: string }>> {
  const { tx, today } = context;
  const processor = await settlingProcessor(tx, processorId, true);
  if (!processor) throw notFound('processor.unknown');
  if (!processor.billsFees) throw refuseWith('fees.notBilled');
  if (feesMinor + taxMinor === 0) throw refuseWith('fees.nothing', 'feesMinor');
  const date = endOfMonth(`${month}-01`);
  if (date >= today) throw refuseWith('fees.monthNotOver', 'month', { month });
  const already = await row<{ number: string; billed: number }>(
    tx,
    `SELECT CONCAT(d.series, '-', d.number) AS number, x.billed
     FROM (SELECT id, 'feeAccrual' AS kind, FALSE AS billed FROM fee_accrual
           WHERE processor_id = ? AND month = ? AND standing
           UNION ALL
           SELECT id, 'feeBill', TRUE FROM fee_bill
           WHERE processor_id = ? AND month = ? AND standing) x
     JOIN document d ON d.kind = x.kind AND d.subject_id = x.id LIMIT 1`,
    [processorId, month, processorId, month],
  );
  if (already)
    throw refuseWith(already.billed ? 'fees.monthBilled' : 'fees.accruedAlready', 'month', {
      number: already.number,
    });
  const { insertId } = await run(
    tx,
    `INSERT INTO fee_accrual (processor_id, month, date, fees_minor, tax_minor)
     VALUES (?, ?, ?, ?, ?)`,
    [processorId, month, date, feesMinor, taxMinor],
  );
  const { number } = await postDocument(context, {
    ...{ kind: 'feeAccrual', subjectId: insertId, date, memo: month },
    lines: accruedLines(processor, { feesMinor, taxMinor }),
  });
  return { answer: { id: insertId, number }, documentNumber: number };
}

/**
 * Takes an accrual back until a bill cleared it.
 * @throws HttpError 404 `feeAccrual.unknown`; 422 `feeAccrual.undone`, `feeAccrual.billed`
 */
export async function undoAccrual(
  context: CommandContext,
  { reason }: UndoFees,
  id: number,
): Promise<CommandResult<{ number: string }>> {
  const { tx, today: date } = context;
  await lockProcessorOf(tx, 'fee_accrual', id);
  const found = await row<{ standing: number | null; billed: string | null; entryId: number }>(
    tx,
    `SELECT a.standing, d.entry_id AS entryId,
       (SELECT MAX(CONCAT(z.series, '-', z.number)) FROM fee_bill b
        JOIN document z ON z.kind = 'feeBill' AND z.subject_id = b.id
        WHERE b.processor_id = a.processor_id AND b.month = a.month AND b.standing) AS billed
     FROM fee_accrual a JOIN document d ON d.kind = 'feeAccrual' AND d.subject_id = a.id
     WHERE a.id = ? FOR UPDATE`,
    [id],
  );
  if (!found) throw notFound('feeAccrual.unknown');
  if (found.standing === null) throw refuseWith('feeAccrual.undone');
  if (found.billed !== null)
    throw refuseWith('feeAccrual.billed', undefined, { number: found.billed });
  await run(tx, 'UPDATE fee_accrual SET standing = NULL WHERE id = ?', [id]);
  const { insertId } = await run(
    tx,
    'INSERT INTO fee_accrual_undo (fee_accrual_id) VALUES (?)',
    [id],
  );
  const { number } = await postReversal(context, found.entryId, {
    ...{ kind: 'feeAccrualUndo', subjectId: insertId, date, memo: reason },
  });
  return { answer: { number }, documentNumber: number };
}
