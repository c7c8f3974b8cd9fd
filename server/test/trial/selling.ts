import { SALTMARROW } from '@abacist/sim/shop';
import { card, cash } from '../harness';
import { approval as BY_MANAGER } from '../regulars';
import { quantityOf } from './arithmetic';
import { cashOf, priced, sumOf, type Debits, type Goods, type takenBack } from './model';
import { CODE_OF, owedTax, sorted, TAXES } from './setUp';
import { schemes, type Paid, type TrialShop } from './trialShop';

/* Tickets that sell, by what pays them. */

function someGoods(trial: TrialShop): {
  goods: Goods[];
  lines: object[];
  less: number;
} {
  const goods: Goods[] = [];
  const lines: object[] = [];
  for (let i = trial.chance.to(1, 5); i > 0; i -= 1) {
    const lessPercent = trial.chance.of([0, 0, 0, 5, 10, 33]);
    const discount = lessPercent ? { discount: { percent: String(lessPercent) } } : {};
    if (trial.chance.chance(0.5)) {
      const item = trial.chance.of(SALTMARROW.items);
      const milli =
        item.decimals === 2 ? trial.chance.to(1, 400) * 10 : trial.chance.to(1, 5) * 1000;
      goods.push({
        department: item.department,
        priceMinor: item.priceMinor,
        milli,
        lessPercent,
      });
      lines.push({
        itemId: trial.id.items[item.code],
        quantity: quantityOf(milli),
        ...discount,
      });
    } else {
      const department = trial.chance.of(SALTMARROW.departments).code;
      const priceMinor = trial.chance.to(5, 200_00);
      goods.push({ department, priceMinor, milli: 1000, lessPercent });
      lines.push({
        departmentId: trial.id.departments[department],
        amountMinor: priceMinor,
        ...discount,
      });
    }
  }
  return { goods, lines, less: trial.chance.of([0, 0, 0, 10, 7]) };
}

/** What pays a ticket, and what that debits; null where it can't. */
export type Settled = { tenders: object[]; debits: Debits } | null;

/** Goods that come back on the same ticket; those of an order, and no others. */
type Special = {
  exchanged?: { drawer: string; returned: object; back: ReturnType<typeof takenBack> };
  wanted?: ReturnType<typeof someGoods>;
};

/** Prices a ticket, rings it with the tenders that it asks for, and compares its receipt. */
export async function ring(
  trial: TrialShop,
  kind: string,
  settle: (total: number) => Settled,
  { exchanged, wanted }: Special = {},
): Promise<Paid | null> {
  const { goods, lines, less } = wanted ?? someGoods(trial);
  const ticket = priced(goods, less, TAXES);
  const drawer = exchanged?.drawer ?? trial.chance.of(['shop', 'hatch']);
  const worth = exchanged?.back.total ?? 0;
  const how = ticket.total > worth ? settle(ticket.total - worth) : null;
  if (!how) return null;
  const answer = trial.taken<{ saleId: number; number: string; totalMinor: number }>(
    kind,
    await trial.clerk.send(
      '/sales',
      {
        drawerId: trial.id.drawers[drawer],
        lines,
        ...(less && { discount: { percent: String(less) } }),
        tenders: how.tenders,
        ...(exchanged && { returned: exchanged.returned }),
      },
      { approval: BY_MANAGER },
    ),
  );
  trial.done(kind);
  const receipt = (await trial.clerk.get(`/sales/${answer.saleId}`)).body;
  const taxes = Object.fromEntries(
    receipt.taxes.map((one: any) => [CODE_OF[one.authority]!, one.taxMinor]),
  );
  if (!exchanged) {
    trial.same(
      `${answer.number}: net, tax, total`,
      [receipt.netMinor, sorted(taxes), receipt.totalMinor],
      [ticket.net, sorted(ticket.tax), ticket.total],
    );
  }
  trial.same(`${answer.number}: to pay`, answer.totalMinor, ticket.total - worth);
  trial.same(
    `${answer.number}: lines`,
    receipt.lines.map((one: any) => [one.netMinor, one.taxMinor]),
    ticket.lines.map(({ net, tax }) => [net, sumOf(tax)]),
  );
  trial.books.post({
    ...how.debits,
    sales: -ticket.net,
    ...(exchanged && { returns: exchanged.back.net }),
    ...owedTax(ticket.tax, exchanged?.back.tax ?? {}),
  });
  trial.books.taxed(trial.today, ticket.tax, 1);
  if (exchanged) trial.books.taxed(trial.today, exchanged.back.tax, -1);
  const kept = how.debits['drawer'] ?? 0;
  trial.drawerToday[drawer] = (trial.drawerToday[drawer] ?? 0) + kept;
  return {
    ...ticket,
    id: answer.saleId,
    number: answer.number,
    day: trial.today,
    by: 'cash',
    tenderRow: receipt.payments[0]?.id,
    kept,
    given: 0,
    backSoFar: 0,
    special: trial.chance.chance(0.3),
    netBack: 0,
    fees: 0,
    drawer,
  };
}

