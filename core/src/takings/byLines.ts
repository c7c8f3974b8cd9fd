import { minor, sum } from '../money';
import { moveAcrossPots } from './acrossPots';
import type { Part } from './moveOn';

type Held = Part & { pot: string };

/**
 * What each of several lines of the bank brings of what a movement has under way: the oldest days first, the
 * last line all that is left. A line that no part covers, such as one of the other sign, is of the
 * latest day; the lines together bring of each day and pot just what was held of it.
 * @param held by day and pot; adds up to what the lines add up to
 * @param lines amounts in the order of the bank, minor units
 * @returns parts a line that add up to its amount
 */
export function byLines<P extends Held>(held: readonly P[], lines: readonly number[]): P[][] {
  if (held.length === 0) return lines.map(() => []);
  const order = [...held].sort((a, b) =>
    `${a.takingsDay} ${a.pot}` < `${b.takingsDay} ${b.pot}` ? -1 : 1,
  );
  const left = new Map(order.map((part) => [part, part.amountMinor as number]));
  const standing = () =>
    order
      .map((part) => ({ ...part, amountMinor: minor(left.get(part)!), of: part }))
      .filter(({ amountMinor }) => amountMinor !== 0);
  return lines.map((amountMinor, i) => {
    const now = standing();
    const last = i === lines.length - 1;
    const whole = sum(now.map((part) => part.amountMinor));
    const fits = whole > 0 === amountMinor > 0 && Math.abs(amountMinor) <= Math.abs(whole);
    const latest = order.at(-1)!;
    const taken = last
      ? now
      : fits
        ? moveAcrossPots(now, amountMinor)
        : [{ ...latest, amountMinor: minor(amountMinor), of: latest }];
    for (const { of, amountMinor: gone } of taken) left.set(of, left.get(of)! - gone);
    return taken.map(({ of, amountMinor: gone }) => ({ ...of, amountMinor: gone }));
  });
}
