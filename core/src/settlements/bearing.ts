import { minus, share, sum, ZERO } from '../money';
import { moveOn, together, type Part } from '../takings';
import type { BatchScheme } from './byScheme';
import { PART_RULES, type SettledPartKind } from './parts';
import type { SettledScheme, Settlement } from './types';

/** What a settlement, or a person, clears of a batch and scheme, by the day that took it. */
export type ClearedPart = Part & { batchId: number | null; scheme: string };

/** A card that the till has: which day took what the file settles of its batch and scheme. */
export type NamedPart = { batchDate: string; scheme: string } & Part;

/** Whose takings a part of a settlement is of, by day and pot; what it has beyond is shared by sales. */
export type PartSource = {
  /** Who holds them: the dispute that is given back. */
  holder?: string;
  parts: readonly (Part & { pot: string })[];
};

/** What of a settlement goes elsewhere; `place`: of which of its parts it is, where that matters. */
type Cost = { kind: SettledPartKind; amountMinor: number; place: number | null };
/** What a day of a pot bears of a settlement: what is cleared, and what of it goes elsewhere. */
export type Bearing = ClearedPart & { pot: string; costs: readonly Cost[] };

/** What a scheme of a settlement clears by day, and its fee shared by the sales of those days. */
export function rowsOf(
  scheme: SettledScheme,
  batches: readonly BatchScheme[],
  named: readonly NamedPart[],
  { potOf, latest }: { potOf: (scheme: string) => string; latest: string },
): Bearing[] {
  const { batchDate, feeMinor } = scheme;
  // What no card of the till covers is of the batch’s day, but of none that has not come.
  const day = batchDate > latest ? latest : batchDate;
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
  const cleared = together(own, rest === 0 && !whole ? [] : clearedOf(held, rest, day, whole));
  const bearing = cleared.length ? cleared : [{ takingsDay: day, amountMinor: ZERO }];
  const fees = share(
    feeMinor,
    bearing.map((part) => BigInt(Math.max(0, part.amountMinor))),
  );
  return bearing.map((part, i) => ({
    ...part,
    batchId: batch?.batchId ?? null,
    scheme: scheme.scheme,
    pot: potOf(scheme.scheme),
    costs: [{ kind: 'fee' as const, amountMinor: fees[i]!, place: null }],
  }));
}

/**
 * What the payout has beside its schemes: where it is known whose takings a part is, on these; the rest
 * shared by the sales of all days, of one kind together, each dispute by itself.
 */
export function withParts(
  rows: readonly Bearing[],
  { parts }: Pick<Settlement, 'parts'>,
  {
    none,
    sources,
  }: {
    /** Whose takings it is where the payout has no cards. */
    none: Pick<Bearing, 'takingsDay' | 'pot'>;
    sources: ReadonlyMap<number, PartSource>;
  },
): Bearing[] {
  const bare = (
    of: Pick<Bearing, 'takingsDay' | 'pot'>,
    costs: readonly Cost[] = [],
  ): Bearing => ({
    ...{ ...of, amountMinor: ZERO, batchId: null, scheme: '', costs },
  });
  const bearing = rows.length ? rows : [bare(none)];
  const weights = bearing.map(({ amountMinor }) => BigInt(Math.max(0, amountMinor)));
  const own = parts.flatMap(({ kind }, place) =>
    (sources.get(place)?.parts ?? []).map((part) =>
      bare(part, [{ kind, amountMinor: part.amountMinor, place }]),
    ),
  );
  const together = new Map<string, Cost>();
  parts.forEach(({ kind, amountMinor }, place) => {
    const known = sum((sources.get(place)?.parts ?? []).map((part) => part.amountMinor));
    const apart = PART_RULES[kind].apart === true;
    const key = `${kind} ${apart ? place : ''}`;
    const before = together.get(key)?.amountMinor ?? 0;
    together.set(key, {
      ...{ kind, place: apart ? place : null },
      amountMinor: sum([before, amountMinor, -known]),
    });
  });
  const shared = [...together.values()].map((cost) =>
    share(cost.amountMinor, weights).map((amountMinor) => ({ ...cost, amountMinor })),
  );
  return [
    ...bearing.map((row, i) => ({
      ...row,
      costs: [...row.costs, ...shared.map((costs) => costs[i]!)],
    })),
    ...own,
  ];
}

/** Takes an amount off what a batch holds of a scheme: what it has not is the batch's own day's. */
export function clearedOf(
  held: readonly Part[],
  amountMinor: number,
  batchDate: string,
  whole = true,
): Part[] {
  const parts = moveOn(held, amountMinor, { today: batchDate, whole });
  if (!parts.ok) throw new Error('nobody picked a day of a batch');
  return parts.value;
}
