/** A match as its trail tells it. */
export type Matched = {
  certain: boolean;
  grade: number;
  movements: number;
  /** More than one: each of them has a match of its own. */
  lines: number;
};

/** Why a match is sure, as a code of the catalogue: what the engine’s search has shown. */
export function evidenceOf({ certain, grade, movements, lines }: Matched): string {
  if (!certain) return 'trail.lineAccepted';
  if (grade === 3) return 'trail.lineNamed';
  if (movements > 1) return 'trail.lineOnlyRun';
  return lines > 1 ? 'trail.lineOnlySet' : 'trail.lineOnly';
}

/** Lines that show the same as a match `g`, beside its own: a whole is its first match and those that name it. */
export const OTHER_LINES = `(SELECT COUNT(*) FROM match_group y
  WHERE y.whole_id = COALESCE(g.whole_id, g.id))`;

/** How many movements and lines the whole of a match `g` has. */
export const MATCHED_COUNTS = `
  (SELECT COUNT(*) FROM match_member c WHERE c.match_group_id = g.id AND c.kind <> 'line')
    AS movements,
  1 + ${OTHER_LINES} AS linesInAll`;
