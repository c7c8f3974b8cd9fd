import type { DecidedSale } from '@abacist/core/sales';
import type { TakenTender } from '@abacist/core/tenders';
import type { CommandContext } from '../context';
import { row, rows, run } from '../db/pool';
import { acceptPair, BY_HAND } from '../matching/accept';

/** Keeps a bank transfer that a ticket took, until a statement line shows it. */
export async function storeTransfer(
  { tx, today }: CommandContext,
  {
    transfer,
    reference,
    amountMinor,
  }: Pick<TakenTender, 'transfer' | 'reference' | 'amountMinor'>,
  { saleId, saleTenderId }: { saleId: number; saleTenderId: number },
): Promise<void> {
  await run(
    tx,
    `INSERT INTO transfer
       (sale_tender_id, sale_id, bank_account_id, date, reference, amount_minor)
     VALUES (?, ?, ?, ?, ?, ?)`,
    [saleTenderId, saleId, transfer!.bankAccountId, today, reference ?? '', amountMinor],
  );
}

/**
 * Matches a ticket's transfers with the statement lines that they were read from: a person looked
 * at each. Call it when the ticket is posted.
 * @throws HttpError 422 those of `acceptPair`
 */
export async function matchTransfers(
  context: CommandContext,
  saleId: number,
  { tenders }: DecidedSale,
): Promise<void> {
  const named = tenders.flatMap(({ transfer }) => (transfer ? [transfer] : []));
  if (named.every(({ lineId }) => lineId === null)) return;
  const stored = await rows<{ id: number }>(
    context.tx,
    'SELECT id FROM transfer WHERE sale_id = ? ORDER BY sale_tender_id',
    [saleId],
  );
  for (const [i, { bankAccountId, lineId }] of named.entries()) {
    if (lineId === null) continue;
    const pair = { movement: `transfer ${stored[i]!.id}`, lineId };
    await acceptPair(context, bankAccountId, pair, BY_HAND);
  }
}

/** Whether a ticket's transfer was found on a statement; its row is locked. */
export async function transferCame(
  { tx }: CommandContext,
  { saleTenderId }: { saleTenderId: number },
): Promise<boolean> {
  const taken = await row<{ groupId: number | null }>(
    tx,
    'SELECT match_group_id AS groupId FROM transfer WHERE sale_tender_id = ? FOR UPDATE',
    [saleTenderId],
  );
  return taken !== undefined && taken.groupId !== null;
}

/** Voids a transfer with its ticket, so that it can't be matched any more. */
export async function voidTransfer(
  { tx }: CommandContext,
  { saleTenderId }: { saleTenderId: number },
): Promise<void> {
  await run(tx, 'UPDATE transfer SET voided = TRUE WHERE sale_tender_id = ?', [saleTenderId]);
}
