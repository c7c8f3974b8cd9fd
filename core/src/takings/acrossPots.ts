import { minor, sum } from '../money';
import type { Part } from './moveOn';

/**
 * Takes an amount from a hand that holds several pots, such as a dispute or a reserve: as `moveOn` takes
 * it from one, what stands against its sign whole, then the oldest day first (of a day, by pot).
 * @param held at most one part a day and pot
 * @param amountMinor of the sign of what is held in sum, and not beyond it
 * @returns parts that add up to the amount, the oldest first
 */
export function moveAcrossPots<P extends Part & { pot: string }>(
  held: readonly P[],
  amountMinor: number,
): P[] {
  const sign = Math.sign(amountMinor);
  const against = ({ amountMinor: own }: P) => own * sign < 0;
  let left =
    sum([amountMinor, ...held.filter(against).map((part) => -part.amountMinor)]) * sign;
  return [...held].sort(byDayAndPot).flatMap((part) => {
    if (against(part)) return [part];
    const taken = Math.min(part.amountMinor * sign, left);
    left -= taken;
    return taken === 0 ? [] : [{ ...part, amountMinor: minor(taken * sign) }];
  });
}

const byDayAndPot = (one: Part & { pot: string }, other: Part & { pot: string }) =>
  `${one.takingsDay} ${one.pot}` < `${other.takingsDay} ${other.pot}` ? -1 : 1;
