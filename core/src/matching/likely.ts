import { daysBetween } from '../dates';
import { components, membersOf, neighboursIn } from './components';
import type { Field } from './field';
import type { Candidate, Group, LikelyGroup } from './types';

/** So many rivals are shown beside a proposal. */
const RIVALS_SHOWN = 10;

/** A candidate by the ids of its members. */
export const groupOf = ({ movements, lines }: Field, candidate: Candidate): Group => ({
  movementIds: candidate.movements.map((place) => movements[place]!.id),
  lineIds: candidate.lines.map((at) => lines[at]!.id),
});

/**
 * What is left to a person: k equal movements and k equal lines of one party with no rival
 * outside are one block, in date order; else the best candidate with its rivals beside it: of the
 * best grade, then of the fewest members. Nearness in date only orders what is shown.
 */
export function proposeLikely(
  field: Field,
  left: readonly Candidate[],
  crowded: boolean,
): LikelyGroup[] {
  const count = field.movements.length;
  return components(left, count).flatMap((component) => {
    const block = crowded ? undefined : blockOf(field, component);
    return block ? [block] : best(field, component, crowded);
  });
}

function best(field: Field, component: readonly Candidate[], crowded: boolean): LikelyGroup[] {
  const count = field.movements.length;
  const used = new Set<number>();
  const neighbours = neighboursIn(component, count);
  return inOrder(field, component).flatMap((candidate): LikelyGroup[] => {
    const members = membersOf(candidate, count);
    if (members.some((member) => used.has(member))) return [];
    for (const member of members) used.add(member);
    const rivals = inOrder(field, neighbours(candidate));
    return [
      {
        ...groupOf(field, candidate),
        grade: candidate.grade,
        because: crowded ? 'crowded' : whyNot(candidate, rivals),
        rivals: rivals
          .slice(0, RIVALS_SHOWN)
          .map((rival) => ({ ...groupOf(field, rival), grade: rival.grade })),
      },
    ];
  });
}

function inOrder(field: Field, candidates: readonly Candidate[]): Candidate[] {
  const apart = ({ movements, lines }: Candidate) =>
    Math.max(
      ...movements.flatMap((place) =>
        lines.map((at) =>
          Math.abs(daysBetween(field.movements[place]!.dueDate, field.lines[at]!.date)),
        ),
      ),
    );
  const keyed = candidates.map((candidate) => ({
    candidate,
    by: [
      Number(candidate.undone),
      -candidate.grade,
      candidate.movements.length + candidate.lines.length,
      apart(candidate),
      ...candidate.movements,
      ...candidate.lines,
    ],
  }));
  return keyed
    .sort((a, b) => {
      for (let i = 0; i < Math.max(a.by.length, b.by.length); i += 1) {
        const more = (a.by[i] ?? -1) - (b.by[i] ?? -1);
        if (more !== 0) return more;
      }
      return 0;
    })
    .map(({ candidate }) => candidate);
}

function whyNot(candidate: Candidate, rivals: readonly Candidate[]): LikelyGroup['because'] {
  if (candidate.undone) return 'undone';
  if (candidate.grade === 1) return 'amountOnly';
  return rivals.some(({ grade }) => grade >= candidate.grade) ? 'rivals' : 'incomplete';
}

/** As many equal movements as equal lines, each a candidate with each. */
function blockOf(field: Field, component: readonly Candidate[]): LikelyGroup | undefined {
  const places = new Set(component.flatMap(({ movements }) => movements));
  const ats = new Set(component.flatMap(({ lines }) => lines));
  const k = places.size;
  if (k < 2 || ats.size !== k || component.length !== k * k) return undefined;
  if (
    component.some(
      ({ undone, movements, lines }) => undone || movements.length + lines.length > 2,
    )
  )
    return undefined;
  const groups = new Set(
    [...places].map((place) => {
      const { kind, party, amountMinor } = field.movements[place]!;
      return `${kind} ${party} ${amountMinor}`;
    }),
  );
  const grades = new Set(component.map(({ grade }) => grade));
  if (groups.size !== 1 || grades.size !== 1) return undefined;
  // Places go by date.
  const rising = (list: Set<number>) => [...list].sort((a, b) => a - b);
  return {
    movementIds: rising(places).map((place) => field.movements[place]!.id),
    lineIds: rising(ats).map((at) => field.lines[at]!.id),
    grade: component[0]!.grade,
    because: 'block',
    rivals: [],
  };
}
