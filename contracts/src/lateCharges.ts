import Joi from 'joi';
import { amountMinor, id } from './common';

const month = Joi.string().pattern(/^\d{4}-(0[1-9]|1[0-2])$/);

/** A month, `2026-02`, whose late charges are looked at. */
export const lateChargeQuerySchema = Joi.object<{ month: string }>({
  month: month.required(),
});

/** What the rule comes to for one account. Minor units. */
export type LateChargeRow = {
  chargeAccountId: number;
  number: string;
  name: string;
  /** What was late at the month's end, credits that waited taken off, and since when. */
  baseMinor: number;
  oldestDue: string;
  chargeMinor: number;
  /** What was charged for that month already; null: nothing. */
  chargedMinor: number | null;
};
export type LateChargeProposal = {
  month: string;
  monthEnd: string;
  monthlyPercent: string;
  graceDays: number;
  minimumMinor: number;
  rows: LateChargeRow[];
};

/** Late charges of a month as a person reviewed them: as the rule says, or less. */
export type PostLateCharges = {
  month: string;
  charges: { chargeAccountId: number; amountMinor: number }[];
};
export const postLateChargesSchema = Joi.object<PostLateCharges>({
  month: month.required(),
  charges: Joi.array()
    .items(
      Joi.object({ chargeAccountId: id.required(), amountMinor: amountMinor(1).required() }),
    )
    .min(1)
    .max(5000)
    .unique('chargeAccountId')
    .required(),
});
export type LateChargesPosted = { number: string; count: number; totalMinor: number };
