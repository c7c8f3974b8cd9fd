import { minor, sum, type Minor } from '../money';
import { PLACES, type Place } from '../takings';
import { potRules } from './pots';

/** How far a bead has come, in order. */
export const STAGES = ['taken', 'counted', 'sent', 'home'] as const satisfies readonly Place[];
export type Stage = (typeof STAGES)[number];

/** Where takings are beside the stages: they will not come home, or need not. */
type Beside = Exclude<Place, Stage>;

export const isStage = (place: Place): place is Stage =>
  (STAGES as readonly Place[]).includes(place);

export type BeadShape = 'cash' | 'cheque' | 'card' | 'other' | 'onAccount';

/** A part of a day's pot at one place. Minor units. */
export type BeadPart = { place: Place; amountMinor: number };

export type Bead = {
  /**
   * The pot as the journal names it (`cash`, `card 1 Meridian`, `other 5`, …), or `onAccount`, which
   * rests with the customers and does not hold its day back.
   */
  key: string;
  shape: BeadShape;
  label: string;
  /** What the pot took on its day: all its parts, wherever they are. */
  takenMinor: Minor;
  stage: Stage;
  byStage: Record<Stage, Minor>;
  /** What is at none of the stages: spent, short, held, …; places where nothing is left out. */
  beside: Partial<Record<Beside, Minor>>;
  /** What does not tie about it: the settlements' figures less the till's; 0 ties. */
  looseMinor: Minor;
};

/**
 * A bead stands where its last part stands: it is at a stage when all of it has come that far. What
 * is beside the stages does not hold it back; two hands whose parts add up to nothing do.
 * @param parts what the day's pot came to by place, what is below zero apart from what is above
 */
export function makeBead(
  given: Pick<Bead, 'key' | 'shape' | 'label'> & { looseMinor: number },
  parts: readonly BeadPart[],
): Bead {
  const at = (wanted: Place) =>
    sum(parts.filter(({ place }) => place === wanted).map(({ amountMinor }) => amountMinor));
  const byStage = Object.fromEntries(STAGES.map((stage) => [stage, at(stage)])) as Record<
    Stage,
    Minor
  >;
  const beside = PLACES.filter((place) => !isStage(place) && at(place) !== 0);
  return {
    ...given,
    takenMinor: sum(parts.map(({ amountMinor }) => amountMinor)),
    looseMinor: minor(given.looseMinor),
    stage:
      STAGES.find((name) =>
        parts.some((part) => part.place === name && part.amountMinor !== 0),
      ) ?? 'home',
    byStage,
    beside: Object.fromEntries(beside.map((place) => [place, at(place)])),
  };
}

export const shapeOfPot = (key: string): BeadShape => potRules(key).shape;

/** Where a bead's parts are, the nearest to the till first; places where nothing is left out. */
export const placesOfBead = ({
  byStage,
  beside,
}: Pick<Bead, 'byStage' | 'beside'>): BeadPart[] => {
  const all: Partial<Record<Place, Minor>> = { ...byStage, ...beside };
  return PLACES.flatMap((place) => (all[place] ? [{ place, amountMinor: all[place] }] : []));
};
