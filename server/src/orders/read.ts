import type { OrderDetail, OrderFilter, OrderSummary } from '@abacist/contracts';
import { orderStatus } from '@abacist/core/orders';
import { row, rows, type Db, type Value } from '../db/pool';
import { paidForOrder } from './load';
import { plainQuantity } from '../sales/original';

const PAGE = 60;

type Stored = Omit<OrderSummary, 'status'> & {
  cancelled: number;
  ordered: number;
  fulfilled: number;
};

const SUMMARY = `
  SELECT o.id, o.kind, CONCAT(d.series, '-', d.number) AS number, o.date,
    o.valid_until AS validUntil, o.customer_name AS customerName, o.total_minor AS totalMinor,
    o.prepaid_minor AS prepaidMinor, o.prepaid_minor - o.spent_minor AS prepaidLeftMinor,
    o.cancelled_at IS NOT NULL AS cancelled,
    EXISTS (SELECT 1 FROM customer_order n WHERE n.quotation_id = o.id) AS ordered,
    NOT EXISTS (SELECT 1 FROM customer_order_line l
                WHERE l.order_id = o.id AND l.sold_quantity < l.quantity) AS fulfilled,
    (SELECT GROUP_CONCAT(l.description ORDER BY l.position SEPARATOR ', ')
     FROM customer_order_line l WHERE l.order_id = o.id) AS description
  FROM customer_order o
  JOIN document d ON d.kind = o.kind AND d.subject_id = o.id`;

function toSummary(stored: Stored, today: string): OrderSummary {
  const { cancelled, ordered, fulfilled, ...order } = stored;
  const flags = {
    cancelled: cancelled === 1,
    ordered: ordered === 1,
    fulfilled: fulfilled === 1,
  };
  return { ...order, status: orderStatus({ ...order, ...flags }, today) };
}

/** Each status as a condition, so that a list is filtered where it is read. */
const STATUS: Record<OrderSummary['status'], string> = {
  open: `o.cancelled_at IS NULL AND (
    (o.kind = 'quotation' AND o.valid_until >= ?
      AND NOT EXISTS (SELECT 1 FROM customer_order n WHERE n.quotation_id = o.id))
    OR (o.kind = 'order' AND o.prepaid_minor = 0 AND EXISTS (
      SELECT 1 FROM customer_order_line l
      WHERE l.order_id = o.id AND l.sold_quantity < l.quantity)))`,
  partPaid: `o.cancelled_at IS NULL AND o.kind = 'order' AND o.prepaid_minor > 0
    AND o.prepaid_minor < o.total_minor AND EXISTS (
      SELECT 1 FROM customer_order_line l
      WHERE l.order_id = o.id AND l.sold_quantity < l.quantity)`,
  paid: `o.cancelled_at IS NULL AND o.kind = 'order' AND (o.prepaid_minor >= o.total_minor
    OR NOT EXISTS (SELECT 1 FROM customer_order_line l
                   WHERE l.order_id = o.id AND l.sold_quantity < l.quantity))`,
  ordered: `o.cancelled_at IS NULL
    AND EXISTS (SELECT 1 FROM customer_order n WHERE n.quotation_id = o.id)`,
  void: 'o.cancelled_at IS NOT NULL',
  expired: `o.cancelled_at IS NULL AND o.kind = 'quotation' AND o.valid_until < ?
    AND NOT EXISTS (SELECT 1 FROM customer_order n WHERE n.quotation_id = o.id)`,
};

/** Quotations and orders, newest first, by status and by a part of number, customer or goods. */
export async function listOrders(
  db: Db,
  today: string,
  { status, text = '', before }: OrderFilter,
): Promise<{ orders: OrderSummary[]; more: boolean }> {
  const where = ['TRUE'];
  const values: Value[] = [];
  if (status) {
    where.push(STATUS[status]);
    if (STATUS[status].includes('?')) values.push(today);
  }
  if (before !== undefined) {
    where.push('o.id < ?');
    values.push(before);
  }
  if (text.trim()) {
    const like = `%${text.trim().replace(/[\\%_]/g, '\\$&')}%`;
    where.push(`(CONCAT(d.series, '-', d.number) = ? OR o.customer_name LIKE ? OR EXISTS (
      SELECT 1 FROM customer_order_line l WHERE l.order_id = o.id AND l.description LIKE ?))`);
    values.push(text.trim(), like, like);
  }
  const found = await rows<Stored>(
    db,
    `${SUMMARY} WHERE ${where.join(' AND ')} ORDER BY o.id DESC LIMIT ${PAGE + 1}`,
    values,
  );
  return {
    orders: found.slice(0, PAGE).map((stored) => toSummary(stored, today)),
    more: found.length > PAGE,
  };
}

