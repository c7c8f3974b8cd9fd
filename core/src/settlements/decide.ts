import { mergeLines, post, type JournalLine } from '../ledger';
import { minor, minus, sum, type Minor } from '../money';
import { atProcessor, disputeAt, IN_SETTLEMENT, potOfCard, type Part } from '../takings';
import {
  rowsOf,
  withParts,
  type Bearing,
  type ClearedPart,
  type NamedPart,
  type PartSource,
} from './bearing';
import { compareSettlement, type BatchScheme, type SchemeFinding } from './byScheme';
import { PART_RULES, SETTLED_PARTS, type SettledPartKind } from './parts';
import type { Settlement } from './types';

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
 * @param sources what is known of parts, by their place: of the sale that is disputed, of the dispute
 * that is given back, of the reserve that is released
 */
export function decideSettlement(
  settlement: Settlement,
  batches: readonly BatchScheme[],
  carried: Carried,
  where: SettledAt,
  named: readonly NamedPart[] = [],
  sources: ReadonlyMap<number, PartSource> = new Map(),
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
  const pot = (scheme: string) => potOfCard(where.processorId, scheme);
  const rows = settlement.schemes.flatMap((scheme) =>
    rowsOf(scheme, batches, named, { potOf: pot, latest: where.day }),
  );
  const none = { takingsDay: where.day, pot: pot(where.scheme) };
  const bearing = withParts(rows, settlement, { none, sources });
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
    lines: postSettlement(bearing, { netMinor, carried, where, sources }),
  };
}

function postSettlement(
  rows: readonly Bearing[],
  {
    netMinor,
    carried,
    where,
    sources,
  }: {
    netMinor: number;
    carried: Carried;
    where: SettledAt;
    sources: ReadonlyMap<number, PartSource>;
  },
): JournalLine[] {
  const { scheme: _scheme, day: _day, ...dimensions } = where;
  const authority = where.authorityId !== undefined;
  const processor = atProcessor(where.processorId);
  const holders = {
    cardClearing: processor,
    processorBalance: processor,
    reserve: processor,
    bankInTransit: IN_SETTLEMENT,
    bank: IN_SETTLEMENT,
  };
  const of = (takingsDay: string, pot: string, amountMinor: number, disputes?: string) => ({
    amountMinor,
    takings: { takingsDay, pot, holders: { ...holders, ...(disputes && { disputes }) } },
  });
  const own = rows.map((one) =>
    of(
      one.takingsDay,
      one.pot,
      minus(one.amountMinor, sum(one.costs.map(({ amountMinor }) => amountMinor))),
    ),
  );
  const costs = (kinds: readonly SettledPartKind[]) =>
    rows.flatMap(({ takingsDay, pot, costs: all }) =>
      all
        .filter(({ kind }) => kinds.includes(kind))
        .map(({ amountMinor, place }) =>
          of(
            takingsDay,
            pot,
            amountMinor,
            place === null ? undefined : (sources.get(place)?.holder ?? disputeAt(place)),
          ),
        ),
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
          SETTLED_PARTS.map((kind) => [PART_RULES[kind].amount, costs([kind])]),
        ),
        ...(!authority && { fees: costs(['fee', 'taxOnFees']), taxOnFees: [] }),
        cleared: rows.map((one) => of(one.takingsDay, one.pot, one.amountMinor)),
      },
      dimensions,
    ),
    ...post('settlement.atOnce', { amount: toCome === 0 ? toBank : [] }, dimensions),
  ]);
}
