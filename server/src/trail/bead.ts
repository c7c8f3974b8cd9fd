import type { BeadTrail, TrailStep } from '@abacist/contracts';
import { kindOfPot, makeBead, shapeOfPot, type Bead, type PotKind } from '@abacist/core/days';
import { MOVEMENT_KINDS } from '@abacist/core/movements';
import { rows, type Db } from '../db/pool';
import { beadsByDay, potsOf } from '../days/beads';
import { paidParts, ticketsAtHome } from '../days/charged';
import { notFound } from '../http/errors';
import { entryOf } from '../ledger/journal';
import { toInstant } from '../sales/read';
import { potLabels } from '../takings/labels';
import { movesOf } from '../takings/moves';
import { NOW } from '../takings/places';
import { MOVEMENT_STORES } from '../movements';
import { movementSteps } from './movement';
import { wayOfSale } from './sale';
import { stepsOf, waitingSteps } from './steps';

type SaleRow = BeadTrail['sales'][number];

export type BeadAsked = {
  date: string;
  /** The bead's key: its pot, or `onAccount`. */
  key: string;
  asOf?: string;
  /** Only the way of this ticket's money. */
  sale?: number;
};

/**
 * The way of a day's pot: its tickets, and the entries that moved what they took, in the order in
 * which they were posted. The batch of a card is told beside, since it can move.
 * @throws HttpError 404 `trail.unknown`
 */
export async function beadTrail(db: Db, asked: BeadAsked): Promise<BeadTrail> {
  const { date, key, asOf = NOW, sale } = asked;
  const span = { from: date, to: date, asOf };
  const [pots, allSales, allMoves] = await Promise.all([
    potsOf(db, span),
    key === 'onAccount' ? chargesOf(db, date) : ticketsOf(db, date, key),
    movesOf(db, date, key, asOf),
  ]);
  const parts = pots.parts.filter((part) => part.key === key);
  if (allSales.length + allMoves.length + parts.length === 0) throw notFound('trail.unknown');
  const sales = sale === undefined ? allSales : allSales.filter(({ id }) => id === sale);
  if (sale !== undefined && sales.length === 0) throw notFound('trail.unknown');
  const { moves, parts: waits } =
    sale === undefined || key === 'onAccount'
      ? { moves: allMoves, parts }
      : await wayOfSale(db, { sale, date, pot: key, asOf }, allMoves);
  const bead =
    beadsByDay({ ...pots, parts }).get(date)?.[0] ?? nothing(key, await potLabels(db));
  const takenMinor = sales.reduce((total, { keptMinor }) => total + keptMinor, 0);
  const taken: TrailStep = {
    kind: 'sale',
    id: sales[0]?.id ?? 0,
    number: null,
    date,
    from: null,
    place: 'taken',
    amountMinor: takenMinor,
    beside: [],
    note: { code: 'trail.sales', params: { count: sales.length } },
    entry: null,
  };
  const kind = kindOfPot(key);
  const [ofSale = null] = sale === undefined ? [] : sales;
  return {
    date,
    bead,
    ofSale: ofSale && {
      id: ofSale.id,
      number: ofSale.number,
      keptMinor: ofSale.keptMinor,
    },
    steps: [
      taken,
      ...((await BESIDE[kind]?.(db, asked, taken)) ?? []),
      ...(await stepsOf(db, { date, pot: key }, moves)),
      ...waitingSteps(date, key, waits),
    ],
    sales,
  };
}

/** What the trail of a kind of pot tells beside its entries. */
const BESIDE: Partial<
  Record<PotKind, (db: Db, asked: BeadAsked, taken: TrailStep) => Promise<TrailStep[]>>
> = {
  card: batchSteps,
  ownCheque: sentSteps,
  transfer: sentSteps,
  onAccount: paidSteps,
  // Where it is posted to, its money is at once.
  other: async (_db, _asked, taken) => [
    { ...taken, place: 'home', note: { code: 'trail.allowed', params: {} } },
  ],
};

/** The bead of a pot all of whose parts have come to nothing. */
const nothing = (key: string, labels: ReadonlyMap<string, string>): Bead =>
  makeBead({ key, label: labels.get(key) ?? key, shape: shapeOfPot(key), looseMinor: 0 }, []);

const SALE = `s.id, CONCAT(d.series, '-', d.number) AS number, s.sold_at AS soldAt,
  s.total_minor AS amountMinor,
  (SELECT u.name FROM user u WHERE u.id = s.user_id) AS \`by\``;

