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

/** How a statement lies beside others: a gap, or days that both have; both ends in it. */
export type Beside = { what: 'gap' | 'overlap'; from: string; to: string };

/**
 * How a new statement lies beside those that are here: days between it and the nearest ones that no statement has, unless the
 * balances chain over them, and days that it has together with them.
 */
export function besides(
  here: readonly Covered[],
  statement: Pick<Covered, 'from' | 'to' | 'openingMinor' | 'closingMinor'>,
): Beside[] {
  const { from, to } = statement;
  const found: Beside[] = [];
  const before = here.filter((one) => one.to < from).sort((a, b) => (a.to < b.to ? 1 : -1))[0];
  const after = here
    .filter((one) => one.from > to)
    .sort((a, b) => (a.from < b.from ? -1 : 1))[0];
  const overlaps = here.some((one) => one.from <= to && one.to >= from);
  if (
    !overlaps &&
    before &&
    addDays(before.to, 1) < from &&
    before.closingMinor !== statement.openingMinor
  )
    found.push({ what: 'gap', from: addDays(before.to, 1), to: addDays(from, -1) });
  for (const one of coveredSpans(here)) {
    const [first, last] = [one.from > from ? one.from : from, one.to < to ? one.to : to];
    if (first <= last) found.push({ what: 'overlap', from: first, to: last });
  }
  if (
    !overlaps &&
    after &&
    addDays(to, 1) < after.from &&
    after.openingMinor !== statement.closingMinor
  )
    found.push({ what: 'gap', from: addDays(to, 1), to: addDays(after.from, -1) });
  return found;
}

/** True when one span covers the whole window. */
export function covers(spans: readonly Span[], window: Span): boolean {
  return spans.some((span) => span.from <= window.from && window.to <= span.to);
}
