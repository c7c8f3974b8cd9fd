import { addBankAccount } from '@abacist/server/src/bank/accounts';
import { transferBetween } from '@abacist/server/src/bank/ownTransfer';
import { row } from '@abacist/server/src/db/pool';
import { importBooked, recordLine, type AtBank } from './statements';
import { act, at, type World } from './world';

const NUMBER = '00417-2206599';

/** What the shop sets aside at another account, so many days ago or on the next banking day. */
const SET_ASIDE = [
  { back: 47, amountMinor: 2000_00, named: true },
  // The bank does not say which transfer it was: only the amount speaks for it.
  { back: 9, amountMinor: 1500_00, named: false },
];
const INTEREST = { back: 26, amountMinor: 3_15 };

/** The shop’s second account as the demo’s days go on. */
export type Savings = AtBank & {
  id: number;
  setAside: number;
  interest: 'comes' | 'booked' | 'recorded';
};

/** The morning of the second account: its statement, what is set aside, interest once. */
export async function savingsMorning(world: World, date: string, back: number): Promise<void> {
  const { osric } = world.people;
  const next = SET_ASIDE[world.savings?.setAside ?? 0];
  if (!world.savings && next && back <= next.back) {
    const opened = { name: 'Savings at the quay', accountNumber: NUMBER };
    const { id } = await act(world, osric, at(world, date, '09:45'), addBankAccount, opened);
    world.savings = {
      ...{ account: NUMBER, balanceMinor: 0, booked: [] },
      ...{ id, setAside: 0, interest: 'comes' },
    };
  }
  if (!world.savings) return;
  const { savings } = world;
  await importBooked(world, date, '09:46', savings);
  if (next && back <= next.back) {
    await setAside(world, savings, date, next);
    savings.setAside += 1;
  }
  if (savings.interest === 'comes' && back <= INTEREST.back) {
    savings.booked.push({ date, amountMinor: INTEREST.amountMinor, text: 'INTEREST' });
    savings.interest = 'booked';
  } else if (savings.interest === 'booked') {
    const interest = { kind: 'moneyInBank', account: 'interestIncome' } as const;
    if (await recordLine(world, date, { ...interest, ...INTEREST }))
      savings.interest = 'recorded';
  }
}

async function setAside(
  world: World,
  savings: Savings,
  date: string,
  { amountMinor, named }: (typeof SET_ASIDE)[number],
): Promise<void> {
  const first = await row<{ id: number }>(
    world.deps.pool,
    'SELECT MIN(id) AS id FROM bank_account',
  );
  const { number } = await act(
    world,
    world.people.osric,
    at(world, date, '09:50'),
    transferBetween,
    { fromId: first!.id, toId: savings.id, amountMinor, words: 'Set aside for tax' },
  );
  const told = { date, text: 'TRANSFER', type: '' } as const;
  world.bank.booked.push({ ...told, amountMinor: -amountMinor, reference: number });
  savings.booked.push({ ...told, amountMinor, ...(named && { reference: number }) });
}
