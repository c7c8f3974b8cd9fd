import { cash } from '../harness';
import { cashOf, priced, type Goods } from './model';
import { giveBackFor, takeFor, type TakenFor } from './owed';
import { ring, type Settled } from './selling';
import { TAXES } from './setUp';
import type { TrialShop } from './trialShop';

/* Orders: paid ahead, sold with what was paid, or cancelled and paid back. */

/** An order that waits: its goods, what they come to, and what was paid ahead. */
export type TrialOrder = TakenFor & { id: number; goods: Goods[]; prepaid: number };

export async function prepay(trial: TrialShop): Promise<void> {
  const goods = Array.from({ length: trial.chance.to(1, 4) }, (): Goods => ({
    department: trial.chance.of(['rope', 'paint', 'books', 'hatch']),
    priceMinor: trial.chance.to(5_00, 200_00),
    milli: 1000,
    lessPercent: 0,
  }));
  const order = trial.taken<{ id: number }>(
    'order',
    await trial.clerk.send('/orders', {
      kind: 'order',
      lines: goods.map(({ department, priceMinor }) => ({
        departmentId: trial.id.departments[department],
        amountMinor: priceMinor,
      })),
    }),
  );
  const { total } = priced(goods, 0, TAXES);
  const prepaid = trial.chance.to(1, Math.floor(total / 100) + 1) * 100;
  const extra = { kind: 'prepayment', orderId: order.id };
  const taken = await takeFor(trial, 'prepaid', 'prepayments', extra, prepaid);
  trial.orders.push({ ...taken, id: order.id, goods, prepaid });
}

/** All of an order is sold: what was paid ahead pays, the rest is cash. */
export async function sellOrder(trial: TrialShop): Promise<void> {
  const order = trial.orders.shift();
  if (!order) return;
  const { id, goods, prepaid } = order;
  const ahead = {
    kind: 'prepayment',
    tenderId: trial.id.tenders['prepayment'],
    orderId: id,
    amountMinor: prepaid,
  };
  const paying = (total: number): Settled => {
    const { kept, rounding } = cashOf(total - prepaid);
    return total > prepaid
      ? {
          tenders: [ahead, cash(trial.id, kept)],
          debits: { prepayments: prepaid, drawer: kept, rounding },
        }
      : { tenders: [ahead], debits: { prepayments: prepaid } };
  };
  const lines = goods.map(({ department, priceMinor }, i) => ({
    departmentId: trial.id.departments[department],
    amountMinor: priceMinor,
    order: { orderId: id, position: i + 1 },
  }));
  const sale = await ring(trial, 'order sold', paying, { wanted: { goods, lines, less: 0 } });
  if (sale) trial.books.took(trial.today, sale.kept);
}

/** An order is cancelled, and what was paid ahead goes back as it came. */
export async function cancelOrder(trial: TrialShop): Promise<void> {
  const [order] = trial.orders;
  if (!order || !trial.canGive(order, order.prepaid)) return;
  trial.orders.shift();
  await giveBackFor(
    trial,
    'order cancelled',
    { kind: 'prepaymentBack', orderId: order.id },
    { owedAs: 'prepayments', amount: order.prepaid, taken: order },
  );
}
