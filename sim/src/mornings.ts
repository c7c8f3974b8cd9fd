import { checkFinish } from '@abacist/core/bank';
import { weekday } from '@abacist/core/dates';
import { finishStatement } from '@abacist/server/src/bank/reconcile/finish';
import { readReconciliation } from '@abacist/server/src/bank/reconcile/read';
import { safeView, sendSlip } from '@abacist/server/src/slips/slip';
import { chequesComeBack } from './cheques';
import { settleHalyard, settleKelpie } from './processors/mornings';
import { savingsMorning } from './savings';
import { SALTMARROW } from './shop';
import { importBooked, recordLine } from './statements';
import { act, at, type World } from './world';

/** How many days ago, or on the next banking day, the bank charged for its plan: the newest waits for the bookkeeper still. */
const CHARGED = [61, 33, 5];
const CHARGE = { kind: 'paidByBank', account: 'bankCharges', amountMinor: -18_50 } as const;

/** The first statement that ties in these days is finished: before that lines come to be known, after that they are new. */
const FINISHED = 40;
const DECIDED = 20;

/** A banking day's morning: yesterday's statement, settlements that arrived, cash to the bank. */
export async function bankMorning(world: World, date: string, back: number): Promise<void> {
  await importBooked(world, date, '09:20', world.bank);
  if (back > CHARGED.at(-1)!) await recordLine(world, date, CHARGE);
  await savingsMorning(world, date, back);
  if (back <= FINISHED && back > DECIDED) await finishOnce(world, date);
  await chequesComeBack(world, date, back);
  await settleHalyard(world, date, back);
  await settleKelpie(world, date);
  const day = weekday(date);
  if ((day === 1 || day === 3 || day === 5) && back > 1) await bankCash(world, date, back);
  if (back <= CHARGED[world.charged]!) {
    world.charged += 1;
    const { amountMinor } = CHARGE;
    world.bank.booked.push({ date, amountMinor, text: 'MONTHLY PLAN CHARGE', type: '' });
  }
}

/** Both sides of the bank account agree for the first time up to a day: the bookkeeper finishes it. */
async function finishOnce(world: World, date: string): Promise<void> {
  if (world.finished) return;
  const { pool } = world.deps;
  const read = await readReconciliation(pool, date, {});
  if (!checkFinish({ ...read, today: date, finishedTo: null }).ok) return;
  const { asOf, account } = read;
  const command = { bankAccountId: account.id, asOf };
  await act(world, world.people.osric, at(world, date, '09:55'), finishStatement, command);
  world.finished = true;
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
  world.bank.booked.push({
    date,
    amountMinor: slip.totalMinor,
    text: 'DEPOSIT QUAY BRANCH',
    type: 'deposit',
    // Long ago the bank named every bag; lately it does so every other day.
    ...(back % 2 === 0 || back > 14 ? { reference: bag } : {}),
  });
}
