import { cash, ourCheque } from '../harness';
import { approval as BY_MANAGER } from '../regulars';
import { quantityOf } from './arithmetic';
import { cashOf, takenBack } from './model';
import { ring } from './selling';
import type { Paid, TrialShop } from './trialShop';

/* Cheques, both ways: taken, come back from the bank, paid after all, and our own. */

/** A cheque that a sale was paid with, and where its paper is. */
export type TrialCheque = {
  sale: Paid;
  number: string;
  where: 'drawer' | 'safe' | 'bank' | 'missing';
};

export async function sellByCheque(trial: TrialShop): Promise<void> {
  const number = String(trial.chance.to(1, 1_000_000_000));
  const sale = await ring(trial, 'sold by cheque', (total) => ({
    tenders: [
      {
        kind: 'cheque',
        tenderId: trial.id.tenders['cheque'],
        amountMinor: total,
        cheque: { number, drawnBy: 'Ida Marlow', dated: trial.today },
      },
    ],
    debits: { drawer: total },
  }));
  if (!sale) return;
  // Its paper is in the drawer; no cash can be given back of it.
  trial.drawerToday[sale.drawer]! -= sale.total;
  trial.cheques.push({ sale, number, where: 'drawer' });
  trial.books.took(trial.today, sale.total);
}

/** The cheques of a drawer that are counted with it. */
export const inDrawer = (trial: TrialShop, drawer: string) =>
  trial.cheques.filter(({ where, sale }) => where === 'drawer' && sale.drawer === drawer);

/** A line that was paid with a cheque comes back for one of ours. */
export async function backByOurCheque(trial: TrialShop): Promise<void> {
  const cheque = trial.cheques.find(({ where, sale }) => where === 'bank' && !sale.backSoFar);
  if (!cheque) return;
  const { sale } = cheque;
  trial.cheques.splice(trial.cheques.indexOf(cheque), 1);
  const line = sale.lines[0]!;
  const back = takenBack(line, line.milli);
  if (back.total <= 0) return;
  const number = String(trial.chance.to(1, 1_000_000_000));
  trial.taken(
    'back by our cheque',
    await trial.clerk.send(
      '/sales',
      {
        drawerId: trial.id.drawers[sale.drawer],
        lines: [],
        tenders: [],
        returned: {
          saleId: sale.id,
          lines: [{ position: 1, quantity: quantityOf(line.milli) }],
          reason: 'faulty',
          condition: 'asNew',
        },
        refunds: [ourCheque(trial.id, back.total, number)],
      },
      { approval: BY_MANAGER },
    ),
  );
  trial.done('back by our cheque');
  trial.books.post({ returns: back.net, ...back.tax, bankInTransit: -back.total });
  trial.books.taxed(trial.today, back.tax, -1);
  trial.books.took(trial.today, -back.total);
  trial.refunded();
  trial.comesByBank(-back.total, `CHEQUE ${number}`, number);
}

/** The bank returns a cheque: it is owed with a fee, and the money leaves again. */
export async function chequeReturns(trial: TrialShop): Promise<void> {
  const cheque = trial.cheques.find(({ where }) => where === 'bank');
  if (!cheque) return;
  trial.cheques.splice(trial.cheques.indexOf(cheque), 1);
  const { id, total } = cheque.sale;
  const { payments } = (await trial.keeper.get(`/sales/${id}`)).body;
  const fee = trial.chance.of([0, 25_00]);
  const { returnedChequeId } = trial.taken(
    'cheque returned',
    await trial.keeper.send(`/cheques/${payments[0].chequeState.id}/return`, {
      date: trial.today,
      feeMinor: fee,
      reason: 'Not sufficient funds',
    }),
  );
  trial.done('cheque returned');
  trial.books.post({ returnedCheques: total + fee, bankInTransit: -total, feeIncome: -fee });
  trial.returned.push({ id: returnedChequeId, left: total + fee });
  trial.comesByBank(-total, `RETURNED CHEQUE ${cheque.number}`, cheque.number);
}

/** A returned cheque is paid after all, in part or whole; what is left is written off. */
export async function chequeEnds(trial: TrialShop): Promise<void> {
  const [owed] = trial.returned;
  if (!owed) return;
  if (trial.chance.chance(0.5)) {
    trial.returned.shift();
    const path = `/returned-cheques/${owed.id}/write-off`;
    const approved = { approval: { reason: 'As agreed' } };
    trial.taken('cheque off', await trial.manager.send(path, { reason: 'Moved' }, approved));
    trial.done('returned cheque written off');
    trial.books.post({ writeOffs: owed.left, returnedCheques: -owed.left });
    return;
  }
  const amount = trial.chance.to(5, owed.left + 1);
  const { kept, rounding } = cashOf(amount);
  trial.taken(
    'cheque paid',
    await trial.clerk.send('/sales', {
      drawerId: trial.id.drawers['shop'],
      lines: [],
      extras: [{ kind: 'chequePaid', returnedChequeId: owed.id, amountMinor: amount }],
      tenders: [cash(trial.id, kept)],
    }),
  );
  trial.done('returned cheque paid');
  trial.books.post({ drawer: kept, rounding, returnedCheques: -amount });
  trial.books.took(trial.today, kept);
  trial.drawerToday['shop'] = (trial.drawerToday['shop'] ?? 0) + kept;
  owed.left -= amount;
  if (owed.left < 5) trial.returned.shift();
}

/** A cheque that was missing at its count is found: it lies in the safe, off over and short. */
export async function findCheque(trial: TrialShop): Promise<void> {
  const cheque = trial.cheques.find(({ where }) => where === 'missing');
  if (!cheque) return;
  const { payments } = (await trial.keeper.get(`/sales/${cheque.sale.id}`)).body;
  const path = `/cheques/${payments[0].chequeState.id}/found`;
  trial.taken('cheque found', await trial.keeper.send(path, { reason: 'Under the tray' }));
  trial.done('cheque found');
  cheque.where = 'safe';
  const { total } = cheque.sale;
  trial.books.post({ safe: total, overAndShort: -total });
  trial.safe += total;
}
