import type { SaleCommand } from '@abacist/contracts';
import type { OwedCheque } from '@abacist/core/sales';
import type { CommandContext } from '../context';
import { placeholders, rows, run } from '../db/pool';

/** What of a returned cheque is owed by nobody's account and was not paid. */
export const OWED =
  '(walk_in_minor + fee_minor - recovered_minor - credited_minor - written_off_minor)';

/** The returned cheques that a ticket pays, locked, with what is still owed of each. */
export async function owedCheques(
  { tx }: CommandContext,
  { extras = [] }: SaleCommand,
): Promise<OwedCheque[]> {
  const ids = extras.flatMap((one) =>
    'returnedChequeId' in one ? [one.returnedChequeId] : [],
  );
  if (ids.length === 0) return [];
  return rows<OwedCheque>(
    tx,
    `SELECT id, CAST(${OWED} AS SIGNED) AS leftMinor, written_off_minor AS writtenOffMinor
     FROM returned_cheque
     WHERE id IN (${placeholders(ids.length)}) AND standing FOR UPDATE`,
    ids,
  );
}

/**
 * Counts what was paid of a returned cheque, of that what had been written off; below zero where
 * that ticket is voided.
 */
export async function recoverCheque(
  { tx }: CommandContext,
  id: number,
  amountMinor: number,
  recoveredMinor: number,
): Promise<void> {
  await run(
    tx,
    `UPDATE returned_cheque
     SET written_off_minor = written_off_minor - ?, recovered_minor = recovered_minor + ?
     WHERE id = ?`,
    [recoveredMinor, amountMinor, id],
  );
}

/**
 * Goods that a returned cheque had paid came back: the debt is credited, of that what had been
 * written off; below zero where that ticket is voided.
 */
export async function creditCheque(
  { tx }: CommandContext,
  ofSaleTenderId: number,
  amountMinor: number,
  writtenBackMinor: number,
): Promise<void> {
  await run(
    tx,
    `UPDATE returned_cheque r JOIN cheque q ON q.id = r.cheque_id
     SET r.written_off_minor = r.written_off_minor - ?, r.credited_minor = r.credited_minor + ?
     WHERE q.sale_tender_id = ? AND r.standing`,
    [writtenBackMinor, amountMinor, ofSaleTenderId],
  );
}
