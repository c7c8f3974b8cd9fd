import { mergeLines, post, type JournalLine } from '../ledger';
import { divideRounded, minor, minus, share, sum, ZERO, type Minor } from '../money';
import {
  AT_HOME,
  atProcessor,
  IN_SETTLEMENT,
  moveOn,
  potOfCard,
  together,
  type Part,
} from '../takings';
import { PART_RULES, SETTLED_PARTS, type SettledPartKind } from './parts';
import type { SettledPart, SettledScheme, Settlement } from './types';

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

/** A card that the till has: which day took what the file settles of its batch and scheme. */
export type NamedPart = { batchDate: string; scheme: string } & Part;

export type SettledAt = {
  processorId: number;
  bankAccountId: number;
  /** Whose takings it is that a payout without any cards costs: of a scheme, and of which day. */
  scheme: string;
  day: string;
  /** To whom tax on fees is paid; without one nobody gives it back, and it is a fee. */
  authorityId?: number;
};

/**
 * Decides a settlement: one entry, what comes to bank in transit, each part to its account, and card
 * clearing relieved by what the processor says it settled, day by day: the cards that it names on
 * their own days; else days below zero whole, then the oldest; what the till has not falls on the
 * batch's date. What differs from the till stays in card clearing and is a loose end. A scheme's fee
 * is shared by its gross sales, what the payout costs beside them by those of all schemes; what is
 * disputed is that of its sale, where that is known. A negative net stays with the processor; what it
 * carries so is cleared first by its next settlement, and only the rest is expected at the bank. What
 * comes to nothing for the bank is there at once, and needs no line.
 * @param named cards of the till that the file names
 * @param disputed the takings that chargebacks are of, by the place of their part
 */
export function decideSettlement(
  settlement: Settlement,
  batches: readonly BatchScheme[],
  carried: Carried,
  where: SettledAt,
  named: readonly NamedPart[] = [],
  disputed: ReadonlyMap<number, { takingsDay: string; scheme: string }> = new Map(),
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
  const rows = settlement.schemes.flatMap((scheme) => rowsOf(scheme, batches, named));
  const bearing = withParts(rows, settlement, {
    ...{ scheme: where.scheme, day: where.day, disputed },
  });
  return {
    findings,
    settled,
    cleared: rows
      .filter(({ amountMinor }) => amountMinor !== 0)
      .map(({ takingsDay, amountMinor, batchId, scheme }) => ({
        ...{ takingsDay, amountMinor, batchId, scheme },
      })),
    toBankMinor,
    carriedMinor,
    lines: postSettlement(bearing, { netMinor, carried, where }),
  };
}

/** What a day of a scheme bears of a settlement: what is cleared, and what of it goes elsewhere. */
type Bearing = ClearedPart & { costs: Partial<Record<SettledPartKind, number>> };

/** What a scheme of a settlement clears by day, and its fee shared by the sales of those days. */
function rowsOf(
  scheme: SettledScheme,
  batches: readonly BatchScheme[],
  named: readonly NamedPart[],
): Bearing[] {
  const { batchDate, feeMinor } = scheme;
  const batch = batches.find(
    (one) => one.batchDate === batchDate && one.scheme === scheme.scheme,
  );
  const own = together(
    named.filter((one) => one.batchDate === batchDate && one.scheme === scheme.scheme),
  );
  const amountMinor = minus(scheme.grossMinor, scheme.refundsMinor);
  const rest = minus(amountMinor, sum(own.map((part) => part.amountMinor)));
  const held = together(
    batch?.held ?? [],
    own.map((part) => ({ ...part, amountMinor: minus(0, part.amountMinor) })),
  );
  // Named cards say of themselves which day is meant: no day below zero goes along unnamed.
  const whole = own.length === 0;
  const cleared = together(
    own,
    rest === 0 && !whole ? [] : clearedOf(held, rest, batchDate, whole),
  );
  const bearing = cleared.length ? cleared : [{ takingsDay: batchDate, amountMinor: ZERO }];
  const fees = share(
    feeMinor,
    bearing.map((part) => BigInt(Math.max(0, part.amountMinor))),
  );
  return bearing.map((part, i) => ({
    ...part,
    batchId: batch?.batchId ?? null,
    scheme: scheme.scheme,
    costs: { fee: fees[i]! },
  }));
}

