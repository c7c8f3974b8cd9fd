import type { IsoDate } from '../../dates';
import type { SettledTransaction } from '../types';

/** A card as the till has it. */
export type TillCard = {
  /** Its tender. */
  id: number;
  batchDate: IsoDate;
  scheme: string;
  /** Above zero taken, below zero given back. Minor units. */
  amountMinor: number;
  /** Of the terminal or as it was typed; empty where none is known. */
  reference: string;
  lastFour: string;
  /** Whose takings it is; when it was taken, which is earlier where its tender was corrected. */
  takingsDay: IsoDate;
  on: IsoDate;
  /** `HH:mm`; null where the day was typed as totals. */
  time: string | null;
};

export type TheirCard = Omit<SettledTransaction, 'amountMinor' | 'feeMinor' | 'cardKind'> & {
  amountMinor: number;
};
/** What two cards have in common beside their amount and scheme. */
export type Evidence = 'reference' | 'lastFour' | 'time' | 'day' | 'batch' | 'alike';

/** What a pair that does not agree differs by. */
export type PairFinding =
  'agrees' | 'otherBatch' | 'wrongScheme' | 'amountDiffers' | 'tipAdded' | 'refundAsSale';

export type CardPair = {
  /** Its place among the transactions. */
  theirs: number;
  ours: number;
  finding: PairFinding;
  evidence: readonly Evidence[];
};

/** Transactions without a card of the till, and cards of the till without a transaction. */
export type CardsCompared = {
  pairs: CardPair[];
  /** A transaction that the processor has twice: the other one of it is paired. */
  twice: { theirs: number; of: number }[];
  missingHere: number[];
  missingThere: number[];
  /** As many of one kind as cannot be told apart, where the sides have not the same number of them. */
  alike: { theirs: number[]; ours: number[] }[];
};
