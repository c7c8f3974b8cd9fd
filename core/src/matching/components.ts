import type { Candidate } from './types';

/**
 * Splits candidates into connected components: those that share a member, directly or through
 * others. The answer of one component never depends on another.
 */
export function components(candidates: readonly Candidate[]): Candidate[][] {
  const parent = new Map<string, string>();
  const find = (key: string): string => {
    let root = key;
    while (parent.get(root) !== root) root = parent.get(root)!;
    for (let at = key; at !== root;) {
      const next = parent.get(at)!;
      parent.set(at, root);
      at = next;
    }
    return root;
  };
  const keys = (c: Candidate) => [`m ${c.movementId}`, `l ${c.lineId}`] as const;
  for (const candidate of candidates) {
    const [a, b] = keys(candidate);
    if (!parent.has(a)) parent.set(a, a);
    if (!parent.has(b)) parent.set(b, b);
    parent.set(find(a), find(b));
  }
  const grouped = new Map<string, Candidate[]>();
  for (const candidate of candidates) {
    const root = find(keys(candidate)[0]);
    const group = grouped.get(root);
    if (group) group.push(candidate);
    else grouped.set(root, [candidate]);
  }
  return [...grouped.values()];
}
