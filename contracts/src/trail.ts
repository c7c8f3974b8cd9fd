import type { Stage } from '@abacist/core/days';
import type { EntryView } from './ledger';

/** A step of a trail: a document, what of the figure it carries, and its journal entry. */
export type TrailStep = {
  kind:
    | 'sale'
    | 'drawerClose'
    | 'batch'
    | 'slip'
    | 'settlement'
    | 'ownCheque'
    | 'transfer'
    | 'returnedCheque'
    | 'payment'
    | 'writeOff'
    | 'line'
    | 'waiting';
  id: number;
  number: string | null;
  date: string;
  stage: Stage;
  amountMinor: number;
  /** Words of the catalogue: `trail.…` with parameters. */
  note: { code: string; params: Record<string, string | number> } | null;
  entry: EntryView | null;
};

/** From a day's bead to the statement, with what is behind it. */
export type BeadTrail = {
  date: string;
  key: string;
  label: string;
  takenMinor: number;
  steps: TrailStep[];
  sales: {
    id: number;
    number: string;
    soldAt: string;
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
  };
  /** The match that brought it home, which may be undone. */
  matchGroupId: number | null;
  steps: TrailStep[];
  days: { date: string; key: string; label: string; amountMinor: number }[];
};
