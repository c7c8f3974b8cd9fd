import type { Place } from '../takings';
import { isStage, STAGES, type Bead, type Stage } from './bead';

/** A step of a trail as its picture needs it: what it brought to a place, and what went elsewhere with it. */
export type LaneStep = {
  kind: string;
  from: Place | null;
  place: Place;
  amountMinor: number;
  beside: readonly { place: Place; amountMinor: number }[];
};

/** Where money comes from or goes to in a step: a stage, or out of sight of the four (spent, short, held). */
type End = Stage | 'out';
export type Lanes = {
  /** What is at each stage before the step and after it. Minor units. */
  before: Record<Stage, number>;
  after: Record<Stage, number>;
  /** What moves in the step; `from` null where it is taken. */
  flows: { from: End | null; to: End; amountMinor: number }[];
};

const NOTHING: Record<Stage, number> = { taken: 0, counted: 0, sent: 0, home: 0 };
const endOf = (place: Place): End => (isStage(place) ? place : 'out');

/**
 * A trail as four lanes, one a stage, through which its money flows from step to step. Null where a picture would not be
 * true: something in it is below zero, or the steps do not lead to where the bead says that its money is.
 */
export function lanesOf(
  steps: readonly LaneStep[],
  bead: Pick<Bead, 'byStage'> | null,
): Lanes[] | null {
  let now = { ...NOTHING };
  const lanes: Lanes[] = [];
  for (const [i, step] of steps.entries()) {
    const flows = step.kind === 'waiting' ? [] : flowsOf(step, i === 0);
    const after = { ...now };
    for (const { from, to, amountMinor } of flows) {
      if (from !== null && from !== 'out') after[from] -= amountMinor;
      if (to !== 'out') after[to] += amountMinor;
    }
    const below =
      flows.some(({ amountMinor }) => amountMinor < 0) ||
      STAGES.some((stage) => after[stage] < 0);
    if (below) return null;
    lanes.push({ before: now, after, flows });
    now = after;
  }
  const told = bead === null || STAGES.every((stage) => now[stage] === bead.byStage[stage]);
  return told ? lanes : null;
}

function flowsOf(
  { from, place, amountMinor, beside }: LaneStep,
  first: boolean,
): Lanes['flows'] {
  // What tells no place that it came from was taken: a card in its batch, a cheque of ours.
  const source = from === null ? (first ? null : 'taken') : endOf(from);
  return [{ place, amountMinor }, ...beside]
    .filter((part) => part.amountMinor !== 0)
    .map((part) => ({ from: source, to: endOf(part.place), amountMinor: part.amountMinor }));
}
