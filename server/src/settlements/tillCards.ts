import { addDays, timeOfDay } from '@abacist/core/dates';
import type { SettledPart, TheirCard, TillCard } from '@abacist/core/settlements';
import { rows, type Db } from '../db/pool';
import { IS_CORRECTED } from '../sales/correct';
import { toInstant } from '../sales/read';

/** A processor's batch may be another than the till's by so many days. */
const BATCHES_APART = 4;
/** Whether a settlement that has totals only, and names no card, settled a batch and scheme. */
const BY_TOTALS = `EXISTS (
  SELECT 1 FROM settled x
  JOIN settlement g ON g.id = x.settlement_id AND g.standing
  WHERE x.batch_id = b.id AND x.scheme = t.scheme
    AND NOT EXISTS (SELECT 1 FROM settlement_transaction z WHERE z.settlement_id = g.id))`;
/** Whoever disputes a card does so within about a year and a half. */
const DISPUTED_WITHIN = 540;

type Row = Omit<TillCard, 'time'> & { soldAt: string; settled: number };

/**
 * The till's cards that a settlement may name: those of the batches around its own that no other
 * settlement has named. Its own are among them; what was typed as a day's total is no card, and of a
 * tender that was corrected the right one stands for both.
 */
/** A card of the till; `settled` with a total of its scheme, which names no cards. */
export type OpenCard = TillCard & { settled: boolean };

export async function tillCards(
  db: Db,
  of: { processorId: number; settlementId?: number; zone: string },
  theirs: readonly Pick<TheirCard, 'batchDate'>[],
): Promise<OpenCard[]> {
  if (theirs.length === 0) return [];
  const dates = theirs.map(({ batchDate }) => batchDate);
  const first = dates.reduce((a, b) => (a < b ? a : b));
  const last = dates.reduce((a, b) => (a > b ? a : b));
  const found = await rows<Row>(
    db,
    `SELECT st.id, b.batch_date AS batchDate, t.scheme, st.amount_minor AS amountMinor,
       COALESCE(st.reference, '') AS reference, COALESCE(st.last_four, '') AS lastFour,
       s.date AS takingsDay, COALESCE(o.date, s.date) AS \`on\`,
       COALESCE(o.sold_at, s.sold_at) AS soldAt, ${BY_TOTALS} AS settled
     FROM batch b
     JOIN batch_now m ON m.batch_id = b.id
     JOIN sale_tender st ON st.id = m.sale_tender_id
     JOIN tender t ON t.id = st.tender_id
     JOIN sale s ON s.id = st.sale_id
     LEFT JOIN sale o ON o.id = s.corrects_sale_id
     LEFT JOIN sale_void v ON v.sale_id = s.id
     LEFT JOIN day_totals_part y ON y.sale_id = s.id
     WHERE b.processor_id = ? AND b.batch_date BETWEEN ? AND ? AND v.id IS NULL
       AND y.sale_id IS NULL
       AND NOT (s.corrects_sale_id IS NOT NULL AND st.amount_minor < 0) AND NOT ${IS_CORRECTED}
       AND NOT EXISTS (
         SELECT 1 FROM settlement_transaction x
         JOIN settlement g ON g.id = x.settlement_id AND g.standing
         WHERE x.sale_tender_id = st.id AND x.settlement_id <> ?)
     ORDER BY st.id`,
    [
      of.processorId,
      addDays(first, -BATCHES_APART),
      addDays(last, BATCHES_APART),
      of.settlementId ?? 0,
    ],
  );
  return found.map(({ soldAt, settled, ...card }) => ({
    ...card,
    settled: settled === 1,
    time: timeOfDay(new Date(toInstant(soldAt)), of.zone),
  }));
}

/** The sale that a chargeback disputes. */
export type Disputed = { saleTenderId: number; takingsDay: string; scheme: string };

/**
 * The sale that each chargeback disputes, by its place among the parts: known by a reference of the
 * till or of a settled card, else by last four digits and amount, if there is just one such.
 */
export async function disputedSales(
  db: Db,
  processorId: number,
  date: string,
  parts: readonly SettledPart[],
): Promise<Map<number, Disputed>> {
  const found = new Map<number, Disputed>();
  for (const [i, part] of parts.entries()) {
    if (part.kind !== 'chargeback') continue;
    const byReference = part.reference
      ? await cardsWhere(
          db,
          `(st.reference = ? OR EXISTS (
             SELECT 1 FROM settlement_transaction x
             JOIN settlement g ON g.id = x.settlement_id AND g.standing
             WHERE x.sale_tender_id = st.id AND x.reference = ?))`,
          [part.reference, part.reference],
          { processorId, date },
        )
      : [];
    const candidates =
      byReference.length > 0 || !part.lastFour
        ? byReference
        : await cardsWhere(
            db,
            'st.last_four = ? AND st.amount_minor = ?',
            [part.lastFour, Math.abs(part.amountMinor)],
            { processorId, date },
          );
    if (candidates.length === 1) found.set(i, candidates[0]!);
  }
  return found;
}

const cardsWhere = (
  db: Db,
  where: string,
  values: readonly (string | number)[],
  { processorId, date }: { processorId: number; date: string },
) =>
  rows<Disputed>(
    db,
    `SELECT st.id AS saleTenderId, s.date AS takingsDay, t.scheme
     FROM sale s
     JOIN sale_tender st ON st.sale_id = s.id AND st.amount_minor > 0
     JOIN tender t ON t.id = st.tender_id AND t.processor_id = ?
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE s.date BETWEEN ? AND ? AND v.id IS NULL AND ${where}
     LIMIT 2`,
    [processorId, addDays(date, -DISPUTED_WITHIN), date, ...values],
  );
