import { membersOf, neighboursIn } from './components';
import type { Candidate } from './types';

/** A candidate that settled: in which round, and whose settling left it without a rival. */
export type Settled = { candidate: Candidate; round: number; leansOn: number[] };

/**
 * Rounds: settle all that can be, then delete every candidate that shares a member with them;
 * repeat until none settles. A later group records the groups that removed its rivals.
 * What a person undid is no explanation: it settles never and stands in nobody’s way, and is left
 * for a person where its members are still free.
 * @param settled takes what settles, across components; `leansOn` are places in it
 * @returns the candidates left alive
 */
export function settleRounds(
  part: readonly Candidate[],
  count: number,
  settled: Settled[],
): Candidate[] {
  const fresh = part.filter(({ undone }) => !undone);
  const taken = new Set<number>();
  const neighbours = neighboursIn(fresh, count);
  const alive = new Set(fresh);
  const removedBy = new Map<Candidate, number>();
  const settles = (candidate: Candidate): boolean =>
    (candidate.grade === 3 || (candidate.grade === 2 && candidate.complete)) &&
    !neighbours(candidate).some((other) => alive.has(other) && other.grade >= candidate.grade);
  for (let round = 1; ; round += 1) {
    const now = [...alive].filter(settles);
    if (now.length === 0) break;
    const first = settled.length;
    for (const candidate of now) {
      const leansOn = new Set<number>();
      for (const other of neighbours(candidate)) {
        const by = removedBy.get(other);
        if (by !== undefined && other.grade >= candidate.grade) leansOn.add(by);
      }
      settled.push({ candidate, round, leansOn: [...leansOn].sort((a, b) => a - b) });
      alive.delete(candidate);
      for (const member of membersOf(candidate, count)) taken.add(member);
    }
    for (const [k, candidate] of now.entries())
      for (const other of neighbours(candidate))
        if (alive.delete(other)) removedBy.set(other, first + k);
  }
  const free = part.filter(
    (candidate) =>
      candidate.undone && !membersOf(candidate, count).some((member) => taken.has(member)),
  );
  return [...alive, ...free];
}
