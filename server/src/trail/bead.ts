import type { BeadTrail, TrailStep } from '@abacist/contracts';
import type { Stage } from '@abacist/core/days';
import { sum } from '@abacist/core/money';
import { row, rows, toMinor, type Db } from '../db/pool';
import { notFound } from '../http/errors';
import { entryOf } from '../ledger/journal';
import { MOVEMENT_TABLES, type MovementName } from '../matching/accept';
import { potParts, type PotPart } from '../days/beads';
import { paidParts, ticketsAtHome } from '../days/charged';
import { toInstant } from '../sales/read';
import { papers, paperStep, type PaperKind } from './paper';

/** Pots that are named by their tender's kind. */
const POTS = ['cash', 'cheque', 'ownCheque', 'transfer', 'other', 'onAccount'] as const;
type Pot = (typeof POTS)[number];

type SaleRow = BeadTrail['sales'][number];
type StepRow = {
  id: number;
  number: string | null;
  date: string;
  amountMinor: number;
  totalMinor: number;
  days: string | null;
};
type Note = TrailStep['note'];

/** The way of a day's pot: sales, count or batch, slip or settlement, statement line. */
export async function beadTrail(db: Db, date: string, key: string): Promise<BeadTrail> {
  const scheme = key.startsWith('card:') ? key.slice(5) : null;
  if (scheme === null && !POTS.includes(key as Pot)) {
    throw notFound('trail.unknown');
  }
  const pot = key as Pot;
  const sales = await salesOf(db, date, scheme, pot);
  if (sales.length === 0) throw notFound('trail.unknown');
  const takenMinor = sales.reduce((total, { keptMinor }) => total + keptMinor, 0);
  const taken: TrailStep = {
    kind: 'sale',
    id: sales[0]!.id,
    number: null,
    date,
    stage: 'taken',
    amountMinor: takenMinor,
    note: { code: 'trail.sales', params: { count: sales.length } },
    entry: null,
  };
  const rest =
    scheme !== null
      ? await cardSteps(db, date, scheme)
      : pot === 'ownCheque' || pot === 'transfer'
        ? await paperSteps(db, pot, date)
        : pot === 'other'
          ? [{ ...taken, stage: 'home' as const, note: { code: 'trail.allowed', params: {} } }]
          : pot === 'onAccount'
            ? await paidSteps(db, date)
            : await drawerSteps(db, date, pot);
  const way = scheme !== null ? 'card' : pot === 'cash' || pot === 'cheque' ? 'cash' : pot;
  const steps = [
    taken,
    ...rest,
    ...waiting(taken, await partsOf(db, date, key), way),
    // What came back from the bank is no stage of the pot: it has left it again.
    ...(pot === 'cheque' ? await paperSteps(db, 'returnedCheque', date) : []),
  ];
  return { date, key, label: scheme ?? pot, takenMinor, steps, sales };
}

async function salesOf(
  db: Db,
  date: string,
  scheme: string | null,
  pot: string,
): Promise<SaleRow[]> {
  const found = await rows<SaleRow>(
    db,
    `SELECT s.id, CONCAT(d.series, '-', d.number) AS number, s.sold_at AS soldAt,
       s.total_minor AS amountMinor, CAST(SUM(st.kept_minor) AS SIGNED) AS keptMinor
     FROM sale s
     JOIN document d ON d.kind = 'sale' AND d.subject_id = s.id
     JOIN sale_tender st ON st.sale_id = s.id
     JOIN tender t ON t.id = st.tender_id
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE s.date = ? AND v.id IS NULL AND ${scheme === null ? 't.kind = ?' : 't.scheme = ?'}
     GROUP BY s.id, d.series, d.number, s.sold_at, s.total_minor
     ORDER BY s.id`,
    [date, scheme ?? pot],
  );
  return found.map((sale) => ({ ...sale, soldAt: toInstant(sale.soldAt) }));
}

