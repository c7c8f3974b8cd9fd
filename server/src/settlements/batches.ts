import type { BatchView } from '@abacist/contracts';
import { addBankingDays } from '@abacist/core/dates';
import { minor } from '@abacist/core/money';
import type { BatchScheme } from '@abacist/core/settlements';
import type { Part } from '@abacist/core/takings';
import type { CommandContext, Shop } from '../context';
import { placeholders, rows, run, type Db } from '../db/pool';
import { holidaysAround } from '../settings/holidays';

/** As the view settled_now: MariaDB takes no merged view in a subquery of a grouped statement. */
export const STANDING = `FROM settled x
    JOIN settlement g ON g.id = x.settlement_id AND g.standing`;

/** What persons decided that no settlement will settle of a batch and scheme. */
const DECIDED = `(SELECT SUM(y.amount_minor) FROM batch_difference y
    WHERE y.batch_id = b.id AND y.scheme = t.scheme AND y.standing)`;

/** What is settled of a batch and scheme: by standing settlements, and by what was decided. */
export const SETTLED = `(COALESCE((SELECT SUM(x.amount_minor) ${STANDING}
      WHERE x.batch_id = b.id AND x.scheme = t.scheme), 0) + COALESCE(${DECIDED}, 0))`;

/** A batch and scheme with what the till has, and what is settled of it. */
const BATCH_SCHEMES = `
  SELECT b.id AS batchId, b.processor_id AS processorId, b.batch_date AS batchDate,
    b.closed_at IS NOT NULL AS closed, t.scheme, COUNT(*) AS items,
    CAST(SUM(st.amount_minor) AS SIGNED) AS amountMinor,
    CAST(${SETTLED} AS SIGNED) AS settledMinor,
    (SELECT MAX(x.settlement_id) ${STANDING} WHERE x.batch_id = b.id) AS settlementId
  FROM batch b
  JOIN batch_now m ON m.batch_id = b.id
  JOIN sale_tender st ON st.id = m.sale_tender_id
  JOIN tender t ON t.id = st.tender_id
  LEFT JOIN sale_void v ON v.sale_id = st.sale_id
  WHERE v.id IS NULL AND {where}
  GROUP BY b.id, b.processor_id, b.batch_date, b.closed_at, t.scheme
  ORDER BY b.batch_date, b.id, t.scheme`;

type Found = Omit<BatchScheme, 'held'> & {
  processorId: number;
  closed: number;
  /** The newest settlement that settled something of the batch. */
  settlementId: number | null;
};

const batchSchemesWhere = (db: Db, where: string, values: readonly (string | number)[] = []) =>
  rows<Found>(db, BATCH_SCHEMES.replace('{where}', where), values);

/** Batches of a processor by date and scheme as the till has them, with what was settled before. */
export const batchSchemes = (
  db: Db,
  processorId: number,
  dates: readonly string[],
): Promise<BatchScheme[]> => {
  const where = `b.processor_id = ? AND b.batch_date IN (${placeholders(dates.length)})`;
  return batchSchemesWhere(db, where, [processorId, ...dates]).then((found) =>
    withHeld(db, found),
  );
};

/** What of batches and schemes is not cleared, by the day that took it. */
async function withHeld<One extends { batchId: number; scheme: string }>(
  db: Db,
  found: readonly One[],
): Promise<(One & { held: Part[] })[]> {
  if (found.length === 0) return [];
  const ids = [...new Set(found.map(({ batchId }) => batchId))];
  const marks = placeholders(ids.length);
  type Row = { batchId: number; scheme: string; day: string; amount: string };
  const parts = await rows<Row>(
    db,
    `SELECT x.batchId, x.scheme, x.day, SUM(x.amount) AS amount
     FROM (
       SELECT m.batch_id AS batchId, t.scheme, s.date AS day, st.amount_minor AS amount
       FROM batch_now m
       JOIN sale_tender st ON st.id = m.sale_tender_id
       JOIN sale s ON s.id = st.sale_id
       JOIN tender t ON t.id = st.tender_id
       LEFT JOIN sale_void v ON v.sale_id = s.id
       WHERE m.batch_id IN (${marks}) AND v.id IS NULL
       UNION ALL
       SELECT c.batch_id, c.scheme, c.takings_day, -c.amount_minor
       FROM cleared_part c
       LEFT JOIN settlement g ON g.id = c.settlement_id
       LEFT JOIN batch_difference y ON y.id = c.batch_difference_id
       WHERE c.batch_id IN (${marks}) AND (g.standing OR y.standing)
     ) x
     GROUP BY x.batchId, x.scheme, x.day
     HAVING SUM(x.amount) <> 0 ORDER BY x.day`,
    [...ids, ...ids],
  );
  return found.map((one) => ({
    ...one,
    held: parts
      .filter((part) => part.batchId === one.batchId && part.scheme === one.scheme)
      .map(({ day, amount }) => ({ takingsDay: day, amountMinor: minor(Number(amount)) })),
  }));
}

