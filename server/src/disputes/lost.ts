import type { DisputeDetail, LoseDispute, TakeBackOfDispute } from '@abacist/contracts';
import { decideLost, openOf } from '@abacist/core/disputes';
import { ofDispute } from '@abacist/core/takings';
import { loadAccountRules } from '../accounts/rules';
import type { CommandContext } from '../context';
import { insertMany, row, rows, run, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith, unwrap } from '../http/errors';
import { postDocument, postReversal } from '../ledger/post';
import { SIGNED_TAXES } from '../sales/signedTaxes';
import { heldBy } from '../takings/held';
import { disputeDetail } from './read';

export type Standing = {
  id: number;
  processorId: number;
  /** Null: the bank itself debited it. */
  settlementId: number | null;
  scheme: string;
  lastFour: string;
  amountMinor: number;
  wonMinor: number;
  lostMinor: number;
  saleTenderId: number | null;
};

/** A dispute that stands; its processor waits, so that no settlement moves it meanwhile. */
export async function lockDispute({ tx }: CommandContext, id: number): Promise<Standing> {
  await row(
    tx,
    `SELECT p.id FROM processor p JOIN dispute x ON x.processor_id = p.id
     WHERE x.id = ? FOR UPDATE`,
    [id],
  );
  const found = await row<Standing>(
    tx,
    `SELECT id, processor_id AS processorId, settlement_id AS settlementId,
       scheme, last_four AS lastFour,
       amount_minor AS amountMinor, won_minor AS wonMinor, lost_minor AS lostMinor,
       sale_tender_id AS saleTenderId
     FROM dispute WHERE id = ? AND standing FOR UPDATE`,
    [id],
  );
  if (!found) throw notFound('dispute.unknown');
  return found;
}

/**
 * What of a dispute will not come back is the shop's loss.
 * @throws HttpError 404 `dispute.unknown`; 409 `rule.disputeLost` beyond the person's allowance; 422 as
 * core's `decideLost` says
 */
export async function loseDispute(
  context: CommandContext,
  { amountMinor, reason }: LoseDispute,
  id: number,
): Promise<CommandResult<DisputeDetail>> {
  const { tx, actor, today: date } = context;
  const dispute = await lockDispute(context, id);
  const rules = await loadAccountRules(tx);
  const allowedMinor = {
    clerk: rules.clerkWriteOffMinor,
    bookkeeper: rules.bookkeeperWriteOffMinor,
    manager: null,
  }[actor.role];
  const { taxes, lines, broken } = unwrap(
    decideLost(
      amountMinor,
      {
        ...{ id, processorId: dispute.processorId, openMinor: openOf(dispute) },
        held: await heldBy(tx, 'disputes', [ofDispute(id)]),
        sale: await saleTaxes(tx, dispute.saleTenderId),
        lostMinor: dispute.lostMinor,
        lostTaxes: await taxesLost(tx, id),
      },
      { allowedMinor, adjustsTax: rules.writeOffAdjustsTax },
    ),
  );
  const approvalId = await context.approve(broken);
  const { insertId } = await run(
    tx,
    'INSERT INTO dispute_lost (dispute_id, date, amount_minor, reason) VALUES (?, ?, ?, ?)',
    [id, date, amountMinor, reason],
  );
  await insertMany(
    tx,
    'dispute_lost_tax',
    ['dispute_lost_id', 'authority_id', 'tax_minor'],
    taxes.map(({ authorityId, taxMinor }) => [insertId, authorityId, taxMinor]),
  );
  await run(tx, 'UPDATE dispute SET lost_minor = lost_minor + ? WHERE id = ?', [
    amountMinor,
    id,
  ]);
  const { number } = await postDocument(context, {
    ...{ kind: 'disputeLost', subjectId: insertId, date, lines, memo: reason, approvalId },
  });
  return { answer: await disputeDetail(tx, id), documentNumber: number };
}

/** What the ticket of a card came to, with its signed taxes: of what was sold less what it took back. */
async function saleTaxes(db: Db, saleTenderId: number | null) {
  if (saleTenderId === null) return null;
  const sold = await row<{ saleId: number; amountMinor: number }>(
    db,
    `SELECT o.id AS saleId, o.total_minor AS amountMinor
     FROM sale_tender st
     JOIN sale s ON s.id = st.sale_id
     JOIN sale o ON o.id = COALESCE(s.corrects_sale_id, s.id)
     WHERE st.id = ?`,
    [saleTenderId],
  );
  const taxes = await rows<{ authorityId: number; taxMinor: number }>(
    db,
    `SELECT x.authority_id AS authorityId, CAST(SUM(x.tax) AS SIGNED) AS taxMinor
     FROM (${SIGNED_TAXES}) x GROUP BY x.authority_id ORDER BY x.authority_id`,
    [sold!.saleId, sold!.saleId],
  );
  return { amountMinor: sold!.amountMinor, taxes };
}

const taxesLost = (db: Db, disputeId: number) =>
  rows<{ authorityId: number; taxMinor: number }>(
    db,
    `SELECT t.authority_id AS authorityId, CAST(SUM(t.tax_minor) AS SIGNED) AS taxMinor
     FROM dispute_lost l JOIN dispute_lost_tax t ON t.dispute_lost_id = l.id
     WHERE l.dispute_id = ? AND l.standing GROUP BY t.authority_id`,
    [disputeId],
  );

/**
 * Takes a loss back: it is open again.
 * @throws HttpError 404 `disputeLost.unknown`; 422 `disputeLost.undone`
 */
export async function undoLost(
  context: CommandContext,
  { reason }: TakeBackOfDispute,
  id: number,
): Promise<CommandResult<DisputeDetail>> {
  const { tx, today: date } = context;
  const of = await row<{ disputeId: number }>(
    tx,
    'SELECT dispute_id AS disputeId FROM dispute_lost WHERE id = ?',
    [id],
  );
  if (!of) throw notFound('disputeLost.unknown');
  const { disputeId } = of;
  await lockDispute(context, disputeId);
  const found = await row<{ standing: number | null; amountMinor: number; entryId: number }>(
    tx,
    `SELECT l.standing, l.amount_minor AS amountMinor, d.entry_id AS entryId
     FROM dispute_lost l
     JOIN document d ON d.kind = 'disputeLost' AND d.subject_id = l.id
     WHERE l.id = ? FOR UPDATE`,
    [id],
  );
  if (!found || found.standing === null) throw refuseWith('disputeLost.undone');
  await run(tx, 'UPDATE dispute_lost SET standing = NULL WHERE id = ?', [id]);
  await run(tx, 'UPDATE dispute SET lost_minor = lost_minor - ? WHERE id = ?', [
    found.amountMinor,
    disputeId,
  ]);
  const { insertId } = await run(
    tx,
    'INSERT INTO dispute_lost_undo (dispute_lost_id, date) VALUES (?, ?)',
    [id, date],
  );
  const { number } = await postReversal(context, found.entryId, {
    ...{ kind: 'disputeLostUndo', subjectId: insertId, date, memo: reason },
  });
  return { answer: await disputeDetail(tx, disputeId), documentNumber: number };
}
