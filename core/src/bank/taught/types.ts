import { ACT_FACTS, DRAWER_ACT_KINDS, type DrawerActKind } from '../../drawer/acts/facts';
import type { LedgerAccount } from '../../ledger/chart';

/** Money beside the tickets that a line alone can tell of: no takings are in what the bank pays. */
export const TAUGHT_KINDS: readonly DrawerActKind[] = DRAWER_ACT_KINDS.filter(
  (kind) => ACT_FACTS[kind].bank && !ACT_FACTS[kind].tagged,
);

/** A part of a line that is named by its amount, or by its share of the whole in percent: one of them, the other is null. */
export type TaughtPart = {
  account: LedgerAccount;
  taxCodeId: number | null;
  amountMinor: number | null;
  /** An exact decimal above 0 and below 100. */
  percent: string | null;
};
/** Money beside the tickets: an expense, income, a charge, interest, the owner's. */
export type TaughtAct = {
  what: 'act';
  kind: DrawerActKind;
  /** Of kinds that name one, what is left once others are apart; null: the kind has none. */
  account: LedgerAccount | null;
  taxCodeId: number | null;
  party: string;
  words: string;
  /** What of it is of other accounts; left out: nothing. */
  apart?: readonly TaughtPart[];
};
/** What a line is that a rule catches. */
export type TaughtAnswer =
  | TaughtAct
  /** Money between this account and another one of ours. */
  | { what: 'ownTransfer'; accountId: number }
  /** All of it is tax that was owed to an authority. */
  | { what: 'tax'; authorityId: number };
export type TaughtWhat = TaughtAnswer['what'];

/** A line as rules look at it; amounts in minor units as the bank books them. */
export type TaughtLine = {
  id: number;
  bankAccountId: number;
  date: string;
  amountMinor: number;
  text: string;
};

export type TaughtRule = {
  /** Words that all stand in the line's text, in any order; capitals and accents do not matter. */
  pattern: string;
  money: 'in' | 'out';
  /** Its least and most amount without sign; null: any. */
  fromMinor: number | null;
  toMinor: number | null;
  /** Null: any of ours. */
  bankAccountId: number | null;
  answer: TaughtAnswer;
};

/** A line of the past: what a person said of it, or that something expected explained it. */
export type Decided = TaughtLine & { answer: TaughtAnswer | 'expected' | null };
