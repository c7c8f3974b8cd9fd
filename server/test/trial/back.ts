import { cash } from '../harness';
import { approval as BY_MANAGER } from '../regulars';
import { half, quantityOf } from './arithmetic';
import { cashBack, cashOf, takenBack, type Debits } from './model';
import { ring, type Settled } from './selling';
import type { TrialShop } from './trialShop';

/* Goods that come back, for money, for other goods or for credit; and sales that are voided. */

/** The demo shop keeps this many hundredths of the net of what it has to restock. */
const RESTOCKING = 20;

export async function takeBack(trial: TrialShop): Promise<void> {
  const open = trial.sales.filter(({ lines }) =>
    lines.some((one) => one.backMilli < one.milli),
  );
  if (open.length === 0) return;
  const sale = trial.chance.of(open);
  const position = sale.lines.findIndex((one) => one.backMilli < one.milli);
  const line = sale.lines[position]!;
  const left = line.milli - line.backMilli;
  const whole = line.milli % 1000 === 0;
  const milli = whole
    ? trial.chance.to(1, left / 1000 + 1) * 1000
    : trial.chance.chance(0.5)
      ? left
      : Math.max(10, Math.floor(left / 20) * 10);
  const before = structuredClone(line);
  const back = takenBack(line, milli);
  // A special order is restocked: a share of what its pieces come to, over all steps together.
  const special = sale.special && sale.by !== 'goodwill';
  const fee = special ? half((sale.netBack + back.net) * RESTOCKING, 100) - sale.fees : 0;
  const worth = back.total - fee;
  const given = sale.by === 'cash' ? cashBack(sale.backSoFar + worth, sale.given, sale) : 0;
  if (
    worth <= 0 ||
    (sale.by === 'cash' && (given < 0 || given > (trial.drawerToday[sale.drawer] ?? 0)))
  ) {
    Object.assign(line, before);
    return;
  }
  const named = {
    cash: 'cash',
    card: sale.scheme,
    account: 'account',
    goodwill: 'goodwill',
  };
  const refund = {
    tenderId: trial.id.tenders[named[sale.by]!],
    amountMinor: worth,
    ...(sale.by !== 'cash' && { saleTenderId: sale.tenderRow }),
    ...(sale.by === 'card' && { reference: 'B-1' }),
    kind: { cash: 'cash', card: 'card', account: 'onAccount', goodwill: 'other' }[sale.by],
  };
  const answer = trial.taken<{ saleId: number; totalMinor: number; number: string }>(
    `back of ${sale.number}`,
    await trial.manager.send(
      '/sales',
      {
        drawerId: trial.id.drawers[sale.drawer],
        lines: [],
        tenders: [],
        returned: {
          saleId: sale.id,
          lines: [{ position: position + 1, quantity: quantityOf(milli) }],
          reason: special ? 'specialOrder' : 'faulty',
          condition: 'asNew',
        },
        refunds: [refund],
      },
      { approval: { reason: 'As agreed' } },
    ),
  );
  trial.done(`back by ${sale.by}`);
  if (fee) trial.done('back less restocking');
  trial.same(`${answer.number}: given back`, -answer.totalMinor, worth);
  if (sale.by === 'cash') {
    const { payments } = (await trial.clerk.get(`/sales/${answer.saleId}`)).body;
    trial.same(
      `${answer.number}: in coins, of ${sale.number}, ${sale.kept} kept, ${sale.given} before`,
      payments[0].roundingMinor - payments[0].amountMinor,
      given,
    );
  }
  sale.backSoFar += worth;
  sale.given += given;
  sale.netBack += back.net;
  sale.fees += fee;
  const byTender: Record<typeof sale.by, Debits> = {
    cash: { drawer: -given, rounding: given - worth },
    card: { cardClearing: -worth },
    account: { chargeAccounts: -worth },
    goodwill: { discountsGiven: -back.total },
  };
  trial.books.post({
    returns: back.net,
    ...back.tax,
    restockingFees: -fee,
    ...byTender[sale.by],
  });
  trial.books.taxed(trial.today, back.tax, -1);
  if (sale.by === 'account') {
    trial.books.owes(sale.chargeAccountId!, -worth);
    trial.books.charged(trial.today, -worth);
  }
  trial.books.took(trial.today, sale.by === 'cash' ? -given : -worth);
  if (sale.by === 'cash') trial.drawerToday[sale.drawer]! -= given;
  if (sale.by === 'card') trial.inBatch(sale.scheme!, 1, 0, worth);
  trial.refunded();
}