/** All schemes of a batch. */
export const schemesOfBatch = async (
  db: Db,
  batchId: number,
): Promise<(Found & BatchScheme)[]> =>
  withHeld(db, await batchSchemesWhere(db, 'b.id = ?', [batchId]));

/** One scheme of a batch. */
export async function schemeOfBatch(
  db: Db,
  batchId: number,
  scheme: string,
): Promise<(Found & BatchScheme) | undefined> {
  const found = await batchSchemesWhere(db, 'b.id = ? AND t.scheme = ?', [batchId, scheme]);
  return (await withHeld(db, found))[0];
}

/**
 * Keeps of batches whether they are settled whole; call it when their settlements changed. A batch
 * that is settled is closed: no card joins it any more.
 */
export async function keepSettled(
  { tx }: CommandContext,
  batchIds: readonly number[],
): Promise<void> {
  if (batchIds.length === 0) return;
  // Whoever changes one of them at the same time waits, and then sees what this one did.
  await rows(
    tx,
    `SELECT id FROM batch WHERE id IN (${placeholders(batchIds.length)}) ORDER BY id FOR UPDATE`,
    batchIds,
  );
  const found = await batchSchemesWhere(
    tx,
    `b.id IN (${placeholders(batchIds.length)})`,
    batchIds,
  );
  for (const id of batchIds) {
    const own = found.filter(({ batchId }) => batchId === id);
    const whole = own.every(({ amountMinor, settledMinor }) => amountMinor === settledMinor);
    await run(tx, 'UPDATE batch SET settled_whole = ? WHERE id = ?', [whole, id]);
  }
}

/**
 * Batches of which something is not settled, oldest first, each with the schemes that are open:
 * what the till has and what was settled of it.
 */
export async function openBatches(db: Db, shop: Shop): Promise<BatchView[]> {
  const found = await openSchemes(db);
  const processors = await rows<{ id: number; name: string; delay: number }>(
    db,
    'SELECT id, name, delay_banking_days AS delay FROM processor',
  );
  const batches = new Map<number, BatchView>();
  for (const one of found) {
    const { name, delay } = processors.find(({ id }) => id === one.processorId)!;
    const batch = batches.get(one.batchId) ?? {
      id: one.batchId,
      processor: name,
      batchDate: one.batchDate,
      closed: Boolean(one.closed),
      settledInPart: one.settlementId !== null,
      dueDate: dueDate(one.batchDate, delay, shop.holidayRegion),
      schemes: [],
    };
    batches.set(one.batchId, batch);
    batch.schemes.push({
      scheme: one.scheme,
      items: one.items,
      amountMinor: one.amountMinor,
      settledMinor: one.settledMinor,
    });
  }
  return [...batches.values()];
}

/** Batches and schemes that differ from what settlements settled of them. */
export async function openSchemes(db: Db): Promise<Found[]> {
  const found = await batchSchemesWhere(db, 'NOT b.settled_whole');
  return found.filter(({ amountMinor, settledMinor }) => amountMinor !== settledMinor);
}

/** The day on which a batch's money is due at the bank: its date, then the delay. */
function dueDate(batchDate: string, delay: number, region: string): string {
  return addBankingDays(batchDate, delay, holidaysAround(region, batchDate));
}
