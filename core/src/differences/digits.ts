/*
 * Slips of the pen: two neighbouring digits swapped, or a figure slid by one place. A difference that
 * comes from either is divisible by 9 (common practice).
 */

/** What a figure becomes when two neighbouring digits of it are swapped. */
export function swaps(figure: number): number[] {
  const digits = String(figure);
  const found = new Set<number>();
  for (let i = 0; i + 1 < digits.length; i += 1) {
    const [a, b] = [digits[i]!, digits[i + 1]!];
    if (a !== b) found.add(Number(digits.slice(0, i) + b + a + digits.slice(i + 2)));
  }
  return [...found];
}

/** What a figure becomes when it slides by one place, to the left or to the right. */
export function slides(figure: number): number[] {
  return figure % 10 === 0 ? [figure * 10, figure / 10] : [figure * 10];
}
