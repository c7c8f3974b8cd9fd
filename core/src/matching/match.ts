import { daysBetween } from '../dates';
import { findCandidates } from './candidates';
import { components } from './components';
import type {
  Candidate,
  CertainGroup,
  LikelyGroup,
  Line,
  MatchInput,
  MatchResult,
  Movement,
} from './types';

/** A component with more candidates is not searched; nothing in it is certain. */
export const NODE_LIMIT = 20_000;

export type MatchControl = {
  /** Told after each component: how many of how many are done. */
  onProgress?: (done: number, of: number) => void;
  /** Asked before each component; true ends the run with no result. */
  shouldStop?: () => boolean;
};

/**
 * Matches movements with statement lines, one to one. Only groups that are the only explanation
 * in the recorded data are certain: grade 3, or grade 2 on complete data, without a rival of
 * that grade or better. The same input in any order gives the same output.
 * @returns undefined when it was stopped
 */
export function match(input: MatchInput, control: MatchControl = {}): MatchResult | undefined {
  const byId = <T extends { id: string }>(list: readonly T[]) =>
    [...list].sort((a, b) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0));
  const sorted: MatchInput = {
    ...input,
    movements: byId(input.movements.filter((movement) => movement.amountMinor !== 0)),
    lines: byId(input.lines.filter((line) => line.amountMinor !== 0)),
  };
  const { candidates, reserved } = findCandidates(sorted);
  const dates = datesOf(sorted);
  const result: MatchResult = {
    certain: [],
    likely: [],
    reserved,
    openMovementIds: [],
    openLineIds: [],
  };
  const parts = components(candidates);
  for (const [done, part] of parts.entries()) {
    if (control.shouldStop?.()) return undefined;
    const crowded = part.length > NODE_LIMIT;
    const left = crowded ? part : settleRounds(part, result.certain);
    proposeLikely(left, crowded, dates, result.likely);
    control.onProgress?.(done + 1, parts.length);
  }
  const taken = new Set([...result.certain, ...result.likely].flatMap(membersOf));
  const reservedLines = new Set(reserved.map(({ lineId }) => `l ${lineId}`));
  result.openMovementIds = sorted.movements
    .map(({ id }) => id)
    .filter((id) => !taken.has(`m ${id}`));
  result.openLineIds = sorted.lines
    .map(({ id }) => id)
    .filter((id) => !taken.has(`l ${id}`) && !reservedLines.has(`l ${id}`));
  return result;
}

function membersOf(group: Pick<CertainGroup, 'movementIds' | 'lineIds'>): string[] {
  return [
    ...group.movementIds.map((id) => `m ${id}`),
    ...group.lineIds.map((id) => `l ${id}`),
  ];
}

const shares = (a: Candidate, b: Candidate) =>
  a !== b && (a.movementId === b.movementId || a.lineId === b.lineId);

/** Candidates of a component by member, so that rivals are found without reading all. */
function indexOf(part: readonly Candidate[]) {
  const index = new Map<string, Candidate[]>();
  for (const candidate of part) {
    for (const key of [`m ${candidate.movementId}`, `l ${candidate.lineId}`]) {
      const list = index.get(key);
      if (list) list.push(candidate);
      else index.set(key, [candidate]);
    }
  }
  return (candidate: Candidate): Candidate[] =>
    [`m ${candidate.movementId}`, `l ${candidate.lineId}`].flatMap((key) =>
      (index.get(key) ?? []).filter((other) => shares(candidate, other)),
    );
}

/**
 * Rounds: settle all that can be, then delete every candidate that shares a member with them;
 * repeat until none settles. A later group records the groups that removed its rivals.
 * What a person undid is no explanation: it settles never and stands in nobody’s way, and is left
 * for a person where its members are still free.
 * @returns the candidates left alive
 */
function settleRounds(part: readonly Candidate[], certain: CertainGroup[]): Candidate[] {
  const fresh = part.filter(({ undone }) => !undone);
  const taken = new Set<string>();
  const neighbours = indexOf(fresh);
  const alive = new Set(fresh);
  const removedBy = new Map<Candidate, number>();
  for (let round = 1; ; round += 1) {
    const settled = [...alive].filter(
      (candidate) =>
        (candidate.grade === 3 || (candidate.grade === 2 && candidate.complete)) &&
        !neighbours(candidate).some(
          (other) => alive.has(other) && other.grade >= candidate.grade,
        ),
    );
    if (settled.length === 0) {
      const free = part.filter(
        (candidate) =>
          candidate.undone &&
          !taken.has(`m ${candidate.movementId}`) &&
          !taken.has(`l ${candidate.lineId}`),
      );
      return [...alive, ...free];
    }
    for (const candidate of settled) {
      const leansOn = new Set<number>();
      for (const other of neighbours(candidate)) {
        const by = removedBy.get(other);
        if (by !== undefined && other.grade >= candidate.grade) leansOn.add(by);
      }
      certain.push({
        movementIds: [candidate.movementId],
        lineIds: [candidate.lineId],
        grade: candidate.grade,
        round,
        leansOn: [...leansOn].sort((a, b) => a - b),
      });
      alive.delete(candidate);
      taken.add(`m ${candidate.movementId}`).add(`l ${candidate.lineId}`);
    }
    const first = certain.length - settled.length;
    for (const [k, candidate] of settled.entries()) {
      for (const other of neighbours(candidate)) {
        if (!alive.delete(other)) continue;
        removedBy.set(other, first + k);
      }
    }
  }
}

