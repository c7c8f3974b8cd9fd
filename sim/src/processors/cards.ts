import { rows, type Db } from '@abacist/server/src/db/pool';

/** A card as a stand-in processor has it: what the terminal sent. Minor units, below zero given back. */
export type SentCard = {
  batchDate: string;
  scheme: string;
  lastFour: string;
  authorisation: string;
  amountMinor: number;
  /** The instant in UTC: `YYYY-MM-DD HH:MM:SS`. */
  takenAt: string;
};

const cardsWhere = (db: Db, where: string, values: readonly (string | number)[]) =>
  rows<SentCard>(
    db,
    `SELECT b.batch_date AS batchDate, t.scheme, COALESCE(st.last_four, '') AS lastFour,
       COALESCE(st.reference, '') AS authorisation, st.amount_minor AS amountMinor,
       DATE_FORMAT(s.sold_at, '%Y-%m-%d %H:%i:%s') AS takenAt
     FROM batch b
     JOIN batch_now m ON m.batch_id = b.id
     JOIN sale_tender st ON st.id = m.sale_tender_id
     JOIN tender t ON t.id = st.tender_id
     JOIN sale s ON s.id = st.sale_id
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE b.processor_id = ? AND v.id IS NULL AND ${where}
     ORDER BY b.batch_date, st.id`,
    values,
  );

/** The shop's own cards of closed batches that no settlement has settled, in the order of the till. */
export const cardsToSettle = (db: Db, processorId: number): Promise<SentCard[]> =>
  cardsWhere(
    db,
    `b.closed_at IS NOT NULL
       AND NOT EXISTS (SELECT 1 FROM settled_now x WHERE x.batch_id = b.id)`,
    [processorId],
  );

/** All its cards of a month `YYYY-MM`, settled or not. */
export const cardsOfMonth = (
  db: Db,
  processorId: number,
  month: string,
): Promise<SentCard[]> => cardsWhere(db, 'b.batch_date LIKE ?', [processorId, `${month}%`]);
