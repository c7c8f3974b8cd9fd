import type { SaleDetail } from '@abacist/contracts';
import { NOTHING_GONE } from '../accounts/paymentBack';
import { rows, toMinor, type Db } from '../db/pool';

/** What stands on a ticket and is no goods. */
export async function extrasOf(db: Db, id: number): Promise<SaleDetail['extras']> {
  const found = await rows<SaleDetail['extras'][number] & { whole: number }>(
    db,
    `SELECT x.kind, x.amount_minor AS amountMinor, x.order_id AS orderId,
       CONCAT(d.series, '-', d.number) AS orderNumber, w.code AS voucherCode,
       w.valid_until AS validUntil, x.charge_account_id AS chargeAccountId, COALESCE(ac.name, up.name) AS accountName,
       q.number AS chequeNumber,
       x.kind = 'accountPayment' AND ${NOTHING_GONE} AS whole
     FROM sale_extra x
     LEFT JOIN document d ON d.kind = 'order' AND d.subject_id = x.order_id
     LEFT JOIN voucher w ON w.id = x.voucher_id
     LEFT JOIN returned_cheque rc ON rc.id = x.returned_cheque_id
     LEFT JOIN cheque q ON q.id = rc.cheque_id
     LEFT JOIN unknown_payment up ON up.sale_id = x.sale_id AND x.kind = 'unknownPayment'
     LEFT JOIN charge_account ca ON ca.id = x.charge_account_id
     LEFT JOIN customer ac ON ac.id = ca.customer_id
     WHERE x.sale_id = ? ORDER BY x.position`,
    [id],
  );
  const paid = await paidBy(db, id);
  return found.map(({ whole, ...extra }) => ({
    ...extra,
    paid: extra.amountMinor > 0 ? (paid.get(extra.chargeAccountId ?? 0) ?? null) : null,
    mayTakeBack: whole === 1,
  }));
}

type Paid = NonNullable<SaleDetail['extras'][number]['paid']>;

/** What the payments of a ticket paid by account, as it stands; and the balance right after it. */
async function paidBy(db: Db, id: number): Promise<Map<number, Paid>> {
  const [accounts, invoices] = await Promise.all([
    rows<{ chargeAccountId: number; balance: string }>(
      db,
      `SELECT i.charge_account_id AS chargeAccountId,
         (SELECT SUM(l.amount_minor) FROM entry_line l
          JOIN account a ON a.id = l.account_id AND a.role = 'chargeAccounts'
          WHERE l.charge_account_id = i.charge_account_id AND l.entry_id <= d.entry_id) AS balance
       FROM open_item i
       JOIN document d ON d.kind = 'sale' AND d.subject_id = i.sale_id
       WHERE i.sale_id = ? AND i.kind = 'payment'`,
      [id],
    ),
    rows<Paid['invoices'][number] & { chargeAccountId: number }>(
      db,
      `SELECT i.charge_account_id AS chargeAccountId,
         COALESCE(c.number, CONCAT(d.series, '-', d.number)) AS number,
         CAST(SUM(x.amount_minor) AS SIGNED) AS amountMinor,
         CAST(SUM(x.discount_minor) AS SIGNED) AS discountMinor
       FROM open_item i
       JOIN allocation x ON x.credit_item_id = i.id
       JOIN open_item c ON c.id = x.charge_item_id
       LEFT JOIN document d ON d.kind = 'sale' AND d.subject_id = c.sale_id
       WHERE i.sale_id = ? AND i.kind = 'payment'
       GROUP BY i.charge_account_id, c.id, c.number, d.series, d.number
       HAVING SUM(x.amount_minor) <> 0 ORDER BY c.id`,
      [id],
    ),
  ]);
  return new Map(
    accounts.map(({ chargeAccountId, balance }) => [
      chargeAccountId,
      {
        invoices: invoices
          .filter((one) => one.chargeAccountId === chargeAccountId)
          .map(({ chargeAccountId: _of, ...one }) => one),
        balanceAfterMinor: toMinor(balance),
      },
    ]),
  );
}
