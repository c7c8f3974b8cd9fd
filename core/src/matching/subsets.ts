/** Items whose sets are searched: each with an amount that is not zero, in the order of their places. */
export type Item = { place: number; amountMinor: number };

/**
 * Every set of two to `most` items that adds up to a target, each once: the larger amounts are chosen
 * first, the last one is looked up, and a choice that the largest left could not mend is left out.
 * @param spend asked for each choice; false ends the search
 * @returns false when it was ended before all was searched
 */
export function setsOf(
  items: readonly Item[],
  targetMinor: number,
  most: number,
  found: (places: readonly number[]) => void,
  spend: () => boolean,
): boolean {
  const sorted = [...items].sort(
    (a, b) => Math.abs(b.amountMinor) - Math.abs(a.amountMinor) || a.place - b.place,
  );
  const amounts = sorted.map(({ amountMinor }) => amountMinor);
  const reach = [0];
  for (const amount of amounts) reach.push(reach.at(-1)! + Math.abs(amount));
  const byAmount = new Map<number, number[]>();
  amounts.forEach((amount, i) => {
    const same = byAmount.get(amount);
    if (same) same.push(i);
    else byAmount.set(amount, [i]);
  });
  const oneSign = amounts.every((amount) => amount > 0 === targetMinor > 0);
  const chosen: number[] = [];
  const search = (from: number, needMinor: number, left: number): boolean => {
    if (chosen.length > 0) {
      for (const i of byAmount.get(needMinor) ?? [])
        if (i >= from) found([...chosen, i].map((at) => sorted[at]!.place));
    }
    if (left < 2) return true;
    for (let i = from; i < amounts.length - 1; i += 1) {
      const farthest = reach[Math.min(amounts.length, i + left)]! - reach[i]!;
      if (Math.abs(needMinor) > farthest) return true;
      const amount = amounts[i]!;
      if (oneSign && Math.abs(amount) >= Math.abs(needMinor)) continue;
      if (!spend()) return false;
      chosen.push(i);
      const whole = search(i + 1, needMinor - amount, left - 1);
      chosen.pop();
      if (!whole) return false;
    }
    return true;
  };
  return search(0, targetMinor, most);
}