type Link = { id: number; number: string };

/** One quotation or order with its lines and what became of it. */
export async function readOrder(
  db: Db,
  id: number,
  today: string,
): Promise<OrderDetail | undefined> {
  const summary = await row<Stored>(db, `${SUMMARY} WHERE o.id = ?`, [id]);
  if (!summary) return undefined;
  type Head = Omit<
    OrderDetail,
    keyof OrderSummary | 'paidBy' | 'lines' | 'taxes' | 'tickets' | 'quotation' | 'order'
  >;
  const link = (where: string) =>
    row<Link>(
      db,
      `SELECT o.id, CONCAT(d.series, '-', d.number) AS number
       FROM customer_order o JOIN document d ON d.kind = o.kind AND d.subject_id = o.id
       WHERE ${where}`,
      [id],
    );
  const [head, lines, taxes, tickets, quotation, order] = await Promise.all([
    row<Omit<Head, 'pricesIncludeTax'> & { pricesIncludeTax: number }>(
      db,
      `SELECT o.customer_id AS customerId, c.email AS customerEmail, o.exempt_certificate AS exemptCertificate,
         p.name AS soldBy, u.name AS \`by\`, o.prices_include_tax AS pricesIncludeTax,
         o.discount_minor AS discountMinor, o.net_minor AS netMinor, o.tax_minor AS taxMinor
       FROM customer_order o
       JOIN user p ON p.id = o.salesperson_id
       JOIN user u ON u.id = o.user_id
       LEFT JOIN customer c ON c.id = o.customer_id
       WHERE o.id = ?`,
      [id],
    ),
    rows<OrderDetail['lines'][number]>(
      db,
      `SELECT l.position, l.item_id AS itemId, l.department_id AS departmentId, l.description,
         l.quantity, l.quantity - l.sold_quantity AS leftQuantity,
         COALESCE(i.unit, '') AS unit, l.unit_price_minor AS unitPriceMinor,
         l.amount_minor AS amountMinor, l.discount_minor AS discountMinor
       FROM customer_order_line l LEFT JOIN item i ON i.id = l.item_id
       WHERE l.order_id = ? ORDER BY l.position`,
      [id],
    ),
    rows<OrderDetail['taxes'][number]>(
      db,
      `SELECT a.name AS authority, t.tax_minor AS taxMinor
       FROM customer_order_tax t JOIN tax_authority a ON a.id = t.authority_id
       WHERE t.order_id = ? ORDER BY a.id`,
      [id],
    ),
    rows<OrderDetail['tickets'][number]>(
      db,
      `SELECT DISTINCT s.id AS saleId, CONCAT(d.series, '-', d.number) AS number, s.date,
         s.total_minor AS totalMinor
       FROM sale s
       JOIN document d ON d.kind = 'sale' AND d.subject_id = s.id
       LEFT JOIN sale_void v ON v.sale_id = s.id
       WHERE v.id IS NULL AND s.id IN (
         SELECT sale_id FROM sale_extra WHERE order_id = ?
         UNION SELECT sale_id FROM sale_line WHERE order_id = ?
         UNION SELECT sale_id FROM sale_tender WHERE order_id = ?)
       ORDER BY s.id`,
      [id, id, id],
    ),
    link('o.id = (SELECT q.quotation_id FROM customer_order q WHERE q.id = ?)'),
    link('o.quotation_id = ?'),
  ]);
  return {
    ...toSummary(summary, today),
    ...head!,
    pricesIncludeTax: head!.pricesIncludeTax === 1,
    lines: lines.map((line) => ({
      ...line,
      quantity: plainQuantity(line.quantity),
      leftQuantity: plainQuantity(line.leftQuantity),
    })),
    taxes,
    tickets,
    paidBy: await paidForOrder(db, id),
    quotation: quotation ?? null,
    order: order ?? null,
  };
}
