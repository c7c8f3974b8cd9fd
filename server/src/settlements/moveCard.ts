import type { CommandContext } from '../context';
import { row, run } from '../db/pool';
import { joinBatch } from '../sales/batch';
import { keepSettled } from './batches';

/** A card leaves its batch for the first open one from a day on: it was not in what was sent. */
export async function moveToBatchFrom(
  context: CommandContext,
  { saleTenderId, batchId }: { saleTenderId: number; batchId: number },
  date: string,
): Promise<void> {
  const { tx } = context;
  const found = (await row<{ processorId: number; cutOff: string }>(
    tx,
    `SELECT b.processor_id AS processorId, p.cut_off AS cutOff
     FROM batch b JOIN processor p ON p.id = b.processor_id WHERE b.id = ?`,
    [batchId],
  ))!;
  await joinBatch(context, saleTenderId, { ...found, taken: { date, at: null } });
  await keepBoth(context, saleTenderId, batchId);
}

/** A card is in the batch of another one, closed or not. */
export async function joinBatchOf(
  context: CommandContext,
  saleTenderId: number,
  batchId: number,
): Promise<void> {
  const { tx, now, actor } = context;
  const before = await row<{ batchId: number }>(
    tx,
    'SELECT batch_id AS batchId FROM batch_now WHERE sale_tender_id = ?',
    [saleTenderId],
  );
  if (before?.batchId === batchId) return;
  await run(
    tx,
    'INSERT INTO batch_member (sale_tender_id, batch_id, since, user_id) VALUES (?, ?, ?, ?)',
    [saleTenderId, batchId, now, actor.id],
  );
  await keepSettled(context, [batchId, ...(before ? [before.batchId] : [])]);
}

async function keepBoth(
  context: CommandContext,
  saleTenderId: number,
  before: number,
): Promise<void> {
  const after = await row<{ batchId: number }>(
    context.tx,
    'SELECT batch_id AS batchId FROM batch_now WHERE sale_tender_id = ?',
    [saleTenderId],
  );
  await keepSettled(context, [before, after!.batchId]);
}
