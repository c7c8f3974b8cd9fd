import {
  decimal,
  divideRounded,
  minor,
  minorDigits,
  minus,
  rescale,
  sum,
  type Minor,
  type Rounding,
} from '../money';
import { priceAt, REFUND_FEES, type FeePlan, type FeeTerms, type Price } from './plan';
import { beyond, feeOfItems, feeOfTotals, type FeeBand, type FeeItem } from './reckon';

/** What a settlement charged for a scheme of a batch, beside what is known of its cards. */
export type ChargedRow = {
  settlementId: number;
  batchDate: string;
  scheme: string;
  items: number;
  grossMinor: number;
  /** null: not told; `items` holds them too then. */
  refundItems: number | null;
  refundsMinor: number;
  feeMinor: number;
  /** Its cards one by one, where the till's are those that the processor settled. */
  cards: readonly FeeItem[] | null;
  /** What the month had taken by this scheme before the batch. */
  volumeMinor: number;
};

const FEE_CAUSES = [
  'rate',
  'perItem',
  'count',
  'limits',
  'tier',
  'rounding',
  'refunds',
] as const;
type FeeCause = (typeof FEE_CAUSES)[number];

export type FeeFinding = {
  scheme: string;
  /** The batches from the first to the last, with none between that agrees. */
  since: string;
  until: string;
  batches: number;
  /** Nothing after it agreed again. */
  goesOn: boolean;
  chargedMinor: Minor;
  /** Beyond the plan; minus where less was charged. */
  overMinor: Minor;
  /** The one cause that explains each batch of it to the minor unit. */
  cause: FeeCause | 'unlisted' | 'unexplained';
  /** What was charged in its place: a percentage, a price an item, … */
  told: string;
};

export type JudgedRow = Omit<ChargedRow, 'cards'> & {
  /** By the plan; null where it has no terms for the scheme, or no plan held that day. */
  plan: FeeBand | null;
  overMinor: Minor;
};

/**
 * Each fee computed again from the plan that held on its batch's day, item by item where the cards are
 * known, else from sums; and what differs, by scheme and cause, since when. A cause is named where it
 * alone explains every batch of a stretch to the minor unit; what several explain, or none, is
 * unexplained.
 * @param rows in the order of their batches
 * @param planOn the plan that held on a day
 */
export function auditFees(
  rows: readonly ChargedRow[],
  planOn: (date: string) => FeePlan | null,
  currency: string,
): { rows: JudgedRow[]; findings: FeeFinding[] } {
  const judged = rows.map((row) => ({ row, ...judge(row, planOn(row.batchDate), currency) }));
  const schemes = [...new Set(rows.map(({ scheme }) => scheme))];
  const findings = schemes.flatMap((scheme) => {
    const own = judged.filter(({ row }) => row.scheme === scheme);
    return stretches(own, ({ wrong }) => wrong).flatMap((stretch) =>
      explain(
        stretch.map(({ row }) => row),
        stretch.at(-1) === own.at(-1),
        planOn,
        currency,
      ),
    );
  });
  return {
    rows: judged.map(({ row: { cards: _, ...row }, plan, overMinor }) => ({
      ...row,
      plan,
      overMinor,
    })),
    findings: findings.sort((a, b) => Math.abs(b.overMinor) - Math.abs(a.overMinor)),
  };
}

/**
 * What the plan makes of a row. Of a batch that is rounded as a whole nobody agreed how its schemes
 * share the rounding: one of them may have a unit more or less.
 */
export function bandOf(row: ChargedRow, plan: FeePlan, currency: string): FeeBand | null {
  const band = schemeBand(row, { ...plan, roundedBy: aloneBy(plan) }, currency);
  if (!band || plan.roundedBy !== 'batch') return band;
  return { leastMinor: minus(band.leastMinor, 1), mostMinor: sum([band.mostMinor, 1]) };
}

/** How a scheme is rounded that is looked at alone. */
const aloneBy = ({ roundedBy }: FeePlan) => (roundedBy === 'batch' ? 'scheme' : roundedBy);

function schemeBand(row: ChargedRow, plan: FeePlan, currency: string): FeeBand | null {
  const { cards, refundItems, volumeMinor } = row;
  if (cards) {
    const found = feeOfItems(plan, cards, currency, { [row.scheme]: volumeMinor });
    if (found.unlisted.length) return null;
    const feeMinor = sum(found.schemes.map((one) => one.feeMinor));
    return { leastMinor: feeMinor, mostMinor: feeMinor };
  }
  if (refundItems !== null)
    return feeOfTotals(plan, { ...row, refundItems }, currency, volumeMinor);
  // One of them at least is a refund, and one a sale: any number between may be.
  const ends = [1, Math.max(1, row.items - (row.grossMinor > 0 ? 1 : 0))].map((refunds) =>
    feeOfTotals(
      plan,
      { ...row, items: row.items - refunds, refundItems: refunds },
      currency,
      volumeMinor,
    ),
  );
  const [one, other] = ends;
  if (!one || !other) return null;
  return {
    leastMinor: minor(Math.min(one.leastMinor, other.leastMinor)),
    mostMinor: minor(Math.max(one.mostMinor, other.mostMinor)),
  };
}

