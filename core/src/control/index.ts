import { divideRounded, minor, minorFromBigint, sum, type Minor } from '../money';

/*
 * A control chart for single values: individuals and moving range, as ISO 7870-2 has them (from
 * memory, with the constants of its table for n = 2). It tells what varies by itself from what
 * has a cause: a value outside the limits, a jump beyond the limit of ranges, a run on one side of the
 * mean, a steady rise or fall.
 */

/** 3 ÷ d2 and D4 for ranges of two values, in thousandths: 2.66 and 3.267. */
export const LIMIT_PER_RANGE = 2_660n;
export const RANGE_LIMIT = 3_267n;

/** Fewer values than these give no limits that mean anything (common practice). */
export const FEWEST = 8;
/** So many in a row on one side of the mean; so many in a row that rise or fall (from memory). */
const RUN = 9;
const TREND = 6;

export type Limits = {
  meanMinor: Minor;
  lowerMinor: Minor;
  upperMinor: Minor;
  meanRangeMinor: Minor;
  rangeLimitMinor: Minor;
};

/** What is no chance: values of it by their places, the first is 0. */
export type Signal =
  | { kind: 'outside' | 'jump'; from: number; to: number }
  | { kind: 'above' | 'below' | 'rising' | 'falling'; from: number; to: number };

export type ControlChart = { limits: Limits | null; signals: Signal[] };

/**
 * The chart of values in the order of time, in minor units. Limits are exact fractions, rounded
 * half up once at the end. What lies outside has a cause of its own: the limits are then taken
 * from the others, once, so that one large loss does not hide small ones. Without enough values
 * there are no limits, and no signals.
 * @param noiseMinor what is never worth a question, such as the smallest coin: limits are no nearer
 * @example controlChart([0, -20, 0, 5, 0, 0, -10, 0]).limits
 */
export function controlChart(values: readonly number[], noiseMinor = 0): ControlChart {
  if (values.length < FEWEST) return { limits: null, signals: [] };
  const first = limitsOf(values, noiseMinor);
  const inside = values.filter((value) => !isOutside(value, first));
  const limits = inside.length < FEWEST ? first : limitsOf(inside, noiseMinor);
  return { limits, signals: signalsOf(values, limits) };
}

const isOutside = (value: number, { lowerMinor, upperMinor }: Limits): boolean =>
  value > upperMinor || value < lowerMinor;

function limitsOf(values: readonly number[], noiseMinor: number): Limits {
  const count = BigInt(values.length);
  const total = BigInt(sum(values));
  const ranges = values.slice(1).map((value, i) => Math.abs(value - values[i]!));
  const range = BigInt(sum(ranges));
  const between = count - 1n;
  const over = (by: bigint) =>
    minorFromBigint(divideRounded(range * by, between * 1_000n, 'halfUp'));
  // mean ± 2.66 × mean range = (total × between × 1000 ± 2660 × range × count) ÷ (count × between × 1000)
  const at = (sign: bigint) =>
    minorFromBigint(
      divideRounded(
        total * between * 1_000n + sign * LIMIT_PER_RANGE * range * count,
        count * between * 1_000n,
        'halfUp',
      ),
    );
  const meanMinor = minorFromBigint(divideRounded(total, count, 'halfUp'));
  return {
    meanMinor,
    lowerMinor: minor(Math.min(at(-1n), meanMinor - noiseMinor)),
    upperMinor: minor(Math.max(at(1n), meanMinor + noiseMinor)),
    meanRangeMinor: over(1_000n),
    // From one end of the noise to the other is noise too.
    rangeLimitMinor: minor(Math.max(over(RANGE_LIMIT), 2 * noiseMinor)),
  };
}

function signalsOf(values: readonly number[], limits: Limits): Signal[] {
  const outside = values.flatMap((value, i): Signal[] =>
    isOutside(value, limits) ? [{ kind: 'outside', from: i, to: i }] : [],
  );
  // What lies outside says itself that it was a jump, there and back.
  const jumps = values.slice(1).flatMap((value, i): Signal[] => {
    const before = values[i]!;
    const far = Math.abs(value - before) > limits.rangeLimitMinor;
    return far && !isOutside(value, limits) && !isOutside(before, limits)
      ? [{ kind: 'jump', from: i, to: i + 1 }]
      : [];
  });
  // Beside the mean in whole cents: most counts agree, and a fraction of a cent decides nothing.
  const side = values.map((value) => Math.sign(value - limits.meanMinor));
  const step = values.map((value, i) => (i === 0 ? 0 : Math.sign(value - values[i - 1]!)));
  return [
    ...outside,
    ...jumps,
    ...runsOf(side, RUN, 0).map(({ sign, ...of }): Signal => ({
      kind: sign > 0 ? 'above' : 'below',
      ...of,
    })),
    // Six that rise are five steps up, the first of them at its foot.
    ...runsOf(step, TREND - 1, 1).map(({ sign, ...of }): Signal => ({
      kind: sign > 0 ? 'rising' : 'falling',
      ...of,
    })),
  ];
}

/** Runs of one sign that are long enough; `before` values ahead of a run belong to it. */
function runsOf(signs: readonly number[], fewest: number, before: number) {
  const runs: { sign: number; from: number; to: number }[] = [];
  for (let from = 0; from < signs.length;) {
    const sign = signs[from]!;
    let end = from;
    while (end < signs.length && signs[end] === sign) end += 1;
    if (sign !== 0 && end - from >= fewest)
      runs.push({ sign, from: from - before, to: end - 1 });
    from = end;
  }
  return runs;
}

/** Sum, count and mean of what belongs together, e.g. the counts of one clerk. Minor units. */
export const summary = (values: readonly number[]) => ({
  count: values.length,
  totalMinor: sum(values),
  meanMinor: values.length
    ? minorFromBigint(divideRounded(BigInt(sum(values)), BigInt(values.length), 'halfUp'))
    : minor(0),
});
