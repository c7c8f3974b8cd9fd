import type { CorrectTender } from '@abacist/contracts';
import { decideCorrection, type CorrectionState } from '@abacist/core/tenders';
import type { CommandContext } from '../context';
import { row, rows, run, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, unwrap } from '../http/errors';
import { postDocument } from '../ledger/post';
import { evenOut } from '../settlements/evenOut';
import { joinBatchOf } from '../settlements/moveCard';
import { tendersByIds } from './shopTenders';
import { storeTenders } from './storeTenders';

/** Whether a standing correction gave the tender `st` back: another one stands in its place. */
export const IS_CORRECTED = `EXISTS (
  SELECT 1
  FROM sale_tender cb
  JOIN sale cs ON cs.id = cb.sale_id AND cs.corrects_sale_id IS NOT NULL
  LEFT JOIN sale_void cv ON cv.sale_id = cs.id
  WHERE cb.of_sale_tender_id = st.id AND cv.id IS NULL)`;

/** Tickets that correct a tender of the ticket `?` and stand. */
export const CORRECTIONS_OF = `
  SELECT cs.id
  FROM sale cs
  LEFT JOIN sale_void cv ON cv.sale_id = cs.id
  WHERE cs.corrects_sale_id = ? AND cv.id IS NULL`;

type Receipt = {
  date: string;
  soldAt: string;
  drawerId: number;
  sessionId: number;
  correctsId: number | null;
  number: string;
  isVoid: number;
  closed: number;
  hasReturns: number;
  hasExtras: number;
};

/**
 * Puts the tender of a receipt right by a ticket of its own, in the drawer's session that took it. A card leaves the
 * batch in which it never was, and one by another scheme of its processor stands there in its place; any other
 * joins the batch in which it was taken while that is open.
 * @throws HttpError 404 `sale.unknown`; 422 as `decideCorrection` says; 409 when nobody approved
 */
export async function correctTender(
  context: CommandContext,
  command: CorrectTender,
  saleId: number,
): Promise<CommandResult<{ saleId: number; number: string }>> {
  const { tx, today, shop } = context;
  await run(tx, 'UPDATE sale SET version = version + 1 WHERE id = ?', [saleId]);
  const receipt = await receiptOf(tx, saleId);
  const wrong = receipt && (await wrongOf(tx, saleId, command.saleTenderId));
  if (!receipt || !wrong) throw notFound('sale.unknown');
  const { corrected, ...standing } = wrong;
  const tenders = await tendersByIds(tx, [standing.tenderId, command.to.tenderId]);
  const counted = receipt.closed === 1;
  const decided = unwrap(
    decideCorrection(command.to, {
      today,
      drawerId: receipt.drawerId,
      number: receipt.number,
      isVoid: receipt.isVoid === 1,
      hasReturns: receipt.hasReturns === 1,
      hasExtras: receipt.hasExtras === 1,
      corrected: corrected === 1,
      counted,
      cashStepMinor: shop.cashStepMinor,
      wrong: standing,
      tenders,
    }),
  );
  const approvalId = await context.approve(decided.broken);
  const { insertId } = await run(
    tx,
    `INSERT INTO sale
       (shop_id, date, drawer_id, drawer_session_id, prices_include_tax, net_minor, tax_minor,
        total_minor, user_id, sold_at, corrects_sale_id, corrects_counted)
     VALUES (?, ?, ?, ?, FALSE, 0, 0, 0, ?, ?, ?, ?)`,
    [
      shop.id,
      today,
      receipt.drawerId,
      receipt.sessionId,
      context.actor.id,
      context.now,
      receipt.correctsId ?? saleId,
      counted,
    ],
  );
  const taken = { date: receipt.date, at: new Date(receipt.soldAt) };
  await storeTenders(
    context,
    insertId,
    receipt.sessionId,
    { tenders: [decided.taken], refunds: [decided.given], prepaymentsUsed: [] },
    tenders,
    taken,
  );
  const batchId = await inTheSameBatch(context, insertId, command.saleTenderId);
  const { number } = await postDocument(context, {
    kind: 'sale',
    subjectId: insertId,
    date: today,
    lines: decided.lines,
    memo: receipt.number,
    ...(!counted && { drawerSessionId: receipt.sessionId }),
    approvalId,
  });
  if (batchId !== undefined) await evenOut(context, batchId);
  return { answer: { saleId: insertId, number }, documentNumber: number };
}