function judge(row: ChargedRow, plan: FeePlan | null, currency: string) {
  const band = plan && bandOf(row, plan, currency);
  const overMinor = band ? beyond(row.feeMinor, band) : minor(row.feeMinor);
  // Without any plan nothing can be wrong; a plan that does not name the scheme is.
  return {
    plan: band,
    overMinor: plan ? overMinor : minor(0),
    wrong: !!plan && overMinor !== 0,
  };
}

/** Runs of neighbours that are so. */
function stretches<T>(all: readonly T[], so: (one: T) => boolean): T[][] {
  const runs: T[][] = [];
  all.forEach((one, i) => {
    if (!so(one)) return;
    if (i > 0 && so(all[i - 1]!)) runs.at(-1)!.push(one);
    else runs.push([one]);
  });
  return runs;
}

function explain(
  rows: ChargedRow[],
  last: boolean,
  planOn: (date: string) => FeePlan | null,
  currency: string,
): FeeFinding[] {
  const whole = causeOf(rows, planOn, currency);
  // What has no cause together may have one each.
  if (whole.cause === 'unexplained' && rows.length > 1) {
    const each = rows.map((row) => causeOf([row], planOn, currency));
    if (each.some(({ cause }) => cause !== 'unexplained'))
      return rows.map((row, i) =>
        finding([row], each[i]!, last && i === rows.length - 1, planOn, currency),
      );
  }
  return [finding(rows, whole, last, planOn, currency)];
}

function finding(
  rows: ChargedRow[],
  { cause, told }: Pick<FeeFinding, 'cause' | 'told'>,
  goesOn: boolean,
  planOn: (date: string) => FeePlan | null,
  currency: string,
): FeeFinding {
  return {
    scheme: rows[0]!.scheme,
    since: rows[0]!.batchDate,
    until: rows.at(-1)!.batchDate,
    batches: rows.length,
    goesOn,
    chargedMinor: sum(rows.map(({ feeMinor }) => feeMinor)),
    overMinor: sum(rows.map((row) => judge(row, planOn(row.batchDate), currency).overMinor)),
    cause,
    told,
  };
}

function causeOf(
  rows: ChargedRow[],
  planOn: (date: string) => FeePlan | null,
  currency: string,
): Pick<FeeFinding, 'cause' | 'told'> {
  const fit: { cause: FeeFinding['cause']; told: string }[] = [];
  for (const cause of FEE_CAUSES) {
    let common: string[] | null = null;
    for (const row of rows) {
      const plan = planOn(row.batchDate)!;
      if (!bandOf(row, plan, currency)) return { cause: 'unlisted', told: '' };
      const keys = CAUSES[cause](row, plan, currency);
      common = common ? common.filter((key) => keys.includes(key)) : keys;
      if (common.length === 0) break;
    }
    if (common?.length) fit.push({ cause, told: common.length === 1 ? common[0]! : '' });
  }
  return fit.length === 1 ? fit[0]! : { cause: 'unexplained', told: '' };
}

/** The terms that a row's price comes from; a scheme with several kinds of cards has several. */
const onlyTerms = (row: ChargedRow, plan: FeePlan): FeeTerms | null => {
  const own = plan.terms.filter(({ scheme }) => scheme === row.scheme);
  return own.length === 1 ? own[0]! : null;
};

/** Whether a plan makes just what was charged, as near as its rounding tells. */
function isExactly(row: ChargedRow, plan: FeePlan, currency: string): boolean {
  const band = bandOf(row, plan, currency);
  const told = plan.roundedBy === 'batch' ? 2 : 0;
  return (
    !!band && band.mostMinor - band.leastMinor <= told && beyond(row.feeMinor, band) === 0
  );
}

const withTerms = (plan: FeePlan, scheme: string, change: Partial<FeeTerms>): FeePlan => ({
  ...plan,
  terms: plan.terms.map((one) => (one.scheme === scheme ? { ...one, ...change } : one)),
});

/**
 * Decimals of some places near a number of steps, but for the one that is agreed: `165` steps of a
 * hundredth is `1.65`.
 */
function near(steps: bigint, { step, places, agreed }: Grid): string[] {
  const scale = 10n ** BigInt(places);
  return [-2n, -1n, 0n, 1n, 2n]
    .map((by) => (steps + by) * step)
    .filter((digits) => digits >= 0n)
    .map((digits) => `${digits / scale}.${String(digits % scale).padStart(places, '0')}`)
    .filter((text) => same(text, agreed) === false);
}
type Grid = { step: bigint; places: number; agreed: string };

