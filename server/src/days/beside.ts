import type { DaySheet } from '@abacist/contracts';
import { row, rows, toMinor, type Db } from '../db/pool';

type Beside = DaySheet['beside'];

/**
 * What else a day's sheet tells: what was taken off prices and off accounts, what was written off,
 * what was voided, sold free of tax, given back. Amounts without tax where a tax stands beside.
 */
export async function besideOfDay(db: Db, date: string): Promise<Beside> {
  const [tickets, voids, refunds, allocated, returned] = await Promise.all([
    row<Record<'line' | 'ticket' | 'exemptNet', string | null> & { exempt: number }>(
      db,
      `SELECT SUM(s.discount_minor - s.ticket_discount_minor) AS line,
         SUM(s.ticket_discount_minor) AS ticket,
         SUM(s.exempt_certificate IS NOT NULL) AS exempt,
         SUM(IF(s.exempt_certificate IS NOT NULL, s.net_minor, 0)) AS exemptNet
       FROM sale s LEFT JOIN sale_void v ON v.sale_id = s.id
       WHERE s.date = ? AND v.id IS NULL`,
      [date],
    ),
    row<{ count: number; total: string | null }>(
      db,
      `SELECT COUNT(*) AS count, SUM(s.total_minor) AS total
       FROM sale s JOIN sale_void v ON v.sale_id = s.id WHERE s.date = ?`,
      [date],
    ),
    row<{ count: number; total: string | null }>(
      db,
      `SELECT COUNT(DISTINCT s.id) AS count, SUM(-st.kept_minor) AS total
       FROM sale s
       JOIN sale_tender st ON st.sale_id = s.id AND st.amount_minor < 0
       LEFT JOIN sale_void v ON v.sale_id = s.id
       WHERE s.date = ? AND v.id IS NULL`,
      [date],
    ),
    rows<{ kind: 'writeOff' | 'discount'; amount: string; tax: string | null }>(
      db,
      `SELECT IF(c.kind = 'writeOff', 'writeOff', 'discount') AS kind,
         SUM(IF(c.kind = 'writeOff', IF(h.kind = 'writtenBack', 0, x.amount_minor),
           x.discount_minor)) AS amount,
         SUM((SELECT SUM(t.tax_minor) FROM allocation_tax t WHERE t.allocation_id = x.id))
           AS tax
       FROM allocation x
       JOIN open_item c ON c.id = x.credit_item_id
       JOIN open_item h ON h.id = x.charge_item_id
       WHERE x.date = ? AND (c.kind = 'writeOff' OR x.discount_minor <> 0)
       GROUP BY 1`,
      [date],
    ),
    row<{ total: string | null }>(
      db,
      `SELECT SUM(r.discount_back_minor) AS total
       FROM sale s
       JOIN sale_return r ON r.sale_id = s.id
       LEFT JOIN sale_void v ON v.sale_id = s.id
       WHERE s.date = ? AND v.id IS NULL`,
      [date],
    ),
  ]);
  const net = (kind: string) => {
    const found = allocated.find((one) => one.kind === kind);
    return toMinor(found?.amount) - toMinor(found?.tax);
  };
  return {
    lineDiscountsMinor: toMinor(tickets?.line),
    ticketDiscountsMinor: toMinor(tickets?.ticket),
    earlyDiscountsMinor: net('discount') - toMinor(returned?.total),
    writtenOffMinor: net('writeOff'),
    voids: { count: voids!.count, totalMinor: toMinor(voids?.total) },
    exempt: { count: Number(tickets?.exempt ?? 0), netMinor: toMinor(tickets?.exemptNet) },
    refunds: { count: refunds!.count, totalMinor: toMinor(refunds?.total) },
  };
}
