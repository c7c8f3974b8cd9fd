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
 * cards: the till's, where they are as many and as much as the processor says; else only the sums.
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
  const cards = await cardsOf(db, found);
  const volumes = new Map<string, number>();
  return found
    .map(({ batchId, ...row }) => {
      const key = `${row.scheme} ${row.batchDate.slice(0, 7)}`;
      const volumeMinor = volumes.get(key) ?? 0;
      volumes.set(key, volumeMinor + row.grossMinor);
      const own = cards.get(`${batchId} ${row.scheme}`) ?? [];
      const sales = own.filter(({ amountMinor }) => amountMinor >= 0);
      const add = (all: readonly FeeItem[]) =>
        all.reduce((sum, { amountMinor }) => sum + amountMinor, 0);
      const agree =
        own.length === row.items &&
        add(sales) === row.grossMinor &&
        add(sales) - add(own) === row.refundsMinor;
      const refundItems = agree ? own.length - sales.length : row.refundsMinor ? null : 0;
      return {
        ...row,
        items: row.items - (refundItems ?? 0),
        refundItems,
        cards: agree ? own : null,
        volumeMinor,
      };
    })
    .filter(({ batchDate }) => batchDate >= from);
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
