import { row, rows, type Db } from '../db/pool';

/** Where an item `i` of the safe comes from: its cheque, and the drawer that it was counted in or dropped from. */
export const ORIGIN = `LEFT JOIN cheque q ON q.id = i.cheque_id
  LEFT JOIN drawer_close c ON c.id = i.drawer_close_id
  LEFT JOIN drawer_act x ON x.id = i.drawer_act_id
  LEFT JOIN drawer_session ds ON ds.id = COALESCE(c.drawer_session_id, x.drawer_session_id)
  LEFT JOIN drawer dr ON dr.id = ds.drawer_id`;

export type SlipRead = {
  number: string;
  date: string;
  bank: string;
  accountNumber: string;
  bankReference: string;
  by: string;
  totalMinor: number;
  recalledBy: string | null;
  items: {
    safeItemId: number;
    takingsDay: string;
    drawer: string;
    /** A refund that was paid out of the safe. */
    refund: boolean;
    amountMinor: number;
    cheque: { number: string; drawnBy: string; dated: string } | null;
  }[];
  /** Cash by denomination, where it was counted for the slip. */
  count: { denominationMinor: number; pieces: number }[];
};

/** A slip with what it brings, for whoever takes it over the counter of the bank. */
export async function readSlip(db: Db, id: number): Promise<SlipRead | undefined> {
  const head = await row<Omit<SlipRead, 'items' | 'count'>>(
    db,
    `SELECT CONCAT(d.series, '-', d.number) AS number, s.date, b.name AS bank,
       b.account_number AS accountNumber, s.bank_reference AS bankReference, u.name AS \`by\`,
       s.total_minor AS totalMinor, CONCAT(rd.series, '-', rd.number) AS recalledBy
     FROM slip s
     JOIN bank_account b ON b.id = s.bank_account_id
     JOIN user u ON u.id = s.user_id
     JOIN document d ON d.kind = 'slip' AND d.subject_id = s.id
     LEFT JOIN slip_recall r ON r.slip_id = s.id
     LEFT JOIN document rd ON rd.kind = 'slipRecall' AND rd.subject_id = r.id
     WHERE s.id = ?`,
    [id],
  );
  if (!head) return undefined;
  const [items, count] = await Promise.all([
    rows<{
      safeItemId: number;
      takingsDay: string;
      drawer: string;
      refund: number;
      amountMinor: number;
      number: string | null;
      drawnBy: string;
      dated: string;
    }>(
      db,
      `SELECT i.id AS safeItemId, i.takings_day AS takingsDay, COALESCE(dr.name, '') AS drawer, si.amount_minor AS amountMinor,
         i.sale_id IS NOT NULL AND i.cheque_id IS NULL AS refund,
         q.number, q.drawn_by AS drawnBy, q.dated
       FROM slip_item si
       JOIN safe_item i ON i.id = si.safe_item_id
       ${ORIGIN}
       WHERE si.slip_id = ? ORDER BY q.id IS NOT NULL, i.takings_day, i.id`,
      [id],
    ),
    rows<SlipRead['count'][number]>(
      db,
      `SELECT denomination_minor AS denominationMinor, pieces
       FROM slip_cash WHERE slip_id = ? ORDER BY denomination_minor DESC`,
      [id],
    ),
  ]);
  return {
    ...head,
    items: items.map(({ number, drawnBy, dated, refund, ...item }) => ({
      ...item,
      refund: refund === 1,
      cheque: number === null ? null : { number, drawnBy, dated },
    })),
    count,
  };
}
