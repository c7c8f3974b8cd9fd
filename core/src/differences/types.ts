/** A document of the session that is counted, as far as its money may explain a difference. */
export type CashDocument = {
  saleId: number;
  number: string;
  /** Cash kept of it, below zero where it refunded; of a void one, what it was. Minor units. */
  cashMinor: number;
  /** What the customer handed over in cash; null where no cash was taken. Minor units. */
  tenderedMinor: number | null;
  /** What other tenders paid of it, in minor units. */
  others: readonly { tender: string; amountMinor: number }[];
  voided: boolean;
  /** The same for documents with the same goods at the same prices. */
  goods: string;
};

/** Money that went into the drawer (+) or out of it (−) beside the tickets. Minor units. */
type CashAct = { number: string; cashMinor: number };
/** What is paid to a party again and again, and was not in this session. Minor units. */
type UsualAct = { party: string; amountMinor: number };

/** All that a count and its session tell. */
export type Evidence = {
  /** Counted less expected, in minor units. */
  differenceMinor: number;
  fundMinor: number;
  documents: readonly CashDocument[];
  acts: readonly CashAct[];
  usual: readonly UsualAct[];
  /** Pieces by denomination in minor units, as they were counted. */
  count: Readonly<Record<string, number>>;
  /** Of these, full rolls by denomination, and the pieces in one. */
  rolls: Readonly<Record<string, number>>;
  rollPieces: Readonly<Record<string, number>>;
  /** What the terminal's report has of a card more (+) or less (−) than the till, by its name. */
  cards: readonly { tender: string; differenceMinor: number }[];
  /** Denominations of the currency, in minor units. */
  denominations: readonly number[];
  /** Cheques that should be there and were not ticked off. */
  missingCheques: readonly { number: string; amountMinor: number }[];
};

/** One thing that would make just this difference. */
export type Candidate = {
  /** The documents that it is about. */
  documents: readonly Pick<CashDocument, 'saleId' | 'number'>[];
  /** What its words name: amounts in minor units, numbers, tenders. */
  params: Readonly<Record<string, string | number>>;
};

/** A cause that was searched: what it finds in the evidence. Pure, and linear but for pairs. */
export type Cause = (evidence: Evidence) => Candidate[];
