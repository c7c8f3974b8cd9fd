import { handOf, placeOf, wayOf, type Place } from '@abacist/core/takings';
import { placeholders, row, rows, type Db } from '../db/pool';
import { schemeOfBatch } from '../settlements/batches';
import { handsOf, type PotMove } from '../takings/moves';

type Part = { place: Place; amountMinor: number };

/**
 * Of a pot's moves those of one ticket's money, and what waits in the hands that it came to. It goes
 * with what else is in them: amounts are those of the whole pot there.
 */
export async function wayOfSale(
  db: Db,
  asked: { sale: number; date: string; pot: string; asOf: string },
  all: readonly PotMove[],
): Promise<{ moves: PotMove[]; parts: Part[] }> {
  const { date, pot, asOf } = asked;
  const batch = await batchOf(db, asked);
  const moves = batch ? await ofBatch(db, batch.id, all) : all;
  const [start, hands] = await Promise.all([
    handsOf(db, asked),
    handsOf(db, { date, pot, asOf }),
  ]);
  const way = wayOf(moves, start);
  const parts = hands.filter(
    (hand) => hand.role !== 'cardClearing' && way.reached.has(handOf(hand)),
  );
  const waits = parts.map(({ role, amountMinor }) => ({ place: placeOf(role), amountMinor }));
  return {
    moves: way.moves,
    parts: batch ? [...(await left(db, batch, date)), ...waits] : waits,
  };
}

type Batch = { id: number; scheme: string; open: number };

/** The batch in which a ticket's card of a pot is. */
function batchOf(db: Db, { sale, pot }: { sale: number; pot: string }) {
  return row<Batch>(
    db,
    `SELECT m.batch_id AS id, t.scheme, b.closed_at IS NULL AS open
     FROM sale_tender st
     JOIN tender t ON t.id = st.tender_id AND t.processor_id IS NOT NULL
     JOIN batch_now m ON m.sale_tender_id = st.id
     JOIN batch b ON b.id = m.batch_id
     WHERE st.sale_id = ? AND CONCAT('card ', t.processor_id, ' ', t.scheme) = ? LIMIT 1`,
    [sale, pot],
  );
}

/** What of a batch and scheme no settlement has cleared of a day. */
async function left(db: Db, { id, scheme, open }: Batch, date: string): Promise<Part[]> {
  const found = await schemeOfBatch(db, id, scheme);
  const place = open ? 'taken' : 'counted';
  return (found?.held ?? [])
    .filter(({ takingsDay }) => takingsDay === date)
    .map(({ amountMinor }) => ({ place, amountMinor }));
}

/** Moves without those of settlements that did not name a batch. */
async function ofBatch(
  db: Db,
  batchId: number,
  moves: readonly PotMove[],
): Promise<PotMove[]> {
  const settled = moves.filter(({ kind }) => kind === 'settlement');
  if (settled.length === 0) return [...moves];
  const ids = settled.map(({ subjectId }) => subjectId);
  const named = await rows<{ id: number }>(
    db,
    `SELECT DISTINCT settlement_id AS id FROM cleared_part
     WHERE batch_id = ? AND settlement_id IN (${placeholders(ids.length)})`,
    [batchId, ...ids],
  );
  const others = new Set(
    settled
      .filter(({ subjectId }) => !named.some(({ id }) => id === subjectId))
      .map(({ entryId }) => entryId),
  );
  return moves.filter(
    ({ entryId, reversesEntryId }) =>
      !others.has(entryId) && (reversesEntryId === null || !others.has(reversesEntryId)),
  );
}
