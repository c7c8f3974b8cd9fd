import type { CommandContext } from '../context';
import { row, rows, run } from '../db/pool';
import { ACT_DOCUMENTS } from '../drawer/acts/kinds';
import { undoAct } from '../drawer/acts/undo';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith } from '../http/errors';
import { postDocument } from '../ledger/post';
import { voidSale } from '../sales/void';
import { gather } from '../http/gather';

type Part = {
  saleId: number | null;
  actId: number | null;
  date: string;
  number: string;
  gone: number;
};

/**
 * Undoes days that were typed by their totals, all at once, the last document first; each on its own day, as if it had
 * been undone before the day was over. What was undone by itself already is left as it is.
 * A manager approves it once. @throws HttpError 404 `totals.unknown`; 422 `totals.undone`, or what a document of it refuses, with its number
 */
export async function undoTotals(
  context: CommandContext,
  { reason }: { reason: string },
  id: number,
): Promise<CommandResult<{ number: string }>> {
  const { tx, today } = context;
  const totals = await row<{ number: string }>(
    tx,
    `SELECT CONCAT(d.series, '-', d.number) AS number
     FROM day_totals t JOIN document d ON d.kind = 'dayTotals' AND d.subject_id = t.id
     WHERE t.id = ? FOR UPDATE`,
    [id],
  );
  if (!totals) throw notFound('totals.unknown');
  const undone = await row(tx, 'SELECT id FROM day_totals_undo WHERE day_totals_id = ?', [id]);
  if (undone) throw refuseWith('totals.undone');
  const parts = await rows<Part>(
    tx,
    `SELECT p.sale_id AS saleId, p.drawer_act_id AS actId, COALESCE(s.date, x.date) AS date,
       CONCAT(d.series, '-', d.number) AS number, COALESCE(v.id IS NOT NULL, x.undone) AS gone
     FROM day_totals_part p
     LEFT JOIN sale s ON s.id = p.sale_id
     LEFT JOIN sale_void v ON v.sale_id = s.id
     LEFT JOIN drawer_act x ON x.id = p.drawer_act_id
     JOIN document d ON (d.kind = 'sale' AND d.subject_id = p.sale_id)
       OR (d.kind IN (${ACT_DOCUMENTS}) AND d.subject_id = p.drawer_act_id)
     WHERE p.day_totals_id = ? ORDER BY p.position DESC`,
    [id],
  );
  // One word for all of it, when the first part asks: what a manager approved is not asked for again.
  let word: Promise<number | null> | undefined;
  const approve = () =>
    (word ??= context.approve([
      {
        code: 'rule.totalsUndone',
        approver: 'manager',
        params: { number: totals.number, count: parts.filter(({ gone }) => !gone).length },
      },
    ]));
  const { on, part, done } = gather({ ...context, approve });
  for (const { saleId, actId, date, number, gone } of parts) {
    if (gone) continue;
    await part(number, async () => {
      if (saleId !== null) await voidSale(on(date), saleId);
      else await undoAct(on(date), { reason }, actId!);
    });
  }
  done();
  const approvalId = await approve();
  const { insertId } = await run(
    tx,
    'INSERT INTO day_totals_undo (day_totals_id) VALUES (?)',
    [id],
  );
  const { number } = await postDocument(context, {
    kind: 'dayTotalsUndo',
    subjectId: insertId,
    date: today,
    lines: [],
    memo: reason,
    approvalId,
  });
  return { answer: { number }, documentNumber: number };
}
