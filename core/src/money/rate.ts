import { minorFromBigint, type Minor } from './minor';

/** An exact decimal: `digits` ÷ 10^`scale`. 6.25 % is { digits: 625n, scale: 4 }. */
export type Rate = { digits: bigint; scale: number };

/** How a product is rounded once; always by its magnitude, so that −x mirrors x. */
export type Rounding = 'halfUp' | 'halfEven' | 'down';

const DECIMAL = /^(-?)(\d{1,15})(?:\.(\d{1,9}))?$/;

/**
 * Reads a decimal such as `0.0625` or `14.5` exactly.
 * @throws RangeError when the text is no plain decimal
 */
export function decimal(text: string): Rate {
  const found = DECIMAL.exec(text);
  if (!found) throw new RangeError(`not a decimal: ${text}`);
  const [, sign, whole, fraction = ''] = found;
  const digits = BigInt(whole + fraction);
  return { digits: sign ? -digits : digits, scale: fraction.length };
}

/** `percent('6.25')` is the rate 0.0625. */
export function percent(text: string): Rate {
  const { digits, scale } = decimal(text);
  return { digits, scale: scale + 2 };
}

export function addRates(a: Rate, b: Rate): Rate {
  const scale = Math.max(a.scale, b.scale);
  return { digits: rescale(a, scale) + rescale(b, scale), scale };
}

export function multiplyRates(a: Rate, b: Rate): Rate {
  return { digits: a.digits * b.digits, scale: a.scale + b.scale };
}

/** The digits of a rate written at a scale that is not smaller than its own. */
export function rescale(rate: Rate, scale: number): bigint {
  return rate.digits * 10n ** BigInt(scale - rate.scale);
}

/**
 * numerator ÷ denominator to a whole number, rounded by magnitude.
 * @throws RangeError when the denominator is not positive
 */
export function divideRounded(
  numerator: bigint,
  denominator: bigint,
  rounding: Rounding,
): bigint {
  if (denominator <= 0n) throw new RangeError('denominator must be positive');
  const magnitude = numerator < 0n ? -numerator : numerator;
  const quotient = magnitude / denominator;
  const twice = (magnitude % denominator) * 2n;
  const up =
    rounding !== 'down' &&
    (twice > denominator ||
      (twice === denominator && (rounding === 'halfUp' || quotient % 2n === 1n)));
  const rounded = up ? quotient + 1n : quotient;
  return numerator < 0n ? -rounded : rounded;
}

/** amount × rate, rounded once to minor units. */
export function multiply(amount: number, rate: Rate, rounding: Rounding): Minor {
  const product = BigInt(amount) * rate.digits;
  return minorFromBigint(divideRounded(product, 10n ** BigInt(rate.scale), rounding));
}

/** amount × part ÷ whole, rounded half up once. @throws RangeError when whole is not positive */
export function multiplyRatio(amount: number, part: number, whole: number): Minor {
  return minorFromBigint(
    divideRounded(BigInt(amount) * BigInt(part), BigInt(whole), 'halfUp'),
  );
}
