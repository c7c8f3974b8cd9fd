import type { SaleAnswer, SaleCommand } from '@abacist/contracts';
import type { RefundState } from '@abacist/core/returns';
import { extraRoomOf, type DecidedSale } from '@abacist/core/sales';
import type { CommandContext } from '../context';
import { insertMany, rows } from '../db/pool';
import { extraStoreOf } from './extras';
import { storePrepaymentTax } from './prepaymentTax';
import type { ExtraRow } from './extras/store';

/** What brought the money that a ticket pays back: of an order, a voucher, a credit. */
export async function broughtByOf(
  { tx }: CommandContext,
  { extras = [] }: SaleCommand,
): Promise<RefundState | null> {
  for (const extra of extras) {
    const { broughtBy } = extraStoreOf(extra.kind);
    if (broughtBy) return broughtBy(tx, extra);
  }
  return null;
}

/**
 * Stores what stands on a ticket and is no goods, each by its kind's room.
 * @returns the vouchers that it sold
 */
export async function storeExtras(
  context: CommandContext,
  saleId: number,
  offered: NonNullable<SaleCommand['extras']>,
  { extras }: DecidedSale,
): Promise<SaleAnswer['vouchers']> {
  const vouchers: SaleAnswer['vouchers'] = [];
  for (const [i, extra] of extras.entries()) {
    const { kind, orderId, amountMinor, parts, chargeAccountId, returnedChequeId } = extra;
    const made = await extraStoreOf(kind).keep?.(context, saleId, extra, offered[i]!);
    if (made) vouchers.push(made.sold);
    const sign = extraRoomOf(kind).leaves ? -1 : 1;
    const columns = {
      sale_id: saleId,
      position: i + 1,
      kind,
      amount_minor: amountMinor,
      net_minor: sign * parts.netMinor,
      order_id: orderId,
      voucher_id: made?.id ?? extra.voucherId,
      charge_account_id: chargeAccountId,
      returned_cheque_id: returnedChequeId,
      recovered_minor: extra.recoveredMinor,
      unknown_payment_id: extra.unknownPaymentId,
    };
    await insertMany(context.tx, 'sale_extra', Object.keys(columns), [Object.values(columns)]);
    await storePrepaymentTax(context, saleId, parts, sign);
  }
  return vouchers;
}

const extrasOf = ({ tx }: CommandContext, saleId: number): Promise<ExtraRow[]> =>
  rows<ExtraRow>(
    tx,
    `SELECT kind, amount_minor AS amountMinor, order_id AS orderId, voucher_id AS voucherId,
       returned_cheque_id AS returnedChequeId, recovered_minor AS recoveredMinor,
       unknown_payment_id AS unknownPaymentId, sale_id AS saleId
     FROM sale_extra WHERE sale_id = ? ORDER BY position`,
    [saleId],
  );

/** Whether a voucher that a ticket sold, or a prepayment that it took, was used meanwhile. */
export async function extraUsed(context: CommandContext, saleId: number): Promise<boolean> {
  for (const row of await extrasOf(context, saleId)) {
    if (await extraStoreOf(row.kind).used?.(context, row)) return true;
  }
  return false;
}

/** Takes back what a voided ticket's extras kept. */
export async function undoExtras(context: CommandContext, saleId: number): Promise<void> {
  for (const row of await extrasOf(context, saleId)) {
    await extraStoreOf(row.kind).undo?.(context, row);
  }
}
