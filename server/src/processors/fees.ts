import type {
  FeePlanTried,
  FeesAsked,
  FeesView,
  InferredView,
  TryFeePlan,
} from '@abacist/contracts';
import { addDays, weekday } from '@abacist/core/dates';
import { auditFees, checkFeePlan, costOfPlan, inferNewest } from '@abacist/core/fees';
import { sum } from '@abacist/core/money';
import { effectiveRateBasisPoints } from '@abacist/core/settlements';
import { refused } from '../http/errors';
import type { QueryContext } from '../http/query';
import { chargedRows, type SettledRow } from './charged';
import { billedRows } from './billed';
import { planOn, processorOf } from './read';

/** How far back plans are inferred from: a quarter of a year. */
const QUARTER_DAYS = 91;

/** A processor's fees over some days: judged by its plan, what differs, and the rate by week. */
export async function feesView(
  { db, shop }: QueryContext,
  { id, from, to }: FeesAsked,
): Promise<FeesView> {
  const [processor, settled] = await Promise.all([
    processorOf(db, id),
    chargedRows(db, id, from, to),
  ]);
  const charged = processor.paysGross ? await billedRows(db, id, settled) : settled;
  const { rows, findings } = auditFees(charged, planOn(processor.plans), shop.currency);
  const whole = {
    grossMinor: sum(rows.map(({ grossMinor }) => grossMinor)),
    feeMinor: sum(rows.map(({ feeMinor }) => feeMinor)),
    overMinor: sum(rows.map(({ overMinor }) => overMinor)),
  };
  return {
    processor: processor.name,
    hasPlan: processor.plans.length > 0,
    rows: rows.map((row, i) => ({
      ...row,
      number: charged[i]!.number,
      reference: charged[i]!.reference,
    })),
    findings,
    total: { ...whole, basisPoints: effectiveRateBasisPoints(whole) },
    weeks: byWeek(charged),
  };
}

function byWeek(rows: readonly SettledRow[]): FeesView['weeks'] {
  const weeks = new Map<string, FeesView['weeks'][number]>();
  for (const { batchDate, scheme, grossMinor, feeMinor } of rows) {
    const week = addDays(batchDate, -((weekday(batchDate) + 6) % 7));
    const key = `${week} ${scheme}`;
    const one = weeks.get(key) ?? { week, scheme, grossMinor: 0, feeMinor: 0, basisPoints: 0 };
    one.grossMinor += grossMinor;
    one.feeMinor += feeMinor;
    weeks.set(key, one);
  }
  return [...weeks.values()].map((one) => ({
    ...one,
    basisPoints: effectiveRateBasisPoints(one),
  }));
}

/** The first day of the month so many months before a date's. */
function monthsBefore(date: string, months: number): string {
  let first = `${date.slice(0, 8)}01`;
  for (let i = 0; i < months; i += 1) first = `${addDays(first, -1).slice(0, 8)}01`;
  return first;
}

/** What a plan would have made of the newest batch, and of three months. */
export async function tryFeePlan(
  { db, shop, today }: QueryContext,
  { id, plan }: TryFeePlan,
): Promise<FeePlanTried> {
  const refusals = checkFeePlan(plan);
  if (refusals.length) throw refused(refusals);
  await processorOf(db, id);
  // Whole months, of which each bears its monthly fee once: this one and the two before.
  const from = monthsBefore(today, 2);
  const charged = await chargedRows(db, id, from, today);
  const newest = charged.at(-1)?.batchDate;
  const batch = charged.filter(({ batchDate }) => batchDate === newest);
  const judged = auditFees(batch, () => plan, shop.currency).rows;
  return {
    batch: newest
      ? {
          date: newest,
          schemes: judged.map(({ scheme, feeMinor, plan: band }) => ({
            scheme,
            chargedMinor: feeMinor,
            leastMinor: band?.leastMinor ?? 0,
            mostMinor: band?.mostMinor ?? 0,
          })),
        }
      : null,
    quarter: { from, ...costOfPlan(plan, charged, shop.currency) },
  };
}

/** What plan explains a quarter of a processor's fees, by scheme, from batches without refunds. */
export async function inferredView(
  { db, shop, today }: QueryContext,
  { id }: { id: number },
): Promise<InferredView> {
  await processorOf(db, id);
  const from = addDays(today, -QUARTER_DAYS);
  const charged = await chargedRows(db, id, from, today);
  const schemes = [...new Set(charged.map(({ scheme }) => scheme))].sort();
  return {
    from,
    schemes: schemes.map((scheme) => {
      const own = charged.filter((row) => row.scheme === scheme && row.refundsMinor === 0);
      const { inference, first } = inferNewest(own, shop.currency);
      return { scheme, since: own[first]?.batchDate ?? from, inference };
    }),
  };
}
