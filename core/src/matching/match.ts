import { findCandidates, type Candidates } from './candidates';
import { components } from './components';
import { meetOf } from './field';
import { groupOf, proposeLikely } from './likely';
import { settleRounds, type Settled } from './rounds';
import type { Candidate, MatchInput, MatchResult } from './types';

/** A component with more candidates is not searched; nothing in it is certain. */
const COMPONENT_LIMIT = 20_000;

export type MatchControl = {
  /** Told after each component: how many of how many are done. */
  onProgress?: (done: number, of: number) => void;
  /** Asked for each movement and each component; true ends the run with no result. */
  shouldStop?: () => boolean;
};

/**
 * Matches movements with statement lines: one with one, one with several, several with one. Only groups
 * that are the only explanation in the recorded data are certain: grade 3, or grade 2 on complete data,
 * without a rival of that grade or better. The same input in any order gives the same output.
 * docs/matching.md defines it.
 * @returns undefined when it was stopped
 */
export function match(input: MatchInput, control: MatchControl = {}): MatchResult | undefined {
  const shouldStop = control.shouldStop ?? (() => false);
  const found = findCandidates(input, shouldStop);
  if (!found) return undefined;
  const { field, candidates, reserved } = found;
  const settled: Settled[] = [];
  const likely: MatchResult['likely'] = [];
  const parts = components(candidates, field.movements.length);
  for (const [done, part] of parts.entries()) {
    if (shouldStop()) return undefined;
    const crowded = isCrowded(part, found);
    const left = crowded ? part : settleRounds(part, field.movements.length, settled);
    for (const group of proposeLikely(field, left, crowded)) likely.push(group);
    control.onProgress?.(done + 1, parts.length);
  }
  const certain = settled.map(({ candidate, round, leansOn }) => ({
    ...groupOf(field, candidate),
    ...{ grade: candidate.grade, round, leansOn },
    window: candidate.movements.map((place) => field.windows[place]!).reduce(meetOf),
  }));
  const groups = [...certain, ...likely];
  const moved = new Set(groups.flatMap(({ movementIds }) => movementIds));
  const told = new Set([
    ...groups.flatMap(({ lineIds }) => lineIds),
    ...reserved.map(({ lineId }) => lineId),
  ]);
  const open = (list: readonly { id: string }[], said: ReadonlySet<string>) =>
    list.map(({ id }) => id).filter((id) => !said.has(id));
  return {
    ...{ certain, likely, reserved },
    openMovementIds: open(field.movements, moved),
    openLineIds: open(field.lines, told),
  };
}

/** Whether a component was not searched to its end, or is too large to be looked through. */
const isCrowded = (part: readonly Candidate[], { crowded }: Candidates): boolean =>
  part.length > COMPONENT_LIMIT ||
  (crowded.movements.size > 0 &&
    part.some(
      ({ movements, lines }) =>
        movements.some((place) => crowded.movements.has(place)) ||
        lines.some((at) => crowded.lines.has(at)),
    ));
