import {
  decimal,
  divideRounded,
  minor,
  minorDigits,
  minorFromBigint,
  minus,
  negate,
  percent,
  rescale,
  shareSigned,
  sum,
  type Minor,
} from '../money';
import { priceAt, termsFor, type FeePlan, type FeeTerms, type Price } from './plan';

/** A fee before it is rounded: whole parts of a minor unit, this many to one. */
const PARTS = 10n ** 12n;

/** A card that a processor settled; what goes back to it is below zero. Minor units. */
export type FeeItem = { scheme: string; cardKind: string; amountMinor: number };

/** Cards of a scheme of which only the sums are known. Minor units, refunds above zero. */
export type FeeTotals = {
  scheme: string;
  items: number;
  grossMinor: number;
  refundItems: number;
  refundsMinor: number;
};

type SchemeFee = { scheme: string; feeMinor: Minor };

export type ReckonedFee = {
  schemes: SchemeFee[];
  perBatchMinor: Minor;
  taxMinor: Minor;
  /** Fees of all schemes, of the batch, and the tax on them. */
  totalMinor: Minor;
};

/** A price in the parts that amounts of a currency come to. */
const exact = ({ percent: rate, perItem }: Price, currency: string) => ({
  rate: rescale(percent(rate), 12),
  item: rescale(decimal(perItem), 12) * 10n ** BigInt(minorDigits(currency)),
});

/** The fee of one item by its terms, not rounded. */
function ofItem(
  amountMinor: number,
  terms: FeeTerms,
  plan: FeePlan,
  volumeMinor: number,
  currency: string,
): bigint {
  const { rate, item } = exact(priceAt(terms, volumeMinor), currency);
  if (amountMinor < 0) {
    if (plan.refunds === 'none') return 0n;
    return plan.refunds === 'item' ? item : BigInt(amountMinor) * rate;
  }
  const fee = BigInt(amountMinor) * rate + item;
  const { minimumMinor, maximumMinor } = terms;
  const least = minimumMinor === null ? fee : BigInt(minimumMinor) * PARTS;
  const most = maximumMinor === null ? null : BigInt(maximumMinor) * PARTS;
  const raised = fee < least ? least : fee;
  return most !== null && raised > most ? most : raised;
}

/**
 * The fee of a batch, item by item, by the plan: each item’s price within its least and most,
 * rounded where the plan says; where the batch is rounded as a whole its schemes share it by largest
 * remainder. Tax is taken of the sum. Schemes that the plan has no terms for bear nothing and are
 * named.
 * @param volumes by scheme, what the month had taken before this batch: it chooses the tier
 */
export function feeOfItems(
  plan: FeePlan,
  items: readonly FeeItem[],
  currency: string,
  volumes: Readonly<Record<string, number>> = {},
): ReckonedFee & { unlisted: string[] } {
  const parts = new Map<string, bigint>();
  const unlisted = new Set<string>();
  for (const { scheme, cardKind, amountMinor } of items) {
    const terms = termsFor(plan, scheme, cardKind);
    if (!terms) {
      unlisted.add(scheme);
      continue;
    }
    const fee = ofItem(amountMinor, terms, plan, volumes[scheme] ?? 0, currency);
    const kept = plan.roundedBy === 'item' ? rounded(fee, plan) * PARTS : fee;
    parts.set(scheme, (parts.get(scheme) ?? 0n) + kept);
  }
  return { ...ofParts(plan, parts), unlisted: [...unlisted] };
}

const rounded = (parts: bigint, plan: FeePlan) => divideRounded(parts, PARTS, plan.rounding);

/** Rounds the fees of a batch's schemes where the plan says, and adds what the batch itself costs. */
function ofParts(plan: FeePlan, parts: ReadonlyMap<string, bigint>): ReckonedFee {
  const names = [...parts.keys()];
  const fees =
    plan.roundedBy === 'batch'
      ? parts.size
        ? wholeBatch(plan, [...parts.values()])
        : []
      : [...parts.values()].map((one) => minorFromBigint(rounded(one, plan)));
  const perBatchMinor = minor(names.length ? plan.perBatchMinor : 0);
  const feesMinor = sum([...fees, perBatchMinor]);
  const taxMinor = taxOn(feesMinor, plan);
  return {
    schemes: names.map((scheme, i) => ({ scheme, feeMinor: fees[i]! })),
    perBatchMinor,
    taxMinor,
    totalMinor: sum([feesMinor, taxMinor]),
  };
}

