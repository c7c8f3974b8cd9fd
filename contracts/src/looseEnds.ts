import type { LooseEndKind, LooseEndPlace } from '@abacist/core/looseEnds';

/** Something that does not tie and needs a person, with the next step. */
export type LooseEnd = {
  code: LooseEndKind;
  place: LooseEndPlace;
  ageDays: number;
  amountMinor: number;
  params: Record<string, string | number>;
  /** Where the next step is done: a path of the client. */
  path: string;
};
export type LooseEnds = { ends: LooseEnd[]; byPlace: Record<LooseEndPlace, number> };
