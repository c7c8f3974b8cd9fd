import type { ChequeFound } from '@abacist/contracts';
import { post } from '@abacist/core/ledger';
import type { CommandContext } from '../context';
import { row, run } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith } from '../http/errors';
import { postDocument } from '../ledger/post';

type Found = {
  number: string;
  amountMinor: number;
  takenOn: string;
  closeId: number | null;
  safeItemId: number | null;
  isVoid: number;
};

/**
 * A cheque that was missing when its drawer was counted is found: it lies in the safe, and comes back
 * from over and short.
 * @throws HttpError 404 `cheque.unknown`; 422 `cheque.notCounted`, `cheque.notMissing`
 */
export async function findCheque(
  context: CommandContext,
  { reason }: ChequeFound,
  chequeId: number,
): Promise<CommandResult<{ number: string }>> {
  const { tx, today: date } = context;
  const cheque = await row<Found>(
    tx,
    `SELECT q.number, q.amount_minor AS amountMinor, q.taken_on AS takenOn, c.id AS closeId,
       (SELECT MIN(i.id) FROM safe_item i WHERE i.cheque_id = q.id) AS safeItemId,
       v.id IS NOT NULL AS isVoid
     FROM cheque q
     JOIN sale_tender st ON st.id = q.sale_tender_id
     LEFT JOIN sale_void v ON v.sale_id = st.sale_id
     LEFT JOIN drawer_close c ON c.drawer_session_id = q.drawer_session_id
     WHERE q.id = ? FOR UPDATE`,
    [chequeId],
  );
  if (!cheque || cheque.isVoid === 1) throw notFound('cheque.unknown');
  const { number: of, amountMinor, takenOn, closeId, safeItemId } = cheque;
  if (closeId === null) throw refuseWith('cheque.notCounted', undefined, { number: of });
  if (safeItemId !== null) throw refuseWith('cheque.notMissing', undefined, { number: of });
  const { insertId: foundId } = await run(
    tx,
    'INSERT INTO cheque_found (cheque_id, amount_minor) VALUES (?, ?)',
    [chequeId, amountMinor],
  );
  const { insertId: itemId } = await run(
    tx,
    `INSERT INTO safe_item (drawer_close_id, takings_day, amount_minor, cheque_id, found_id)
     VALUES (?, ?, ?, ?, ?)`,
    [closeId, takenOn, amountMinor, chequeId, foundId],
  );
  const { number } = await postDocument(context, {
    kind: 'chequeFound',
    subjectId: foundId,
    date,
    lines: post(
      'cheque.found',
      { amount: amountMinor },
      {
        takings: {
          takingsDay: takenOn,
          pot: 'cheque',
          holders: { safe: `safeItem ${itemId}` },
        },
      },
    ),
    memo: reason,
  });
  return { answer: { number }, documentNumber: number };
}
