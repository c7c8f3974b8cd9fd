import type { MonthFees } from '@abacist/core/fees';
import Joi from 'joi';
import { amountMinor, id, isoDate, reasonText, safeText } from './common';

/** A month of a processor that bills its fees. Minor units. */
export type FeeMonth = {
  /** `YYYY-MM`. */
  month: string;
  over: boolean;
  /** What the plan makes of it; null where no plan held. */
  byPlan: MonthFees | null;
  accrual: { id: number; number: string; feesMinor: number; taxMinor: number } | null;
  bills: {
    id: number;
    number: string;
    reference: string;
    date: string;
    dueDate: string;
    amountMinor: number;
    atBankOn: string | null;
    lines: { kind: 'fee' | 'taxOnFees'; scheme: string; words: string; amountMinor: number }[];
  }[];
};
export type FeeMonths = { months: FeeMonth[] };

const month = Joi.string().pattern(/^\d{4}-(0[1-9]|1[0-2])$/);

export type AccrueFees = { month: string; feesMinor: number; taxMinor: number };
export const accrueFeesSchema = Joi.object<AccrueFees>({
  month: month.required(),
  feesMinor: amountMinor(0).required(),
  taxMinor: amountMinor(0).required(),
});

/** A bill that came on paper. */
export type BillFees = AccrueFees & {
  reference: string;
  date: string;
  dueDate: string;
  /** The line of the bank that shows it: matched at once. */
  lineId?: number;
};
export const billFeesSchema = Joi.object<BillFees>({
  month: month.required(),
  feesMinor: amountMinor(0).required(),
  taxMinor: amountMinor(0).required(),
  reference: safeText(40).min(1).required(),
  date: isoDate.required(),
  dueDate: isoDate.required(),
  lineId: id,
});

export type UndoFees = { reason: string };
export const undoFeesSchema = Joi.object<UndoFees, true>({
  reason: reasonText(200).required(),
});
