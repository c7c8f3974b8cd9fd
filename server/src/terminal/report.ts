import type { TerminalReport } from '@abacist/contracts';
import { potOf } from '@abacist/core/tenders';
import type { Deps } from '../context';
import { row, rows } from '../db/pool';
import { notFound, refuseWith } from '../http/errors';

type Known = {
  reference: string;
  tenderId: number;
  processorId: number | null;
  scheme: string | null;
};

/**
 * What a terminal says that it charged in a drawer's session, by card: charges of its tickets, and those that no ticket
 * took, asked meanwhile by whoever sold there; not what was given back. The amounts are the terminal's own.
 * @throws HttpError 404 `count.unknown`; 422 `terminal.none`, `terminal.noReport`
 */
export async function terminalReport(
  { outside: { terminal }, pool }: Deps,
  sessionId: number,
): Promise<TerminalReport> {
  const session = await row(pool, 'SELECT id FROM drawer_session WHERE id = ?', [sessionId]);
  if (!session) throw notFound('count.unknown');
  if (!terminal) throw refuseWith('terminal.none');
  const [told, asked] = await Promise.all([
    terminal.report().catch(() => {
      throw refuseWith('terminal.noReport');
    }),
    rows<Known>(
      pool,
      `SELECT c.reference, t.id AS tenderId, t.processor_id AS processorId, t.scheme
       FROM terminal_charge c
       JOIN tender t ON t.id = c.tender_id
       JOIN drawer_session ds ON ds.id = ?
       WHERE c.resolved_at IS NULL AND (EXISTS (
           SELECT 1 FROM sale_tender st
           JOIN sale s ON s.id = st.sale_id AND s.drawer_session_id = ds.id
           WHERE st.reference = c.authorisation AND st.tender_id = c.tender_id)
         OR (c.asked_at BETWEEN ds.opened_at AND COALESCE(ds.count_begun_at, NOW(3))
           AND EXISTS (SELECT 1 FROM sale s
             WHERE s.drawer_session_id = ds.id AND s.user_id = c.user_id)
           AND NOT EXISTS (SELECT 1 FROM sale_tender st
             WHERE st.reference = c.authorisation AND st.tender_id = c.tender_id)))`,
      [sessionId],
    ),
  ]);
  const amounts = new Map(told.map(({ reference, amountMinor }) => [reference, amountMinor]));
  const totals = new Map<string, number>();
  for (const { reference, tenderId, processorId, scheme } of asked) {
    const pot = potOf('card', { id: tenderId, processorId, scheme });
    if (pot) totals.set(pot, (totals.get(pot) ?? 0) + (amounts.get(reference) ?? 0));
  }
  return { cards: [...totals].map(([pot, terminalMinor]) => ({ pot, terminalMinor })) };
}