/** One sum, rounded once; its schemes share it in proportion, refunds below zero among them. */
function wholeBatch(plan: FeePlan, parts: bigint[]): Minor[] {
  const whole = parts.reduce((a, b) => a + b, 0n);
  const total = Number(rounded(whole, plan));
  if (whole > 0n) return shareSigned(total, parts);
  return shareSigned(
    -total,
    whole < 0n ? parts.map((part) => -part) : parts.map(() => 1n),
  ).map(negate);
}

/** Tax on fees, rounded once; 0 where none is agreed. */
export const taxOn = (feesMinor: number, { taxPercent, rounding }: FeePlan): Minor => {
  if (taxPercent === '') return minor(0);
  const parts = BigInt(feesMinor) * rescale(percent(taxPercent), 12);
  return minorFromBigint(divideRounded(parts, PARTS, rounding));
};

/** What a fee may be where only sums are known: least and most, the same where they tell it. */
export type FeeBand = { leastMinor: Minor; mostMinor: Minor };

/**
 * What the plan can make of totals. Percent and price an item add up, so that sums tell the fee to the
 * cent where it is rounded by scheme; a least or a most of each item, or rounding each, leave a band:
 * its ends are what any items of that number and sum could come to.
 * @returns null for a scheme that the plan has no terms for
 */
export function feeOfTotals(
  plan: FeePlan,
  totals: FeeTotals,
  currency: string,
  volumeMinor = 0,
): FeeBand | null {
  const terms = termsFor(plan, totals.scheme, '');
  if (!terms || plan.terms.some((one) => one.scheme === totals.scheme && one.cardKind !== ''))
    return null;
  const { rate, item } = exact(priceAt(terms, volumeMinor), currency);
  const count = BigInt(totals.items);
  const share = BigInt(totals.grossMinor) * rate;
  const sales = share + count * item;
  const back =
    plan.refunds === 'none'
      ? 0n
      : plan.refunds === 'item'
        ? BigInt(totals.refundItems) * item
        : -BigInt(totals.refundsMinor) * rate;
  let [least, most] = [sales, sales];
  if (count > 0n) {
    const minimum = BigInt(terms.minimumMinor ?? 0) * PARTS;
    const maximum = terms.maximumMinor === null ? null : BigInt(terms.maximumMinor) * PARTS;
    // A least lifts small items: by nothing where all are alike, at most where one has nearly all.
    least = larger(least, count * minimum);
    most = (count - 1n) * larger(item, minimum) + larger(share + item, minimum);
    if (maximum !== null) {
      most = smaller(most, count * maximum);
      least = smaller(
        least,
        (count - 1n) * smaller(larger(item, minimum), maximum) +
          smaller(larger(share + item, minimum), maximum),
      );
    }
    if (terms.minimumMinor === null && maximum === null) most = least;
  }
  // Rounding each item goes half a unit up or down; down, it goes towards nothing.
  const byItem = plan.roundedBy === 'item';
  const backs = BigInt(plan.refunds === 'none' ? 0 : totals.refundItems);
  const down = plan.rounding === 'down';
  const half = ((count + backs) * PARTS) / 2n;
  const under = !byItem ? 0n : down ? (count + backs) * PARTS : half;
  const over = !byItem ? 0n : down ? (plan.refunds === 'returned' ? backs * PARTS : 0n) : half;
  const whole = (parts: bigint) => minorFromBigint(rounded(parts, plan));
  return { leastMinor: whole(least + back - under), mostMinor: whole(most + back + over) };
}

const larger = (a: bigint, b: bigint) => (a > b ? a : b);
const smaller = (a: bigint, b: bigint) => (a < b ? a : b);

/** Charged beyond a band, or below it (minus); 0 inside. */
export const beyond = (feeMinor: number, { leastMinor, mostMinor }: FeeBand): Minor =>
  feeMinor > mostMinor
    ? minus(feeMinor, mostMinor)
    : feeMinor < leastMinor
      ? minus(feeMinor, leastMinor)
      : minor(0);
