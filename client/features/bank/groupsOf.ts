import type { MatchGroup, ProposedGroup } from '@abacist/contracts';

/** What is accepted of a proposal: one group; of a block, in which each side has as many, one a pair. */
export function groupsOf({
  movements,
  lines,
}: Pick<ProposedGroup, 'movements' | 'lines'>): MatchGroup[] {
  if (movements.length > 1 && lines.length > 1)
    return movements.map(({ key }, i) => ({ movements: [key], lineIds: [lines[i]!.id] }));
  return [{ movements: movements.map(({ key }) => key), lineIds: lines.map(({ id }) => id) }];
}