/** The way of what lies in the drawer: its counts, its slips, their lines. */
async function drawerSteps(
  db: Db,
  date: string,
  pot: 'cash' | 'cheque',
): Promise<TrailStep[]> {
  const ofPot = `(i.cheque_id IS NULL) = ${pot === 'cash' ? 'TRUE' : 'FALSE'}`;
  const closes = await rows<StepRow & { difference: number; drawer: string }>(
    db,
    `SELECT c.id, CONCAT(d.series, '-', d.number) AS number, c.date, dr.name AS drawer,
       CAST(SUM(i.amount_minor) AS SIGNED) AS amountMinor, c.to_safe_minor AS totalMinor,
       IF(c.takings_day = ?, ${
         pot === 'cash'
           ? 'c.difference_minor - (c.cheques_counted_minor - c.cheques_expected_minor)'
           : 'c.cheques_counted_minor - c.cheques_expected_minor'
       }, 0) AS difference, NULL AS days
     FROM safe_item i
     JOIN drawer_close c ON c.id = i.drawer_close_id
     JOIN drawer_session ds ON ds.id = c.drawer_session_id
     JOIN drawer dr ON dr.id = ds.drawer_id
     JOIN document d ON d.kind = 'drawerClose' AND d.subject_id = c.id
     WHERE i.takings_day = ? AND ${ofPot}
     GROUP BY c.id, d.series, d.number, c.date, dr.name, c.to_safe_minor, c.takings_day,
       c.difference_minor, c.cheques_counted_minor, c.cheques_expected_minor
     ORDER BY c.id`,
    [date, date],
  );
  const slips = await rows<StepRow>(
    db,
    `SELECT sl.id, CONCAT(d.series, '-', d.number) AS number, sl.date,
       CAST(SUM(si.amount_minor) AS SIGNED) AS amountMinor, sl.total_minor AS totalMinor,
       (SELECT GROUP_CONCAT(DISTINCT o.takings_day ORDER BY o.takings_day)
        FROM slip_item_now x JOIN safe_item o ON o.id = x.safe_item_id
        WHERE x.slip_id = sl.id AND o.takings_day <> ?) AS days
     FROM slip_item_now si
     JOIN safe_item i ON i.id = si.safe_item_id
     JOIN slip sl ON sl.id = si.slip_id
     JOIN document d ON d.kind = 'slip' AND d.subject_id = sl.id
     WHERE i.takings_day = ? AND ${ofPot}
     GROUP BY sl.id, d.series, d.number, sl.date, sl.total_minor
     ORDER BY sl.id`,
    [date, date],
  );
  return [
    ...(await toSteps(db, closes, 'drawerClose', 'counted', (close) => ({
      code:
        close.difference === 0
          ? 'trail.countAgrees'
          : close.difference < 0
            ? 'trail.countShort'
            : 'trail.countOver',
      params: { drawer: close.drawer, differenceMinor: Math.abs(close.difference) },
    }))),
    ...(await toSteps(db, slips, 'slip', 'sent', withOthers('trail.slip'))),
    ...(await lineSteps(db, 'slip', slips, { date, pot })),
  ];
}

/** How charges on account were paid: each payment leads to its ticket and on to the bank. */
async function paidSteps(db: Db, date: string): Promise<TrailStep[]> {
  const paid = await paidParts(db, date, date);
  const home = await ticketsAtHome(
    db,
    paid.flatMap(({ saleId }) => (saleId === null ? [] : [saleId])),
  );
  const steps: TrailStep[] = [];
  for (const { saleId, creditItemId, kind, number, paidOn, name, ...amounts } of paid) {
    const { amountMinor, discountMinor } = amounts;
    const stage = saleId !== null && !home.has(saleId) ? 'sent' : 'home';
    const paidCode = discountMinor ? 'trail.paidLess' : 'trail.paid';
    const code =
      kind === 'payment'
        ? paidCode
        : kind === 'writeOff'
          ? 'trail.writtenOff'
          : 'trail.credited';
    steps.push({
      kind: saleId === null ? 'writeOff' : 'payment',
      id: saleId ?? creditItemId,
      number,
      date: paidOn,
      stage,
      amountMinor: amountMinor + discountMinor,
      note: { code, params: { name, discountMinor } },
      entry:
        saleId === null
          ? await entryOf(db, 'writeOff', creditItemId)
          : await entryOf(db, 'sale', saleId),
    });
  }
  return steps;
}

