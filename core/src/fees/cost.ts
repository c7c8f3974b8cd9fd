import { minor, sum, type Minor } from '../money';
import { taxOn } from './reckon';
import type { FeePlan } from './plan';
import { bandOf, type ChargedRow } from './audit';

export type PlanCost = {
  /** What was charged in fact. */
  chargedMinor: Minor;
  /** What the plan would have cost for the same cards: the same two figures where they tell it. */
  leastMinor: Minor;
  mostMinor: Minor;
  /** Schemes without terms: what they cost stands in neither figure. */
  unlisted: string[];
};

/**
 * What a plan would have made of one's own history: the fees of each batch, what a batch and a month
 * cost beside them, the least of a month, and tax.
 * @param rows in the order of their batches; volumes of the month are theirs
 */
export function costOfPlan(
  plan: FeePlan,
  rows: readonly ChargedRow[],
  currency: string,
): PlanCost {
  const unlisted = new Set<string>();
  const months = new Map<string, { least: number; most: number; batches: Set<string> }>();
  for (const row of rows) {
    const band = bandOf(row, plan, currency);
    if (!band) {
      unlisted.add(row.scheme);
      continue;
    }
    const key = row.batchDate.slice(0, 7);
    const month = months.get(key) ?? { least: 0, most: 0, batches: new Set<string>() };
    months.set(key, month);
    month.least += band.leastMinor;
    month.most += band.mostMinor;
    month.batches.add(row.batchDate);
  }
  const inMonth = (fees: number, batches: number) => {
    const used = Math.max(fees + batches * plan.perBatchMinor, plan.monthlyMinimumMinor);
    const whole = used + plan.monthlyMinor;
    return whole + taxOn(whole, plan);
  };
  const all = [...months.values()];
  return {
    chargedMinor: sum(
      rows.filter(({ scheme }) => !unlisted.has(scheme)).map(({ feeMinor }) => feeMinor),
    ),
    leastMinor: minor(sum(all.map((one) => inMonth(one.least, one.batches.size)))),
    mostMinor: minor(sum(all.map((one) => inMonth(one.most, one.batches.size)))),
    unlisted: [...unlisted],
  };
}
