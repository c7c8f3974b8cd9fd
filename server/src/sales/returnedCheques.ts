import type { SaleCommand } from '@abacist/contracts';
import type { OwedCheque } from '@abacist/core/sales';
import type { CommandContext } from '../context';
import { placeholders, rows, run } from '../db/pool';

/** What of a returned cheque is owed by nobody's account and was not paid. */
export const OWED = 'walk_in_minor - recovered_minor - written_off_minor';

/** The returned cheques that a ticket pays, locked, with what is still owed of each. */
export async function owedCheques(
  { tx }: CommandContext,
  { extras = [] }: SaleCommand,
): Promise<OwedCheque[]> {
  const ids = extras.flatMap((one) =>
    one.kind === 'chequePaid' ? [one.returnedChequeId] : [],
  );
  if (ids.length === 0) return [];
  return rows<OwedCheque>(
    tx,
    `SELECT id, CAST(${OWED} AS SIGNED) AS leftMinor FROM returned_cheque
     WHERE id IN (${placeholders(ids.length)}) AND standing FOR UPDATE`,
    ids,
  );
}

/** Counts what was paid of a returned cheque; below zero where that ticket is voided. */
export async function recoverCheque(
  { tx }: CommandContext,
  id: number,
  amountMinor: number,
): Promise<void> {
  await run(
    tx,
    'UPDATE returned_cheque SET recovered_minor = recovered_minor + ? WHERE id = ?',
    [amountMinor, id],
  );
}

/** Returned cheques that a voided ticket had paid are owed again. */
export async function forgetPaidCheques(
  context: CommandContext,
  saleId: number,
): Promise<void> {
  const paid = await rows<{ id: number; amountMinor: number }>(
    context.tx,
    `SELECT returned_cheque_id AS id, amount_minor AS amountMinor
     FROM sale_extra WHERE sale_id = ? AND returned_cheque_id IS NOT NULL`,
    [saleId],
  );
  for (const { id, amountMinor } of paid) await recoverCheque(context, id, -amountMinor);
}
