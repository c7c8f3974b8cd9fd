import type { RingUpCard, SameCard, SaleAnswer } from '@abacist/contracts';
import type { CommandContext } from '../context';
import { row, run } from '../db/pool';
import type { CommandResult } from '../http/command';
import { refuseWith } from '../http/errors';
import { sell } from '../sales/sell';
import { batchOf, differenceOf, lockSettlement } from './decideCard';
import { evenOut } from './evenOut';
import { joinBatchOf } from './moveCard';

/**
 * A card that the till has since: it stands in the batch that settled it, and waits for no other file.
 * @throws HttpError 404 `settlement.unknown`; 422 `card.agrees`, `card.notTheSame`
 */
export async function sameCard(
  context: CommandContext,
  { position, saleTenderId }: SameCard,
  id: number,
): Promise<CommandResult<object>> {
  const settlement = await lockSettlement(context, id);
  const found = await differenceOf(context, settlement, { position, saleTenderId });
  if (found.what !== 'rungLater') throw refuseWith('card.notTheSame');
  await settledHere(context, settlement, {
    ...{ position, saleTenderId, batchDate: found.theirs!.batchDate },
  });
  return { answer: {} };
}

/**
 * A card sale that the till has not, rung up as an amount of a department: its ticket is of today, its
 * card of the batch that settled it.
 * @throws HttpError 404 `settlement.unknown`; 422 `card.agrees`, `card.notASale`, `card.noTender`, and
 * what a ticket is refused for
 */
export async function ringUpCard(
  context: CommandContext,
  { position, drawerId, departmentId }: RingUpCard,
  id: number,
): Promise<CommandResult<SaleAnswer>> {
  const settlement = await lockSettlement(context, id);
  const { what, theirs } = await differenceOf(context, settlement, {
    ...{ position, saleTenderId: null },
  });
  if (what !== 'missingHere' || theirs!.amountMinor <= 0) throw refuseWith('card.notASale');
  const { scheme, amountMinor, lastFour, batchDate } = theirs!;
  const tender = await row<{ id: number }>(
    context.tx,
    'SELECT id FROM tender WHERE processor_id = ? AND scheme = ? AND active ORDER BY id LIMIT 1',
    [settlement.processorId, scheme],
  );
  if (!tender) throw refuseWith('card.noTender', undefined, { scheme });
  const rung = await sell(context, {
    drawerId,
    pricesIncludeTax: true,
    lines: [{ departmentId, amountMinor }],
    tenders: [
      {
        ...{ kind: 'card', tenderId: tender.id, amountMinor, lastFour },
        reference: theirs!.authorisation || theirs!.reference,
      },
    ],
  });
  const card = await row<{ id: number }>(
    context.tx,
    'SELECT id FROM sale_tender WHERE sale_id = ?',
    [rung.answer.saleId],
  );
  await settledHere(context, settlement, { position, saleTenderId: card!.id, batchDate });
  return rung;
}

/** A transaction is this card of the till; its batch is the one that was settled. */
async function settledHere(
  context: CommandContext,
  { id, processorId }: { id: number; processorId: number },
  of: { position: number; saleTenderId: number; batchDate: string },
): Promise<void> {
  const batchId = await batchOf(context, processorId, of.batchDate);
  await joinBatchOf(context, of.saleTenderId, batchId);
  await run(
    context.tx,
    `UPDATE settlement_transaction SET sale_tender_id = ?
     WHERE settlement_id = ? AND position = ?`,
    [of.saleTenderId, id, of.position],
  );
  await evenOut(context, batchId);
}
