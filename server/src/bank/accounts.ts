import type { NewBankAccount } from '@abacist/contracts';
import type { CommandContext } from '../context';
import { row, run } from '../db/pool';
import type { CommandResult } from '../http/command';
import { refuseWith } from '../http/errors';

/**
 * Another account of the shop at a bank, in the shop's currency.
 * @throws HttpError 422 `bankAccount.numberTaken`, `bankAccount.nameTaken`
 */
export async function addBankAccount(
  { tx, shop }: CommandContext,
  { name, accountNumber }: NewBankAccount,
): Promise<CommandResult<{ id: number }>> {
  const same = await row<{ name: string }>(
    tx,
    `SELECT name FROM bank_account
     WHERE REGEXP_REPLACE(account_number, '[^0-9A-Za-z]', '') = ? FOR UPDATE`,
    [accountNumber.replace(/[^0-9A-Za-z]/g, '')],
  );
  if (same) throw refuseWith('bankAccount.numberTaken', 'accountNumber', same);
  const named = await row(tx, 'SELECT id FROM bank_account WHERE name = ? FOR UPDATE', [name]);
  if (named) throw refuseWith('bankAccount.nameTaken', 'name');
  const { insertId: id } = await run(
    tx,
    'INSERT INTO bank_account (name, account_number, currency) VALUES (?, ?, ?)',
    [name, accountNumber, shop.currency],
  );
  return { answer: { id } };
}