/** The way of papers that go to the bank by themselves: each from its ticket to its line. */
async function paperSteps(db: Db, kind: PaperKind, date: string): Promise<TrailStep[]> {
  const found = await papers(db, kind, 'p.potDate = ?', date);
  const sent: TrailStep[] = [];
  for (const paper of found) sent.push(await paperStep(db, kind, paper));
  return [...sent, ...(await lineSteps(db, kind, found))];
}

async function cardSteps(db: Db, date: string, scheme: string): Promise<TrailStep[]> {
  const batches = await rows<StepRow & { closed: number }>(
    db,
    `SELECT b.id, NULL AS number, b.batch_date AS date, b.closed_at IS NOT NULL AS closed,
       CAST(SUM(st.kept_minor) AS SIGNED) AS amountMinor, 0 AS totalMinor, NULL AS days
     FROM sale s
     JOIN sale_tender st ON st.sale_id = s.id
     JOIN tender t ON t.id = st.tender_id
     JOIN batch_now m ON m.sale_tender_id = st.id
     JOIN batch b ON b.id = m.batch_id
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE s.date = ? AND t.scheme = ? AND v.id IS NULL
     GROUP BY b.id, b.batch_date, b.closed_at ORDER BY b.batch_date`,
    [date, scheme],
  );
  const closed = batches.filter((batch) => batch.closed);
  const settlements: (StepRow & { fee: number; difference: number })[] = [];
  for (const batch of closed) {
    settlements.push(
      ...(await rows<StepRow & { fee: number; difference: number }>(
        db,
        `SELECT g.id, CONCAT(d.series, '-', d.number) AS number, g.date,
           y.amountMinor, g.to_bank_minor AS totalMinor,
           (SELECT CAST(COALESCE(SUM(l.amount_minor), 0) AS SIGNED)
            FROM entry_line l JOIN account a ON a.id = l.account_id AND a.role = 'cardFees'
            WHERE l.entry_id = d.entry_id AND l.takings_day = ?
              AND l.pot = CONCAT('card ', g.processor_id, ' ', ?)) AS fee,
           COALESCE(c.difference_minor, 0) AS difference,
           (SELECT GROUP_CONCAT(DISTINCT o.batch_date ORDER BY o.batch_date)
            FROM settlement_scheme o
            WHERE o.settlement_id = g.id AND o.batch_date <> ?) AS days
         FROM settled_now x
         JOIN settlement g ON g.id = x.settlement_id
         JOIN (
           SELECT settlement_id, CAST(SUM(amount_minor) AS SIGNED) AS amountMinor
           FROM cleared_part
           WHERE batch_id = ? AND scheme = ? AND takings_day = ?
           GROUP BY settlement_id HAVING SUM(amount_minor) <> 0
         ) y ON y.settlement_id = g.id
         JOIN document d ON d.kind = 'settlement' AND d.subject_id = g.id
         LEFT JOIN settlement_scheme c ON c.settlement_id = g.id AND c.batch_id = x.batch_id
           AND c.scheme = x.scheme
         WHERE x.batch_id = ? AND x.scheme = ? ORDER BY g.id`,
        [date, scheme, batch.date, batch.id, scheme, date, batch.id, scheme],
      )),
    );
  }
  return [
    ...(await toSteps(db, closed, 'batch', 'counted', (batch) => ({
      code: 'trail.batch',
      params: { batchDate: batch.date },
    }))),
    ...(await toSteps(db, settlements, 'settlement', 'sent', (settlement) => ({
      code: settlement.difference === 0 ? 'trail.settlement' : 'trail.settlementDiffers',
      params: {
        feeMinor: settlement.fee,
        netMinor: settlement.totalMinor,
        differenceMinor: Math.abs(settlement.difference),
      },
    }))),
    ...(await lineSteps(db, 'settlement', settlements, {
      date,
      pot: `card % ${scheme.replace(/[%_\\]/g, '\\$&')}`,
    })),
  ];
}