export async function sell(trial: TrialShop, by: Paid['by']): Promise<void> {
  const scheme = trial.chance.of(schemes);
  const chargeAccountId = trial.chance.of(trial.accounts);
  const sale = await ring(trial, `sold by ${by}`, (total): Settled => {
    if (by === 'cash') {
      const { kept, rounding } = cashOf(total);
      if (kept === 0) return null;
      return { tenders: [cash(trial.id, kept)], debits: { drawer: kept, rounding } };
    }
    if (by === 'card') {
      return {
        tenders: [card(trial.id, total, scheme)],
        debits: { cardClearing: total },
      };
    }
    if (by === 'goodwill') {
      const tenderId = trial.id.tenders['goodwill'];
      const tender = { kind: 'other', tenderId, amountMinor: total, reference: 'As agreed' };
      return { tenders: [tender], debits: { discountsGiven: total } };
    }
    const tenderId = trial.id.tenders['account'];
    const charge = { buyer: '', reference: '', chargeAccountId };
    return {
      tenders: [{ kind: 'onAccount', tenderId, amountMinor: total, ...charge }],
      debits: { chargeAccounts: total },
    };
  });
  if (!sale) return;
  sale.by = by;
  if (by === 'card') {
    sale.scheme = scheme;
    trial.inBatch(scheme, 1, sale.total, 0);
  }
  if (by === 'account') {
    sale.chargeAccountId = chargeAccountId;
    trial.books.owes(chargeAccountId, sale.total);
    trial.books.charged(trial.today, sale.total);
  }
  trial.books.took(trial.today, by === 'cash' ? sale.kept : sale.total);
  trial.sales.push(sale);
}

export async function sellSplit(trial: TrialShop): Promise<void> {
  const scheme = trial.chance.of(schemes);
  let byCard = 0;
  const sale = await ring(trial, 'sold by card and cash', (total) => {
    byCard = Math.floor(total / 3);
    const { kept, rounding } = cashOf(total - byCard);
    if (byCard === 0 || kept === 0) return null;
    return {
      tenders: [card(trial.id, byCard, scheme), cash(trial.id, kept)],
      debits: { cardClearing: byCard, drawer: kept, rounding },
    };
  });
  if (!sale) return;
  trial.inBatch(scheme, 1, byCard, 0);
  trial.books.took(trial.today, byCard + sale.kept);
}

/** Paid to the bank, which has not shown it yet. */
export async function sellByTransfer(trial: TrialShop): Promise<void> {
  const sale = await ring(trial, 'sold by transfer', (total) => ({
    tenders: [
      {
        kind: 'transfer',
        tenderId: trial.id.tenders['transfer'],
        amountMinor: total,
        bankAccountId: 1,
        reference: 'By phone',
      },
    ],
    debits: { bankInTransit: total },
  }));
  if (sale) trial.books.took(trial.today, sale.total);
}
