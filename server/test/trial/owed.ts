import { card, cash } from '../harness';
import { approval as BY_MANAGER } from '../regulars';
import { cashOf } from './model';
import { ring, type Settled } from './selling';
import type { TrialShop } from './trialShop';

/* Money for what is no goods: accounts, vouchers, prepayments. */

/** How money for no goods came, so that it can go back. */
export type TakenFor = {
  saleId: number;
  day: string;
  byCard: boolean;
  drawer: string;
  tenderRow: number;
};

/** Money for something that is no goods: cash or a card, into an account of what is owed. */
export async function takeFor(
  trial: TrialShop,
  kind: string,
  owedAs: string,
  extra: object,
  amount: number,
): Promise<TakenFor & { answer: any }> {
  const byCard = trial.chance.chance(0.5);
  const drawer = trial.chance.of(['shop', 'hatch']);
  const { kept, rounding } = cashOf(amount);
  const answer = trial.taken(
    kind,
    await trial.clerk.send('/sales', {
      drawerId: trial.id.drawers[drawer],
      lines: [],
      extras: [{ ...extra, amountMinor: amount }],
      tenders: [byCard ? card(trial.id, amount) : cash(trial.id, kept)],
    }),
  );
  trial.done(kind);
  const debits: Record<string, number> = byCard
    ? { cardClearing: amount }
    : { drawer: kept, rounding };
  trial.books.post({ ...debits, [owedAs]: -amount });
  trial.books.took(trial.today, byCard ? amount : kept);
  if (byCard) trial.inBatch('meridian', 1, amount, 0);
  else trial.drawerToday[drawer] = (trial.drawerToday[drawer] ?? 0) + kept;
  const { payments } = (await trial.clerk.get(`/sales/${answer.saleId}`)).body;
  const tenderRow = payments[0].id;
  return { answer, saleId: answer.saleId, day: trial.today, byCard, drawer, tenderRow };
}

export async function payOnAccount(trial: TrialShop): Promise<void> {
  const chargeAccountId = trial.chance.of(trial.accounts);
  const owed = trial.books.owed[chargeAccountId] ?? 0;
  if (owed < 10) return;
  const amount = trial.chance.to(5, owed);
  const extra = { kind: 'accountPayment', chargeAccountId, allocations: [], keepCredit: true };
  await takeFor(trial, 'paid on account', 'chargeAccounts', { ...extra, reason: '' }, amount);
  trial.books.owes(chargeAccountId, -amount);
}

export async function sellVoucher(trial: TrialShop): Promise<void> {
  const amount = trial.chance.to(10, 100) * 100;
  const taken = await takeFor(trial, 'voucher sold', 'vouchers', { kind: 'voucher' }, amount);
  const { code } = taken.answer.vouchers[0];
  const { id } = (await trial.clerk.get(`/vouchers?code=${code}`)).body;
  trial.vouchers.push({ ...taken, id, amount, left: amount });
}

export async function useVoucher(trial: TrialShop): Promise<void> {
  const voucher = trial.vouchers.find(({ left }) => left > 0);
  if (!voucher) return;
  let used = 0;
  const sale = await ring(trial, 'sold for a voucher', (total): Settled => {
    used = Math.min(voucher.left, total);
    const { kept, rounding } = cashOf(total - used);
    const tenderId = trial.id.tenders['voucher'];
    const tender = { kind: 'voucher', tenderId, voucherId: voucher.id, amountMinor: used };
    return total - used > 0
      ? {
          tenders: kept > 0 ? [tender, cash(trial.id, kept)] : [tender, cash(trial.id, 0)],
          debits: { vouchers: used, drawer: kept, rounding },
        }
      : { tenders: [tender], debits: { vouchers: used } };
  });
  if (!sale) return;
  voucher.left -= used;
  trial.books.took(trial.today, sale.kept);
}

/** A voucher of which nothing was used is taken back whole, whatever day it was sold on. */
export async function takeVoucherBack(trial: TrialShop): Promise<void> {
  const voucher = trial.vouchers.find(
    (one) => one.left === one.amount && trial.canGive(one, one.amount),
  );
  if (!voucher) return;
  const extra = { kind: 'voucherBack', voucherId: voucher.id };
  await giveBackFor(trial, 'voucher taken back', extra, {
    owedAs: 'vouchers',
    amount: voucher.amount,
    taken: voucher,
  });
  voucher.left = 0;
}

/** What was taken for no goods is given back the way it came. */
export async function giveBackFor(
  trial: TrialShop,
  kind: string,
  extra: object,
  { owedAs, amount, taken }: { owedAs: string; amount: number; taken: TakenFor },
): Promise<void> {
  const { byCard, drawer, tenderRow } = taken;
  const { kept, rounding } = cashOf(amount);
  const refund = byCard
    ? {
        kind: 'card',
        tenderId: trial.id.tenders['meridian'],
        saleTenderId: tenderRow,
        amountMinor: amount,
        reference: 'B-2',
      }
    : { kind: 'cash', tenderId: trial.id.tenders['cash'], amountMinor: amount };
  trial.taken(
    kind,
    await trial.clerk.send(
      '/sales',
      {
        drawerId: trial.id.drawers[drawer],
        lines: [],
        tenders: [],
        extras: [{ ...extra, amountMinor: amount }],
        refunds: [refund],
      },
      { approval: BY_MANAGER },
    ),
  );
  trial.done(kind);
  trial.books.post({
    [owedAs]: amount,
    ...(byCard ? { cardClearing: -amount } : { drawer: -kept, rounding: -rounding }),
  });
  trial.books.took(trial.today, byCard ? -amount : -kept);
  trial.refunded();
  if (byCard) trial.inBatch('meridian', 1, 0, amount);
  else trial.drawerToday[drawer]! -= kept;
}