/** 1.5 and 1.50 are one number. */
const same = (a: string, b: string) => rescale(decimal(a), 9) === rescale(decimal(b), 9);

/** A decimal in steps of so many parts of 10^places, the nearest. */
const inSteps = (text: string, { step, places }: Pick<Grid, 'step' | 'places'>) =>
  divideRounded(rescale(decimal(text), 9), step * 10n ** BigInt(9 - places), 'halfUp');

/** The plan with one price for a row's scheme, whatever the volume. */
const atPrice = (plan: FeePlan, row: ChargedRow, { percent, perItem }: Price) =>
  withTerms(plan, row.scheme, { percent, perItem, tiers: [] });

const ROUNDINGS: readonly Rounding[] = ['halfUp', 'halfEven', 'down'];

/**
 * What a processor may have done in place of what was agreed: each answers with the values (a
 * percentage, a price) that make just what was charged.
 */
const CAUSES: Record<
  FeeCause,
  (row: ChargedRow, plan: FeePlan, currency: string) => string[]
> = {
  rate(row, plan, currency) {
    const terms = onlyTerms(row, plan);
    if (!terms || row.grossMinor <= 0) return [];
    const price = priceAt(terms, row.volumeMinor);
    const grid = { step: 1n, places: 2, agreed: price.percent };
    // A hundredth of a percent is a ten-thousandth of the amount.
    const over = BigInt(overOf(row, plan, currency)) * 10_000n;
    const more = divideRounded(over, BigInt(row.grossMinor), 'halfUp');
    return near(inSteps(price.percent, grid) + more, grid).filter(
      (percent) =>
        // The price of another tier is that, and no other percentage.
        ![terms, ...terms.tiers].some((one) => same(one.percent, percent)) &&
        isExactly(row, atPrice(plan, row, { ...price, percent }), currency),
    );
  },
  perItem(row, plan, currency) {
    const terms = onlyTerms(row, plan);
    if (!terms || row.items <= 0) return [];
    const price = priceAt(terms, row.volumeMinor);
    const grid = { step: 5n, places: 3, agreed: price.perItem };
    const over = BigInt(overOf(row, plan, currency)) * 1000n;
    const whole = BigInt(row.items) * 10n ** BigInt(minorDigits(currency)) * grid.step;
    const steps = inSteps(price.perItem, grid) + divideRounded(over, whole, 'halfUp');
    return near(steps, grid).filter((perItem) =>
      isExactly(row, atPrice(plan, row, { ...price, perItem }), currency),
    );
  },
  /** More items, or fewer, than there were: their price, and nothing of their amount. */
  count(row, plan, currency) {
    const terms = onlyTerms(row, plan);
    const item = terms ? rescale(decimal(priceAt(terms, row.volumeMinor).perItem), 9) : 0n;
    if (item === 0n) return [];
    const over = BigInt(overOf(row, plan, currency)) * 10n ** 9n;
    const perItem = item * 10n ** BigInt(minorDigits(currency));
    const more = Number(divideRounded(over, perItem, 'halfUp'));
    if (more === 0 || row.items + more < 0) return [];
    const counted = { ...row, cards: null, items: row.items + more };
    return isExactly(counted, plan, currency) ? [''] : [];
  },
  /** As if no least, or no most, of each item had been agreed. */
  limits(row, plan, currency) {
    const terms = onlyTerms(row, plan);
    return (['minimumMinor', 'maximumMinor'] as const).filter(
      (limit) =>
        terms &&
        terms[limit] !== null &&
        isExactly(row, withTerms(plan, row.scheme, { [limit]: null }), currency),
    );
  },
  tier(row, plan, currency) {
    const terms = onlyTerms(row, plan);
    if (!terms?.tiers.length) return [];
    return [terms, ...terms.tiers]
      .filter((price) => isExactly(row, atPrice(plan, row, price), currency))
      .map(({ percent }) => percent);
  },
  // Of a whole batch that is rounded, one scheme tells nothing.
  rounding: (row, plan, currency) =>
    (['item', 'scheme'] as const).filter((roundedBy) =>
      ROUNDINGS.some((rounding) => isExactly(row, { ...plan, roundedBy, rounding }, currency)),
    ),
  refunds: (row, plan, currency) =>
    row.refundsMinor === 0
      ? []
      : REFUND_FEES.filter((refunds) => isExactly(row, { ...plan, refunds }, currency)),
};

const overOf = (row: ChargedRow, plan: FeePlan, currency: string) =>
  beyond(row.feeMinor, bandOf(row, plan, currency)!);
