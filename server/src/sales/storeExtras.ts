import type { SaleAnswer, SaleCommand } from '@abacist/contracts';
import { addDays } from '@abacist/core/dates';
import type { PrepaymentParts } from '@abacist/core/orders';
import type { DecidedSale } from '@abacist/core/sales';
import type { CommandContext } from '../context';
import { insertMany, rows, run } from '../db/pool';
import { recoverCheque } from './returnedCheques';
import { makeVoucher, takeVoucher } from './vouchers';

/** Stores what stands on a ticket and is no goods. @returns the vouchers that it sold */
export async function storeExtras(
  context: CommandContext,
  saleId: number,
  sale: DecidedSale,
  voucherDays: number | null,
): Promise<SaleAnswer['vouchers']> {
  const { tx, today, now } = context;
  const vouchers: SaleAnswer['vouchers'] = [];
  for (const [i, extra] of sale.extras.entries()) {
    const { kind, orderId, amountMinor, parts, accountId, returnedChequeId, recoveredMinor } =
      extra;
    let { voucherId } = extra;
    if (voucherId !== null) await takeVoucher(context, voucherId, -amountMinor);
    if (kind === 'voucher') {
      const validUntil = voucherDays === null ? null : addDays(today, voucherDays);
      const made = await makeVoucher(context, saleId, amountMinor, validUntil);
      voucherId = made.id;
      vouchers.push({ code: made.code, amountMinor, validUntil });
    } else if (kind === 'prepayment') {
      await run(
        tx,
        'UPDATE customer_order SET prepaid_minor = prepaid_minor + ? WHERE id = ?',
        [amountMinor, orderId],
      );
    } else if (kind === 'prepaymentBack') {
      await run(
        tx,
        `UPDATE customer_order SET spent_minor = spent_minor + ?, cancelled_at = ?
         WHERE id = ?`,
        [-amountMinor, now, orderId],
      );
    }
    if (returnedChequeId !== null) {
      await recoverCheque(context, returnedChequeId, amountMinor, recoveredMinor);
    }
    const netMinor = kind === 'prepaymentBack' ? -parts.netMinor : parts.netMinor;
    await insertMany(
      tx,
      'sale_extra',
      [
        'sale_id',
        'position',
        'kind',
        'amount_minor',
        'net_minor',
        'order_id',
        'voucher_id',
        'charge_account_id',
        'returned_cheque_id',
        'recovered_minor',
      ],
      [
        [
          saleId,
          i + 1,
          kind,
          amountMinor,
          netMinor,
          orderId,
          voucherId,
          accountId,
          returnedChequeId,
          recoveredMinor,
        ],
      ],
    );
    await storeTax(context, saleId, parts, kind === 'prepaymentBack' ? -1 : 1);
  }
  for (const { tender, orderId, parts } of sale.prepaymentsUsed) {
    await run(tx, 'UPDATE customer_order SET spent_minor = spent_minor + ? WHERE id = ?', [
      sale.tenders[tender]!.amountMinor,
      orderId,
    ]);
    await storeTax(context, saleId, parts, -1);
  }
  return vouchers;
}

/** Tax of a prepayment as it becomes owed (sign 1) or is owed no more (−1). */
async function storeTax(
  { tx }: CommandContext,
  saleId: number,
  { taxes }: PrepaymentParts,
  sign: 1 | -1,
): Promise<void> {
  await insertMany(
    tx,
    'prepayment_tax',
    ['sale_id', 'authority_id', 'tax_minor'],
    taxes
      .filter(({ taxMinor }) => taxMinor !== 0)
      .map(({ authorityId, taxMinor }) => [saleId, authorityId, sign * taxMinor]),
  );
}

/** Counts what a ticket sold of orders. */
export async function sellOfOrders(
  { tx }: CommandContext,
  { lines }: SaleCommand,
  { ticket }: DecidedSale,
): Promise<void> {
  for (const [i, { order }] of lines.entries()) {
    if (!order) continue;
    await run(
      tx,
      `UPDATE customer_order_line SET sold_quantity = sold_quantity + ?
       WHERE order_id = ? AND position = ?`,
      [ticket!.lines[i]!.quantity, order.orderId, order.position],
    );
  }
}

/** Whether a voucher that a ticket sold, or a prepayment that it took, was used meanwhile. */
export async function extraUsed({ tx }: CommandContext, saleId: number): Promise<boolean> {
  const used = await rows(
    tx,
    `SELECT x.sale_id
     FROM sale_extra x
     LEFT JOIN voucher w ON w.id = x.voucher_id
     LEFT JOIN customer_order o ON o.id = x.order_id
     WHERE x.sale_id = ? AND ((x.kind = 'voucher' AND w.used_minor > 0)
       OR (x.kind = 'prepayment' AND o.prepaid_minor - x.amount_minor < o.spent_minor))
     FOR UPDATE`,
    [saleId],
  );
  return used.length > 0;
}

/** What a void undoes in orders: prepayments taken, used and paid back, quantities sold. */
export async function undoOrders({ tx }: CommandContext, saleId: number): Promise<void> {
  await run(
    tx,
    `UPDATE customer_order o JOIN sale_extra x ON x.order_id = o.id AND x.kind = 'prepayment'
     SET o.prepaid_minor = o.prepaid_minor - x.amount_minor WHERE x.sale_id = ?`,
    [saleId],
  );
  await run(
    tx,
    `UPDATE customer_order o
     JOIN sale_extra x ON x.order_id = o.id AND x.kind = 'prepaymentBack'
     SET o.spent_minor = o.spent_minor + x.amount_minor, o.cancelled_at = NULL
     WHERE x.sale_id = ?`,
    [saleId],
  );
  const used = await rows<{ orderId: number; amountMinor: number }>(
    tx,
    `SELECT order_id AS orderId, amount_minor AS amountMinor
     FROM sale_tender WHERE sale_id = ? AND order_id IS NOT NULL`,
    [saleId],
  );
  for (const { orderId, amountMinor } of used) {
    await run(tx, 'UPDATE customer_order SET spent_minor = spent_minor - ? WHERE id = ?', [
      amountMinor,
      orderId,
    ]);
  }
  const sold = await rows<{ orderId: number; position: number; quantity: string }>(
    tx,
    `SELECT order_id AS orderId, order_position AS position, quantity
     FROM sale_line WHERE sale_id = ? AND order_id IS NOT NULL`,
    [saleId],
  );
  for (const { orderId, position, quantity } of sold) {
    await run(
      tx,
      `UPDATE customer_order_line SET sold_quantity = sold_quantity - ?
       WHERE order_id = ? AND position = ?`,
      [quantity, orderId, position],
    );
  }
}
