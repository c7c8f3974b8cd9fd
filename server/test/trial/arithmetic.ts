/*
 * The trial's own arithmetic, written from the rules of the books alone: nothing here comes from
 * the application, so that a mistake of the application is not made twice.
 */

/** Half up by magnitude of a fraction of whole numbers. */
export function half(numerator: number, denominator: number): number {
  const [n, d] = [BigInt(Math.abs(numerator)), BigInt(denominator)];
  const rounded = Number((n * 2n + d) / (d * 2n));
  return numerator < 0 ? -rounded : rounded;
}

/** A sum in parts by weights, the cents left over to the largest remainders, earlier ones first. */
export function portions(total: number, weights: readonly number[]): number[] {
  const all = weights.reduce((sum, weight) => sum + BigInt(weight), 0n);
  if (all === 0n) return weights.map(() => 0);
  const exact = weights.map((weight) => BigInt(total) * BigInt(weight));
  const parts = exact.map((one) => Number(one / all));
  const order = exact
    .map((one, i) => ({ rest: one % all, i }))
    .sort((a, b) => (a.rest === b.rest ? a.i - b.i : a.rest < b.rest ? 1 : -1));
  let left = total - parts.reduce((sum, part) => sum + part, 0);
  for (const { i } of order) {
    if (left === 0) break;
    parts[i]! += 1;
    left -= 1;
  }
  return parts;
}

/** The nearest sum in coins of five cents. */
export const inCoins = (amount: number): number => half(amount, 5) * 5;

/** Numbers that a seed gives (mulberry32, public domain, from memory). */
export function chances(seed: number) {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
  const to = (from: number, below: number) => from + Math.floor(next() * (below - from));
  const of = <T>(list: readonly T[]): T => list[to(0, list.length)]!;
  return { chance: (p: number) => next() < p, to, of };
}
export type Chances = ReturnType<typeof chances>;

/** Thousandths as a quantity is written: 1250 is '1.25'. */
export function quantityOf(milli: number): string {
  const digits = String(milli).padStart(4, '0');
  return `${digits.slice(0, -3)}.${digits.slice(-3)}`;
}
