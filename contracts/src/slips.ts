import { BAG_CAUSES, type BagCause, type BagDecision } from '@abacist/core/bagCauses';
import type { SafePieces, SlipCommand } from '@abacist/core/slips';
import Joi from 'joi';
import { amountMinor, id, piecesByDenomination, reasonText, safeText } from './common';

export type { SlipCommand };
export const slipSchema = Joi.object<SlipCommand>({
  bankAccountId: id.required(),
  bankTotalMinor: amountMinor(1).required(),
  bankReference: safeText(40).allow('').required(),
  items: Joi.array()
    .items(Joi.object({ safeItemId: id.required(), amountMinor: amountMinor().required() }))
    .min(1)
    .max(400)
    .required(),
  count: piecesByDenomination,
});

/** Takes a slip back that nothing at the bank shows yet. */
export type RecallSlip = { reason: string };
export const recallSlipSchema = Joi.object<RecallSlip, true>({
  reason: reasonText(200).required(),
});

/** Takes the bank's count of a bag, where its line differs from the slip. */
export type BagCounted = BagDecision & { lineId: number };
export const bagCountedSchema = Joi.object<BagCounted, true>({
  lineId: id.required(),
  cause: Joi.string()
    .valid(...BAG_CAUSES)
    .required(),
  safeItemId: id.allow(null).required(),
  note: safeText(200).allow('').required(),
});

/** A slip as it was made: what it brought, and what became of it. */
export type SlipView = {
  id: number;
  /** Its entry in the journal. */
  entryId: number;
  number: string;
  date: string;
  /** The instant at which it was made. */
  at: string;
  by: string;
  bank: string;
  accountNumber: string;
  bankReference: string;
  totalMinor: number;
  items: {
    safeItemId: number;
    takingsDay: string;
    drawer: string;
    /** A refund that was paid out of the safe. */
    refund: boolean;
    amountMinor: number;
    cheque: { number: string; drawnBy: string; dated: string } | null;
  }[];
  /** Cash by denomination, where it was counted for the slip. */
  count: { denominationMinor: number; pieces: number }[];
  /** The line that showed it; null: none does yet. */
  line: { id: number; date: string; text: string; amountMinor: number } | null;
  /** Null where the bank agreed, or is not known yet. */
  bag: SlipSummary['bag'];
  recalled: { number: string; by: string; at: string; reason: string } | null;
};

/** A count of the safe's cash, by denomination. */
export type CountSafe = { count: Record<string, number>; note: string };
export const countSafeSchema = Joi.object<CountSafe, true>({
  count: piecesByDenomination.required(),
  note: safeText(300).allow('').required(),
});
/** A count of the safe that was made. */
export type SafeCounted = {
  number: string;
  date: string;
  by: string;
  expectedMinor: number;
  countedMinor: number;
  differenceMinor: number;
  note: string;
};

export type SafeView = {
  /** Counts of the safe, the newest first. */
  counts: SafeCounted[];
  bankAccounts: { id: number; name: string; accountNumber: string }[];
  denominations: number[];
  /** Its cash by denomination, as far as that is known. */
  pieces: SafePieces;
  items: {
    id: number;
    takingsDay: string;
    /** Empty for what a count of the safe found. */
    drawer: string;
    closeNumber: string;
    /** What brought it. */
    by: 'count' | 'drop' | 'change' | 'post' | 'refund' | 'safeCount';
    leftMinor: number;
    cheque: { number: string; drawnBy: string; dated: string } | null;
    /** A cheque dated later: the bank takes it from that day on. */
    later: boolean;
  }[];
  slips: SlipSummary[];
};

export type SlipSummary = {
  id: number;
  number: string;
  date: string;
  totalMinor: number;
  bankReference: string;
  days: string[];
  atBankOn: string | null;
  /** The document that recalled it; null: it stands. */
  recalledBy: string | null;
  /** What the bank counted more (+) or less (−), and why; null where it agreed, or is not known yet. */
  bag: { differenceMinor: number; cause: BagCause; note: string } | null;
};
export type SlipAnswer = { slipId: number; number: string; totalMinor: number };
