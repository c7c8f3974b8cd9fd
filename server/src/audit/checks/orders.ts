import { STANDING, control, type Check } from './build';

/** Orders with what was paid ahead, and gift vouchers. */
export const ORDERS: Check[] = [
  control(
    'vouchers owed are what is left of them',
    'vouchers',
    `SELECT 0 AS part, -(w.amount_minor - w.used_minor) AS expected
     FROM voucher w JOIN sale s ON s.id = w.sale_id ${STANDING}`,
  ),
  control(
    'prepayments owed are those taken less those used, paid back and kept',
    'prepayments',
    `SELECT 0 AS part, -x.net_minor AS expected
     FROM sale s JOIN sale_extra x ON x.sale_id = s.id AND x.order_id IS NOT NULL ${STANDING}
     UNION ALL
     SELECT 0, st.net_minor
     FROM sale s JOIN sale_tender st ON st.sale_id = s.id AND st.order_id IS NOT NULL ${STANDING}
     UNION ALL
     SELECT 0, kept_net_minor FROM order_cancel`,
  ),
  {
    name: 'what an order was paid ahead, and spent of that, is what its tickets say',
    sql: `SELECT NULL AS entryId, CONCAT('order ', o.id) AS about,
            CONCAT(COALESCE(SUM(x.prepaid), 0), ', ', COALESCE(SUM(x.spent), 0)) AS expected,
            CONCAT(o.prepaid_minor, ', ', o.spent_minor) AS found
          FROM customer_order o
          LEFT JOIN (
            SELECT x.order_id, IF(x.kind = 'prepayment', x.amount_minor, 0) AS prepaid,
              IF(x.kind = 'prepaymentBack', -x.amount_minor, 0) AS spent
            FROM sale s JOIN sale_extra x ON x.sale_id = s.id ${STANDING}
            UNION ALL
            SELECT st.order_id, 0, st.amount_minor
            FROM sale s JOIN sale_tender st ON st.sale_id = s.id ${STANDING}
            UNION ALL
            SELECT order_id, 0, kept_minor FROM order_cancel
          ) x ON x.order_id = o.id
          GROUP BY o.id, o.prepaid_minor, o.spent_minor
          HAVING COALESCE(SUM(x.prepaid), 0) <> o.prepaid_minor
            OR COALESCE(SUM(x.spent), 0) <> o.spent_minor`,
  },
  {
    name: 'what is sold of an order is what its tickets sold',
    sql: `SELECT NULL AS entryId, CONCAT('order ', l.order_id, ' line ', l.position) AS about,
            COALESCE(SUM(x.quantity), 0) AS expected, l.sold_quantity AS found
          FROM customer_order_line l
          LEFT JOIN (
            SELECT k.order_id, k.order_position, k.quantity
            FROM sale s JOIN sale_line k ON k.sale_id = s.id ${STANDING}
          ) x ON x.order_id = l.order_id AND x.order_position = l.position
          GROUP BY l.order_id, l.position, l.sold_quantity
          HAVING COALESCE(SUM(x.quantity), 0) <> l.sold_quantity`,
  },
  control(
    'payments of unknown payers are owed until somebody says whose they are',
    'unknownPayers',
    `SELECT 0 AS part, -p.amount_minor AS expected
     FROM unknown_payment p JOIN sale s ON s.id = p.sale_id ${STANDING} AND NOT p.used`,
  ),
  {
    name: 'a payment of an unknown payer is used by one ticket',
    sql: `SELECT NULL AS entryId, CONCAT('unknown payment ', p.id) AS about,
            COUNT(s.id) AS expected, p.used AS found
          FROM unknown_payment p
          LEFT JOIN sale_extra x ON x.unknown_payment_id = p.id
          LEFT JOIN sale s ON s.id = x.sale_id
            AND NOT EXISTS (SELECT 1 FROM sale_void v WHERE v.sale_id = s.id)
          GROUP BY p.id, p.used HAVING COUNT(s.id) <> p.used`,
  },
  {
    name: 'what was used of a voucher is what tickets took of it and what expired',
    sql: `SELECT NULL AS entryId, CONCAT('voucher ', w.id) AS about,
            COALESCE(SUM(x.amount), 0) AS expected, w.used_minor AS found
          FROM voucher w
          LEFT JOIN (
            SELECT st.voucher_id, st.amount_minor AS amount
            FROM sale s JOIN sale_tender st ON st.sale_id = s.id ${STANDING}
            UNION ALL
            SELECT x.voucher_id, -x.amount_minor
            FROM sale s JOIN sale_extra x ON x.sale_id = s.id AND x.kind = 'voucherBack' ${STANDING}
            UNION ALL
            SELECT voucher_id, expired_minor FROM voucher_change
          ) x ON x.voucher_id = w.id
          GROUP BY w.id, w.used_minor
          HAVING COALESCE(SUM(x.amount), 0) <> w.used_minor`,
  },
];
