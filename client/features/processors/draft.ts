import {
  checkFeePlan,
  type FeePlan,
  type FeeTerms,
  type Inference,
  type RefundFee,
  type RoundedBy,
} from '@abacist/core/fees';
import { minorDigits, parseAmount, toDecimal, type Rounding } from '@abacist/core/money';
import type { Refusal } from '@abacist/core/outcome';

/** Terms as they are typed: every figure is text. */
export type TypedTerms = {
  scheme: string;
  cardKind: string;
  percent: string;
  perItem: string;
  minimum: string;
  maximum: string;
  tiers: { above: string; percent: string; perItem: string }[];
};

export type PlanDraft = {
  from: string;
  terms: TypedTerms[];
  refunds: RefundFee;
  roundedBy: RoundedBy;
  rounding: Rounding;
  perBatch: string;
  monthly: string;
  monthlyMinimum: string;
  taxPercent: string;
};

const emptyTerms = (scheme: string): TypedTerms => ({
  ...{ scheme, cardKind: '', percent: '', perItem: '', minimum: '', maximum: '', tiers: [] },
});

/** A draft of a plan, or of none: a row for each scheme that the shop takes through the processor. */
export function draftOf(
  plan: FeePlan | null,
  schemes: readonly string[],
  from: string,
  currency: string,
): PlanDraft {
  const text = (minor: number | null) => (minor === null ? '' : toDecimal(minor, currency));
  const some = (minor: number) => (minor === 0 ? '' : text(minor));
  const terms = (plan?.terms ?? []).map(({ minimumMinor, maximumMinor, tiers, ...one }) => ({
    ...one,
    minimum: text(minimumMinor),
    maximum: text(maximumMinor),
    tiers: tiers.map(({ aboveMinor, ...price }) => ({ ...price, above: text(aboveMinor) })),
  }));
  const missing = schemes.filter((scheme) => !terms.some((one) => one.scheme === scheme));
  return {
    from,
    terms: [...terms, ...missing.map(emptyTerms)],
    refunds: plan?.refunds ?? 'none',
    roundedBy: plan?.roundedBy ?? 'scheme',
    rounding: plan?.rounding ?? 'halfUp',
    perBatch: some(plan?.perBatchMinor ?? 0),
    monthly: some(plan?.monthlyMinor ?? 0),
    monthlyMinimum: some(plan?.monthlyMinimumMinor ?? 0),
    taxPercent: plan?.taxPercent ?? '',
  };
}

/** The draft with the terms that explain a processor's history; what was typed of others stays. */
export const withInferred = (
  terms: readonly TypedTerms[],
  schemes: readonly { scheme: string; inference: Inference }[],
  currency: string,
): TypedTerms[] =>
  terms.map((one) => {
    const found = schemes.find(({ scheme }) => scheme === one.scheme)?.inference;
    if (found?.kind !== 'found' && found?.kind !== 'nearest') return one;
    const { percent, perItem, minimumMinor } = found.terms;
    const minimum = minimumMinor === null ? '' : toDecimal(minimumMinor, currency);
    return { ...one, percent, perItem: asMoney(perItem, currency), minimum };
  });

/** A price with the decimals of its money at least: 0.1 is 0.10. */
function asMoney(price: string, currency: string): string {
  const [whole, part = ''] = price.split('.');
  const decimals = part.padEnd(minorDigits(currency), '0');
  return decimals ? `${whole}.${decimals}` : whole!;
}

const untyped = ({ percent, perItem, minimum, maximum, tiers }: TypedTerms) =>
  !percent.trim() && !perItem.trim() && !minimum.trim() && !maximum.trim() && !tiers.length;

/**
 * Reads a draft: the plan, or what is wrong at which field (`terms.0.percent`, `perBatch`). Terms of
 * which nothing is typed are left out; an empty figure is 0, an empty least or most is none.
 */
export function readDraft(
  draft: PlanDraft,
  currency: string,
): { plan: FeePlan | null; wrong: Refusal[] } {
  const wrong: Refusal[] = [];
  const amount = (text: string, at: string): number => {
    if (text.trim() === '') return 0;
    const read = parseAmount(text.trim(), currency, at);
    if (read.ok && read.value >= 0) return read.value;
    wrong.push(read.ok ? { code: 'fees.negative', at } : read.refusals[0]!);
    return 0;
  };
  const limit = (text: string, at: string) => (text.trim() === '' ? null : amount(text, at));
  const figure = (text: string) => text.trim().replace(',', '.') || '0';
  const kept = draft.terms.map((one, i) => ({ one, i })).filter(({ one }) => !untyped(one));
  const terms = kept.map(({ one, i }): FeeTerms => ({
    scheme: one.scheme.trim(),
    cardKind: one.cardKind.trim(),
    percent: figure(one.percent),
    perItem: figure(one.perItem),
    minimumMinor: limit(one.minimum, `terms.${i}.minimum`),
    maximumMinor: limit(one.maximum, `terms.${i}.maximum`),
    tiers: one.tiers.map((tier, t) => ({
      aboveMinor: amount(tier.above, `terms.${i}.tiers.${t}.above`),
      percent: figure(tier.percent),
      perItem: figure(tier.perItem),
    })),
  }));
  const plan: FeePlan = {
    terms,
    refunds: draft.refunds,
    roundedBy: draft.roundedBy,
    rounding: draft.rounding,
    perBatchMinor: amount(draft.perBatch, 'perBatch'),
    monthlyMinor: amount(draft.monthly, 'monthly'),
    monthlyMinimumMinor: amount(draft.monthlyMinimum, 'monthlyMinimum'),
    taxPercent: draft.taxPercent.trim() && figure(draft.taxPercent),
  };
  // Core counts the terms that are kept, a person those that he sees.
  const seen = checkFeePlan(plan).map((refusal) => ({
    ...refusal,
    at: (refusal.at ?? '').replace(/^terms\.(\d+)/, (_, i) => `terms.${kept[Number(i)]!.i}`),
  }));
  wrong.push(...seen);
  return { plan: wrong.length ? null : plan, wrong };
}
