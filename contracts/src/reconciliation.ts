import Joi from 'joi';
import type { MovementView } from './bank';
import { id, isoDate, reasonText } from './common';

/** A line that stands on one side more than on the other, at the end of a day. Minor units. */
export type LineApart = { id: number; date: string; text: string; amountMinor: number };

/** A statement that a person finished: its lines are locked. */
export type FinishedStatement = {
  id: number;
  number: string;
  asOf: string;
  statementMinor: number;
  by: string;
  at: string;
  /** Who opened it again, when and why; null while it stands. */
  reopened: { number: string; by: string; at: string; reason: string } | null;
};

/** Both sides of a bank account at the end of a day, with what stands on one of them alone. */
export type Reconciliation = {
  account: { id: number; name: string; accountNumber: string };
  asOf: string;
  /** What statements cover without a gap around the day; null where none covers it. */
  covered: { from: string; to: string } | null;
  /** Statements that are missing before it. */
  missing: { from: string; to: string }[];
  statementMinor: number | null;
  bankMinor: number;
  transitMinor: number;
  booksMinor: number;
  expectedMinor: number;
  differenceMinor: number;
  /** What stands on one side alone, the oldest first; a page shows so many of each that it can be read. */
  underWay: MovementView[];
  notPosted: LineApart[];
  ahead: LineApart[];
  /** Of all of them, also those that are not shown. */
  sums: Record<'underWay' | 'notPosted' | 'ahead', { count: number; minor: number }>;
  /** Lines by that day that nothing is matched with now. */
  linesOpen: number;
  /** The newest first. */
  finished: FinishedStatement[];
  /** The days on which statements end, the newest first: what is mostly asked for. */
  ends: string[];
};
export type ReconciliationQuery = { bankAccountId?: number; asOf?: string };
export const reconciliationQuerySchema = Joi.object<ReconciliationQuery>({
  bankAccountId: id,
  asOf: isoDate,
});

export type FinishStatement = { bankAccountId: number; asOf: string };
export const finishStatementSchema = Joi.object<FinishStatement, true>({
  bankAccountId: id.required(),
  asOf: isoDate.required(),
});
export type ReopenStatement = { reason: string };
export const reopenStatementSchema = Joi.object<ReopenStatement, true>({
  reason: reasonText(200).required(),
});