/**
 * What is given back of a card leaves the batch where it stands, though that is closed; a card of the
 * same processor in its place stands there too.
 * @returns that batch
 */
async function inTheSameBatch(
  context: CommandContext,
  saleId: number,
  wrongTenderId: number,
): Promise<number | undefined> {
  const found = await rows<{ saleTenderId: number; batchId: number; right: number }>(
    context.tx,
    `SELECT st.id AS saleTenderId, b.id AS batchId, st.amount_minor > 0 AS \`right\`
     FROM batch_now m
     JOIN batch b ON b.id = m.batch_id
     JOIN sale_tender st ON st.sale_id = ?
     JOIN tender t ON t.id = st.tender_id AND t.processor_id = b.processor_id
     WHERE m.sale_tender_id = ?`,
    [saleId, wrongTenderId],
  );
  for (const { saleTenderId, batchId, right } of found) {
    await joinBatchOf(context, saleTenderId, batchId);
    if (right === 1) await settledBy(context, saleTenderId, wrongTenderId);
  }
  return found[0]?.batchId;
}

/** Whoever settled the wrong card settled the right one. */
const settledBy = ({ tx }: CommandContext, right: number, wrong: number) =>
  run(tx, 'UPDATE settlement_transaction SET sale_tender_id = ? WHERE sale_tender_id = ?', [
    right,
    wrong,
  ]);

/** The receipt, its session in share mode: a count that closes meanwhile waits, or was first. */
function receiptOf(tx: Db, saleId: number): Promise<Receipt | undefined> {
  return row<Receipt>(
    tx,
    `SELECT s.date, CONCAT(REPLACE(s.sold_at, ' ', 'T'), 'Z') AS soldAt, s.drawer_id AS drawerId,
       s.drawer_session_id AS sessionId, s.corrects_sale_id AS correctsId,
       CONCAT(d.series, '-', d.number) AS number, v.id IS NOT NULL AS isVoid,
       c.id IS NOT NULL AS closed,
       EXISTS (SELECT 1 FROM sale_return r LEFT JOIN sale_void rv ON rv.sale_id = r.sale_id
               WHERE r.of_sale_id = COALESCE(s.corrects_sale_id, s.id) AND rv.id IS NULL) AS hasReturns,
       EXISTS (SELECT 1 FROM sale_extra x
               WHERE x.sale_id = COALESCE(s.corrects_sale_id, s.id)) AS hasExtras
     FROM sale s
     JOIN document d ON d.kind = 'sale' AND d.subject_id = s.id
     LEFT JOIN drawer_session ds ON ds.id = s.drawer_session_id
     LEFT JOIN drawer_close c ON c.drawer_session_id = ds.id
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE s.id = ?
     LOCK IN SHARE MODE`,
    [saleId],
  );
}

function wrongOf(
  tx: Db,
  saleId: number,
  saleTenderId: number,
): Promise<(CorrectionState['wrong'] & { corrected: number }) | undefined> {
  return row(
    tx,
    `SELECT st.id AS saleTenderId, st.tender_id AS tenderId, t.kind,
       st.amount_minor AS amountMinor, st.kept_minor AS keptMinor,
       st.rounding_minor AS roundingMinor, ${IS_CORRECTED} AS corrected
     FROM sale_tender st JOIN tender t ON t.id = st.tender_id
     WHERE st.sale_id = ? AND st.id = ?`,
    [saleId, saleTenderId],
  );
}
