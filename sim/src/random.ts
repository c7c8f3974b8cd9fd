/** A small seeded generator (mulberry32): the same seed gives the same demo. */
export function generator(seed: number) {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return {
    below: (limit: number) => Math.floor(next() * limit),
    between: (from: number, to: number) => from + Math.floor(next() * (to - from + 1)),
    chance: (share: number) => next() < share,
    pick: <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!,
  };
}
export type Random = ReturnType<typeof generator>;
