import type { StatementImport } from '@abacist/contracts';
import { readStatements } from '@abacist/server/src/bank/files';
import { importStatement } from '@abacist/server/src/bank/import';
import { row, rows } from '@abacist/server/src/db/pool';
import { makeAct } from '@abacist/server/src/drawer/acts/make';
import { startMatching } from '@abacist/server/src/matching/run';
import { statementCsv, type BankLine } from './bank';
import { act, at, type World } from './world';

/** An account of the shop as the stand-in bank keeps it: what is booked, and on no statement yet. */
export type AtBank = { account: string; balanceMinor: number; booked: BankLine[] };

/** What the bank booked before this morning, as the statement that the bookkeeper imports. */
export async function importBooked(
  world: World,
  date: string,
  time: string,
  bank: AtBank,
): Promise<void> {
  const { deps, people } = world;
  const lines = bank.booked.filter((line) => line.date < date);
  if (lines.length === 0) return;
  bank.booked = bank.booked.filter((line) => line.date >= date);
  lines.sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
  const csv = statementCsv(bank.balanceMinor, lines, { account: bank.account });
  bank.balanceMinor += lines.reduce((total, { amountMinor }) => total + amountMinor, 0);
  const file: StatementImport = {
    name: `statement ${date}.csv`,
    contentBase64: Buffer.from(csv).toString('base64'),
  };
  const statements = await readStatements(deps, file, people.osric);
  await act(
    world,
    people.osric,
    at(world, date, time),
    (context, sent: StatementImport) => importStatement(context, sent, statements),
    file,
  );
  await matchNow(world);
}

async function matchNow({ deps, people }: World): Promise<void> {
  const accounts = await rows<{ id: number }>(deps.pool, 'SELECT id FROM bank_account');
  for (const { id } of accounts)
    await deps.jobs.ended(await startMatching(deps, people.osric, id));
}

/**
 * The bookkeeper says what an open line of an amount is: a charge of the bank, interest.
 * @returns whether there was one
 */
export async function recordLine(
  world: World,
  date: string,
  said: {
    kind: 'paidByBank' | 'moneyInBank';
    account: 'bankCharges' | 'interestIncome';
    /** As the bank books it: receipts +, payments −. */
    amountMinor: number;
  },
): Promise<boolean> {
  const line = await row<{ id: number; bankAccountId: number; text: string }>(
    world.deps.pool,
    `SELECT id, bank_account_id AS bankAccountId, text FROM statement_line
     WHERE amount_minor = ? AND match_group_id IS NULL`,
    [said.amountMinor],
  );
  if (!line) return false;
  const { id: lineId, bankAccountId, text: words } = line;
  const amountMinor = Math.abs(said.amountMinor);
  await act(world, world.people.osric, at(world, date, '09:48'), makeAct, {
    ...{ kind: said.kind, bankAccountId, amountMinor, lineId, words, party: 'Quay branch' },
    parts: [{ account: said.account, amountMinor, taxCodeId: null, words: '' }],
  });
  return true;
}
