import type { Bead } from '@abacist/core/days';
import type { Place } from '@abacist/core/takings';
import type { LineNote } from './bank';
import type { EntryView } from './ledger';
import type { TaughtOfLine } from './taughtRules';

/** A step of a trail: a document, what of the figure it carries, and its journal entry. */
export type TrailStep = {
  kind:
    | 'sale'
    | 'drawerClose'
    | 'moneyOut'
    | 'drop'
    | 'safeCount'
    | 'drawerOpen'
    | 'floatUp'
    | 'drawerToDrawer'
    | 'change'
    | 'chequeFound'
    | 'batch'
    | 'batchDifference'
    | 'slip'
    | 'slipRecall'
    | 'settlement'
    | 'settlementUndo'
    | 'ownCheque'
    | 'transfer'
    | 'returnedCheque'
    | 'bankMoney'
    | 'feeBill'
    | 'chargeback'
    | 'ownTransfer'
    | 'taxPayment'
    | 'payment'
    | 'writeOff'
    | 'line'
    | 'matchUndo'
    | 'other'
    | 'waiting';
  id: number;
  number: string | null;
  date: string;
  /** From which place it took the figure; null where it moves nothing. */
  from: Place | null;
  /** Where it brought it, and how much of it. */
  place: Place;
  amountMinor: number;
  /** What of the figure went elsewhere with the same document: a fee, what was short. */
  beside: { place: Place; amountMinor: number }[];
  /** Words of the catalogue: `trail.…` with parameters. */
  note: { code: string; params: Record<string, string | number> } | null;
  entry: EntryView | null;
};

/** From a day's bead to the statement, with what is behind it. */
export type BeadTrail = {
  date: string;
  /** The bead as its rod shows it: what its pot took, and where every cent of that is. */
  bead: Bead;
  /** The way of one ticket's money, where one was asked for: what the pot kept of it. */
  ofSale: { id: number; number: string; keptMinor: number } | null;
  steps: TrailStep[];
  sales: {
    id: number;
    number: string;
    soldAt: string;
    by: string;
    amountMinor: number;
    keptMinor: number;
  }[];
};

/** From a statement line back to the days and their sales. */
export type LineTrail = {
  line: {
    id: number;
    bankAccountId: number;
    date: string;
    amountMinor: number;
    text: string;
    /** False while its parts stand in its place. */
    standing: boolean;
    /** The line of the bank that it is a part of. */
    partOf: number | null;
    note: (LineNote & { by: string }) | null;
    /** What a taught rule says of it while it is open. */
    taught: TaughtOfLine | null;
    parts: { id: number; amountMinor: number; text: string; matched: boolean }[];
  };
  /** The match that brought it home, which may be undone. */
  matchGroupId: number | null;
  /** Lines of its account that are open: how many, and the nearest before and after it. */
  open: { count: number; before: number | null; after: number | null };
  steps: TrailStep[];
  days: { date: string; key: string; label: string; amountMinor: number }[];
};
