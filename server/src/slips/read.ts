import type { SlipView } from '@abacist/contracts';
import { row, rows, type Db } from '../db/pool';
import { toInstant } from '../sales/read';

/** Where an item `i` of the safe comes from: its cheque, and the drawer that it was counted in or dropped from. */
export const ORIGIN = `LEFT JOIN cheque q ON q.id = i.cheque_id
  LEFT JOIN drawer_close c ON c.id = i.drawer_close_id
  LEFT JOIN drawer_act x ON x.id = i.drawer_act_id
  LEFT JOIN drawer_session ds ON ds.id = COALESCE(c.drawer_session_id, x.drawer_session_id)
  LEFT JOIN drawer dr ON dr.id = ds.drawer_id`;

type Head = Omit<SlipView, 'items' | 'count' | 'line' | 'bag' | 'recalled' | 'at'> & {
  madeAt: string;
  groupId: number | null;
  recalledBy: string | null;
  recallUser: string;
  recallAt: string;
  recallReason: string;
};

/** A slip with what it brings and what became of it, for whoever opens it, or takes it over the counter of the bank. */
export async function readSlip(db: Db, id: number): Promise<SlipView | undefined> {
  const head = await row<Head>(
    db,
    `SELECT s.id, d.entry_id AS entryId, CONCAT(d.series, '-', d.number) AS number, s.date, d.made_at AS madeAt, b.name AS bank,
       b.account_number AS accountNumber, s.bank_reference AS bankReference, u.name AS \`by\`,
       s.total_minor AS totalMinor, s.match_group_id AS groupId,
       CONCAT(rd.series, '-', rd.number) AS recalledBy, ru.name AS recallUser, rd.made_at AS recallAt,
       COALESCE(re.memo, '') AS recallReason
     FROM slip s
     JOIN bank_account b ON b.id = s.bank_account_id
     JOIN user u ON u.id = s.user_id
     JOIN document d ON d.kind = 'slip' AND d.subject_id = s.id
     LEFT JOIN slip_recall r ON r.slip_id = s.id
     LEFT JOIN document rd ON rd.kind = 'slipRecall' AND rd.subject_id = r.id
     LEFT JOIN entry re ON re.id = rd.entry_id
     LEFT JOIN user ru ON ru.id = rd.user_id
     WHERE s.id = ?`,
    [id],
  );
  if (!head) return undefined;
  const { madeAt, groupId, recalledBy, recallUser, recallAt, recallReason, ...of } = head;
  const [items, count, line, bag] = await Promise.all([
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
    rows<SlipView['count'][number]>(
      db,
      `SELECT denomination_minor AS denominationMinor, pieces
       FROM slip_cash WHERE slip_id = ? ORDER BY denomination_minor DESC`,
      [id],
    ),
    row<NonNullable<SlipView['line']>>(
      db,
      `SELECT id, date, text, amount_minor AS amountMinor FROM statement_line
       WHERE match_group_id = ? ORDER BY date, id LIMIT 1`,
      [groupId],
    ),
    row<NonNullable<SlipView['bag']>>(
      db,
      `SELECT g.bag_difference_minor AS differenceMinor, COALESCE(g.bag_cause, 'other') AS cause,
         COALESCE(e.memo, '') AS note
       FROM match_group g LEFT JOIN entry e ON e.kind = 'match' AND e.subject_id = g.id
       WHERE g.id = ? AND g.bag_difference_minor <> 0`,
      [groupId],
    ),
  ]);
  return {
    ...of,
    ...{ at: toInstant(madeAt), line: line ?? null, bag: bag ?? null },
    recalled:
      recalledBy === null
        ? null
        : {
            number: recalledBy,
            by: recallUser,
            at: toInstant(recallAt),
            reason: recallReason,
          },
    items: items.map(({ number, drawnBy, dated, refund, ...item }) => ({
      ...item,
      refund: refund === 1,
      cheque: number === null ? null : { number, drawnBy, dated },
    })),
    count,
  };
}
