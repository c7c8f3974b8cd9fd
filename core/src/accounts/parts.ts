import { minus, shareSigned, sum, type Minor } from '../money';

export type TaxPart = { authorityId: number; taxMinor: Minor };
type Taxes = readonly { authorityId: number; taxMinor: number }[];

/**
 * The tax parts of an amount of a ticket or of a charge: its share of the signed parts (net, each
 * tax, of what was sold less what was taken back) by largest remainder.
 * @param whole minor units, more than zero; what is no tax of it is its net
 */
export function taxPartsOf(
  amountMinor: number,
  whole: { amountMinor: number; taxes: Taxes },
): TaxPart[] {
  if (whole.taxes.length === 0 || whole.amountMinor <= 0) return [];
  const tax = sum(whole.taxes.map(({ taxMinor }) => taxMinor));
  const parts = shareSigned(amountMinor, [
    BigInt(minus(whole.amountMinor, tax)),
    ...whole.taxes.map(({ taxMinor }) => BigInt(taxMinor)),
  ]);
  return whole.taxes.map(({ authorityId }, i) => ({ authorityId, taxMinor: parts[i + 1]! }));
}
