import type { Span } from '../bank';
import type { MovementKind } from '../movements';
import type { Holidays } from '../dates';

/** Money under way to or from the bank: a sent slip, a settlement's net. Minor units, ≠ 0. */
export type Movement = {
  id: string;
  kind: MovementKind;
  party: string;
  /** The day on which the bank is expected to book it. */
  dueDate: string;
  amountMinor: number;
  /** What a statement line may name it by. */
  references: readonly string[];
};

/** A statement line, with kind and party where a bank code or a taught rule names them. */
export type Line = {
  id: string;
  date: string;
  amountMinor: number;
  references: readonly string[];
  text: string;
  kind?: MovementKind;
  party?: string;
};

/** Movements and lines that belong together, by their ids. */
export type Group = { movementIds: string[]; lineIds: string[] };

export type MatchInput = {
  movements: readonly Movement[];
  lines: readonly Line[];
  holidays: Holidays;
  /** Days that imported statements cover without a gap. */
  covered: readonly Span[];
  /** Every day up to this one is closed, and every settlement due by it is imported. */
  knownThrough: string;
  /** Groups that a person has undone: likely at most, and nobody else’s rival. */
  undone?: readonly Group[];
};

/** 3: named by a reference; 2: kind and party agree; 1: amount and window only. */
export type Grade = 1 | 2 | 3;

/** Movements and lines whose sums are equal, by their places: one side has one, the other at most `MOST`. */
export type Candidate = {
  movements: readonly number[];
  lines: readonly number[];
  grade: Grade;
  complete: boolean;
  /** A person undid it: it is offered again, and never certain. */
  undone: boolean;
};

type CertainGroup = Group & {
  grade: Grade;
  /** The days in which it is the only one: where the windows of all its movements meet. */
  window: Span;
  round: number;
  /** Indexes into `certain` of the groups whose settling left this one without a rival. */
  leansOn: number[];
};

export type LikelyGroup = Group & {
  grade: Grade;
  /** Why it is not certain. */
  because: 'amountOnly' | 'rivals' | 'incomplete' | 'crowded' | 'block' | 'undone';
  /** Other candidates that share a member with it. */
  rivals: (Group & { grade: Grade })[];
};

export type MatchResult = {
  certain: CertainGroup[];
  likely: LikelyGroup[];
  /** Lines that name a movement whose amount is another: loose ends, in no candidate. */
  reserved: { lineId: string; movementId: string; differenceMinor: number }[];
  openMovementIds: string[];
  openLineIds: string[];
};
