import type { BillFees, UndoFees } from '@abacist/contracts';
import { addDays, bankingDayOnOrAfter } from '@abacist/core/dates';
import { monthOfBill } from '@abacist/core/fees';
import { mergeLines, post, type JournalLine } from '@abacist/core/ledger';
import { sum } from '@abacist/core/money';
import type { SettledPart, Settlement } from '@abacist/core/settlements';
import type { CommandContext } from '../context';
import { insertMany, row, run, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith } from '../http/errors';
import { postDocument, postReversal } from '../ledger/post';
import { acceptPair, BY_HAND } from '../matching/accept';
import { holidaysAround } from '../settings/holidays';
import { settlingProcessor, type SettlingProcessor } from '../settlements/processor';

type Line = { kind: 'fee' | 'taxOnFees'; scheme: string; words: string; amountMinor: number };
type Bill = Omit<BillFees, 'feesMinor' | 'taxMinor'> & {
  fileId: number | null;
  lines: readonly Line[];
};
export type BillPosted = { id: number; number: string; month: string; amountMinor: number };

/** Whether a payout is no payout: nothing but fees of a month, which the processor debits by itself. */
export const isBill = (
  { billsFees }: Pick<SettlingProcessor, 'billsFees'>,
  { schemes, transactions, parts }: Pick<Settlement, 'schemes' | 'transactions' | 'parts'>,
): boolean =>
  billsFees &&
  schemes.length === 0 &&
  transactions.length === 0 &&
  parts.length > 0 &&
  parts.every(({ kind }) => kind === 'fee' || kind === 'taxOnFees');

/** A bill that came in a file, as a payout of nothing but fees. */
export const billFromFile = (
  context: CommandContext,
  processor: SettlingProcessor,
  fileId: number,
  { reference, date, parts }: Pick<Settlement, 'reference' | 'date' | 'parts'>,
): Promise<BillPosted> =>
  postBill(context, processor, {
    ...{ month: monthOfBill(date), reference: reference.slice(0, 40), fileId },
    ...{ date, dueDate: date },
    lines: parts.map(lineOf),
  });

const lineOf = ({ kind, scheme, words, amountMinor }: SettledPart): Line => ({
  ...{ kind: kind === 'taxOnFees' ? 'taxOnFees' : 'fee', scheme, words, amountMinor },
});

/**
 * Keeps a bill that came on paper.
 * @throws HttpError 404 `processor.unknown`; 422 `fees.notBilled`, `fees.nothing`, `fees.monthNotOver`,
 * `fees.billedAlready`, `date.tooFarAhead`
 */
export async function billFees(
  context: CommandContext,
  { feesMinor, taxMinor, lineId, ...bill }: BillFees,
  processorId: number,
): Promise<CommandResult<BillPosted>> {
  const processor = await settlingProcessor(context.tx, processorId, true);
  if (!processor) throw notFound('processor.unknown');
  if (!processor.billsFees) throw refuseWith('fees.notBilled');
  const line = (kind: Line['kind'], amountMinor: number) =>
    amountMinor === 0 ? [] : [{ kind, scheme: '', words: '', amountMinor }];
  const posted = await postBill(context, processor, {
    ...{ ...bill, fileId: null },
    lines: [...line('fee', feesMinor), ...line('taxOnFees', taxMinor)],
  });
  if (lineId !== undefined)
    await acceptPair(
      context,
      processor.bankAccountId,
      { movement: `feeBill ${posted.id}`, lineId },
      BY_HAND,
    );
  return { answer: posted, documentNumber: posted.number };
}

