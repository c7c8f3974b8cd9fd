import { post, type JournalLine } from '../ledger';
import { minor, minus, sum, type Minor } from '../money';
import { accept, refuse, type Outcome } from '../outcome';

/** How many of each coin and note: { 2000: 3 } is three notes of 20.00. */
export type DenominationCount = Readonly<Record<string, number>>;

/** What a count comes to, minor units. @throws RangeError on a part of a coin */
export function countTotal(count: DenominationCount): Minor {
  return sum(Object.entries(count).map(([value, pieces]) => minor(Number(value) * pieces)));
}

export type CloseState = {
  drawerId: number;
  /** The ledger's balance of the drawer for the session when the count began. */
  expectedMinor: number;
  /** What stays in the drawer as change for the next session. */
  floatMinor: number;
  /** Cash movements of the session by takings day, oldest first, without the float. */
  movements: readonly { takingsDay: string; amountMinor: number }[];
  /** The day that carries the difference when there was no movement. */
  today: string;
};

export type DecidedClose = {
  countedMinor: Minor;
  /** counted − expected: positive over, negative short. */
  differenceMinor: Minor;
  floatLeftMinor: Minor;
  toSafeMinor: Minor;
  /** What goes to the safe by the day that brought it; the last day bears the difference. */
  safeItems: { takingsDay: string; amountMinor: Minor }[];
  lines: JournalLine[];
};

/**
 * Decides the close of a drawer session: fixes the count, posts the difference to over and
 * short, moves the cash beyond the float to the safe, day by day. A day whose cash is below
 * zero makes a negative item, so that the safe still adds up.
 * Refusals: `count.denomination`, `count.pieces`.
 */
export function decideClose(
  count: DenominationCount,
  known: readonly number[],
  state: CloseState,
): Outcome<DecidedClose> {
  for (const [value, pieces] of Object.entries(count)) {
    if (!known.includes(Number(value))) return refuse('count.denomination', `count.${value}`);
    if (!Number.isInteger(pieces) || pieces < 0 || pieces > 100_000) {
      return refuse('count.pieces', `count.${value}`);
    }
  }
  const countedMinor = countTotal(count);
  const differenceMinor = minus(countedMinor, state.expectedMinor);
  const floatLeftMinor = minor(Math.min(countedMinor, state.floatMinor));
  const toSafeMinor = minus(countedMinor, floatLeftMinor);
  const lastDay = state.movements.at(-1)?.takingsDay ?? state.today;
  const earlier = state.movements.slice(0, -1);
  const safeItems = [
    ...earlier.map(({ takingsDay, amountMinor }) => ({
      takingsDay,
      amountMinor: minor(amountMinor),
    })),
    {
      takingsDay: lastDay,
      amountMinor: minus(toSafeMinor, sum(earlier.map(({ amountMinor }) => amountMinor))),
    },
  ].filter(({ amountMinor }) => amountMinor !== 0);
  const shared = { drawerId: state.drawerId };
  const lines = [
    ...post('drawer.difference', { over: differenceMinor }, shared),
    ...post('drawer.counted', { toSafe: toSafeMinor }, shared),
  ];
  return accept({
    countedMinor,
    differenceMinor,
    floatLeftMinor,
    toSafeMinor,
    safeItems,
    lines,
  });
}

export type DifferenceHint =
  { code: 'hint.divisibleBy9' } | { code: 'hint.half'; halfMinor: number };

/**
 * What a difference may come from: divisible by 9, two neighbouring digits swapped or a digit
 * slid one place; even, an amount of half taken on the wrong side (both common practice).
 * @param differenceMinor minor units, either sign
 */
export function differenceHints(differenceMinor: number): DifferenceHint[] {
  if (differenceMinor === 0) return [];
  const hints: DifferenceHint[] = [];
  if (differenceMinor % 9 === 0) hints.push({ code: 'hint.divisibleBy9' });
  if (differenceMinor % 2 === 0) {
    hints.push({ code: 'hint.half', halfMinor: Math.abs(differenceMinor) / 2 });
  }
  return hints;
}
