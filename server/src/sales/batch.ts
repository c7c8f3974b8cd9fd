import { addDays, timeOfDay } from '@abacist/core/dates';
import type { CommandContext } from '../context';
import { row, run } from '../db/pool';

/** A card tender joins the batch of its day; after the cut-off, that of the next day. */
export async function joinBatch(
  { tx, now, shop, actor }: CommandContext,
  saleTenderId: number,
  {
    processorId,
    cutOff,
    taken,
  }: { processorId: number; cutOff: string; taken: { date: string; at: Date | null } },
): Promise<void> {
  let batchDate =
    taken.at === null || timeOfDay(taken.at, shop.zone) < cutOff
      ? taken.date
      : addDays(taken.date, 1);
  for (;;) {
    const batch = await openBatch(tx, processorId, batchDate);
    if (batch !== undefined) {
      await run(
        tx,
        'INSERT INTO batch_member (sale_tender_id, batch_id, since, user_id) VALUES (?, ?, ?, ?)',
        [saleTenderId, batch, now, actor.id],
      );
      return;
    }
    batchDate = addDays(batchDate, 1);
  }
}

/** The open batch of a processor and day, made when missing; undefined when it is closed. */
async function openBatch(
  tx: CommandContext['tx'],
  processorId: number,
  batchDate: string,
): Promise<number | undefined> {
  const find = () =>
    row<{ id: number; closed_at: string | null }>(
      tx,
      `SELECT id, closed_at FROM batch
       WHERE processor_id = ? AND batch_date = ?
       LOCK IN SHARE MODE`,
      [processorId, batchDate],
    );
  let batch = await find();
  if (!batch) {
    await run(tx, 'INSERT IGNORE INTO batch (processor_id, batch_date) VALUES (?, ?)', [
      processorId,
      batchDate,
    ]);
    batch = await find();
  }
  return batch && batch.closed_at === null ? batch.id : undefined;
}
