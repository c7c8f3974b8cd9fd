import type { DecideCard, UndoCardDecision } from '@abacist/contracts';
import { decideCardAdjusted } from '@abacist/core/settlements';
import { addDays } from '@abacist/core/dates';
import type { CommandContext } from '../context';
import { row, run } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith } from '../http/errors';
import { postDifference, undoDifference } from './difference';
import { evenOut } from './evenOut';
import { comparedCards } from './one';
import { moveToBatchFrom } from './moveCard';

type Head = { processorId: number; number: string };

/** The settlement of a card; it and its processor wait for whoever decides first. */
export async function lockSettlement(
  { tx }: CommandContext,
  id: number,
): Promise<Head & { id: number }> {
  const found = await row<Head>(
    tx,
    `SELECT s.processor_id AS processorId, CONCAT(d.series, '-', d.number) AS number
     FROM settlement s
     JOIN processor p ON p.id = s.processor_id
     JOIN document d ON d.kind = 'settlement' AND d.subject_id = s.id
     WHERE s.id = ? AND s.standing FOR UPDATE`,
    [id],
  );
  if (!found) throw notFound('settlement.unknown');
  return { ...found, id };
}

/** The difference that a person means, as it stands now. @throws HttpError 422 `card.agrees` */
export async function differenceOf(
  { tx, shop }: CommandContext,
  { id, processorId }: { id: number; processorId: number },
  { position, saleTenderId }: Pick<DecideCard, 'position' | 'saleTenderId'>,
) {
  const of = { settlementId: id, processorId, zone: shop.zone };
  const cards = await comparedCards(tx, of);
  const found = cards?.rows.find(
    ({ theirs, ours }) =>
      (theirs?.position ?? null) === position && (ours?.saleTenderId ?? null) === saleTenderId,
  );
  if (!found) throw refuseWith('card.agrees');
  return found;
}

/**
 * Says what a card that differs is: the processor's (a claim, which stays a loose end until it is
 * settled), to be written off as an adjustment (with a manager's word, posted), or of a later batch
 * (it moves there).
 * @throws HttpError 404 `settlement.unknown`; 422 `card.agrees`, `card.nothingToPost`, `card.notOurs`
 */
export async function decideCard(
  context: CommandContext,
  { position, saleTenderId, what, reason }: DecideCard,
  id: number,
): Promise<CommandResult<{ number?: string }>> {
  const { tx, actor, today } = context;
  const settlement = await lockSettlement(context, id);
  const found = await differenceOf(context, settlement, { position, saleTenderId });
  if (what === 'later') {
    if (!found.ours || found.theirs) throw refuseWith('card.notOurs');
    await moveToBatchFrom(context, found.ours, addDays(found.ours.batchDate, 1));
    await evenOut(context, found.ours.batchId);
    return { answer: {} };
  }
  const { differenceMinor } = found;
  const posted =
    what === 'adjusted'
      ? await postAdjusted(context, settlement, found, reason)
      : { differenceId: null, number: undefined };
  await run(
    tx,
    `INSERT INTO card_decision
       (settlement_id, position, sale_tender_id, what, amount_minor, reason, batch_difference_id,
        user_id, decided_on)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      ...[id, position, saleTenderId, what, differenceMinor, reason],
      ...[posted.differenceId, actor.id, today],
    ],
  );
  return {
    answer: { ...(posted.number !== undefined && { number: posted.number }) },
    ...(posted.number !== undefined && { documentNumber: posted.number }),
  };
}

type Found = Awaited<ReturnType<typeof differenceOf>>;

/** What of one card no file will settle, or was settled beyond it, leaves the clearing. */
async function postAdjusted(
  context: CommandContext,
  { processorId, number: of }: Head,
  { ours, theirs, differenceMinor, what }: Found,
  reason: string,
): Promise<{ differenceId: number; number: string }> {
  // Of a wrong scheme nothing is lost: its tender is to be corrected.
  if (differenceMinor === 0 || what === 'wrongScheme') throw refuseWith('card.nothingToPost');
  const { batchDate } = ours ?? theirs!;
  const scheme = theirs?.scheme ?? ours!.scheme;
  const approvalId = await context.approve([
    {
      code: 'rule.batchDifference',
      approver: 'manager',
      params: { scheme, date: batchDate, amountMinor: -differenceMinor },
    },
  ]);
  const batchId = ours?.batchId ?? (await batchOf(context, processorId, batchDate));
  const { cleared, lines } = decideCardAdjusted(
    { scheme, takingsDay: ours?.takingsDay ?? batchDate, shortMinor: -differenceMinor },
    processorId,
  );
  const { id: differenceId, number } = await postDifference(context, {
    ...{
      batchId,
      scheme,
      amountMinor: -differenceMinor,
      cleared: [cleared],
      lines,
      approvalId,
    },
    memo: `${of}: ${reason}`.slice(0, 200),
  });
  await evenOut(context, batchId);
  return { differenceId, number };
}

/** A batch that the processor names; made where the till never had one, and closed. */
export async function batchOf(
  { tx, now, today }: CommandContext,
  processorId: number,
  batchDate: string,
): Promise<number> {
  await run(
    tx,
    `INSERT IGNORE INTO batch (processor_id, batch_date, closed_at, closed_on, settled_whole)
     VALUES (?, ?, ?, ?, TRUE)`,
    [processorId, batchDate, now, today],
  );
  const found = await row<{ id: number }>(
    tx,
    'SELECT id FROM batch WHERE processor_id = ? AND batch_date = ?',
    [processorId, batchDate],
  );
  return found!.id;
}

/**
 * Takes such a decision back: the card differs again.
 * @throws HttpError 404 `cardDecision.unknown`; 422 `cardDecision.undone`
 */
export async function undoCardDecision(
  context: CommandContext,
  { reason }: UndoCardDecision,
  id: number,
): Promise<CommandResult<{ number?: string }>> {
  const found = await row<{ standing: number | null; differenceId: number | null }>(
    context.tx,
    `SELECT standing, batch_difference_id AS differenceId FROM card_decision
     WHERE id = ? FOR UPDATE`,
    [id],
  );
  if (!found) throw notFound('cardDecision.unknown');
  if (found.standing === null) throw refuseWith('cardDecision.undone');
  if (found.differenceId !== null)
    return undoDifference(context, { reason }, found.differenceId);
  await run(context.tx, 'UPDATE card_decision SET standing = NULL WHERE id = ?', [id]);
  return { answer: {} };
}
