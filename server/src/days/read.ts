import type { DaySheet, Rod } from '@abacist/contracts';
import { rodState } from '@abacist/core/days';
import type { TenderKind } from '@abacist/core/tenders';
import { row, rows, toMinor, type Db } from '../db/pool';
import { toInstant } from '../sales/read';
import { beadsByDay, potParts, type PotPart } from './beads';
import { besideOfDay } from './beside';
import { taxesOfDay } from './taxes';

export type RodsQuery = { before?: string; limit: number };

/** Rods of days with takings, newest first; today is always there on the first page. */
export async function listRods(
  db: Db,
  today: string,
  { before, limit }: RodsQuery,
): Promise<{ rods: Rod[]; next: string | null }> {
  const found = await rows<{ date: string }>(
    db,
    `SELECT DISTINCT date FROM sale WHERE date < ? ORDER BY date DESC LIMIT ${limit + 1}`,
    [before ?? '9999-12-31'],
  );
  const dates = found.slice(0, limit).map(({ date }) => date);
  if (before === undefined && !dates.includes(today)) dates.unshift(today);
  if (dates.length === 0) return { rods: [], next: null };
  const rods = await rodsBetween(db, today, dates.at(-1)!, dates[0]!);
  const byDate = new Map(rods.map((rod) => [rod.date, rod]));
  return {
    rods: dates.map((date) => byDate.get(date) ?? emptyRod(date, today)),
    next: found.length > limit ? dates.at(-1)! : null,
  };
}

/** What was taken by day; cash back left the drawer again. */
const TAKEN = `
  SELECT s.date, COUNT(*) AS sales,
    CAST(SUM(
      COALESCE((SELECT SUM(st.kept_minor)
                FROM sale_tender st JOIN tender t ON t.id = st.tender_id
                WHERE st.sale_id = s.id
                  AND t.kind IN ('cash', 'cheque', 'card', 'ownCheque', 'transfer', 'other',
                    'onAccount')), 0)
      - COALESCE((SELECT SUM(x.amount_minor) FROM sale_extra x
                  WHERE x.sale_id = s.id AND x.kind = 'cashBack'), 0)
    ) AS SIGNED) AS takenMinor
  FROM sale s LEFT JOIN sale_void v ON v.sale_id = s.id
  WHERE s.date BETWEEN ? AND ? AND v.id IS NULL GROUP BY s.date`;

async function rodsBetween(db: Db, today: string, from: string, to: string): Promise<Rod[]> {
  const [parts, totals, open, closes] = await Promise.all([
    potParts(db, { from, to }),
    rows<{ date: string; takenMinor: number; sales: number }>(db, TAKEN, [from, to]),
    rows<{ date: string; drawers: number }>(
      db,
      `SELECT s.date, COUNT(DISTINCT s.drawer_session_id) AS drawers
       FROM sale s LEFT JOIN drawer_close c ON c.drawer_session_id = s.drawer_session_id
       WHERE s.date BETWEEN ? AND ? AND c.id IS NULL GROUP BY s.date`,
      [from, to],
    ),
    rows<{ date: string; differenceMinor: number }>(
      db,
      `SELECT takings_day AS date, CAST(SUM(difference_minor) AS SIGNED) AS differenceMinor
       FROM drawer_close WHERE takings_day BETWEEN ? AND ? GROUP BY takings_day`,
      [from, to],
    ),
  ]);
  const beads = beadsByDay(parts);
  return totals.map(({ date, takenMinor, sales }) => {
    const own = beads.get(date) ?? [];
    return {
      date,
      takenMinor,
      sales,
      beads: own,
      state: rodState({
        today,
        date,
        beads: own,
        openDrawers: open.find((one) => one.date === date)?.drawers ?? 0,
        differenceMinor: closes.find((one) => one.date === date)?.differenceMinor ?? 0,
        homeOn: homeOn(parts, date),
      }),
    };
  });
}

function homeOn(parts: readonly PotPart[], date: string): string | null {
  const dates = parts.flatMap((part) =>
    part.date === date && part.homeOn !== null ? [part.homeOn] : [],
  );
  return dates.sort().at(-1) ?? null;
}

function emptyRod(date: string, today: string): Rod {
  const facts = { today, date, beads: [], openDrawers: 0, differenceMinor: 0, homeOn: null };
  return { date, takenMinor: 0, sales: 0, beads: [], state: rodState(facts) };
}

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

/** A day's sheet: its rod, and its takings by tender, department and tax authority. */
export async function daySheet(db: Db, today: string, date: string): Promise<DaySheet> {
  const [rods, tenders, departments, taxes, beside, extras, fees, rounding, drawers] =
    await Promise.all([
      rodsBetween(db, today, date, date),
      tenderRows(db, date),
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
    ]);
  return {
    ...(rods[0] ?? emptyRod(date, today)),
    tenders,
    departments,
    taxes,
    beside,
    extras,
    ...fees,
    roundingMinor: toMinor(rounding?.total),
    drawers,
  };
}

type TenderRow = {
  /** Other tenders stand each by itself, by its own name. */
  otherId: number | null;
  name: string | null;
  kind: TenderKind;
  scheme: string | null;
  keptMinor: number;
  open: number;
};

