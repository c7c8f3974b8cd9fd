import { card, cash } from '../harness';
import { cashOf, priced, type Debits, type Goods } from './model';
import { owedTax, TAXES } from './setUp';
import { schemes, type TrialShop } from './trialShop';

/* Days as a till of the shop's own reports them. */

/** Some departments in one sum each, paid by card and in cash; some reports are undone at once. */
export async function tillReport(trial: TrialShop): Promise<void> {
  const drawer = trial.chance.of(['shop', 'hatch']);
  const goods: Goods[] = Object.keys(TAXES)
    .filter(() => trial.chance.chance(0.5))
    .map((department) => ({
      department,
      priceMinor: trial.chance.to(5, 900_00),
      milli: 1000,
      lessPercent: 0,
    }));
  if (goods.length === 0) return;
  const ticket = priced(goods, 0, TAXES);
  const scheme = trial.chance.of(schemes);
  const byCard = Math.floor(ticket.total / 2);
  const { kept, rounding } = cashOf(ticket.total - byCard);
  if (byCard === 0 || kept === 0) return;
  const column = {
    date: trial.today,
    drawerId: trial.id.drawers[drawer],
    withTax: false,
    departments: goods.map(({ department, priceMinor }) => ({
      departmentId: trial.id.departments[department],
      soldMinor: priceMinor,
      returnedMinor: 0,
    })),
    taxes: [],
    roundingMinor: rounding,
    tenders: [
      cash(trial.id, kept),
      { ...card(trial.id, byCard, scheme), lastFour: '', reference: '' },
    ],
    payments: [],
  };
  const { id } = trial.taken<{ id: number }>(
    'till report',
    await trial.keeper.send('/totals', { columns: [column], acts: [] }),
  );
  trial.done('till report');
  const apply = (sign: 1 | -1) => {
    const posted: Debits = {
      drawer: kept,
      cardClearing: byCard,
      rounding,
      sales: -ticket.net,
      ...owedTax(ticket.tax, {}),
    };
    trial.books.post(
      Object.fromEntries(
        Object.entries(posted).map(([account, minor]) => [account, sign * minor]),
      ),
    );
    trial.books.taxed(trial.today, ticket.tax, sign);
    trial.books.took(trial.today, sign * (byCard + kept));
    trial.inBatch(scheme, sign, sign * byCard, 0);
    trial.drawerToday[drawer] = (trial.drawerToday[drawer] ?? 0) + sign * kept;
  };
  apply(1);
  if (!trial.chance.chance(0.4)) return;
  trial.taken(
    'till report undone',
    await trial.manager.send(
      `/totals/${id}/undo`,
      { reason: 'The roll of another day' },
      { approval: { reason: 'I saw the roll' } },
    ),
  );
  trial.done('till report undone');
  apply(-1);
  trial.books.voidsOfDay[trial.today] = (trial.books.voidsOfDay[trial.today] ?? 0) + 1;
}
