import type { SaleCommand } from '@abacist/contracts';
import type { DecidedSale, SaleState } from '@abacist/core/sales';
import { sum } from '@abacist/core/money';
import { roomOf } from '@abacist/core/tenders';
import type { CommandContext } from '../context';
import { placeholders, row, rows, run } from '../db/pool';
import { refuseWith } from '../http/errors';
import { postDocument } from '../ledger/post';

/** The credit notes that a ticket names, as they stand now. */
export async function creditsOf(
  { tx }: CommandContext,
  { tenders }: SaleCommand,
): Promise<SaleState['credits']> {
  const ids = tenders.flatMap((tender) =>
    'creditNoteId' in tender ? [tender.creditNoteId] : [],
  );
  if (ids.length === 0) return [];
  return rows<SaleState['credits'][number]>(
    tx,
    `SELECT n.id, n.amount_minor - n.used_minor AS leftMinor, n.valid_until AS validUntil
     FROM credit_note n
     LEFT JOIN sale_void v ON v.sale_id = n.sale_id
     WHERE v.id IS NULL AND n.id IN (${placeholders(ids.length)})`,
    ids,
  );
}

/**
 * Takes an amount of a credit note, only if it still is there: of two drawers at once the
 * second is refused. A negative amount gives it back.
 */
export async function takeCredit(
  { tx }: CommandContext,
  creditNoteId: number,
  amountMinor: number,
): Promise<void> {
  const { affectedRows } = await run(
    tx,
    `UPDATE credit_note SET used_minor = used_minor + ?
     WHERE id = ? AND used_minor + ? BETWEEN 0 AND amount_minor`,
    [amountMinor, creditNoteId, amountMinor],
  );
  if (affectedRows === 1) return;
  const note = await row<{ leftMinor: number }>(
    tx,
    'SELECT amount_minor - used_minor AS leftMinor FROM credit_note WHERE id = ?',
    [creditNoteId],
  );
  throw refuseWith('credit.over', 'tenders', { leftMinor: note?.leftMinor ?? 0 });
}

/** Issues the credit note of a ticket that gives store credit, with a number of its own. */
export async function issueCredit(
  context: CommandContext,
  saleId: number,
  { refunds, returned, creditValidUntil }: DecidedSale,
): Promise<{ number: string; amountMinor: number; validUntil: string } | null> {
  if (creditValidUntil === null) return null;
  const { tx, today } = context;
  const amountMinor = -sum(
    refunds.map((refund) =>
      roomOf(refund.kind).giveBack?.issuesCredit ? refund.keptMinor : 0,
    ),
  );
  const { insertId } = await run(
    tx,
    `INSERT INTO credit_note (sale_id, of_sale_id, issued_on, valid_until, amount_minor)
     VALUES (?, ?, ?, ?, ?)`,
    [saleId, returned?.saleId ?? null, today, creditValidUntil, amountMinor],
  );
  // The ticket's own entry carries the credit.
  const { number } = await postDocument(context, {
    kind: 'creditNote',
    subjectId: insertId,
    date: today,
    lines: [],
    memo: '',
  });
  return { number, amountMinor, validUntil: creditValidUntil };
}