/** Shares what the payout has beside its schemes among their days. */
function withParts(
  rows: readonly Bearing[],
  { parts }: Pick<Settlement, 'parts'>,
  {
    scheme,
    day,
    disputed,
  }: {
    scheme: string;
    day: string;
    disputed: ReadonlyMap<number, { takingsDay: string; scheme: string }>;
  },
): Bearing[] {
  const none = (takingsDay: string, of: string): Bearing => ({
    ...{ takingsDay, amountMinor: ZERO, batchId: null, scheme: of, costs: {} },
  });
  const bearing: Bearing[] = rows.length ? [...rows] : [none(day, scheme)];
  const weights = bearing.map(({ amountMinor }) => BigInt(Math.max(0, amountMinor)));
  const cost = (at: number, kind: SettledPartKind, amountMinor: number) => {
    const row = bearing[at]!;
    const before = row.costs[kind] ?? 0;
    bearing[at] = { ...row, costs: { ...row.costs, [kind]: before + amountMinor } };
  };
  const shared = (kind: SettledPartKind, own: readonly SettledPart[]) =>
    share(sum(own.map(({ amountMinor }) => amountMinor)), weights).forEach((amount, i) =>
      cost(i, kind, amount),
    );
  for (const kind of SETTLED_PARTS) {
    const all = parts.map((part, i) => ({ part, of: disputed.get(i) }));
    const own = all.filter(({ part }) => part.kind === kind);
    shared(
      kind,
      own.filter(({ of }) => !of).map(({ part }) => part),
    );
    for (const { part, of } of own) {
      if (!of) continue;
      bearing.push(none(of.takingsDay, of.scheme));
      cost(bearing.length - 1, kind, part.amountMinor);
    }
  }
  return bearing;
}

/** Takes an amount off what a batch holds of a scheme: what it has not is the batch's own day's. */
function clearedOf(
  held: readonly Part[],
  amountMinor: number,
  batchDate: string,
  whole = true,
): Part[] {
  const parts = moveOn(held, amountMinor, { today: batchDate, whole });
  if (!parts.ok) throw new Error('nobody picked a day of a batch');
  return parts.value;
}

function postSettlement(
  rows: readonly Bearing[],
  {
    netMinor,
    carried,
    where,
  }: {
    netMinor: number;
    carried: Carried;
    where: SettledAt;
  },
): JournalLine[] {
  const { scheme: _scheme, day: _day, ...dimensions } = where;
  const authority = where.authorityId !== undefined;
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
  const each = (amount: (one: Bearing) => number) =>
    rows.map((one) => of(one.takingsDay, pot(one.scheme), amount(one)));
  const own = each(({ amountMinor, costs }) =>
    minus(amountMinor, sum(Object.values(costs).map(Number))),
  );
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
        ...Object.fromEntries(
          SETTLED_PARTS.map((kind) => [
            PART_RULES[kind].amount,
            each(({ costs }) => (kind === 'taxOnFees' && !authority ? 0 : (costs[kind] ?? 0))),
          ]),
        ),
        fees: each(({ costs }) =>
          sum([costs.fee ?? 0, authority ? 0 : (costs.taxOnFees ?? 0)]),
        ),
        cleared: each(({ amountMinor }) => amountMinor),
      },
      dimensions,
    ),
    ...post('settlement.atOnce', { amount: toCome === 0 ? toBank : [] }, dimensions),
  ]);
}

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

/** Fees as parts of a ten-thousandth of gross: the effective rate, rounded half up. */
export function effectiveRateBasisPoints(settlement: {
  grossMinor: number;
  feeMinor: number;
}): number {
  if (settlement.grossMinor <= 0) return 0;
  const tenThousandths = BigInt(settlement.feeMinor) * 10_000n;
  return Number(divideRounded(tenThousandths, BigInt(settlement.grossMinor), 'halfUp'));
}
