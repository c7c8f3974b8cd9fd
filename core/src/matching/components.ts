import type { Candidate } from './types';

/**
 * Splits candidates into connected components: those that share a member, directly or through
 * others. The answer of one component never depends on another.
 * @param movements how many there are: a line's number follows theirs
 */
export function components(
  candidates: readonly Candidate[],
  movements: number,
): Candidate[][] {
  const parent = new Map<number, number>();
  const find = (member: number): number => {
    let root = member;
    for (let up = parent.get(root); up !== undefined && up !== root; up = parent.get(root))
      root = up;
    for (let at = member; at !== root;) {
      const next = parent.get(at)!;
      parent.set(at, root);
      at = next;
    }
    return root;
  };
  for (const candidate of candidates) {
    const [first, ...others] = membersOf(candidate, movements);
    if (!parent.has(first!)) parent.set(first!, first!);
    for (const other of others) {
      if (!parent.has(other)) parent.set(other, other);
      parent.set(find(other), find(first!));
    }
  }
  const grouped = new Map<number, Candidate[]>();
  for (const candidate of candidates) {
    const root = find(candidate.movements[0]!);
    const group = grouped.get(root);
    if (group) group.push(candidate);
    else grouped.set(root, [candidate]);
  }
  return [...grouped.values()];
}

/** The numbers of a candidate’s members: movements first, then lines. */
export const membersOf = (
  { movements, lines }: Pick<Candidate, 'movements' | 'lines'>,
  count: number,
): number[] => [...movements, ...lines.map((at) => count + at)];

/** Candidates by member, so that those which share one are found without reading all. */
export function neighboursIn(
  part: readonly Candidate[],
  count: number,
): (candidate: Candidate) => Candidate[] {
  const index = new Map<number, Candidate[]>();
  for (const candidate of part) {
    for (const member of membersOf(candidate, count)) {
      const list = index.get(member);
      if (list) list.push(candidate);
      else index.set(member, [candidate]);
    }
  }
  return (candidate) => {
    const found = new Set<Candidate>();
    for (const member of membersOf(candidate, count))
      for (const other of index.get(member) ?? []) found.add(other);
    found.delete(candidate);
    return [...found];
  };
}
