import { decideVoid } from '@abacist/core/sales';
import type { CommandContext } from '../context';
import { row, rows, run } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, unwrap } from '../http/errors';
import { entryLines, postDocument } from '../ledger/post';
import { voidItems } from '../accounts/ofTicket';
import { lockAccounts, refuseClosed } from '../accounts/load';
import { CORRECTIONS_OF } from './correct';
import { unsellOfOrders } from './ofOrders';
import { extraUsed, undoExtras } from './storeExtras';
import { tenderGone, undoTenders } from './storeTenders';

type SaleState = {
  date: string;
  drawer_session_id: number | null;
  entry_id: number;
  number: number;
  series: string;
  void_id: number | null;
  closed: number;
  found_by_count: number;
};

/** Voids a sale of today by a reversing entry, with a manager's approval. */
export async function voidSale(
  context: CommandContext,
  saleId: number,
): Promise<CommandResult<{ number: string }>> {
  const { tx, today, actor, now } = context;
  // First of all, as a return of its goods does: one of the two sees the other.
  await run(tx, 'UPDATE sale SET version = version + 1 WHERE id = ?', [saleId]);
  // The session in share mode: a count that closes meanwhile waits, or was first. While it is being
  // counted, what was rung wrong is still put right in it.
  const sale = await row<SaleState>(
    tx,
    `SELECT s.date, s.drawer_session_id, d.entry_id, d.number, d.series, v.id AS void_id,
       c.id IS NOT NULL AS closed,
       c.id IS NOT NULL AND EXISTS (SELECT 1 FROM day_totals_part p WHERE p.sale_id = s.id)
         AND NOT EXISTS (SELECT 1 FROM cheque q
         JOIN sale_tender t ON t.id = q.sale_tender_id WHERE t.sale_id = s.id) AS found_by_count
     FROM sale s
     JOIN document d ON d.kind = 'sale' AND d.subject_id = s.id
     LEFT JOIN drawer_session ds ON ds.id = s.drawer_session_id
     LEFT JOIN drawer_close c ON c.drawer_session_id = ds.id
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE s.id = ?
     LOCK IN SHARE MODE`,
    [saleId],
  );
  if (!sale) throw notFound('sale.unknown');
  const closed = await row(
    tx,
    `SELECT b.id
     FROM sale_tender st
     JOIN batch_now m ON m.sale_tender_id = st.id
     JOIN batch b ON b.id = m.batch_id
     WHERE st.sale_id = ? AND b.closed_at IS NOT NULL
     LIMIT 1`,
    [saleId],
  );
  const decided = unwrap(
    decideVoid({
      today,
      saleDate: sale.date,
      alreadyVoid: sale.void_id !== null,
      drawerCounted: sale.closed === 1,
      foundByCount: sale.found_by_count === 1,
      batchClosed: closed !== undefined,
      ...(await entangled(context, saleId)),
      lines: await entryLines(tx, sale.entry_id),
    }),
  );
  const counted = sale.closed === 1;
  const approvalId = await context.approve(decided.broken);
  await undoTenders(context, saleId);
  await undoExtras(context, saleId);
  await unsellOfOrders(context, saleId);
  const { insertId } = await run(
    tx,
    'INSERT INTO sale_void (sale_id, user_id, voided_at, counted) VALUES (?, ?, ?, ?)',
    [saleId, actor.id, now, counted],
  );
  const { number } = await postDocument(context, {
    kind: 'saleVoid',
    subjectId: insertId,
    date: today,
    lines: decided.lines,
    memo: `${sale.series}-${sale.number}`,
    reversesEntryId: sale.entry_id,
    ...(!counted &&
      sale.drawer_session_id !== null && { drawerSessionId: sale.drawer_session_id }),
    approvalId,
  });
  return { answer: { number }, documentNumber: number };
}

/** What else rests on a ticket: goods of it that came back, a credit note of it that was used. */
async function entangled(context: CommandContext, saleId: number) {
  const { tx } = context;
  const back = await row(
    tx,
    `SELECT r.sale_id FROM sale_return r
     LEFT JOIN sale_void v ON v.sale_id = r.sale_id
     WHERE r.of_sale_id = ? AND v.id IS NULL LIMIT 1`,
    [saleId],
  );
  const corrected = await row(tx, `${CORRECTIONS_OF} LIMIT 1`, [saleId]);
  const accounts = await rows<{ id: number }>(
    tx,
    'SELECT DISTINCT charge_account_id AS id FROM open_item WHERE sale_id = ?',
    [saleId],
  );
  const accountIds = accounts.map(({ id }) => id);
  await lockAccounts(tx, accountIds);
  await refuseClosed(tx, accountIds);
  const used = await row(
    tx,
    'SELECT id FROM credit_note WHERE sale_id = ? AND used_minor > 0 FOR UPDATE',
    [saleId],
  );
  return {
    hasReturns: back !== undefined,
    corrected: corrected !== undefined,
    creditUsed: used !== undefined,
    extraUsed: await extraUsed(context, saleId),
    allocatedTo: await voidItems(context, saleId),
    chequeCashed: await tenderGone(context, saleId),
  };
}
