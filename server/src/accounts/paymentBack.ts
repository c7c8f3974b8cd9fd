import type { SaleCommand } from '@abacist/contracts';
import { minor } from '@abacist/core/money';
import type { StandingPayment } from '@abacist/core/sales';
import type { CommandContext } from '../context';
import { row } from '../db/pool';
import { allocationTaxes, plainly, standingAllocations, undoAllocation } from './items';

type Payment = Omit<StandingPayment, 'given' | 'goneMinor'>;

/** Payments that a ticket takes back, as they stand; their accounts are locked. */
export async function paymentsTakenBack(
  { tx }: CommandContext,
  { extras = [] }: SaleCommand,
): Promise<StandingPayment[]> {
  const found: StandingPayment[] = [];
  for (const extra of extras) {
    if (!('ofSaleId' in extra)) continue;
    const payment = await row<Payment>(
      tx,
      `SELECT sale_id AS ofSaleId, charge_account_id AS chargeAccountId, id AS itemId,
         -amount_minor AS amountMinor
       FROM open_item
       WHERE sale_id = ? AND charge_account_id = ? AND kind = 'payment' AND NOT voided`,
      [extra.ofSaleId, extra.chargeAccountId],
    );
    if (!payment) continue;
    const standing = await givenWith(tx, payment.itemId);
    const gone = standing.filter(({ chargeKind }) => GONE.includes(chargeKind));
    const given = [];
    for (const one of standing) {
      const taxes = await allocationTaxes(tx, one.id);
      given.push({
        ...plainly(one.chargeAccountId, one.chargeItemId, one.amountMinor),
        discountMinor: minor(one.discountMinor),
        discountTaxMinor: minor(taxes.reduce((sum, { taxMinor }) => sum + taxMinor, 0)),
        taxes: taxes.map((tax) => ({ ...tax, taxMinor: minor(tax.taxMinor) })),
      });
    }
    const goneMinor = gone.reduce((sum, { amountMinor }) => sum + amountMinor, 0);
    found.push({ ...payment, given, goneMinor });
  }
  return found;
}

/**
 * What a payment was given to, and what credits of its account were given beside it: a discount
 * that both earned together goes with the last of them.
 */
const givenWith = (tx: CommandContext['tx'], itemId: number) =>
  standingAllocations(
    tx,
    `(x.credit_item_id = ? OR (x.sale_id = (SELECT sale_id FROM open_item WHERE id = ?)
      AND c.charge_account_id = (SELECT charge_account_id FROM open_item WHERE id = ?)))`,
    [itemId, itemId, itemId],
  );

/** What a payment can't be taken back from: the money left, or its cheque never brought any. */
const GONE: readonly string[] = ['paidOut', 'returnedCheque'];

/** Whether nothing is gone of the payment that the extra `x` of a ticket made. */
export const NOTHING_GONE = `NOT EXISTS (
    SELECT 1 FROM open_item p
    JOIN allocation a ON a.credit_item_id = p.id AND a.undoes_id IS NULL
    JOIN open_item h ON h.id = a.charge_item_id
      AND h.kind IN (${GONE.map((kind) => `'${kind}'`).join(', ')})
    LEFT JOIN allocation u ON u.undoes_id = a.id
    WHERE p.sale_id = x.sale_id AND p.charge_account_id = x.charge_account_id
      AND p.kind = 'payment' AND u.id IS NULL)`;

/** A payment is taken back: what it settled, with its discounts, is open again. */
export async function openPaymentAgain(
  context: CommandContext,
  saleId: number,
  itemId: number,
): Promise<void> {
  for (const one of await givenWith(context.tx, itemId)) {
    await undoAllocation(context, one, { date: context.today, reason: '', saleId });
  }
}
