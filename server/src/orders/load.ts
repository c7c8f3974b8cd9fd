import type { Order, OrderLine } from '@abacist/core/orders';
import { NOTHING_PAID, type RefundState } from '@abacist/core/returns';
import { placeholders, rows, run, type Db } from '../db/pool';
import type { Tx } from '../db/transaction';
import { plainQuantity } from '../sales/original';
import { paidTenders } from '../sales/paidTenders';

/**
 * Orders that a ticket competes for: each row is updated before it is read, so that two drawers
 * wait for each other here, and meet as a conflict on a cluster.
 */
export async function lockOrders(tx: Tx, ids: readonly number[]): Promise<Order[]> {
  const wanted = [...new Set(ids)].sort((a, b) => a - b);
  for (const id of wanted) {
    await run(tx, 'UPDATE customer_order SET version = version + 1 WHERE id = ?', [id]);
  }
  return loadOrders(tx, wanted);
}

/** Orders as core computes with them. */
async function loadOrders(db: Db, ids: readonly number[]): Promise<Order[]> {
  if (ids.length === 0) return [];
  const marks = placeholders(ids.length);
  const heads = await rows<
    Omit<Order, 'taxes' | 'lines' | 'open' | 'pricesIncludeTax'> & {
      open: number;
      pricesIncludeTax: number;
    }
  >(
    db,
    `SELECT id, kind = 'order' AND cancelled_at IS NULL AS open, total_minor AS totalMinor,
       prepayment_tax AS taxAt, prices_include_tax AS pricesIncludeTax,
       prepaid_minor AS prepaidMinor, spent_minor AS spentMinor
     FROM customer_order WHERE id IN (${marks})`,
    ids,
  );
  const taxes = await rows<{ orderId: number; authorityId: number; taxMinor: number }>(
    db,
    `SELECT order_id AS orderId, authority_id AS authorityId, tax_minor AS taxMinor
     FROM customer_order_tax WHERE order_id IN (${marks}) ORDER BY authority_id`,
    ids,
  );
  const lines = await rows<OrderLine & { orderId: number }>(
    db,
    `SELECT order_id AS orderId, position, item_id AS itemId, department_id AS departmentId,
       quantity, quantity - sold_quantity AS leftQuantity, unit_price_minor AS unitPriceMinor,
       amount_minor - discount_minor AS agreedMinor
     FROM customer_order_line WHERE order_id IN (${marks}) ORDER BY position`,
    ids,
  );
  return heads.map((head) => ({
    ...head,
    open: Boolean(head.open),
    pricesIncludeTax: Boolean(head.pricesIncludeTax),
    taxes: taxes.filter(({ orderId }) => orderId === head.id),
    lines: lines
      .filter(({ orderId }) => orderId === head.id)
      .map((line) => ({
        ...line,
        quantity: plainQuantity(line.quantity),
        leftQuantity: plainQuantity(line.leftQuantity),
      })),
  }));
}

/** The tenders that brought an order's prepayments: what may be paid back to them. */
export async function paidForOrder(db: Db, orderId: number): Promise<RefundState> {
  const paid = await paidTenders(
    db,
    `JOIN sale_extra x ON x.sale_id = st.sale_id AND x.kind = 'prepayment'
     LEFT JOIN sale_void v ON v.sale_id = st.sale_id
     WHERE x.order_id = ? AND v.id IS NULL AND st.amount_minor > 0
     ORDER BY st.id`,
    [orderId],
  );
  return { ...NOTHING_PAID, paid };
}