async function tenderRows(db: Db, date: string): Promise<DaySheet['tenders']> {
  const found = await rows<TenderRow>(
    db,
    `SELECT IF(t.kind = 'other', t.id, NULL) AS otherId,
       IF(t.kind = 'other', t.name, NULL) AS name, t.kind, t.scheme,
       CAST(SUM(st.kept_minor) AS SIGNED) AS keptMinor,
       SUM(CASE t.kind WHEN 'cash' THEN c.id IS NULL WHEN 'cheque' THEN c.id IS NULL WHEN 'card' THEN b.closed_at IS NULL
         ELSE 0 END) > 0 AS open
     FROM sale s
     JOIN sale_tender st ON st.sale_id = s.id
     JOIN tender t ON t.id = st.tender_id
     LEFT JOIN sale_void v ON v.sale_id = s.id
     LEFT JOIN drawer_close c ON c.drawer_session_id = s.drawer_session_id
     LEFT JOIN batch_now m ON m.sale_tender_id = st.id
     LEFT JOIN batch b ON b.id = m.batch_id
     WHERE s.date = ? AND v.id IS NULL
     GROUP BY otherId, name, t.kind, t.scheme ORDER BY t.kind DESC, t.scheme, otherId`,
    [date],
  );
  const closed = await row<{ total: string | null; cheques: string | null }>(
    db,
    `SELECT SUM(difference_minor) AS total,
       SUM(cheques_counted_minor - cheques_expected_minor) AS cheques
     FROM drawer_close WHERE takings_day = ?`,
    [date],
  );
  const cashBack = await row<{ total: string | null }>(
    db,
    `SELECT SUM(x.amount_minor) AS total
     FROM sale s JOIN sale_extra x ON x.sale_id = s.id AND x.kind = 'cashBack'
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE s.date = ? AND v.id IS NULL`,
    [date],
  );
  const ofCheques = toMinor(closed?.cheques);
  const differences: Partial<Record<TenderKind, number>> = {
    cash: toMinor(closed?.total) - ofCheques,
    cheque: ofCheques,
  };
  return found
    .map(({ kind, scheme, otherId, name, keptMinor: taken, open }) => {
      const keptMinor = kind === 'cash' ? taken - toMinor(cashBack?.total) : taken;
      const difference = differences[kind] ?? 0;
      return {
        key: kind === 'card' ? `card:${scheme}` : kind === 'other' ? `other:${otherId}` : kind,
        label: scheme ?? name ?? kind,
        expectedMinor: keptMinor,
        countedMinor: Number(open) ? null : keptMinor + difference,
        differenceMinor: Number(open) ? null : difference,
      };
    })
    .sort((a, b) => (a.key === 'cash' ? -1 : b.key === 'cash' ? 1 : a.key < b.key ? -1 : 1));
}

type DrawerRow = {
  drawerId: number;
  name: string;
  sessionId: number;
  countBegunAt: string | null;
  closeId: number | null;
};
type CloseRow = DaySheet['drawers'][number]['closes'][number] & {
  id: number;
  sessionId: number;
};

async function drawersOf(db: Db, date: string): Promise<DaySheet['drawers']> {
  const sessions = await rows<DrawerRow>(
    db,
    `SELECT DISTINCT dr.id AS drawerId, dr.name, ds.id AS sessionId,
       ds.count_begun_at AS countBegunAt, c.id AS closeId
     FROM drawer_session ds
     JOIN drawer dr ON dr.id = ds.drawer_id
     LEFT JOIN drawer_close c ON c.drawer_session_id = ds.id
     LEFT JOIN sale s ON s.drawer_session_id = ds.id AND s.date = ?
     WHERE s.id IS NOT NULL OR c.takings_day = ?
     ORDER BY dr.id, ds.id`,
    [date, date],
  );
  const closes = await rows<CloseRow>(
    db,
    `SELECT c.id, c.drawer_session_id AS sessionId, CONCAT(d.series, '-', d.number) AS number,
       c.closed_at AS closedAt, u.name AS \`by\`, c.expected_minor AS expectedMinor,
       c.counted_minor AS countedMinor, c.difference_minor AS differenceMinor,
       c.float_left_minor AS floatLeftMinor, c.to_safe_minor AS toSafeMinor, c.note
     FROM drawer_close c
     JOIN user u ON u.id = c.user_id
     JOIN document d ON d.kind = 'drawerClose' AND d.subject_id = c.id
     WHERE c.takings_day = ?`,
    [date],
  );
  const counts = await rows<{ closeId: number; denominationMinor: number; pieces: number }>(
    db,
    `SELECT n.drawer_close_id AS closeId, n.denomination_minor AS denominationMinor, n.pieces
     FROM drawer_count n JOIN drawer_close c ON c.id = n.drawer_close_id
     WHERE c.takings_day = ? ORDER BY n.denomination_minor DESC`,
    [date],
  );
  const drawers = new Map<number, DaySheet['drawers'][number]>();
  for (const session of sessions) {
    const drawer = drawers.get(session.drawerId) ?? {
      drawerId: session.drawerId,
      name: session.name,
      status: 'closed' as const,
      sessionId: null,
      closes: [],
    };
    drawers.set(session.drawerId, drawer);
    if (session.closeId === null) {
      drawer.status = session.countBegunAt === null ? 'open' : 'counting';
      drawer.sessionId = session.sessionId;
    }
    for (const { id, sessionId, ...close } of closes) {
      if (sessionId !== session.sessionId) continue;
      const count = counts
        .filter(({ closeId }) => closeId === id)
        .map(({ denominationMinor, pieces }) => ({ denominationMinor, pieces }));
      drawer.closes.push({ ...close, closedAt: toInstant(close.closedAt), count });
    }
  }
  return [...drawers.values()];
}
