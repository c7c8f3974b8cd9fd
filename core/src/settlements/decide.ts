import { mergeLines, post, type JournalLine } from '../ledger';
import { divideRounded, minor, minus, ZERO, type Minor } from '../money';
import { atProcessor, IN_SETTLEMENT, moveOn, potOfCard, split, type Part } from '../takings';
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

/** What a settlement, or a person, clears of a batch and scheme, by the day that took it. */
type ClearedPart = Part & { batchId: number | null; scheme: string };

/** What a processor carries of negative settlements, by day and pot; not above zero in sum. */
export type Carried = { balanceMinor: number; parts: readonly (Part & { pot: string })[] };

export type DecidedSettlement = {
  findings: SchemeFinding[];
  /** What each batch and scheme is settled with: the rows that move beads to Sent. */
  settled: { batchId: number; scheme: string; amountMinor: Minor }[];
  cleared: ClearedPart[];
  /** What the bank will show: net less what the processor carried or carries. Not negative. */
  toBankMinor: Minor;
  /** net − toBank: minus where the processor carries it, plus where it clears what it carried. */
  carriedMinor: Minor;
  lines: JournalLine[];
};

/**
 * Decides a settlement: one entry, what comes to bank in transit, the fee to its expense, and card
 * clearing relieved by what the processor says it settled, day by day: days below zero whole, then
 * the oldest; what the till has not falls on the batch's date. What differs from the till stays in
 * card clearing and is a loose end. Fees are shared by gross sales. A negative net stays with the
 * processor; what it carries so is cleared first by its next settlement, and only the rest is
 * expected at the bank. What comes to nothing for the bank is there at once, and needs no line.
 */
export function decideSettlement(
  settlement: Settlement,
  batches: readonly BatchScheme[],
  carried: Carried,
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
  const toBankMinor = minor(Math.max(0, netMinor + carried.balanceMinor));
  const carriedMinor = minus(netMinor, toBankMinor);
  const parts = settlement.schemes.map((scheme) => partsOf(scheme, batches));
  return {
    findings,
    settled,
    cleared: parts.flatMap((one) => one.cleared),
    toBankMinor,
    carriedMinor,
    lines: postSettlement(parts, { netMinor, carried, where }),
  };
}

type SchemeParts = {
  scheme: string;
  cleared: ClearedPart[];
  days: readonly string[];
  fees: Minor[];
  /** What is left of each day for the bank, or for what the processor carries. */
  rest: Minor[];
};

/** What a scheme of a settlement clears by day, and its fee shared by the sales of those days. */
function partsOf(scheme: SettledScheme, batches: readonly BatchScheme[]): SchemeParts {
  const { batchDate, feeMinor } = scheme;
  const batch = batches.find(
    (one) => one.batchDate === batchDate && one.scheme === scheme.scheme,
  );
  const cleared = clearedOf(batch, minus(scheme.grossMinor, scheme.refundsMinor), batchDate);
  const bearing = cleared.length ? cleared : [{ takingsDay: batchDate, amountMinor: ZERO }];
  const { fees, rest } = split(bearing, [
    {
      name: 'fees',
      amountMinor: feeMinor,
      weights: bearing.map(({ amountMinor }) => Math.max(0, amountMinor)),
    },
    { name: 'rest' },
  ]);
  return {
    scheme: scheme.scheme,
    cleared: cleared.map((part) => ({
      ...part,
      batchId: batch?.batchId ?? null,
      scheme: scheme.scheme,
    })),
    days: bearing.map(({ takingsDay }) => takingsDay),
    fees,
    rest,
  };
}

/** Takes an amount off what a batch holds of a scheme: what it has not is the batch's own day's. */
function clearedOf(
  batch: Pick<BatchScheme, 'held'> | undefined,
  amountMinor: number,
  batchDate: string,
): Part[] {
  const parts = moveOn(batch?.held ?? [], amountMinor, { today: batchDate, whole: true });
  if (!parts.ok) throw new Error('nobody picked a day of a batch');
  return parts.value;
}

function postSettlement(
  schemes: readonly SchemeParts[],
  {
    netMinor,
    carried,
    where,
  }: {
    netMinor: number;
    carried: Carried;
    where: { processorId: number; bankAccountId: number };
  },
): JournalLine[] {
  const processor = atProcessor(where.processorId);
  const holders = {
    cardClearing: processor,
    processorBalance: processor,
    bankInTransit: IN_SETTLEMENT,
    bank: IN_SETTLEMENT,
  };
  const of = (takingsDay: string, pot: string, amountMinor: number) => ({
    amountMinor,
    takings: { takingsDay, pot, holders },
  });
  const pot = (scheme: string) => potOfCard(where.processorId, scheme);
  const each = (amounts: (one: SchemeParts) => readonly Minor[]) =>
    schemes.flatMap((one) =>
      amounts(one).map((amount, i) => of(one.days[i]!, pot(one.scheme), amount)),
    );
  const own = each(({ rest }) => rest);
  const toCome = netMinor + carried.balanceMinor;
  // What was carried before goes on with its days, once all of it is covered.
  const before = toCome >= 0 ? carried.parts : [];
  const goesOn = before.map((part) => of(part.takingsDay, part.pot, part.amountMinor));
  const leaves = before.map((part) =>
    of(part.takingsDay, part.pot, minus(0, part.amountMinor)),
  );
  const toBank = toCome >= 0 ? [...own, ...goesOn] : [];
  return mergeLines([
    ...post(
      'settlement',
      {
        toBank: toCome > 0 ? toBank : [],
        carried: toCome >= 0 ? leaves : own,
        fees: each(({ fees }) => fees),
        cleared: schemes.flatMap(({ scheme, cleared }) =>
          cleared.map((part) => of(part.takingsDay, pot(scheme), part.amountMinor)),
        ),
      },
      where,
    ),
    ...post('settlement.atOnce', { amount: toCome === 0 ? toBank : [] }, where),
  ]);
}

/** A batch and scheme that a person gives up, or that was settled beyond the till, by its days. */
export function decideGivenUp(
  batch: BatchScheme,
  processorId: number,
): { cleared: Part[]; lines: JournalLine[] } {
  const shortMinor = minus(batch.amountMinor, batch.settledMinor);
  const cleared = clearedOf(batch, shortMinor, batch.batchDate);
  const holders = { cardClearing: atProcessor(processorId) };
  const short = cleared.map(({ takingsDay, amountMinor }) => ({
    amountMinor,
    takings: { takingsDay, pot: potOfCard(processorId, batch.scheme), holders },
  }));
  return { cleared, lines: post('settlement.difference', { short }, { processorId }) };
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
