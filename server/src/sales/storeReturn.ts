import type { DecidedReturn, TicketReturn } from '@abacist/core/sales';
import type { CommandContext } from '../context';
import { insertMany, run } from '../db/pool';

/** Where the restocking fee's own tax stands among the tax of returned lines. */
const FEE_POSITION = 0;

/** Stores what a ticket took back, with the parts of tax that came back and the fee kept. */
export async function storeReturn(
  { tx }: CommandContext,
  saleId: number,
  wanted: TicketReturn,
  { saleId: ofSaleId, lines, fee, discountBack, netMinor, taxMinor }: DecidedReturn,
): Promise<void> {
  await run(
    tx,
    `INSERT INTO sale_return
       (sale_id, of_sale_id, reason_code, item_condition, price_source, fee_minor,
        fee_tax_minor, fee_base_minor, discount_back_minor, net_minor, tax_minor)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      saleId,
      ofSaleId,
      wanted.reason,
      wanted.condition,
      'priceSource' in wanted ? wanted.priceSource : null,
      fee.feeMinor,
      fee.taxMinor,
      fee.baseMinor,
      discountBack.discountMinor,
      netMinor,
      taxMinor,
    ],
  );
  await insertMany(
    tx,
    'return_line',
    [
      'sale_id',
      'position',
      'of_sale_id',
      'of_position',
      'department_id',
      'item_id',
      'description',
      'quantity',
      'discount_minor',
      'net_minor',
      'tax_minor',
    ],
    lines.map((line, i) => [
      saleId,
      i + 1,
      ofSaleId,
      ofSaleId === null ? null : line.position,
      line.departmentId,
      line.itemId,
      line.description,
      line.quantity,
      line.discountMinor,
      line.netMinor,
      line.taxMinor,
    ]),
  );
  await insertMany(
    tx,
    'return_line_tax',
    ['sale_id', 'position', 'authority_id', 'tax_minor'],
    [
      ...lines.flatMap(({ parts }, i) =>
        parts.map((part) => [saleId, i + 1, part.authorityId, part.taxMinor]),
      ),
      ...fee.parts.map((part) => [saleId, FEE_POSITION, part.authorityId, part.taxMinor]),
    ],
  );
  await insertMany(
    tx,
    'discount_back_tax',
    ['sale_id', 'authority_id', 'tax_minor'],
    discountBack.parts.map((part) => [saleId, part.authorityId, part.taxMinor]),
  );
}
