import { decideEvened } from '@abacist/core/settlements';
import type { CommandContext } from '../context';
import { row } from '../db/pool';
import { schemesOfBatch } from './batches';
import { postDifference } from './difference';

/**
 * Where a batch that was settled agrees to the cent, and cards of it were put right later, days of it
 * may stand above and below zero: no file will ever move them, so they are put against each other and
 * are at the bank at once.
 */
export async function evenOut(context: CommandContext, batchId: number): Promise<void> {
  const found = await row<{ bankAccountId: number; number: string | null }>(
    context.tx,
    `SELECT p.bank_account_id AS bankAccountId, MAX(CONCAT(d.series, '-', d.number)) AS number
     FROM batch b
     JOIN processor p ON p.id = b.processor_id
     LEFT JOIN settled x ON x.batch_id = b.id
     LEFT JOIN settlement s ON s.id = x.settlement_id AND s.standing
     LEFT JOIN document d ON d.kind = 'settlement' AND d.subject_id = s.id
     WHERE b.id = ? GROUP BY p.bank_account_id`,
    [batchId],
  );
  // As long as no settlement came, the one that comes moves all of its days.
  if (!found?.number) return;
  for (const scheme of await schemesOfBatch(context.tx, batchId)) {
    const { processorId } = scheme;
    const decided = decideEvened(scheme, { processorId, bankAccountId: found.bankAccountId });
    if (!decided) continue;
    await postDifference(context, {
      ...{ batchId, scheme: scheme.scheme, amountMinor: 0, approvalId: null },
      ...{ ...decided, memo: found.number },
    });
  }
}
