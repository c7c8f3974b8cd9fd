/** Why a bank counts a slip differently, as far as a person knows. */
export const BAG_CAUSES = ['miscounted', 'falseNote', 'other'] as const;
export type BagCause = (typeof BAG_CAUSES)[number];

/** What a person decided of a slip that the bank counted differently. */
export type BagDecision = {
  cause: BagCause;
  /** The part of the slip that was wrong; null where nobody knows. */
  safeItemId: number | null;
  note: string;
};

/** An item of the safe that a slip brought to the bank. */
export type SlipPart = {
  safeItemId: number;
  takingsDay: string;
  /** `cash`, `broughtIn` or `cheque`. */
  pot: string;
  /** The drawer's session that it was counted in; null for what came otherwise. */
  sessionId: number | null;
};