type Dates = (candidate: Candidate) => {
  apart: number;
  due: string;
  booked: string;
  group: string;
};

function datesOf({ movements, lines }: MatchInput): Dates {
  const movementById = new Map<string, Movement>(movements.map((m) => [m.id, m]));
  const lineById = new Map<string, Line>(lines.map((l) => [l.id, l]));
  return ({ movementId, lineId }) => {
    const movement = movementById.get(movementId)!;
    const line = lineById.get(lineId)!;
    return {
      apart: Math.abs(daysBetween(movement.dueDate, line.date)),
      due: movement.dueDate,
      booked: line.date,
      group: `${movement.kind} ${movement.party} ${movement.amountMinor}`,
    };
  };
}

/**
 * What is left to a person: k equal movements and k equal lines of one party with no rival
 * outside are one block, in date order; else the best candidate with its rivals beside it.
 * Nearness in date only orders what is shown.
 */
function proposeLikely(
  left: readonly Candidate[],
  crowded: boolean,
  dates: Dates,
  likely: LikelyGroup[],
): void {
  for (const component of components(left)) {
    const block = crowded ? undefined : blockOf(component, dates);
    if (block) {
      likely.push(block);
      continue;
    }
    const ordered = [...component].sort(
      (a, b) =>
        Number(a.undone) - Number(b.undone) ||
        b.grade - a.grade ||
        dates(a).apart - dates(b).apart ||
        (a.movementId < b.movementId ? -1 : a.movementId > b.movementId ? 1 : 0) ||
        (a.lineId < b.lineId ? -1 : 1),
    );
    const used = new Set<string>();
    const neighbours = indexOf(component);
    for (const candidate of ordered) {
      const members = [`m ${candidate.movementId}`, `l ${candidate.lineId}`];
      if (members.some((member) => used.has(member))) continue;
      for (const member of members) used.add(member);
      const rivals = neighbours(candidate)
        .slice(0, 10)
        .map(({ movementId, lineId, grade }) => ({ movementId, lineId, grade }));
      likely.push({
        movementIds: [candidate.movementId],
        lineIds: [candidate.lineId],
        grade: candidate.grade,
        because: crowded ? 'crowded' : whyNot(candidate, rivals),
        rivals,
      });
    }
  }
}

function whyNot(candidate: Candidate, rivals: LikelyGroup['rivals']): LikelyGroup['because'] {
  if (candidate.undone) return 'undone';
  if (candidate.grade === 1) return 'amountOnly';
  return rivals.some(({ grade }) => grade >= candidate.grade) ? 'rivals' : 'incomplete';
}

function blockOf(component: readonly Candidate[], dates: Dates): LikelyGroup | undefined {
  const movementIds = new Set(component.map(({ movementId }) => movementId));
  const lineIds = new Set(component.map(({ lineId }) => lineId));
  const k = movementIds.size;
  if (k < 2 || lineIds.size !== k || component.length !== k * k) return undefined;
  if (component.some(({ undone }) => undone)) return undefined;
  const groups = new Set(component.map((candidate) => dates(candidate).group));
  const grades = new Set(component.map(({ grade }) => grade));
  if (groups.size !== 1 || grades.size !== 1) return undefined;
  const inOrder = (ids: Set<string>, key: 'movementId' | 'lineId', by: 'due' | 'booked') => {
    const date = (id: string) => dates(component.find((c) => c[key] === id)!)[by];
    return [...ids].sort((a, b) =>
      date(a) < date(b) ? -1 : date(a) > date(b) ? 1 : a < b ? -1 : 1,
    );
  };
  return {
    movementIds: inOrder(movementIds, 'movementId', 'due'),
    lineIds: inOrder(lineIds, 'lineId', 'booked'),
    grade: component[0]!.grade,
    because: 'block',
    rivals: [],
  };
}
