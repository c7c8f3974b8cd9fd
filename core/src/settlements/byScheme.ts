import { minus, ZERO, type Minor } from '../money';
import type { Part } from '../takings';
import type { SettledScheme, Settlement } from './types';

/** What the till has in one batch for one scheme: taken − refunded, and how many tenders. */
export type BatchScheme = {
  batchId: number;
  batchDate: string;
  scheme: string;
  items: number;
  amountMinor: number;
  /** What earlier settlements have settled of it already. */
  settledMinor: number;
  /** What of it is not cleared, by the day that took it. */
  held: readonly Part[];
};

export type SchemeFinding = {
  batchDate: string;
  scheme: string;
  batchId: number | null;
  tillMinor: Minor;
  processorMinor: Minor;
  /** processor − till, after what was settled before: 0 agrees, negative is short. */
  differenceMinor: Minor;
  finding: 'agrees' | 'amountDiffers' | 'missingHere' | 'missingThere' | 'settledTwice';
};

/**
 * Till against processor, by batch and scheme. Only faults that these totals can tell apart are
 * named: a scheme that the till does not have, one that the processor left out of a batch that
 * it settles, one that was settled whole before, and an amount that differs.
 */
export function compareSettlement(
  settlement: Pick<Settlement, 'schemes'>,
  batches: readonly BatchScheme[],
): SchemeFinding[] {
  const key = (row: { batchDate: string; scheme: string }) => `${row.batchDate} ${row.scheme}`;
  const ours = new Map(batches.map((batch) => [key(batch), batch]));
  const theirs = new Map(settlement.schemes.map((scheme) => [key(scheme), scheme]));
  const settledDates = new Set(settlement.schemes.map(({ batchDate }) => batchDate));
  const rows = settlement.schemes.map((scheme) => compareOne(scheme, ours.get(key(scheme))));
  for (const batch of batches) {
    const left = minus(batch.amountMinor, batch.settledMinor);
    if (theirs.has(key(batch)) || !settledDates.has(batch.batchDate) || left === 0) continue;
    rows.push({
      batchDate: batch.batchDate,
      scheme: batch.scheme,
      batchId: batch.batchId,
      tillMinor: left,
      processorMinor: ZERO,
      differenceMinor: minus(0, left),
      finding: 'missingThere',
    });
  }
  return rows;
}

function compareOne(scheme: SettledScheme, batch: BatchScheme | undefined): SchemeFinding {
  const processorMinor = minus(scheme.grossMinor, scheme.refundsMinor);
  const { batchDate } = scheme;
  if (!batch) {
    return {
      batchDate,
      scheme: scheme.scheme,
      batchId: null,
      tillMinor: ZERO,
      processorMinor,
      differenceMinor: processorMinor,
      finding: 'missingHere',
    };
  }
  const tillMinor = minus(batch.amountMinor, batch.settledMinor);
  const differenceMinor = minus(processorMinor, tillMinor);
  const again = tillMinor === 0 && batch.settledMinor !== 0 && processorMinor !== 0;
  const finding = again ? 'settledTwice' : differenceMinor === 0 ? 'agrees' : 'amountDiffers';
  return {
    batchDate,
    scheme: scheme.scheme,
    batchId: batch.batchId,
    tillMinor,
    processorMinor,
    differenceMinor,
    finding,
  };
}
