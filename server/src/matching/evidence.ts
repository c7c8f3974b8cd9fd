import type { TrailStep } from '@abacist/contracts';
import type { MovementKind } from '@abacist/core/movements';

/** A match as its trail tells it, as a database gives it. */
export type Matched = {
  certain: unknown;
  grade: unknown;
  /** How many, and what the first of them is. */
  movements: unknown;
  movementKind: MovementKind | null;
  /** More than one: each of them has a match of its own. */
  linesInAll: unknown;
  searchedFrom: string | null;
  searchedTo: string | null;
  totalMinor: number;
};

/**
 * Why a match is sure, as a code of the catalogue with what it speaks of: what the engine’s search has shown, and in
 * which days.
 */
export function evidenceOf(of: Matched): NonNullable<TrailStep['note']> {
  const { searchedFrom: from, searchedTo: to, movementKind, totalMinor } = of;
  if (!Number(of.certain)) return { code: 'trail.lineAccepted', params: { totalMinor } };
  if (Number(of.grade) === 3) return { code: 'trail.lineNamed', params: { totalMinor } };
  const within: Record<string, string> =
    from && to && movementKind ? { from, to, movementKind } : { context: 'sometime' };
  const params = { totalMinor, ...within };
  if (Number(of.movements) > 1) return { code: 'trail.lineOnlyRun', params };
  if (Number(of.linesInAll) > 1) return { code: 'trail.lineOnlySet', params };
  return { code: 'trail.lineOnly', params };
}

/** Lines that show the same as a match `g`, beside its own: a whole is its first match and those that name it. */
export const OTHER_LINES = `(SELECT COUNT(*) FROM match_group y
  WHERE y.whole_id = COALESCE(g.whole_id, g.id))`;

/** What the evidence of a match `g` speaks of: its members, and the days that were searched. */
export const MATCHED_FACTS = `
  (SELECT COUNT(*) FROM match_member c WHERE c.match_group_id = g.id AND c.kind <> 'line')
    AS movements,
  (SELECT MIN(c.kind) FROM match_member c WHERE c.match_group_id = g.id AND c.kind <> 'line')
    AS movementKind,
  g.searched_from AS searchedFrom, g.searched_to AS searchedTo,
  1 + ${OTHER_LINES} AS linesInAll`;