/** Tickets that stand and what a pot took or gave back by each, as their entries say. */
async function ticketsOf(db: Db, date: string, pot: string): Promise<SaleRow[]> {
  const found = await rows<SaleRow>(
    db,
    `SELECT ${SALE}, CAST(SUM(l.amount_minor) AS SIGNED) AS keptMinor
     FROM entry_line l
     JOIN entry e ON e.id = l.entry_id AND e.kind = 'sale'
     JOIN document d ON d.entry_id = e.id
     JOIN sale s ON s.id = e.subject_id
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE l.takings_day = ? AND l.pot = ? AND v.id IS NULL
     GROUP BY s.id, d.series, d.number, s.sold_at, s.total_minor, s.user_id
     ORDER BY s.id`,
    [date, pot],
  );
  return found.map((sale) => ({ ...sale, soldAt: toInstant(sale.soldAt) }));
}

/** Tickets that charged an account, or credited one. */
async function chargesOf(db: Db, date: string): Promise<SaleRow[]> {
  const found = await rows<SaleRow>(
    db,
    `SELECT ${SALE}, CAST(SUM(st.kept_minor) AS SIGNED) AS keptMinor
     FROM sale s
     JOIN document d ON d.kind = 'sale' AND d.subject_id = s.id
     JOIN sale_tender st ON st.sale_id = s.id
     JOIN tender t ON t.id = st.tender_id AND t.kind = 'onAccount'
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE s.date = ? AND v.id IS NULL
     GROUP BY s.id, d.series, d.number, s.sold_at, s.total_minor, s.user_id
     ORDER BY s.id`,
    [date],
  );
  return found.map((sale) => ({ ...sale, soldAt: toInstant(sale.soldAt) }));
}

/** Closed batches in which a day's card is: counted, as the till and the terminal say. */
async function batchSteps(db: Db, { date, key: pot, sale }: BeadAsked): Promise<TrailStep[]> {
  const found = await rows<{ id: number; date: string; amountMinor: number }>(
    db,
    `SELECT b.id, b.batch_date AS date, CAST(SUM(st.kept_minor) AS SIGNED) AS amountMinor
     FROM sale s
     JOIN sale_tender st ON st.sale_id = s.id
     JOIN tender t ON t.id = st.tender_id AND t.processor_id IS NOT NULL
     JOIN batch_now m ON m.sale_tender_id = st.id
     JOIN batch b ON b.id = m.batch_id AND b.closed_at IS NOT NULL
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE s.date = ? AND CONCAT('card ', t.processor_id, ' ', t.scheme) = ? AND v.id IS NULL
       AND s.id = COALESCE(?, s.id)
     GROUP BY b.id, b.batch_date ORDER BY b.batch_date`,
    [date, pot, sale ?? null],
  );
  return found.map(({ id, date: batchDate, amountMinor }) => ({
    kind: 'batch',
    id,
    number: null,
    date: batchDate,
    from: null,
    place: 'counted',
    amountMinor,
    beside: [],
    note: { code: 'trail.batch', params: { batchDate } },
    entry: null,
  }));
}

/** Tenders that are movements at the bank by themselves: each from its ticket on. */
async function sentSteps(db: Db, { date, key, sale }: BeadAsked): Promise<TrailStep[]> {
  const kind = MOVEMENT_KINDS.find((one) => one === key)!;
  const { saleId } = MOVEMENT_STORES[kind];
  return sale === undefined
    ? movementSteps(db, kind, 's.date = ?', [date])
    : movementSteps(db, kind, `s.date = ? AND ${saleId} = ?`, [date, sale]);
}

/** How charges on account were paid: each payment leads to its ticket and on to the bank. */
async function paidSteps(db: Db, { date, asOf = NOW, sale }: BeadAsked): Promise<TrailStep[]> {
  const paid = await paidParts(db, { from: date, to: date, asOf, sale });
  const home = await ticketsAtHome(db, paid, asOf);
  const steps: TrailStep[] = [];
  for (const { saleId, creditItemId, kind, number, paidOn, name, ...amounts } of paid) {
    const { amountMinor, discountMinor } = amounts;
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
      from: null,
      place: saleId !== null && !home.has(saleId) ? 'sent' : 'home',
      amountMinor: amountMinor + discountMinor,
      beside: [],
      note: { code, params: { name, discountMinor } },
      entry:
        saleId === null
          ? await entryOf(db, 'writeOff', creditItemId)
          : await entryOf(db, 'sale', saleId),
    });
  }
  return steps;
}
