import { addDays } from '../dates';
import { minor, sum, type Minor } from '../money';
import { bandOf, type ChargedRow } from './audit';
import type { FeePlan } from './plan';
import { taxOn, type FeeBand } from './reckon';

/** What a month costs that a processor bills by itself. Minor units; two figures where sums do not tell. */
export type MonthFees = {
  /** Of cards, by scheme; empty where each settlement has taken them. */
  schemes: ({ scheme: string } & FeeBand)[];
  perBatchMinor: Minor;
  monthlyMinor: Minor;
  /** What fees are below the least of a month. */
  minimum: FeeBand;
  tax: FeeBand;
  total: FeeBand;
  /** Schemes without terms: what they cost stands in no figure. */
  unlisted: string[];
};

const both = (of: (end: keyof FeeBand) => number): FeeBand => ({
  leastMinor: minor(of('leastMinor')),
  mostMinor: minor(of('mostMinor')),
});

/**
 * What a processor will bill for a month: what a month costs, what its fees are below the least, and of
 * one that pays gross the fees of all cards and batches; tax on all of it.
 * @param rows batches of the month, in their order
 */
export function feesOfMonth(
  plan: FeePlan,
  rows: readonly ChargedRow[],
  { paysGross, currency }: { paysGross: boolean; currency: string },
): MonthFees {
  const schemes = new Map<string, FeeBand>();
  const unlisted = new Set<string>();
  // A bill is rounded as its own sums are; a settlement by batch.
  for (const row of paysGross ? wholeMonth(rows) : rows) {
    const band = bandOf(row, plan, currency);
    if (!band) {
      unlisted.add(row.scheme);
      continue;
    }
    const before = schemes.get(row.scheme) ?? { leastMinor: minor(0), mostMinor: minor(0) };
    schemes.set(
      row.scheme,
      both((end) => before[end] + band[end]),
    );
  }
  const batches = new Set(rows.map(({ batchDate }) => batchDate)).size;
  const perBatch = batches * plan.perBatchMinor;
  const used = both((end) => perBatch + sum([...schemes.values()].map((one) => one[end])));
  const minimum = {
    // The more was used, the less is missing.
    leastMinor: minor(Math.max(0, plan.monthlyMinimumMinor - used.mostMinor)),
    mostMinor: minor(Math.max(0, plan.monthlyMinimumMinor - used.leastMinor)),
  };
  const net = paysGross
    ? both((end) => Math.max(used[end], plan.monthlyMinimumMinor) + plan.monthlyMinor)
    : both((end) => minimum[end] + plan.monthlyMinor);
  const tax = both((end) => taxOn(net[end], plan));
  return {
    schemes: paysGross ? [...schemes].map(([scheme, band]) => ({ scheme, ...band })) : [],
    perBatchMinor: minor(paysGross ? perBatch : 0),
    monthlyMinor: minor(plan.monthlyMinor),
    minimum,
    tax,
    total: both((end) => net[end] + tax[end]),
    unlisted: [...unlisted],
  };
}

/** Batches of a month as one row a scheme, as a bill tells them; dated as the last of them. */
export function wholeMonth(rows: readonly ChargedRow[]): ChargedRow[] {
  const schemes = new Map<string, ChargedRow>();
  for (const row of rows) {
    const before = schemes.get(row.scheme);
    schemes.set(row.scheme, before ? together(before, row) : row);
  }
  return [...schemes.values()];
}

const together = (before: ChargedRow, row: ChargedRow): ChargedRow => ({
  ...row,
  items: before.items + row.items,
  grossMinor: before.grossMinor + row.grossMinor,
  refundItems:
    before.refundItems === null || row.refundItems === null
      ? null
      : before.refundItems + row.refundItems,
  refundsMinor: before.refundsMinor + row.refundsMinor,
  feeMinor: before.feeMinor + row.feeMinor,
  cards: before.cards && row.cards && [...before.cards, ...row.cards],
  volumeMinor: before.volumeMinor,
});

/**
 * The month that a bill is for: the last one that was over on its day, or the one that ends with it.
 * @returns `YYYY-MM`
 */
export function monthOfBill(date: string): string {
  const first = `${addDays(date, 1).slice(0, 8)}01`;
  return addDays(first, -1).slice(0, 7);
}
