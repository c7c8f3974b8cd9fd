import { seeded } from '@abacist/core/seeded';

/** Choices that a seed gives: the same seed gives the same demo. */
export function generator(seed: number) {
  const next = seeded(seed);
  return {
    below: (limit: number) => Math.floor(next() * limit),
    between: (from: number, to: number) => from + Math.floor(next() * (to - from + 1)),
    chance: (share: number) => next() < share,
    pick: <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!,
  };
}
export type Random = ReturnType<typeof generator>;
