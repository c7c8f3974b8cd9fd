import { minus, multiply, percent, share, sum, ZERO, type Minor } from '../money';
import { taxByAuthority } from '../tax';
import type { ReturnedLine } from './lines';

type TaxParts = readonly { authorityId: number; taxMinor: number }[];

export type RestockingFee = {
  /** The net that bears it. */
  baseMinor: Minor;
  feeMinor: Minor;
  taxMinor: Minor;
  parts: { authorityId: number; taxMinor: Minor }[];
};

/** What came back of a sale before and bore the fee, and what the fee came to. Minor units. */
export type FeeSoFar = {
  baseMinor: number;
  baseTaxes: TaxParts;
  feeMinor: number;
  taxes: TaxParts;
};

export const NO_FEE: FeeSoFar = { baseMinor: 0, baseTaxes: [], feeMinor: 0, taxes: [] };

/**
 * The fee for taking goods back: a percentage of the net after discount, and of the tax where
 * the shop's setting taxes the fee; that tax is shared among the authorities by what came back.
 * Like every part it is cumulated over the returns of a sale: goods that come back one by one
 * bear together what they bear at once.
 * @param percentText e.g. '20'
 */
export function restockingFee(
  lines: readonly ReturnedLine[],
  percentText: string,
  taxed: boolean,
  before: FeeSoFar = NO_FEE,
): RestockingFee {
  const rate = percent(percentText);
  const baseMinor = sum(lines.map(({ netMinor }) => netMinor));
  if (rate.digits === 0n) {
    return { baseMinor: ZERO, feeMinor: ZERO, taxMinor: ZERO, parts: [] };
  }
  const upTo = multiply(before.baseMinor + baseMinor, rate, 'halfUp');
  const feeMinor = sum([Math.max(0, minus(upTo, before.feeMinor))]);
  const earlier = before.baseTaxes.map((part) => ({
    ...part,
    taxMinor: sum([part.taxMinor]),
  }));
  const returned = taxByAuthority([...lines, { parts: earlier }]);
  if (!taxed || returned.length === 0) {
    return { baseMinor, feeMinor, taxMinor: ZERO, parts: [] };
  }
  const taxUpTo = multiply(sum(returned.map((part) => part.taxMinor)), rate, 'halfUp');
  const shared = share(
    taxUpTo,
    returned.map((part) => BigInt(part.taxMinor)),
  );
  const parts = returned.map(({ authorityId }, i) => ({
    authorityId,
    taxMinor: minus(
      shared[i]!,
      before.taxes.find((one) => one.authorityId === authorityId)?.taxMinor ?? 0,
    ),
  }));
  return { baseMinor, feeMinor, taxMinor: sum(parts.map((part) => part.taxMinor)), parts };
}
