import type { OwnCheque } from '@abacist/core/tenders';
import type { CommandContext } from '../context';
import { row, rows, run, type Db } from '../db/pool';
import { refuseWith } from '../http/errors';

/** Our bank accounts, where a ticket names one. */
export const bankAccountIds = async (db: Db): Promise<number[]> =>
  (await rows<{ id: number }>(db, 'SELECT id FROM bank_account')).map(({ id }) => id);

type Written = { saleId: number; saleTenderId: number; amountMinor: number; at: string };

/**
 * Keeps a cheque that a ticket gave. A number is used once on an account, also when its ticket
 * was voided: the paper is gone.
 * @throws HttpError 422 `ownCheque.used`
 */
export async function storeOwnCheque(
  { tx, today }: CommandContext,
  { bankAccountId, number, payee }: OwnCheque,
  { saleId, saleTenderId, amountMinor, at }: Written,
): Promise<void> {
  const used = await row(
    tx,
    'SELECT id FROM own_cheque WHERE bank_account_id = ? AND number = ? FOR UPDATE',
    [bankAccountId, number],
  );
  if (used) throw refuseWith('ownCheque.used', `${at}.cheque.number`, { number });
  await run(
    tx,
    `INSERT INTO own_cheque
       (sale_tender_id, sale_id, bank_account_id, date, number, payee, amount_minor)
     VALUES (?, ?, ?, ?, ?, ?, ?)`,
    [saleTenderId, saleId, bankAccountId, today, number, payee.trim(), amountMinor],
  );
}

/** Whether a cheque that a ticket gave was cashed; its row is locked. */
export async function ownChequeCashed(
  { tx }: CommandContext,
  { saleTenderId }: { saleTenderId: number },
): Promise<boolean> {
  const given = await row<{ groupId: number | null }>(
    tx,
    'SELECT match_group_id AS groupId FROM own_cheque WHERE sale_tender_id = ? FOR UPDATE',
    [saleTenderId],
  );
  return given !== undefined && given.groupId !== null;
}

/** Voids a cheque with the ticket that gave it, so that it can't be matched any more. */
export async function voidOwnCheque(
  { tx }: CommandContext,
  { saleTenderId }: { saleTenderId: number },
): Promise<void> {
  await run(tx, 'UPDATE own_cheque SET voided = TRUE WHERE sale_tender_id = ?', [
    saleTenderId,
  ]);
}
