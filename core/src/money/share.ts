import { minorFromBigint, type Minor } from './minor';

/**
 * Shares an amount in proportion to signed weights by largest remainder, so that the parts add up
 * to it: what a ticket sold less what it took back may be below zero for one tax.
 * @throws RangeError unless the weights add up to more than zero
 */
export function shareSigned(total: number, weights: readonly bigint[]): Minor[] {
  const whole = weights.reduce((a, b) => a + b, 0n);
  if (whole <= 0n) throw new RangeError('weights must add up to more than zero');
  const exact = weights.map((weight) => weight * BigInt(total));
  const floors = exact.map((one) => (one - (((one % whole) + whole) % whole)) / whole);
  const rests = exact.map((one, i) => ({ i, rest: one - floors[i]! * whole }));
  rests.sort((a, b) => (a.rest === b.rest ? a.i - b.i : a.rest > b.rest ? -1 : 1));
  const left = Number(BigInt(total) - floors.reduce((a, b) => a + b, 0n));
  for (const { i } of rests.slice(0, left)) floors[i] = floors[i]! + 1n;
  return floors.map(minorFromBigint);
}

/**
 * Shares a whole amount in proportion to weights by largest remainder, so that the parts add
 * up to it; equal remainders go to the part listed first. A negative total mirrors the positive.
 * @param total minor units to give out
 * @param weights not negative; when all are zero the first part takes all
 * @throws RangeError on a negative weight or when there is no part
 */
export function share(total: number, weights: readonly bigint[]): Minor[] {
  if (weights.length === 0) throw new RangeError('nothing to share among');
  if (weights.some((weight) => weight < 0n)) throw new RangeError('negative weight');
  const whole = weights.reduce((a, b) => a + b, 0n);
  const magnitude = BigInt(Math.abs(total));
  if (whole === 0n)
    return weights.map((_, i) => minorFromBigint(i === 0 ? BigInt(total) : 0n));
  const parts = weights.map((weight) => (magnitude * weight) / whole);
  const remainders = weights.map((weight, i) => ({ i, rest: (magnitude * weight) % whole }));
  let left = magnitude - parts.reduce((a, b) => a + b, 0n);
  remainders.sort((a, b) => (a.rest === b.rest ? a.i - b.i : a.rest > b.rest ? -1 : 1));
  for (const { i } of remainders) {
    if (left === 0n) break;
    parts[i] = parts[i]! + 1n;
    left -= 1n;
  }
  return parts.map((part) => minorFromBigint(total < 0 ? -part : part));
}
