import { ids } from '../harness';
import { regularsOf } from '../regulars';
import { lateCharges, payEarly, RULES, takePaymentBack, writeOff } from './accounts';
import { backForCredit, exchange, takeBack, useCredit, voidOne } from './back';
import { dropSome, otherMoneyIn, ownerBuys, payOut, undoAct } from './beside';
import { evening, morning } from './bank';
import {
  backByOurCheque,
  chequeEnds,
  chequeReturns,
  findCheque,
  sellByCheque,
} from './cheques';
import { comparePlaces } from './places';
import { compareBooks, compareDay, compareWaiting, trialBalance } from './compare';
import { cancelOrder, prepay, sellOrder } from './orders';
import { payOnAccount, sellVoucher, takeVoucherBack, useVoucher } from './owed';
import { sell, sellByTransfer, sellSplit } from './selling';
import { tillReport } from './totals';
import type { TrialShop } from './trialShop';

/**
 * Runs a shop for some days by its API, everything at random but by a seed, with the model beside
 * it, and compares after each document, each day and at the end.
 */
export async function runTrial(trial: TrialShop, days: number): Promise<void> {
  trial.id = await ids(trial.shop);
  [trial.clerk, trial.keeper, trial.manager] = await Promise.all([
    trial.shop.as('fenella'),
    trial.shop.as('osric'),
    trial.shop.as('tamsin'),
  ]);
  const regulars = await regularsOf(trial.shop);
  for (const name of ['Boatyard', 'Sailing school', 'Lobster Co']) {
    const opened = await regulars.open(name, { limitMinor: 1_000_000_00 });
    trial.accounts.push(opened.id);
  }
  const rules = (await trial.keeper.get('/account-rules')).body;
  const approval = { reason: 'As agreed' };
  const set = await trial.manager.send('/account-rules', { ...rules, ...RULES }, { approval });
  trial.taken('rules', set);
  trial.opening = await trialBalance(trial);
  for (let day = 0; day < days; day += 1) {
    trial.today = new Date(Date.UTC(2026, 2, 2 + day)).toISOString().slice(0, 10);
    trial.shop.setNow(`${trial.today}T13:00:00Z`);
    await morning(trial);
    for (let i = trial.chance.to(12, 24); i > 0; i -= 1) {
      trial.shop.setNow(`${trial.today}T15:${String(59 - i).padStart(2, '0')}:00Z`);
      await something(trial);
    }
    trial.shop.setNow(`${trial.today}T21:00:00Z`);
    await evening(trial);
    await compareDay(trial);
    await compareWaiting(trial);
  }
  await comparePlaces(trial, '2026-03-02');
  await lateCharges(trial);
  await trial.shop.jobsEnded();
  await trial.shop.seal();
  await compareBooks(trial);
}

/** One document of any kind; what does not fit now is left. */
async function something(trial: TrialShop): Promise<void> {
  const doing = trial.chance.of([
    () => sell(trial, 'cash'),
    () => sell(trial, 'cash'),
    () => sell(trial, 'card'),
    () => sell(trial, 'card'),
    () => sell(trial, 'account'),
    () => sell(trial, 'goodwill'),
    () => sellSplit(trial),
    () => sellByCheque(trial),
    () => takeBack(trial),
    () => takeBack(trial),
    () => voidOne(trial),
    () => payOnAccount(trial),
    () => sellVoucher(trial),
    () => useVoucher(trial),
    () => exchange(trial),
    () => backForCredit(trial),
    () => useCredit(trial),
    () => sellByTransfer(trial),
    () => prepay(trial),
    () => sellOrder(trial),
    () => cancelOrder(trial),
    () => takeVoucherBack(trial),
    () => payEarly(trial),
    () => takePaymentBack(trial),
    () => writeOff(trial),
    () => sellByCheque(trial),
    () => backByOurCheque(trial),
    () => chequeReturns(trial),
    () => chequeEnds(trial),
    () => findCheque(trial),
    () => payOut(trial),
    () => ownerBuys(trial),
    () => dropSome(trial),
    () => otherMoneyIn(trial),
    () => undoAct(trial),
    () => tillReport(trial),
  ]);
  await doing();
}
