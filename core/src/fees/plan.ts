import type { Rounding } from '../money';

/** What a fee on refunds may be: none, the share of the amount given back, or the price of an item. */
export const REFUND_FEES = ['none', 'returned', 'item'] as const;
export type RefundFee = (typeof REFUND_FEES)[number];

/** Where a fee is rounded: each item, a scheme of a batch, or the batch as a whole. */
export const ROUNDED_BY = ['item', 'scheme', 'batch'] as const;
export type RoundedBy = (typeof ROUNDED_BY)[number];

/** What a card costs: percent of its amount and a price an item, both exact decimals as agreed. */
export type Price = {
  /** Percent of the amount: `1.65`. */
  percent: string;
  /** Major units an item: `0.10`; parts of a minor unit may stand in it. */
  perItem: string;
};

/** The terms of a scheme, or of one kind of its cards. */
export type FeeTerms = Price & {
  scheme: string;
  /** Empty: all kinds of its cards that no other terms name. */
  cardKind: string;
  /** Of each item; null where none is agreed. */
  minimumMinor: number | null;
  maximumMinor: number | null;
  /** Prices from a volume of the month on: of what the month had before a batch. Rising. */
  tiers: (Price & { aboveMinor: number })[];
};

/** What was agreed with a processor, from a day on until the next plan. */
export type FeePlan = {
  terms: FeeTerms[];
  refunds: RefundFee;
  roundedBy: RoundedBy;
  rounding: Rounding;
  perBatchMinor: number;
  monthlyMinor: number;
  /** What the fees of a month come to at least; 0: none. */
  monthlyMinimumMinor: number;
  /** Percent of tax on fees; empty: none. */
  taxPercent: string;
};

/** Terms of a scheme and a kind of card: those that name the kind, else those of all kinds. */
export const termsFor = (plan: FeePlan, scheme: string, cardKind: string) =>
  plan.terms.find((one) => one.scheme === scheme && one.cardKind === cardKind) ??
  plan.terms.find((one) => one.scheme === scheme && one.cardKind === '');

/** The price that holds once a month has had a volume: that of the highest tier passed. */
export const priceAt = (terms: FeeTerms, volumeMinor: number): Price =>
  terms.tiers.findLast(({ aboveMinor }) => volumeMinor > aboveMinor) ?? terms;