async function toSteps<R extends StepRow>(
  db: Db,
  found: readonly R[],
  kind: TrailStep['kind'],
  stage: Stage,
  note: (one: R) => Note,
): Promise<TrailStep[]> {
  const steps: TrailStep[] = [];
  for (const one of found) {
    const { id, number, date, amountMinor } = one;
    const entry = kind === 'batch' ? null : await entryOf(db, kind, id);
    steps.push({ kind, id, number, date, stage, amountMinor, note: note(one), entry });
  }
  return steps;
}

const withOthers = (code: string) => (one: StepRow) => ({
  code: one.days === null ? code : `${code}WithOthers`,
  params: { totalMinor: one.totalMinor, days: one.days ?? '' },
});

/**
 * The statement lines at which papers came home: of a slip or settlement, with what the line
 * brought home of the day's pot (a fee, another day or pot is not of it).
 */
async function lineSteps(
  db: Db,
  kind: MovementName,
  carried: readonly Pick<StepRow, 'id' | 'amountMinor'>[],
  of?: { date: string; pot: string },
): Promise<TrailStep[]> {
  const steps: TrailStep[] = [];
  for (const { id, amountMinor } of carried) {
    const lines = await rows<{
      id: number;
      date: string;
      total: number;
      certain: number;
      group: number;
    }>(
      db,
      `SELECT l.id, l.date, l.amount_minor AS total, g.certain, g.id AS \`group\`
       FROM ${MOVEMENT_TABLES[kind].table} s
       JOIN match_group g ON g.id = s.match_group_id
       JOIN statement_line l ON l.match_group_id = g.id
       WHERE s.id = ?`,
      [id],
    );
    for (const line of lines) {
      steps.push({
        kind: 'line',
        id: line.id,
        number: null,
        date: line.date,
        stage: 'home',
        amountMinor: of ? await broughtHome(db, line.id, of) : amountMinor,
        note: {
          code: line.certain ? 'trail.lineCertain' : 'trail.lineAccepted',
          params: { totalMinor: line.total },
        },
        entry: await entryOf(db, 'match', line.group),
      });
    }
  }
  return steps;
}

/** What a line brought home of a day's pot, as its entry says. */
async function broughtHome(
  db: Db,
  lineId: number,
  { date, pot }: { date: string; pot: string },
): Promise<number> {
  const found = await row<{ amount: string | null }>(
    db,
    `SELECT SUM(l.amount_minor) AS amount
     FROM entry_line l JOIN account a ON a.id = l.account_id AND a.role = 'bank'
     WHERE l.holder = ? AND l.takings_day = ? AND l.pot LIKE ?`,
    [`line ${lineId}`, date, pot],
  );
  return toMinor(found?.amount);
}

/** Where the pot stands, as its bead says it: the trail and the frame tell the same. */
async function partsOf(db: Db, date: string, key: string): Promise<PotPart[]> {
  return (await potParts(db, { from: date, to: date })).filter((part) => part.key === key);
}

const WAITING_WORDS: Record<string, Partial<Record<Stage, string>>> = {
  cash: {
    taken: 'trail.notCounted',
    counted: 'trail.inSafe',
    sent: 'trail.slipUnderWay',
  },
  card: {
    taken: 'trail.batchOpen',
    counted: 'trail.notSettled',
    sent: 'trail.settlementUnderWay',
  },
  ownCheque: { sent: 'trail.chequeOut' },
  transfer: { sent: 'trail.transferOut' },
  onAccount: { taken: 'trail.withCustomers' },
};

/** What has not come home, at the stage where it waits. */
function waiting(taken: TrailStep, parts: readonly PotPart[], way: string): TrailStep[] {
  return Object.entries(WAITING_WORDS[way] ?? {}).flatMap(([stage, code]): TrailStep[] => {
    const amountMinor = sum(
      parts.map((part) => (part.stage === stage ? part.amountMinor : 0)),
    );
    if (amountMinor === 0) return [];
    return [
      {
        kind: 'waiting',
        id: 0,
        number: null,
        date: taken.date,
        stage: stage as Stage,
        amountMinor,
        note: { code, params: {} },
        entry: null,
      },
    ];
  });
}
