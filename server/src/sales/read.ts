import type { SaleSummary } from '@abacist/contracts';
import { rows, type Db } from '../db/pool';

export const SUMMARY = `
  SELECT s.id, CONCAT(d.series, '-', d.number) AS number, s.sold_at AS soldAt,
    s.total_minor AS totalMinor, u.name AS \`by\`, COALESCE(dr.name, '') AS drawer,
    IF(v.id IS NULL, 'posted', 'void') AS status, sr.sale_id IS NOT NULL AS takesBack,
    (SELECT GROUP_CONCAT(t.name ORDER BY st.position SEPARATOR ' + ')
     FROM sale_tender st JOIN tender t ON t.id = st.tender_id
     WHERE st.sale_id = s.id) AS tenders
  FROM sale s
  JOIN document d ON d.kind = 'sale' AND d.subject_id = s.id
  JOIN user u ON u.id = s.user_id
  LEFT JOIN drawer dr ON dr.id = s.drawer_id
  LEFT JOIN sale_return sr ON sr.sale_id = s.id
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
  const sales = found.slice(0, limit).map(toSummary);
  return { sales, next: found.length > limit ? sales.at(-1)!.id : null };
}

/** A summary row as it is answered. */
export function toSummary(sale: SaleSummary): SaleSummary {
  return { ...sale, soldAt: toInstant(sale.soldAt), takesBack: Boolean(sale.takesBack) };
}

/** A DATETIME of the database, which is UTC, as an RFC 3339 instant. */
export function toInstant(text: string): string {
  return `${text.replace(' ', 'T')}Z`;
}
