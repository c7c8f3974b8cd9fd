import { minor, minus, negate, share, sum, ZERO, type Minor } from '../money';
import type { Part } from './moveOn';

/** A line opposite to what moves: an amount that is known, or what is left. */
export type Opposite<Name extends string> = {
  name: Name;
  /** Left out for the one that bears what the others leave. */
  amountMinor?: number;
  /** By what it is shared; by the parts themselves where nothing is said. */
  weights?: readonly number[];
};

/**
 * Shares what stands opposite to moved parts among their days, so that each day is zero by itself:
 * known amounts by largest remainder over the weights, and the one without an amount bears the
 * rest. A settlement shares its fee by gross sales, and what it sends to the bank is the rest.
 * @param parts what leaves the holder, by day
 * @param opposites exactly one of them without an amount
 * @returns for each name the amounts in the order of the parts, debits +
 */
export function split<Name extends string>(
  parts: readonly Part[],
  opposites: readonly Opposite<Name>[],
): Record<Name, Minor[]> {
  const shared = {} as Record<Name, Minor[]>;
  const rest = opposites.filter(({ amountMinor }) => amountMinor === undefined);
  if (rest.length !== 1) throw new Error('one line opposite bears the rest');
  for (const { name, amountMinor, weights } of opposites) {
    if (amountMinor === undefined) continue;
    const by = weights ?? parts.map((part) => Math.abs(part.amountMinor));
    shared[name] = share(amountMinor, by.map(BigInt));
  }
  shared[rest[0]!.name] = parts.map((part, i) =>
    minus(
      part.amountMinor,
      sum((Object.values(shared) as Minor[][]).map((amounts) => amounts[i] ?? ZERO)),
    ),
  );
  return shared;
}

/** What leaves a holder, as its own line has it: credits −. */
export const leaving = (parts: readonly Part[]): Part[] =>
  parts.map(({ takingsDay, amountMinor }) => ({
    takingsDay,
    amountMinor: negate(amountMinor),
  }));

/** Parts of several moves, one a day, those that come to zero left out. */
export function together(...lists: readonly (readonly Part[])[]): Part[] {
  const byDay = new Map<string, number>();
  for (const { takingsDay, amountMinor } of lists.flat()) {
    byDay.set(takingsDay, (byDay.get(takingsDay) ?? 0) + amountMinor);
  }
  return [...byDay]
    .filter(([, amount]) => amount !== 0)
    .map(([takingsDay, amount]) => ({ takingsDay, amountMinor: minor(amount) }))
    .sort((one, other) => (one.takingsDay < other.takingsDay ? -1 : 1));
}
