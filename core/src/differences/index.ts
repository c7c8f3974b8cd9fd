import { CAUSES, type CauseKind } from './causes';
import type { Candidate, Evidence } from './types';

export type { CauseKind } from './causes';
export type { CashDocument, Evidence } from './types';

/** What may explain a difference: its cause, and how many others of the same cause would as well. */
export type Explanation = Candidate & { cause: CauseKind; alike: number };

/** More of one cause than so many tell nothing: each would do as well as the next. */
const MOST_ALIKE = 5;

/**
 * What may stand behind a count that differs, best first: what alone of its cause would make just this
 * difference, then what has others beside it; among these the surest cause first. Nothing where
 * nothing differs, and where nothing in the evidence makes the difference: it is unexplained then.
 */
export function explainDifference(evidence: Evidence): Explanation[] {
  if (evidence.differenceMinor === 0) return [];
  const found = (Object.keys(CAUSES) as CauseKind[]).flatMap((cause) => {
    const candidates = CAUSES[cause](evidence);
    return candidates.length > MOST_ALIKE
      ? []
      : candidates.map((one) => ({ ...one, cause, alike: candidates.length - 1 }));
  });
  const alone = found.filter(({ alike }) => alike === 0);
  return [...alone, ...found.filter(({ alike }) => alike > 0)];
}
