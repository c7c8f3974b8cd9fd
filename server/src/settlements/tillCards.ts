import { addDays, timeOfDay } from '@abacist/core/dates';
import type { TheirCard, TillCard } from '@abacist/core/settlements';
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
