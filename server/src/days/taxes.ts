import type { DaySheet } from '@abacist/contracts';
import { rows, type Db } from '../db/pool';

/** What moves the tax that is owed, as the sheet of a day tells it apart. */
type Source = keyof Omit<DaySheet['taxes'][number], 'authority' | 'netMinor' | 'taxMinor'>;

/** Narrows a statement by its date. */
type On = (column: string) => string;

/**
 * All that moves the tax payable to an authority, each source a statement that gives the date, the
 * authority, the tax owed more (+) or less (−) and the net of goods beside it. The audit
 * proves that they add up to the movement of the tax accounts, day by day. The tax of a restocking
 * fee stands at position 0 of what came back.
 */
const SOURCES: Record<Source, (on: On) => string> = {
  soldMinor: (on) => `
    SELECT s.date, t.authority_id, t.tax_minor AS tax, l.net_minor AS net
    FROM sale s
    JOIN sale_line l ON l.sale_id = s.id
    JOIN sale_line_tax t ON t.sale_id = l.sale_id AND t.position = l.position
    LEFT JOIN sale_void v ON v.sale_id = s.id
    WHERE v.id IS NULL AND ${on('s.date')}`,
  returnedMinor: (on) => `
    SELECT s.date, t.authority_id, IF(t.position = 0, t.tax_minor, -t.tax_minor) AS tax,
      IF(t.position = 0, sr.fee_minor, -r.net_minor) AS net
    FROM sale s
    JOIN sale_return sr ON sr.sale_id = s.id
    JOIN return_line_tax t ON t.sale_id = sr.sale_id
    LEFT JOIN return_line r ON r.sale_id = t.sale_id AND r.position = t.position
    LEFT JOIN sale_void v ON v.sale_id = s.id
    WHERE v.id IS NULL AND ${on('s.date')}`,
  prepaidMinor: (on) => `
    SELECT s.date, t.authority_id, t.tax_minor AS tax, 0 AS net
    FROM sale s
    JOIN prepayment_tax t ON t.sale_id = s.id
    LEFT JOIN sale_void v ON v.sale_id = s.id
    WHERE v.id IS NULL AND ${on('s.date')}`,
  discountsMinor: (on) => `
    SELECT x.date, t.authority_id, -t.tax_minor AS tax, 0 AS net
    FROM allocation x
    JOIN allocation_tax t ON t.allocation_id = x.id
    JOIN open_item c ON c.id = x.credit_item_id
    WHERE c.kind <> 'writeOff' AND ${on('x.date')}
    UNION ALL
    SELECT s.date, t.authority_id, t.tax_minor, 0
    FROM sale s
    JOIN discount_back_tax t ON t.sale_id = s.id
    LEFT JOIN sale_void v ON v.sale_id = s.id
    WHERE v.id IS NULL AND ${on('s.date')}`,
  writtenOffMinor: (on) => `
    SELECT x.date, t.authority_id, -t.tax_minor AS tax, 0 AS net
    FROM allocation x
    JOIN allocation_tax t ON t.allocation_id = x.id
    JOIN open_item c ON c.id = x.credit_item_id
    WHERE c.kind = 'writeOff' AND ${on('x.date')}
    UNION ALL
    SELECT l.date, t.authority_id, -t.tax_minor, 0
    FROM dispute_lost l
    JOIN dispute_lost_tax t ON t.dispute_lost_id = l.id
    WHERE ${on('l.date')}
    UNION ALL
    SELECT u.date, t.authority_id, t.tax_minor, 0
    FROM dispute_lost_undo u
    JOIN dispute_lost_tax t ON t.dispute_lost_id = u.dispute_lost_id
    WHERE ${on('u.date')}`,
  paidMinor: (on) => `
    SELECT p.date, p.authority_id, -p.payable_minor AS tax, 0 AS net
    FROM tax_payment p
    WHERE ${on('p.date')}
    UNION ALL
    SELECT u.date, p.authority_id, p.payable_minor, 0
    FROM tax_payment_undo u
    JOIN tax_payment p ON p.id = u.tax_payment_id
    WHERE ${on('u.date')}`,
};

const union = (on: On): string =>
  Object.entries(SOURCES)
    .map(([source, sql]) => `SELECT '${source}' AS source, m.* FROM (${sql(on)}) m`)
    .join(' UNION ALL ');

/** All of them, of all days, with the name of each source. */
export const TAX_MOVES = union(() => 'TRUE');
const OF_DAY = union((column) => `${column} = ?`);

type Move = { authority: string; source: Source; taxMinor: number; netMinor: number };

/** A day's tax by authority: in all, the goods' net that bore it, and what it comes from. */
export async function taxesOfDay(db: Db, date: string): Promise<DaySheet['taxes']> {
  const found = await rows<Move>(
    db,
    `SELECT a.name AS authority, m.source, CAST(SUM(m.tax) AS SIGNED) AS taxMinor,
       CAST(SUM(m.net) AS SIGNED) AS netMinor
     FROM (${OF_DAY}) m
     JOIN tax_authority a ON a.id = m.authority_id
     GROUP BY a.id, a.name, m.source ORDER BY a.id`,
    Array.from(OF_DAY.matchAll(/\?/g), () => date),
  );
  const taxes = new Map<string, DaySheet['taxes'][number]>();
  for (const { authority, source, taxMinor, netMinor } of found) {
    const one = taxes.get(authority) ?? { authority, ...NOTHING };
    taxes.set(authority, {
      ...one,
      [source]: taxMinor,
      taxMinor: one.taxMinor + taxMinor,
      netMinor: one.netMinor + netMinor,
    });
  }
  return [...taxes.values()];
}

const NOTHING = {
  taxMinor: 0,
  netMinor: 0,
  soldMinor: 0,
  returnedMinor: 0,
  prepaidMinor: 0,
  discountsMinor: 0,
  writtenOffMinor: 0,
  paidMinor: 0,
};
