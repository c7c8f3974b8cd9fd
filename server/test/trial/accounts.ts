import { half, portions } from './arithmetic';
import { sumOf } from './model';
import { giveBackFor, takeFor } from './owed';
import type { Paid, TrialShop } from './trialShop';

/* What becomes of charges: paid early, written off, a payment taken back, late. */

/** Percents as the trial's shop has them, in whole hundredths of a percent. */
const EARLY = 200;
const LATE = 150;
const LATE_AT_LEAST = 2_00;
export const RULES = {
  discountBase: 'gross',
  discountAdjustsTax: true,
  writeOffAdjustsTax: true,
  partEarns: false,
  latePercent: '1.5',
  lateGraceDays: 5,
  lateMinimumMinor: LATE_AT_LEAST,
  bookkeeperWriteOffMinor: 5_00,
};

const DAY = 86_400_000;
const daysSince = (day: string, today: string) => (Date.parse(today) - Date.parse(day)) / DAY;

/** A charge of which nothing is paid, written off or brought back; it is the trial's no more. */
function openCharge(trial: TrialShop, fits: (sale: Paid) => boolean = () => true) {
  const open = trial.sales.filter(
    (sale) => sale.by === 'account' && sale.backSoFar === 0 && fits(sale),
  );
  if (open.length === 0) return null;
  const sale = trial.chance.of(open);
  trial.sales.splice(trial.sales.indexOf(sale), 1);
  return sale;
}

const itemOf = async (trial: TrialShop, sale: Paid): Promise<number> =>
  (await trial.shop.one('SELECT id FROM open_item WHERE sale_id = ?', [sale.id])).id;

/** Tax by authority in the shares of what the ticket bore. */
function taxShares(tax: Record<string, number>, amount: number): Record<string, number> {
  const names = Object.keys(tax);
  const parts = portions(
    amount,
    names.map((name) => tax[name]!),
  );
  return Object.fromEntries(names.map((name, i) => [name, parts[i]!]));
}

/** A charge is paid whole within its days: less the discount, which takes its tax along. */
export async function payEarly(trial: TrialShop): Promise<void> {
  const sale = openCharge(trial, ({ day }) => daysSince(day, trial.today) <= 7);
  if (!sale) return;
  const chargeAccountId = sale.chargeAccountId!;
  // Net and tax are lowered alike.
  const discountTax = half(sumOf(sale.tax) * EARLY, 10_000);
  const discount = half(sale.net * EARLY, 10_000) + discountTax;
  const amount = sale.total - discount;
  if (amount < 5) return;
  const allocation = {
    chargeItemId: await itemOf(trial, sale),
    amountMinor: amount,
    discountMinor: discount,
  };
  const extra = {
    kind: 'accountPayment',
    chargeAccountId,
    allocations: [allocation],
    keepCredit: false,
    reason: '',
  };
  const taken = await takeFor(trial, 'paid early', 'chargeAccounts', extra, amount);
  const tax = taxShares(sale.tax, discountTax);
  const granted = {
    discountsGiven: discount - discountTax,
    ...tax,
    chargeAccounts: -discount,
  };
  trial.books.post(granted);
  trial.books.taxed(trial.today, tax, -1);
  trial.books.owes(chargeAccountId, -sale.total);
  trial.payments.push({
    ...taken,
    chargeAccountId,
    amount,
    settled: sale.total,
    granted,
    tax,
  });
}

/** A payment of an earlier day is taken back: its money, its discount, what it settled. */
export async function takePaymentBack(trial: TrialShop): Promise<void> {
  const payment = trial.payments.find(
    (one) => one.day < trial.today && trial.canGive(one, one.amount),
  );
  if (!payment) return;
  trial.payments.splice(trial.payments.indexOf(payment), 1);
  const { chargeAccountId, saleId, amount, settled, granted, tax } = payment;
  const extra = { kind: 'paymentBack', chargeAccountId, ofSaleId: saleId };
  await giveBackFor(trial, 'payment taken back', extra, {
    owedAs: 'chargeAccounts',
    amount,
    taken: payment,
  });
  const undone = Object.entries(granted).map(([account, part]) => [account, -part]);
  trial.books.post(Object.fromEntries(undone));
  trial.books.taxed(trial.today, tax, 1);
  trial.books.owes(chargeAccountId, settled);
}

/** A part of a charge, or all of it, is written off, its tax with it. */
export async function writeOff(trial: TrialShop): Promise<void> {
  const sale = openCharge(trial);
  if (!sale) return;
  const chargeAccountId = sale.chargeAccountId!;
  const amount = trial.chance.chance(0.3) ? sale.total : trial.chance.to(1, sale.total + 1);
  const names = Object.keys(sale.tax);
  const [, ...taxParts] = portions(amount, [
    sale.net,
    ...names.map((name) => sale.tax[name]!),
  ]);
  const tax = Object.fromEntries(names.map((name, i) => [name, taxParts[i]!]));
  trial.taken(
    'written off',
    await trial.manager.send(
      `/accounts/${chargeAccountId}/write-offs`,
      { chargeItemId: await itemOf(trial, sale), amountMinor: amount, reason: 'Not worth it' },
      { approval: { reason: 'As agreed' } },
    ),
  );
  trial.done('written off');
  trial.books.post({ writeOffs: amount - sumOf(tax), ...tax, chargeAccounts: -amount });
  trial.books.taxed(trial.today, tax, -1);
  trial.books.owes(chargeAccountId, -amount);
}

/** After all its days: every account that still owes bears the charge of a month. */
export async function lateCharges(trial: TrialShop): Promise<void> {
  // All that was charged is past due and grace before that month ends.
  const after = new Date(Date.parse(trial.today) + 75 * DAY);
  const first = new Date(Date.UTC(after.getUTCFullYear(), after.getUTCMonth() + 1, 1));
  const month = after.toISOString().slice(0, 7);
  trial.today = first.toISOString().slice(0, 10);
  trial.shop.setNow(`${trial.today}T14:00:00Z`);
  trial.keeper = await trial.shop.as('osric');
  const { rows } = (await trial.keeper.get(`/late-charges?month=${month}`)).body;
  const late = trial.accounts.flatMap((chargeAccountId) => {
    const owed = trial.books.owed[chargeAccountId] ?? 0;
    const charge = Math.max(half(owed * LATE, 10_000), LATE_AT_LEAST);
    return owed > 0 ? [{ chargeAccountId, amountMinor: charge }] : [];
  });
  const byId = (one: { chargeAccountId: number }, other: { chargeAccountId: number }) =>
    one.chargeAccountId - other.chargeAccountId;
  const proposed = rows.map(({ chargeAccountId, chargeMinor }: any) => ({
    chargeAccountId,
    amountMinor: chargeMinor,
  }));
  trial.same('late charges', proposed.sort(byId), late.sort(byId));
  if (late.length === 0) return;
  const command = { month, charges: late };
  trial.taken('late charges', await trial.keeper.send('/late-charges', command));
  trial.done('late charges');
  for (const { chargeAccountId, amountMinor } of late) {
    trial.books.post({ chargeAccounts: amountMinor, lateCharges: -amountMinor });
    trial.books.owes(chargeAccountId, amountMinor);
  }
}
