/*
 * The heaviest assignment of rows to columns, and which of its pairs are in every heaviest one.
 * The Hungarian method with potentials (Kuhn 1955, Munkres 1957, in the form of shortest augmenting
 * paths, from memory); what is exchangeable lies on a cycle of tight cells (Berge's theorem on
 * alternating cycles).
 */

export type Assigned = {
  row: number;
  column: number;
  /** In every heaviest assignment. */
  fixed: boolean;
  /** Pairs of one group can be exchanged among each other. */
  group: number;
};

/**
 * @param weights by row and column, whole numbers not below zero; 0: they may not be paired
 * @returns pairs of a heaviest assignment; whoever has none is in no pair
 */
export function assign(weights: readonly (readonly number[])[]): {
  pairs: Assigned[];
  /** Groups that reach a row or a column which is paired in some heaviest assignments only. */
  open: Set<number>;
  groupOfRow: number[];
  groupOfColumn: number[];
} {
  const rows = weights.length;
  const columns = weights[0]?.length ?? 0;
  const size = Math.max(rows, columns);
  const weight = (i: number, j: number) => weights[i]?.[j] ?? 0;
  const { columnOf, rowPotential, columnPotential } = heaviest(size, weight);
  const rowOf = new Array<number>(size);
  columnOf.forEach((column, i) => (rowOf[column] = i));
  // Cells that some heaviest assignment may use.
  const tight = (i: number, j: number) =>
    rowPotential[i]! + columnPotential[j]! === -weight(i, j);
  const group = cycles(size, (i) => {
    const next: number[] = [];
    for (let j = 0; j < size; j += 1) {
      if (j !== columnOf[i] && tight(i, j)) next.push(rowOf[j]!);
    }
    return next;
  });
  const pairs: Assigned[] = [];
  const open = new Set<number>();
  const members = new Map<number, number>();
  for (const one of group) members.set(one, (members.get(one) ?? 0) + 1);
  for (let i = 0; i < size; i += 1) {
    const column = columnOf[i]!;
    if (i < rows && column < columns && weight(i, column) > 0)
      pairs.push({ row: i, column, fixed: members.get(group[i]!) === 1, group: group[i]! });
    else open.add(group[i]!);
  }
  for (let i = 0; i < size; i += 1) {
    for (let j = 0; j < size; j += 1) {
      // Another heaviest assignment may leave this row and this column without a pair.
      if (group[rowOf[j]!] === group[i] && weight(i, j) === 0 && tight(i, j))
        open.add(group[i]!);
    }
  }
  const groupOfColumn = Array.from({ length: columns }, (_, j) => group[columnOf.indexOf(j)]!);
  return { pairs, open, groupOfRow: group.slice(0, rows), groupOfColumn };
}

/** Columns by row of a heaviest perfect assignment of a square, with potentials of cost −weight. */
function heaviest(size: number, weight: (i: number, j: number) => number) {
  const u = new Array<number>(size + 1).fill(0);
  const v = new Array<number>(size + 1).fill(0);
  const rowAt = new Array<number>(size + 1).fill(0);
  const way = new Array<number>(size + 1).fill(0);
  for (let i = 1; i <= size; i += 1) {
    rowAt[0] = i;
    let at = 0;
    const least = new Array<number>(size + 1).fill(Infinity);
    const used = new Array<boolean>(size + 1).fill(false);
    do {
      used[at] = true;
      const row = rowAt[at]!;
      let delta = Infinity;
      let next = 0;
      for (let j = 1; j <= size; j += 1) {
        if (used[j]) continue;
        const reduced = -weight(row - 1, j - 1) - u[row]! - v[j]!;
        if (reduced < least[j]!) {
          least[j] = reduced;
          way[j] = at;
        }
        if (least[j]! < delta) {
          delta = least[j]!;
          next = j;
        }
      }
      for (let j = 0; j <= size; j += 1) {
        if (used[j]) {
          u[rowAt[j]!]! += delta;
          v[j]! -= delta;
        } else least[j]! -= delta;
      }
      at = next;
    } while (rowAt[at] !== 0);
    while (at !== 0) {
      const before = way[at]!;
      rowAt[at] = rowAt[before]!;
      at = before;
    }
  }
  const columnOf = new Array<number>(size).fill(0);
  for (let j = 1; j <= size; j += 1) columnOf[rowAt[j]! - 1] = j - 1;
  return { columnOf, rowPotential: u.slice(1), columnPotential: v.slice(1) };
}

/** The number of the strongly connected part of each node (Tarjan 1972, without recursion). */
function cycles(size: number, next: (node: number) => readonly number[]): number[] {
  const part = new Array<number>(size).fill(-1);
  const index = new Array<number>(size).fill(-1);
  const low = new Array<number>(size).fill(0);
  const stack: number[] = [];
  let [count, parts] = [0, 0];
  for (let start = 0; start < size; start += 1) {
    if (index[start] !== -1) continue;
    const work: { node: number; to: readonly number[]; at: number }[] = [];
    const enter = (node: number) => {
      index[node] = low[node] = count;
      count += 1;
      stack.push(node);
      work.push({ node, to: next(node), at: 0 });
    };
    enter(start);
    while (work.length > 0) {
      const frame = work.at(-1)!;
      const to = frame.to[frame.at];
      frame.at += 1;
      if (to !== undefined) {
        if (index[to] === -1) enter(to);
        else if (part[to] === -1) low[frame.node] = Math.min(low[frame.node]!, index[to]!);
        continue;
      }
      work.pop();
      const above = work.at(-1);
      if (above) low[above.node] = Math.min(low[above.node]!, low[frame.node]!);
      if (low[frame.node] !== index[frame.node]) continue;
      let node: number;
      do {
        node = stack.pop()!;
        part[node] = parts;
      } while (node !== frame.node);
      parts += 1;
    }
  }
  return part;
}
