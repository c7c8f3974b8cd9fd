import type { TrailStep } from '@abacist/contracts';
import type { LooseEndKind } from '@abacist/core/looseEnds';

/** What is told of a movement beside its amount. */
export type MovementFacts = {
  number: string;
  /** Who it is from or to. */
  name: string;
  amountMinor: number;
  feeMinor: number;
};

/**
 * What a kind of movement at the bank is to the server: where it is kept, how it is loaded, what
 * it says. SQL is over its table as `s`, and over what it joins. One file a kind.
 */
export type MovementStore = {
  table: string;
  joins: string;
  /** Whether it stands; and, where that is not all, whether the bank will book anything of it. */
  standing: string;
  booked?: string;
  /** What the bank will book: below zero where money leaves. */
  amount: string;
  number: string;
  name: string;
  date: string;
  /** When the bank should have booked it. */
  dueDate: string;
  /** The days whose takings it brings, with commas between them. */
  days: string;
  fee?: string;
  /** The ticket that made it. */
  saleId?: string;
  /** Who has its money while it is in transit, as lines of the journal name him: a word and an id. */
  holder: { word: string; id: string };
  /** The entry that put it on its way: kind and id of its document, as SQL. */
  entry: { kind: string; id: string };
  /** No takings are in it: its lines are not tagged. */
  untagged?: string;
  /** As the engine compares it: its party, and by what a line may name it. */
  party: string;
  reference: string;
  references: (movement: { number: string; reference: string }) => string[];
  /** Where it is taken back by itself, with a reason, while no line shows it: an address, as SQL. */
  undo?: string;
  /** What the trail says of it. */
  note: (facts: MovementFacts) => TrailStep['note'];
  /** The loose end that it is when the bank doesn't show it in time; it leads to the statement, or to its ticket. */
  late: { code: LooseEndKind; toTicket?: true };
};
