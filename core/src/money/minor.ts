declare const brand: unique symbol;

/** A whole number of a currency's minor units (cents for CAD). Never a binary fraction. */
export type Minor = number & { readonly [brand]: 'minor' };

/** No single amount of the books may be larger: 10 billion of a two-decimal currency. */
export const MAX_AMOUNT_MINOR = 1_000_000_000_000;

/**
 * Brands a number as minor units.
 * @throws RangeError when it is not a whole number that arithmetic keeps exactly
 * @example minor(1999) // 19.99 in CAD
 */
export function minor(value: number): Minor {
  if (!Number.isSafeInteger(value)) throw new RangeError(`not whole minor units: ${value}`);
  return (value === 0 ? 0 : value) as Minor;
}

export const ZERO = minor(0);

/** Sum of amounts of one currency, in minor units. @throws RangeError beyond the safe range */
export function sum(amounts: Iterable<number>): Minor {
  let total = 0;
  for (const amount of amounts) total = minor(total + amount);
  return minor(total);
}

/** `a − b`, in minor units. */
export function minus(a: number, b: number): Minor {
  return minor(a - b);
}

export function negate(amount: number): Minor {
  return minor(-amount);
}

/** Bigint to minor units. @throws RangeError beyond the safe range */
export function minorFromBigint(value: bigint): Minor {
  return minor(Number(value));
}
