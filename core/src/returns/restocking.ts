import { multiply, percent, share, sum, type Minor } from '../money';
import { taxByAuthority } from '../tax';
import type { ReturnedLine } from './lines';

export type RestockingFee = {
  feeMinor: Minor;
  taxMinor: Minor;
  parts: { authorityId: number; taxMinor: Minor }[];
};

/**
 * The fee for taking goods back: a percentage of the net after discount, and of the tax where
 * the shop's setting taxes the fee; that tax is shared among the authorities by what came back.
 * @param percentText e.g. '20'
 */
export function restockingFee(
  lines: readonly ReturnedLine[],
  percentText: string,
  taxed: boolean,
): RestockingFee {
  const rate = percent(percentText);
  const feeMinor = multiply(sum(lines.map(({ netMinor }) => netMinor)), rate, 'halfUp');
  const returned = taxByAuthority(lines);
  if (!taxed || returned.length === 0) {
    return { feeMinor, taxMinor: sum([]), parts: [] };
  }
  const taxMinor = multiply(sum(returned.map((part) => part.taxMinor)), rate, 'halfUp');
  const shared = share(
    taxMinor,
    returned.map((part) => BigInt(part.taxMinor)),
  );
  return {
    feeMinor,
    taxMinor,
    parts: returned.map(({ authorityId }, i) => ({ authorityId, taxMinor: shared[i]! })),
  };
}
