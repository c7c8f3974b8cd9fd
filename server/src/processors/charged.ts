import type { ChargedRow, FeeItem } from '@abacist/core/fees';
import { placeholders, rows, type Db } from '../db/pool';

export type SettledRow = ChargedRow & { number: string; reference: string };

type SchemeRow = {
  settlementId: number;
  number: string;
  reference: string;
  batchDate: string;
  batchId: number | null;
  scheme: string;
  items: number;
  grossMinor: number;
  refundsMinor: number;
  feeMinor: number;
};

/**
 * What a processor charged for the batches of some days, by scheme, in their order, each beside its
 * cards: those of its file, else the till's, where they are as many and as much as the processor says;
 * else only the sums.
 * Volumes of a month are counted from its first day.
 */
export async function chargedRows(
  db: Db,
  processorId: number,
  from: string,
  to: string,
): Promise<SettledRow[]> {
  const begin = `${from.slice(0, 8)}01`;
  const found = await rows<SchemeRow>(
    db,
    `SELECT s.id AS settlementId, CONCAT(d.series, '-', d.number) AS number, s.reference,
       x.batch_date AS batchDate, x.batch_id AS batchId, x.scheme, x.items,
       x.gross_minor AS grossMinor, x.refunds_minor AS refundsMinor, x.fee_minor AS feeMinor
     FROM settlement_scheme x
     JOIN settlement s ON s.id = x.settlement_id AND s.standing
     JOIN document d ON d.kind = 'settlement' AND d.subject_id = s.id
     WHERE s.processor_id = ? AND x.batch_date BETWEEN ? AND ?
     ORDER BY x.batch_date, x.scheme, s.id`,
    [processorId, begin, to],
  );
  const [cards, told] = await Promise.all([
    cardsOf(db, found),
    cardsTold(db, processorId, begin, to),
  ]);
  const volumes = new Map<string, number>();
  return found
    .map(({ batchId, ...row }) => {
      const key = `${row.scheme} ${row.batchDate.slice(0, 7)}`;
      const volumeMinor = volumes.get(key) ?? 0;
      volumes.set(key, volumeMinor + row.grossMinor);
      const own = [
        told.get(`${row.settlementId} ${row.batchDate} ${row.scheme}`) ?? [],
        cards.get(`${batchId} ${row.scheme}`) ?? [],
      ].find((all) => agrees(all, row));
      const refunds = own?.filter(({ amountMinor }) => amountMinor < 0).length;
      const refundItems = refunds ?? (row.refundsMinor ? null : 0);
      return {
        ...row,
        items: row.items - (refundItems ?? 0),
        refundItems,
        cards: own ?? null,
        volumeMinor,
      };
    })
    .filter(({ batchDate }) => batchDate >= from);
}

/** Whether cards are as many and as much as the processor says of them. */
function agrees(
  cards: readonly FeeItem[],
  row: Pick<SchemeRow, 'items' | 'grossMinor' | 'refundsMinor'>,
): boolean {
  const add = (sign: 1 | -1) =>
    cards.reduce((sum, { amountMinor }) => sum + Math.max(0, sign * amountMinor), 0);
  return (
    cards.length === row.items && add(1) === row.grossMinor && add(-1) === row.refundsMinor
  );
}

/** Cards as the processor's own files tell them, by settlement, batch of the till, and scheme. */
async function cardsTold(
  db: Db,
  processorId: number,
  from: string,
  to: string,
): Promise<Map<string, FeeItem[]>> {
  const found = await rows<FeeItem & { key: string }>(
    db,
    `SELECT CONCAT_WS(' ', x.settlement_id, COALESCE(b.batch_date, x.batch_date), x.scheme) AS \`key\`,
       x.scheme, x.card_kind AS cardKind, x.amount_minor AS amountMinor
     FROM settlement s
     JOIN settlement_transaction x ON x.settlement_id = s.id
     LEFT JOIN batch_now m ON m.sale_tender_id = x.sale_tender_id
     LEFT JOIN batch b ON b.id = m.batch_id
     WHERE s.processor_id = ? AND s.standing
       AND EXISTS (SELECT 1 FROM settlement_scheme c
         WHERE c.settlement_id = s.id AND c.batch_date BETWEEN ? AND ?)
     ORDER BY x.settlement_id, x.position`,
    [processorId, from, to],
  );
  const cards = new Map<string, FeeItem[]>();
  for (const { key, ...card } of found) {
    const own = cards.get(key);
    if (own) own.push(card);
    else cards.set(key, [card]);
  }
  return cards;
}

/** Batches of some days that no settlement has settled yet, by scheme, as the till has them. */
export async function unsettledRows(
  db: Db,
  processorId: number,
  from: string,
  to: string,
): Promise<ChargedRow[]> {
  const found = await rows<{ batchDate: string; scheme: string; amountMinor: number }>(
    db,
    `SELECT b.batch_date AS batchDate, t.scheme, st.amount_minor AS amountMinor
     FROM batch b
     JOIN batch_now m ON m.batch_id = b.id
     JOIN sale_tender st ON st.id = m.sale_tender_id
     JOIN tender t ON t.id = st.tender_id
     LEFT JOIN sale_void v ON v.sale_id = st.sale_id
     WHERE b.processor_id = ? AND b.batch_date BETWEEN ? AND ? AND v.id IS NULL
       AND NOT EXISTS (SELECT 1 FROM settled_now x WHERE x.batch_id = b.id)
     ORDER BY b.batch_date, st.id`,
    [processorId, from, to],
  );
  const batches = new Map<string, ChargedRow & { cards: FeeItem[] }>();
  for (const { batchDate, scheme, amountMinor } of found) {
    const key = `${batchDate} ${scheme}`;
    const batch = batches.get(key) ?? {
      ...{ settlementId: 0, batchDate, scheme, feeMinor: 0, volumeMinor: 0 },
      ...{ items: 0, grossMinor: 0, refundItems: 0, refundsMinor: 0, cards: [] },
    };
    batches.set(key, batch);
    batch.cards.push({ scheme, cardKind: '', amountMinor });
    if (amountMinor >= 0) {
      batch.items += 1;
      batch.grossMinor += amountMinor;
    } else {
      batch.refundItems! += 1;
      batch.refundsMinor -= amountMinor;
    }
  }
  return [...batches.values()];
}

/** The till's cards of batches, by batch and scheme. */
async function cardsOf(db: Db, of: readonly SchemeRow[]): Promise<Map<string, FeeItem[]>> {
  const ids = [...new Set(of.flatMap(({ batchId }) => (batchId === null ? [] : [batchId])))];
  const cards = new Map<string, FeeItem[]>();
  if (ids.length === 0) return cards;
  const found = await rows<{ batchId: number; scheme: string; amountMinor: number }>(
    db,
    `SELECT m.batch_id AS batchId, t.scheme, st.amount_minor AS amountMinor
     FROM batch_now m
     JOIN sale_tender st ON st.id = m.sale_tender_id
     JOIN tender t ON t.id = st.tender_id
     LEFT JOIN sale_void v ON v.sale_id = st.sale_id
     WHERE m.batch_id IN (${placeholders(ids.length)}) AND v.id IS NULL`,
    ids,
  );
  for (const { batchId, scheme, amountMinor } of found) {
    const key = `${batchId} ${scheme}`;
    const own = cards.get(key);
    const card = { scheme, cardKind: '', amountMinor };
    if (own) own.push(card);
    else cards.set(key, [card]);
  }
  return cards;
}
