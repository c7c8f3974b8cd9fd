import { post, type JournalLine } from '../ledger';
import { divideRounded, minor, minus, multiply, percent, type Minor } from '../money';
import { AT_HOME, atProcessor, potOfCard, type Part } from '../takings';
import { clearedOf } from './bearing';
import type { BatchScheme } from './byScheme';

/** A batch and scheme that a person gives up, or that was settled beyond the till, by its days. */
export function decideGivenUp(
  batch: BatchScheme,
  processorId: number,
): { cleared: Part[]; lines: JournalLine[] } {
  const shortMinor = minus(batch.amountMinor, batch.settledMinor);
  const cleared = clearedOf(batch.held, shortMinor, batch.batchDate);
  const holders = { cardClearing: atProcessor(processorId) };
  const short = cleared.map(({ takingsDay, amountMinor }) => ({
    amountMinor,
    takings: { takingsDay, pot: potOfCard(processorId, batch.scheme), holders },
  }));
  return { cleared, lines: post('settlement.difference', { short }, { processorId }) };
}

/**
 * Days of a batch and scheme that is settled to the cent, put against each other: a card was corrected
 * on a later day than it was taken. What comes to nothing for the bank is there at once.
 * @returns null where something of it is still to come, or no day stands open
 */
export function decideEvened(
  batch: BatchScheme,
  where: { processorId: number; bankAccountId: number },
): { cleared: Part[]; lines: JournalLine[] } | null {
  if (batch.amountMinor !== batch.settledMinor || batch.held.length === 0) return null;
  const cleared = clearedOf(batch.held, 0, batch.batchDate);
  const holders = { cardClearing: atProcessor(where.processorId), bank: AT_HOME };
  const parts = cleared.map(({ takingsDay, amountMinor }) => ({
    amountMinor,
    takings: { takingsDay, pot: potOfCard(where.processorId, batch.scheme), holders },
  }));
  return {
    cleared,
    lines: [
      ...post('settlement.atOnce', { amount: parts }, where),
      ...post('settlement', { toBank: [], cleared: parts }, where),
    ],
  };
}

/**
 * One card that no file will settle, or was settled beyond the till, leaves the clearing for the card
 * adjustments, on the day that took it.
 */
export function decideCardAdjusted(
  {
    scheme,
    takingsDay,
    shortMinor,
  }: { scheme: string; takingsDay: string; shortMinor: number },
  processorId: number,
): { cleared: Part; lines: JournalLine[] } {
  const holders = { cardClearing: atProcessor(processorId) };
  const takings = { takingsDay, pot: potOfCard(processorId, scheme), holders };
  const short = { amountMinor: shortMinor, takings };
  return {
    cleared: { takingsDay, amountMinor: minor(shortMinor) },
    lines: post('settlement.difference', { short }, { processorId }),
  };
}

/** What a processor holds of sales by its rule, rounded half up. @param percent an exact decimal */
export const reserveByRule = (grossMinor: number, percentage: string): Minor =>
  multiply(grossMinor, percent(percentage), 'halfUp');

/** Fees as parts of a ten-thousandth of gross: the effective rate, rounded half up. */
export function effectiveRateBasisPoints(settlement: {
  grossMinor: number;
  feeMinor: number;
}): number {
  if (settlement.grossMinor <= 0) return 0;
  const tenThousandths = BigInt(settlement.feeMinor) * 10_000n;
  return Number(divideRounded(tenThousandths, BigInt(settlement.grossMinor), 'halfUp'));
}
