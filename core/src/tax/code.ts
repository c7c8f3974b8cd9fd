import { addRates, multiplyRates, percent, rescale, type Rate } from '../money';

/** One authority's part of a tax code, with its rate on the day in question. */
type TaxPart = {
  authorityId: number;
  rate: Rate;
  /** Authorities of this code whose tax is part of the base (compound tax), listed before. */
  onTopOf?: readonly number[];
};

/** A tax code on a given day: no part means free of tax. */
export type TaxCode = { id: number; parts: readonly TaxPart[] };

/** A tax code as it crosses the wire: rates as exact decimals in percent. */
type WrittenCode = {
  id: number;
  parts: readonly { authorityId: number; ratePercent: string; onTopOf: readonly number[] }[];
};

/** A tax code as the arithmetic wants it. */
export const toTaxCode = ({ id, parts }: WrittenCode): TaxCode => ({
  id,
  parts: parts.map(({ authorityId, ratePercent, onTopOf }) => ({
    authorityId,
    rate: percent(ratePercent),
    onTopOf,
  })),
});

/** The tax on one unit of net, by authority, exact, all at one scale. */
export type ExactCode = { weights: readonly bigint[]; whole: bigint; unit: bigint };

/**
 * The effective rate of each authority of a code: a compound part is charged on the net plus
 * the tax of those it stands on.
 * @throws RangeError when a part stands on one that is not listed before it
 */
export function exactCode(code: TaxCode): ExactCode {
  const effective = new Map<number, Rate>();
  for (const part of code.parts) {
    let base: Rate = { digits: 1n, scale: 0 };
    for (const below of part.onTopOf ?? []) {
      const rate = effective.get(below);
      if (!rate) throw new RangeError(`tax code ${code.id}: authority ${below} is not before`);
      base = addRates(base, rate);
    }
    effective.set(part.authorityId, multiplyRates(part.rate, base));
  }
  const rates = [...effective.values()];
  const scale = Math.max(0, ...rates.map((rate) => rate.scale));
  const weights = rates.map((rate) => rescale(rate, scale));
  return { weights, whole: weights.reduce((a, b) => a + b, 0n), unit: 10n ** BigInt(scale) };
}