/** What was accrued for the month is cleared by its bill; the difference is a fee of now. */
async function postBill(
  context: CommandContext,
  processor: SettlingProcessor,
  { month, reference, date, dueDate, fileId, lines }: Bill,
): Promise<BillPosted> {
  const { tx, shop, today } = context;
  const of = (kind: Line['kind']) =>
    sum(lines.filter((one) => one.kind === kind).map((one) => one.amountMinor));
  const [feesMinor, taxMinor] = [of('fee'), of('taxOnFees')];
  if (feesMinor + taxMinor === 0) throw refuseWith('fees.nothing', 'feesMinor');
  if (month > today.slice(0, 7)) throw refuseWith('fees.monthNotOver', 'month', { month });
  if (dueDate > addDays(today, 92) || date > addDays(today, 31))
    throw refuseWith('date.tooFarAhead', 'date', { text: date });
  const same = await row<{ number: string }>(
    tx,
    `SELECT CONCAT(d.series, '-', d.number) AS number
     FROM fee_bill b JOIN document d ON d.kind = 'feeBill' AND d.subject_id = b.id
     WHERE b.processor_id = ? AND b.reference = ? AND b.date = ? AND b.standing`,
    [processor.id, reference, date],
  );
  if (same) throw refuseWith('fees.billedAlready', 'reference', same);
  const accrued = await accruedLeft(tx, processor.id, month);
  const { insertId } = await run(
    tx,
    `INSERT INTO fee_bill
       (processor_id, bank_account_id, import_file_id, month, reference, date, due_date,
        fees_minor, tax_minor, amount_minor, accrued_minor, accrued_tax_minor)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      ...[processor.id, processor.bankAccountId, fileId, month, reference, date],
      bankingDayOnOrAfter(dueDate, holidaysAround(shop.holidayRegion, dueDate)),
      ...[feesMinor, taxMinor, feesMinor + taxMinor, accrued.feesMinor, accrued.taxMinor],
    ],
  );
  await insertMany(
    tx,
    'fee_bill_line',
    ['fee_bill_id', 'position', 'kind', 'scheme', 'words', 'amount_minor'],
    lines.map(({ kind, scheme, words, amountMinor }, i) => [
      ...[insertId, i, kind, scheme, words, amountMinor],
    ]),
  );
  const { number } = await postDocument(context, {
    kind: 'feeBill',
    subjectId: insertId,
    date: date > today ? today : date,
    lines: mergeLines([
      ...accruedLines(processor, {
        feesMinor: feesMinor - accrued.feesMinor,
        taxMinor: taxMinor - accrued.taxMinor,
      }),
      ...post(
        'fees.debited',
        { owed: feesMinor + taxMinor },
        { processorId: processor.id, bankAccountId: processor.bankAccountId },
      ),
    ]),
    memo: reference,
  });
  return { id: insertId, number, month, amountMinor: feesMinor + taxMinor };
}

/** Fees that are owed and not billed; their tax is a fee where nobody gives it back. */
export function accruedLines(
  { id, authorityId }: SettlingProcessor,
  { feesMinor, taxMinor }: { feesMinor: number; taxMinor: number },
): JournalLine[] {
  const back = authorityId !== null;
  return post(
    'fees.accrued',
    {
      fees: feesMinor + (back ? 0 : taxMinor),
      tax: back ? taxMinor : 0,
      owed: feesMinor + taxMinor,
    },
    { processorId: id, ...(back && { authorityId }) },
  );
}

/** Bills and accruals of a processor wait for each other: none clears what another takes back. */
export const lockProcessorOf = (db: Db, table: 'fee_bill' | 'fee_accrual', id: number) =>
  row(
    db,
    `SELECT p.id FROM processor p JOIN ${table} x ON x.processor_id = p.id
     WHERE x.id = ? FOR UPDATE`,
    [id],
  );

/** What is accrued for a month and no bill has cleared yet. */
async function accruedLeft(
  db: Db,
  processorId: number,
  month: string,
): Promise<{ feesMinor: number; taxMinor: number }> {
  const found = await row<{ feesMinor: number; taxMinor: number }>(
    db,
    `SELECT CAST(COALESCE(SUM(x.fees), 0) AS SIGNED) AS feesMinor,
       CAST(COALESCE(SUM(x.tax), 0) AS SIGNED) AS taxMinor
     FROM (
       SELECT fees_minor AS fees, tax_minor AS tax FROM fee_accrual
       WHERE processor_id = ? AND month = ? AND standing
       UNION ALL
       SELECT -accrued_minor, -accrued_tax_minor FROM fee_bill
       WHERE processor_id = ? AND month = ? AND standing
     ) x`,
    [processorId, month, processorId, month],
  );
  return found!;
}

/**
 * Takes a bill back until the bank shows it: what was accrued stands again, and its file may come again.
 * @throws HttpError 404 `feeBill.unknown`; 422 `feeBill.undone`, `feeBill.matched`
 */
export async function undoBill(
  context: CommandContext,
  { reason }: UndoFees,
  id: number,
): Promise<CommandResult<{ number: string }>> {
  const { tx, today: date } = context;
  await lockProcessorOf(tx, 'fee_bill', id);
  const found = await row<{
    standing: number | null;
    groupId: number | null;
    fileId: number | null;
    entryId: number;
  }>(
    tx,
    `SELECT b.standing, b.match_group_id AS groupId, b.import_file_id AS fileId,
       d.entry_id AS entryId
     FROM fee_bill b JOIN document d ON d.kind = 'feeBill' AND d.subject_id = b.id
     WHERE b.id = ? FOR UPDATE`,
    [id],
  );
  if (!found) throw notFound('feeBill.unknown');
  if (found.standing === null) throw refuseWith('feeBill.undone');
  if (found.groupId !== null) throw refuseWith('feeBill.matched');
  await run(tx, 'UPDATE fee_bill SET standing = NULL WHERE id = ?', [id]);
  if (found.fileId !== null)
    await run(tx, 'UPDATE import_file SET standing = NULL WHERE id = ?', [found.fileId]);
  const { insertId } = await run(tx, 'INSERT INTO fee_bill_undo (fee_bill_id) VALUES (?)', [
    id,
  ]);
  const { number } = await postReversal(context, found.entryId, {
    ...{ kind: 'feeBillUndo', subjectId: insertId, date, memo: reason },
  });
  return { answer: { number }, documentNumber: number };
}
