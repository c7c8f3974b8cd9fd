import { divideRounded, minorFromBigint, type Minor, type Rounding } from '../money';
import { exactCode, type TaxCode } from './code';

/**
 * A price with its tax, or without, as a document of the other kind writes it: rounded once to
 * the minor unit. A price of the document's own kind stays as it is.
 * @param priceMinor minor units
 */
export function convertPrice(
  priceMinor: number,
  code: TaxCode,
  holdsTax: boolean,
  shouldHoldTax: boolean,
  rounding: Rounding,
): Minor {
  const price = BigInt(priceMinor);
  if (holdsTax === shouldHoldTax) return minorFromBigint(price);
  const { whole, unit } = exactCode(code);
  const [numerator, denominator] = shouldHoldTax ? [unit + whole, unit] : [unit, unit + whole];
  return minorFromBigint(divideRounded(price * numerator, denominator, rounding));
}
