import { addDays } from '../dates';

export type Covered = { from: string; to: string; openingMinor: number; closingMinor: number };
export type Span = { from: string; to: string };

/**
 * The spans of days that imported statements cover without a gap. Two statements join when
 * their days touch or overlap, or when the later one opens with the balance that the earlier
 * one closed with.
 */
export function coveredSpans(statements: readonly Covered[]): Span[] {
  const sorted = [...statements].sort((a, b) =>
    a.from === b.from ? (a.to < b.to ? -1 : 1) : a.from < b.from ? -1 : 1,
  );
  const spans: (Span & { closingMinor: number })[] = [];
  for (const statement of sorted) {
    const last = spans.at(-1);
    const touches = last && statement.from <= addDays(last.to, 1);
    const chains = last && statement.openingMinor === last.closingMinor;
    if (last && (touches || chains)) {
      if (statement.to >= last.to) {
        last.to = statement.to;
        last.closingMinor = statement.closingMinor;
      }
    } else {
      const { from, to, closingMinor } = statement;
      spans.push({ from, to, closingMinor });
    }
  }
  return spans.map(({ from, to }) => ({ from, to }));
}

/** True when one span covers the whole window. */
export function covers(spans: readonly Span[], window: Span): boolean {
  return spans.some((span) => span.from <= window.from && window.to <= span.to);
}
