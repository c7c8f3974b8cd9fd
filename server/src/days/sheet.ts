import type { DaySheet } from '@abacist/contracts';
import type { Bead } from '@abacist/core/days';
import { minus, sum } from '@abacist/core/money';
import type { Shop } from '../context';
import { row, rows, toMinor, type Db } from '../db/pool';
import { sqlKinds } from '../tenders/sqlKinds';
import { actsOf } from '../drawer/acts/read';
import { besideOfDay } from './beside';
import { closingOf } from './closing/read';
import { drawersOf } from './drawers';
import { emptyRod, rodsBetween } from './rods';
import { taxesOfDay } from './taxes';

/** Sold and returned by department; what came back lowers its day, never the sale's. */
const DEPARTMENTS = `
  SELECT d.name, CAST(SUM(x.net) AS SIGNED) AS netMinor,
    CAST(SUM(x.returned) AS SIGNED) AS returnedMinor, CAST(SUM(x.tax) AS SIGNED) AS taxMinor
  FROM (
    SELECT l.department_id, l.net_minor AS net, 0 AS returned, l.tax_minor AS tax
    FROM sale s JOIN sale_line l ON l.sale_id = s.id
    LEFT JOIN sale_void v ON v.sale_id = s.id
    WHERE s.date = ? AND v.id IS NULL
    UNION ALL
    SELECT r.department_id, 0, r.net_minor, -r.tax_minor
    FROM sale s JOIN return_line r ON r.sale_id = s.id
    LEFT JOIN sale_void v ON v.sale_id = s.id
    WHERE s.date = ? AND v.id IS NULL
  ) x
  JOIN department d ON d.id = x.department_id
  GROUP BY d.id, d.name ORDER BY d.id`;

/** Restocking fees kept on a day. */
async function feesOf(db: Db, date: string): Promise<{ restockingMinor: number }> {
  const found = await row<{ total: string | null }>(
    db,
    `SELECT SUM(r.fee_minor) AS total
     FROM sale s JOIN sale_return r ON r.sale_id = s.id
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE s.date = ? AND v.id IS NULL`,
    [date],
  );
  return { restockingMinor: toMinor(found?.total) };
}

/**
 * A bead as its row of the sheet: what the till says, what was counted, the difference. Cash and
 * cheques are counted when nothing of them is in a drawer, a card when its batch is closed.
 */
function tenderOf({
  key,
  label,
  takenMinor,
  stage,
  beside,
}: Bead): DaySheet['tenders'][number] {
  const open = stage === 'taken' && key !== 'onAccount';
  const differenceMinor = minus(0, beside.short ?? 0);
  return {
    key,
    label,
    expectedMinor: takenMinor,
    countedMinor: open ? null : sum([takenMinor, differenceMinor]),
    differenceMinor: open ? null : differenceMinor,
  };
}

/** What was paid with money of an earlier day: it is in no pot of this one. */
async function earlierTenders(db: Db, date: string): Promise<DaySheet['tenders']> {
  const found = await rows<{ key: string; keptMinor: number }>(
    db,
    `SELECT t.kind AS \`key\`, CAST(SUM(st.kept_minor) AS SIGNED) AS keptMinor
     FROM sale s
     JOIN sale_tender st ON st.sale_id = s.id
     JOIN tender t ON t.id = st.tender_id AND t.kind IN (${sqlKinds(({ paidEarlier }) => paidEarlier)})
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE s.date = ? AND v.id IS NULL
     GROUP BY t.kind ORDER BY t.kind`,
    [date],
  );
  return found.map(({ key, keptMinor }) => ({
    key,
    label: key,
    expectedMinor: keptMinor,
    countedMinor: keptMinor,
    differenceMinor: 0,
  }));
}

/** A day's sheet: its rod, and its takings by tender, department and tax authority. */
export async function sheetOf(
  db: Db,
  asOf: string,
  date: string,
): Promise<Omit<DaySheet, 'closing'>> {
  const [rods, earlier, departments, taxes, beside, extras, fees, rounding, drawers, acts] =
    await Promise.all([
      rodsBetween(db, { from: date, to: date, asOf }),
      earlierTenders(db, date),
      rows<DaySheet['departments'][number]>(db, DEPARTMENTS, [date, date]),
      taxesOfDay(db, date),
      besideOfDay(db, date),
      rows<DaySheet['extras'][number]>(
        db,
        `SELECT x.kind, CAST(SUM(x.amount_minor) AS SIGNED) AS amountMinor
       FROM sale s JOIN sale_extra x ON x.sale_id = s.id
       LEFT JOIN sale_void v ON v.sale_id = s.id
       WHERE s.date = ? AND v.id IS NULL GROUP BY x.kind ORDER BY x.kind`,
        [date],
      ),
      feesOf(db, date),
      row<{ total: string | null }>(
        db,
        `SELECT SUM(st.rounding_minor) AS total
       FROM sale s JOIN sale_tender st ON st.sale_id = s.id
       LEFT JOIN sale_void v ON v.sale_id = s.id
       WHERE s.date = ? AND v.id IS NULL`,
        [date],
      ),
      drawersOf(db, date),
      actsOf(db, date),
    ]);
  const rod = rods.find((one) => one.date === date) ?? emptyRod(date, asOf);
  return {
    ...rod,
    tenders: [...rod.beads.map(tenderOf), ...earlier],
    departments,
    taxes,
    beside,
    extras,
    ...fees,
    roundingMinor: toMinor(rounding?.total),
    drawers,
    acts,
  };
}

/** A day's sheet with how far its closing is. */
export async function daySheet(
  db: Db,
  at: { shop: Shop; today: string; now: Date },
  { date, asOf }: { date: string; asOf: string },
): Promise<DaySheet> {
  const sheet = await sheetOf(db, asOf, date);
  return { ...sheet, closing: await closingOf(db, at, sheet) };
}
