import { divideRounded, minor, minorFromBigint, sum, type Minor } from '../money';

/** The early-payment discount that stands on a sale's charges, and what returns took of it. */
export type DiscountTaken = {
  /** In all, its tax with it; minor units, not negative. */
  discountMinor: number;
  taxes: readonly { authorityId: number; taxMinor: number }[];
  backMinor: number;
  backTaxes: readonly { authorityId: number; taxMinor: number }[];
};

export type DiscountBack = {
  /** Without its tax. */
  discountMinor: Minor;
  taxMinor: Minor;
  parts: { authorityId: number; taxMinor: Minor }[];
};

export const NO_DISCOUNT_TAKEN: DiscountTaken = {
  discountMinor: 0,
  taxes: [],
  backMinor: 0,
  backTaxes: [],
};

/**
 * What of an early-payment discount goes with goods that come back: of a charge whose discount
 * was taken, what was paid comes back. It is cumulated over the returns of a sale, so that the
 * parts add up to the discount and never go beyond.
 * @param worth the sale's value, what came back of it before and what comes back now: minor units
 */
export function discountBack(
  taken: DiscountTaken,
  worth: { soldMinor: number; beforeMinor: number; nowMinor: number },
): DiscountBack {
  const upTo = (part: number) =>
    worth.soldMinor === 0
      ? 0
      : Number(
          divideRounded(
            BigInt(part) * BigInt(worth.beforeMinor + worth.nowMinor),
            BigInt(worth.soldMinor),
            'halfUp',
          ),
        );
  const parts = taken.taxes.map(({ authorityId, taxMinor }) => {
    const before = taken.backTaxes.find((one) => one.authorityId === authorityId);
    return {
      authorityId,
      taxMinor: minor(Math.max(0, upTo(taxMinor) - (before?.taxMinor ?? 0))),
    };
  });
  const taxMinor = sum(parts.map((part) => part.taxMinor));
  const backTax = sum(taken.backTaxes.map((part) => part.taxMinor));
  const whole = Math.max(0, upTo(taken.discountMinor) - taken.backMinor - backTax);
  return {
    discountMinor: minorFromBigint(BigInt(Math.max(0, whole - taxMinor))),
    taxMinor,
    parts: parts.filter((part) => part.taxMinor !== 0),
  };
}
