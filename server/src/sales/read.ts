import type { CounterSettings, SaleDetail, SaleSummary } from '@abacist/contracts';
import { row, rows, type Db } from '../db/pool';
import { taxCodesOn } from './catalogue';

/** What the counter needs to ring: today's tax codes, departments, items, tenders, drawers. */
export async function counterSettings(db: Db, today: string): Promise<CounterSettings> {
  const [drawers, departments, items, authorities, tenders, taxCodes] = await Promise.all([
    rows<CounterSettings['drawers'][number]>(
      db,
      'SELECT id, code, name FROM drawer ORDER BY id',
    ),
    rows<CounterSettings['departments'][number]>(
      db,
      `SELECT id, code, name, tax_code_id AS taxCodeId FROM department WHERE active ORDER BY id`,
    ),
    rows<CounterSettings['items'][number]>(
      db,
      `SELECT id, code, name, department_id AS departmentId, tax_code_id AS taxCodeId,
         price_minor AS priceMinor, unit
       FROM item WHERE active ORDER BY name`,
    ),
    rows<CounterSettings['authorities'][number]>(
      db,
      'SELECT id, code, name FROM tax_authority ORDER BY id',
    ),
    rows<CounterSettings['tenders'][number]>(
      db,
      `SELECT id, code, name, kind, scheme, shortcut FROM tender WHERE active ORDER BY position`,
    ),
    taxCodesOn(db, today),
  ]);
  return { drawers, departments, items, authorities, tenders, taxCodes };
}

const SUMMARY = `
  SELECT s.id, CONCAT(d.series, '-', d.number) AS number, s.sold_at AS soldAt,
    s.total_minor AS totalMinor, u.name AS \`by\`, dr.name AS drawer,
    IF(v.id IS NULL, 'posted', 'void') AS status,
    (SELECT GROUP_CONCAT(t.name ORDER BY st.position SEPARATOR ' + ')
     FROM sale_tender st JOIN tender t ON t.id = st.tender_id
     WHERE st.sale_id = s.id) AS tenders
  FROM sale s
  JOIN document d ON d.kind = 'sale' AND d.subject_id = s.id
  JOIN user u ON u.id = s.user_id
  JOIN drawer dr ON dr.id = s.drawer_id
  LEFT JOIN sale_void v ON v.sale_id = s.id`;

export type SaleFilter = { date: string; before?: number; limit: number };

/** A page of a day's sales, newest first; `before` is the last id of the page before. */
export async function listSales(
  db: Db,
  { date, before, limit }: SaleFilter,
): Promise<{ sales: SaleSummary[]; next: number | null }> {
  const found = await rows<SaleSummary>(
    db,
    `${SUMMARY} WHERE s.date = ? AND s.id < ? ORDER BY s.id DESC LIMIT ${limit + 1}`,
    [date, before ?? Number.MAX_SAFE_INTEGER],
  );
  const sales = found.slice(0, limit).map(withInstant);
  return { sales, next: found.length > limit ? sales.at(-1)!.id : null };
}

/** One sale as it stands on its receipt, with what became of it. */
export async function readSale(db: Db, id: number): Promise<SaleDetail | undefined> {
  const summary = await row<SaleSummary>(db, `${SUMMARY} WHERE s.id = ?`, [id]);
  const sale = await row<{
    date: string;
    netMinor: number;
    taxMinor: number;
    entryId: number;
    voidNumber: string | null;
    voidReason: string | null;
  }>(
    db,
    `SELECT s.date, s.net_minor AS netMinor, s.tax_minor AS taxMinor, d.entry_id AS entryId,
       CONCAT(vd.series, '-', vd.number) AS voidNumber, ap.reason AS voidReason
     FROM sale s
     JOIN document d ON d.kind = 'sale' AND d.subject_id = s.id
     LEFT JOIN sale_void v ON v.sale_id = s.id
     LEFT JOIN document vd ON vd.kind = 'saleVoid' AND vd.subject_id = v.id
     LEFT JOIN entry ve ON ve.id = vd.entry_id
     LEFT JOIN approval ap ON ap.id = ve.approval_id
     WHERE s.id = ?`,
    [id],
  );
  if (!summary || !sale) return undefined;
  const [lines, taxes, payments] = await Promise.all([
    rows<SaleDetail['lines'][number]>(
      db,
      `SELECT l.description, l.quantity, COALESCE(i.unit, '') AS unit,
         l.unit_price_minor AS unitPriceMinor, l.amount_minor AS amountMinor,
         l.net_minor AS netMinor, l.tax_minor AS taxMinor
       FROM sale_line l LEFT JOIN item i ON i.id = l.item_id
       WHERE l.sale_id = ? ORDER BY l.position`,
      [id],
    ),
    rows<SaleDetail['taxes'][number]>(
      db,
      `SELECT a.name AS authority, CAST(SUM(t.tax_minor) AS SIGNED) AS taxMinor
       FROM sale_line_tax t JOIN tax_authority a ON a.id = t.authority_id
       WHERE t.sale_id = ? GROUP BY a.id, a.name ORDER BY a.id`,
      [id],
    ),
    rows<SaleDetail['payments'][number]>(
      db,
      `SELECT t.name, t.kind, st.amount_minor AS amountMinor, st.tendered_minor AS tenderedMinor,
         st.change_minor AS changeMinor, st.rounding_minor AS roundingMinor,
         st.last_four AS lastFour, st.reference
       FROM sale_tender st JOIN tender t ON t.id = st.tender_id
       WHERE st.sale_id = ? ORDER BY st.position`,
      [id],
    ),
  ]);
  return { ...withInstant(summary), ...sale, lines, taxes, payments };
}

function withInstant(sale: SaleSummary): SaleSummary {
  return { ...sale, soldAt: toInstant(sale.soldAt) };
}

/** A DATETIME of the database, which is UTC, as an RFC 3339 instant. */
export function toInstant(text: string): string {
  return `${text.replace(' ', 'T')}Z`;
}
