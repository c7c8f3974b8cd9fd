import type { SaleCommand } from '@abacist/contracts';
import type { DecidedSale, PricedTicket } from '@abacist/core/sales';
import type { CommandContext } from '../context';
import { insertMany, run } from '../db/pool';
import type { Parties } from './parties';

/** Stores a ticket and what it sold; the totals are what is to pay, or below zero to give. */
export async function storeSale(
  { tx, shop, today, actor, now }: CommandContext,
  { drawerId, lines }: SaleCommand,
  drawerSessionId: number | null,
  sale: DecidedSale,
  { customerId, customerName, salespersonId, pricesIncludeTax, buyer }: Parties,
): Promise<number> {
  const { insertId: saleId } = await run(
    tx,
    `INSERT INTO sale
       (shop_id, date, drawer_id, drawer_session_id, prices_include_tax, discount_minor,
        net_minor, tax_minor, extra_minor, total_minor, used_minor, user_id, sold_at, customer_id,
        customer_name, exempt_certificate, salesperson_id, ticket_discount_minor)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      shop.id,
      today,
      drawerId,
      drawerSessionId,
      pricesIncludeTax,
      sale.ticket?.discountMinor ?? 0,
      sale.netMinor,
      sale.taxMinor,
      sale.extraMinor,
      sale.totalMinor,
      sale.usedMinor,
      actor.id,
      now,
      customerId,
      customerName,
      buyer?.exempt ? buyer.certificate : null,
      salespersonId,
      sale.ticket?.ticketDiscountMinor ?? 0,
    ],
  );
  if (sale.ticket) await storeLines(tx, saleId, sale.ticket, lines);
  return saleId;
}

async function storeLines(
  tx: CommandContext['tx'],
  saleId: number,
  { lines }: PricedTicket,
  rung: SaleCommand['lines'],
): Promise<void> {
  await insertMany(
    tx,
    'sale_line',
    [
      'sale_id',
      'position',
      'department_id',
      'item_id',
      'description',
      'quantity',
      'unit_price_minor',
      'amount_minor',
      'discount_minor',
      'list_minor',
      'net_minor',
      'tax_minor',
      'order_id',
      'order_position',
    ],
    lines.map((line, i) => [
      saleId,
      i + 1,
      line.departmentId,
      line.itemId,
      line.description,
      line.quantity,
      line.unitPriceMinor,
      line.amountMinor,
      line.discountMinor,
      line.listMinor,
      line.netMinor,
      line.taxMinor,
      rung[i]!.order?.orderId ?? null,
      rung[i]!.order?.position ?? null,
    ]),
  );
  await insertMany(
    tx,
    'sale_line_tax',
    ['sale_id', 'position', 'authority_id', 'tax_minor'],
    lines.flatMap((line, i) =>
      line.parts.map((part) => [saleId, i + 1, part.authorityId, part.taxMinor]),
    ),
  );
}