/** A whole line of a cash sale that nothing came back of yet, and how the API names it. */
function wholeLine(trial: TrialShop) {
  const open = trial.sales.filter(({ by, backSoFar }) => by === 'cash' && backSoFar === 0);
  if (open.length === 0) return null;
  const sale = trial.chance.of(open);
  const line = sale.lines[0]!;
  const back = takenBack(line, line.milli);
  // What leaves otherwise than in cash is not rounded: the trial takes no more of this sale.
  trial.sales.splice(trial.sales.indexOf(sale), 1);
  const returned = {
    saleId: sale.id,
    lines: [{ position: 1, quantity: quantityOf(line.milli) }],
    reason: 'faulty',
    condition: 'asNew',
  };
  return back.total > 0 ? { sale, back, returned, drawer: sale.drawer } : null;
}

/** Goods for dearer goods: the difference is paid in cash. */
export async function exchange(trial: TrialShop): Promise<void> {
  const whole = wholeLine(trial);
  if (!whole) return;
  const paying = (due: number) => {
    const { kept, rounding } = cashOf(due);
    return kept > 0
      ? { tenders: [cash(trial.id, kept)], debits: { drawer: kept, rounding } }
      : null;
  };
  const sale = await ring(trial, 'exchanged', paying, { exchanged: whole });
  if (sale) trial.books.took(trial.today, sale.kept);
}

export async function backForCredit(trial: TrialShop): Promise<void> {
  const whole = wholeLine(trial);
  if (!whole) return;
  const { back, returned, drawer } = whole;
  const tenderId = trial.id.tenders['credit'];
  const { credit } = trial.taken(
    'back for credit',
    await trial.clerk.send(
      '/sales',
      {
        drawerId: trial.id.drawers[drawer],
        lines: [],
        tenders: [],
        returned,
        refunds: [{ kind: 'storeCredit', tenderId, amountMinor: back.total }],
      },
      { approval: BY_MANAGER },
    ),
  );
  trial.done('back for credit');
  trial.same(`${credit.number}: worth`, credit.amountMinor, back.total);
  trial.books.post({ returns: back.net, ...back.tax, storeCredit: -back.total });
  trial.books.taxed(trial.today, back.tax, -1);
  trial.refunded();
  const { id } = await trial.shop.one('SELECT id FROM credit_note ORDER BY id DESC LIMIT 1');
  trial.credits.push({ id, left: back.total });
}

export async function useCredit(trial: TrialShop): Promise<void> {
  const credit = trial.credits.find(({ left }) => left > 0);
  if (!credit) return;
  let used = 0;
  const sale = await ring(trial, 'sold for store credit', (total): Settled => {
    used = Math.min(credit.left, total);
    const { kept, rounding } = cashOf(total - used);
    const tenderId = trial.id.tenders['credit'];
    const tender = {
      kind: 'storeCredit',
      tenderId,
      creditNoteId: credit.id,
      amountMinor: used,
    };
    return total > used
      ? {
          tenders: [tender, cash(trial.id, kept)],
          debits: { storeCredit: used, drawer: kept, rounding },
        }
      : { tenders: [tender], debits: { storeCredit: used } };
  });
  if (!sale) return;
  credit.left -= used;
  trial.books.took(trial.today, sale.kept);
}

export async function voidOne(trial: TrialShop): Promise<void> {
  const fits = trial.sales.filter(
    (one) =>
      one.day === trial.today &&
      one.backSoFar === 0 &&
      one.by !== 'account' &&
      (one.by !== 'cash' || one.kept <= trial.drawerToday[one.drawer]!),
  );
  if (fits.length === 0) return;
  const sale = trial.chance.of(fits);
  trial.taken(
    `void of ${sale.number}`,
    await trial.manager.send(
      `/sales/${sale.id}/void`,
      {},
      { approval: { reason: 'Rung twice' } },
    ),
  );
  trial.done('voided');
  trial.sales.splice(trial.sales.indexOf(sale), 1);
  const byTender: Record<typeof sale.by, Debits> = {
    cash: { drawer: -sale.kept, rounding: sale.kept - sale.total },
    card: { cardClearing: -sale.total },
    goodwill: { discountsGiven: -sale.total },
    account: {},
  };
  trial.books.post({ ...byTender[sale.by], sales: sale.net, ...sale.tax });
  trial.books.taxed(trial.today, sale.tax, -1);
  trial.books.took(trial.today, sale.by === 'cash' ? -sale.kept : -sale.total);
  trial.books.voidsOfDay[trial.today] = (trial.books.voidsOfDay[trial.today] ?? 0) + 1;
  if (sale.by === 'cash') trial.drawerToday[sale.drawer]! -= sale.kept;
  if (sale.by === 'card') trial.inBatch(sale.scheme!, -1, -sale.total, 0);
}
