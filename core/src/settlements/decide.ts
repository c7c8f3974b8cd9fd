import { post, type JournalLine } from '../ledger';
import { divideRounded, minor, minus, ZERO, type Minor } from '../money';
import type { SettledScheme, Settlement } from './read';

/** What the till has in one batch for one scheme: taken − refunded, and how many tenders. */
export type BatchScheme = {
  batchId: number;
  batchDate: string;
  scheme: string;
  items: number;
  amountMinor: number;
  /** What earlier settlements have settled of it already. */
  settledMinor: number;
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

export type DecidedSettlement = {
  findings: SchemeFinding[];
  /** What each batch and scheme is settled with: the rows that move beads to Sent. */
  settled: { batchId: number; scheme: string; amountMinor: Minor }[];
  /** What the bank will show: net less what the processor carried or carries. Not negative. */
  toBankMinor: Minor;
  /** net − toBank: minus where the processor carries it, plus where it clears what it carried. */
  carriedMinor: Minor;
  lines: JournalLine[];
};

/**
 * Decides a settlement: one entry, what comes to bank in transit, the fee to its expense, and card
 * clearing relieved by what the processor says it settled. What differs from the till stays in
 * card clearing and is a loose end. A negative net stays with the processor; what it carries so is
 * cleared first by its next settlement, and only the rest is expected at the bank. Nothing for the
 * bank needs no bank line.
 * @param balanceMinor what the processor carries from earlier settlements; not above zero
 */
export function decideSettlement(
  settlement: Settlement,
  batches: readonly BatchScheme[],
  balanceMinor: number,
  where: { processorId: number; bankAccountId: number },
): DecidedSettlement {
  const findings = compareSettlement(settlement, batches);
  const settled = findings
    .filter((row) => row.batchId !== null && row.processorMinor !== 0)
    .map((row) => ({
      batchId: row.batchId!,
      scheme: row.scheme,
      amountMinor: row.processorMinor,
    }));
  const { netMinor } = settlement;
  const toBankMinor = minor(Math.max(0, netMinor + balanceMinor));
  const carriedMinor = minus(netMinor, toBankMinor);
  const amounts = {
    toBank: toBankMinor,
    carried: carriedMinor,
    fees: settlement.feeMinor,
    cleared: minus(settlement.grossMinor, settlement.refundsMinor),
  };
  const lines = post('settlement', amounts, where);
  return { findings, settled, toBankMinor, carriedMinor, lines };
}

/** Fees as parts of a ten-thousandth of gross: the effective rate, rounded half up. */
export function effectiveRateBasisPoints(settlement: {
  grossMinor: number;
  feeMinor: number;
}): number {
  if (settlement.grossMinor <= 0) return 0;
  const tenThousandths = BigInt(settlement.feeMinor) * 10_000n;
  return Number(divideRounded(tenThousandths, BigInt(settlement.grossMinor), 'halfUp'));
}
