import type { StatementImport } from '@abacist/contracts';
import { weekday } from '@abacist/core/dates';
import { readStatements } from '@abacist/server/src/bank/files';
import { importStatement } from '@abacist/server/src/bank/import';
import { row, rows } from '@abacist/server/src/db/pool';
import { makeAct } from '@abacist/server/src/drawer/acts/make';
import { safeView, sendSlip } from '@abacist/server/src/slips/slip';
import { startMatching } from '@abacist/server/src/matching/run';
import { statementCsv } from './bank';
import { chequesComeBack } from './cheques';
import { settleHalyard, settleKelpie } from './processors/mornings';
import { SALTMARROW } from './shop';
import { act, at, type World } from './world';

/** How many days ago the bank charged for its plan: the newest waits for the bookkeeper still. */
const CHARGED = [5, 33, 61];

/** A banking day's morning: yesterday's statement, settlements that arrived, cash to the bank. */
export async function bankMorning(world: World, date: string, back: number): Promise<void> {
  await importBooked(world, date);
  if (back > CHARGED[0]!) await recordCharge(world, date);
  await chequesComeBack(world, date, back);
  await settleHalyard(world, date, back);
  await settleKelpie(world, date);
  const day = weekday(date);
  if ((day === 1 || day === 3 || day === 5) && back > 1) await bankCash(world, date, back);
  if (CHARGED.includes(back)) {
    const fee = { date, amountMinor: -1850, text: 'MONTHLY PLAN CHARGE', type: '' } as const;
    world.booked.push(fee);
  }
}

/** What the bank booked before this morning, as the statement that the bookkeeper imports. */
async function importBooked(world: World, date: string): Promise<void> {
  const lines = world.booked.filter((line) => line.date < date);
  if (lines.length === 0) return;
  world.booked = world.booked.filter((line) => line.date >= date);
  lines.sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
  const csv = statementCsv(world.bankBalanceMinor, lines);
  world.bankBalanceMinor += lines.reduce((total, { amountMinor }) => total + amountMinor, 0);
  const file: StatementImport = {
    name: `statement ${date}.csv`,
    contentBase64: Buffer.from(csv).toString('base64'),
  };
  const statements = await readStatements(world.deps, file, world.people.osric);
  await act(
    world,
    world.people.osric,
    at(world, date, '09:20'),
    (context, sent: StatementImport) => importStatement(context, sent, statements),
    file,
  );
  await matchNow(world);
}

/** The bookkeeper says what a charge of the bank is. */
async function recordCharge(world: World, date: string): Promise<void> {
  const line = await row<{ id: number; bankAccountId: number; text: string }>(
    world.deps.pool,
    `SELECT id, bank_account_id AS bankAccountId, text FROM statement_line
     WHERE amount_minor = -1850 AND match_group_id IS NULL`,
  );
  if (!line) return;
  const { id: lineId, bankAccountId, text: words } = line;
  await act(world, world.people.osric, at(world, date, '09:40'), makeAct, {
    ...{ kind: 'paidByBank', bankAccountId, amountMinor: 18_50, lineId, words },
    party: 'Quay branch',
    parts: [{ account: 'bankCharges', amountMinor: 18_50, taxCodeId: null, words: '' }],
  });
}

async function matchNow({ deps, people }: World): Promise<void> {
  const accounts = await rows<{ id: number }>(deps.pool, 'SELECT id FROM bank_account');
  for (const { id } of accounts)
    await deps.jobs.ended(await startMatching(deps, people.osric, id));
}

/** All that waits in the safe goes on one slip; the bank books it the same day. */
async function bankCash(world: World, date: string, back: number): Promise<void> {
  const { items: waiting, bankAccounts } = await safeView(
    world.deps.pool,
    SALTMARROW.shop,
    date,
  );
  const items = waiting.filter(({ later }) => !later);
  if (items.length === 0) return;
  const total = items.reduce((sum, { leftMinor }) => sum + leftMinor, 0);
  const bag = `B${world.random.between(10000, 99999)}`;
  const slip = await act(world, world.people.osric, at(world, date, '10:15'), sendSlip, {
    bankAccountId: bankAccounts[0]!.id,
    bankTotalMinor: total,
    bankReference: bag,
    items: items.map(({ id, leftMinor }) => ({ safeItemId: id, amountMinor: leftMinor })),
  });
  world.booked.push({
    date,
    amountMinor: slip.totalMinor,
    text: 'DEPOSIT QUAY BRANCH',
    type: 'deposit',
    // Long ago the bank named every bag; lately it does so every other day.
    ...(back % 2 === 0 || back > 14 ? { reference: bag } : {}),
  });
}
