import type { DisputeState } from '@abacist/core/disputes';
import Joi from 'joi';
import {
  amountMinor,
  id,
  isoDate,
  reasonText,
  safeText,
  uploadedFile,
  type UploadedFile,
} from './common';

/** A card that its holder disputes. Minor units; below zero: given back for one that nobody knows. */
export type DisputeView = {
  id: number;
  processorId: number;
  processor: string;
  scheme: string;
  reference: string;
  lastFour: string;
  amountMinor: number;
  wonMinor: number;
  lostMinor: number;
  openMinor: number;
  state: DisputeState;
  receivedOn: string;
  evidenceDue: string | null;
  sentOn: string | null;
  saleId: number | null;
  saleNumber: string | null;
};

/** A card of the till that may be the disputed one. */
export type DisputeCandidate = {
  saleTenderId: number;
  saleId: number;
  number: string;
  date: string;
  lastFour: string;
  amountMinor: number;
};

export type DisputeDetail = DisputeView & {
  /** Parts of settlements and of the bank, the sale that was found, and what was lost, in their order. */
  story: {
    what: 'taken' | 'back' | 'fee' | 'lost' | 'found';
    number: string;
    date: string;
    amountMinor: number;
    /** Where it can be read: the settlement, the bank’s line; what takes it back, if anything does. */
    page: string | null;
    undo: string | null;
    reason: string;
  }[];
  files: { id: number; name: string; type: 'image/jpeg' | 'application/pdf' }[];
  /** Of the sale, as the processor settled it; null where no file told of its card. */
  settled: {
    reference: string;
    authorisation: string;
    on: string | null;
    time: string | null;
  } | null;
  /** Where its sale is not known. */
  candidates: DisputeCandidate[];
};

export type DisputesView = { open: DisputeView[]; done: DisputeView[] };

/** Until when it is to be answered, and whether that was done. */
export type ChangeDispute = { evidenceDue: string | null; sentOn: string | null };
export const changeDisputeSchema = Joi.object<ChangeDispute, true>({
  evidenceDue: isoDate.allow(null).required(),
  sentOn: isoDate.allow(null).required(),
});

export type LoseDispute = { amountMinor: number; reason: string };
export const loseDisputeSchema = Joi.object<LoseDispute, true>({
  amountMinor: amountMinor().invalid(0).required(),
  reason: reasonText(200).required(),
});

/** Why something of a dispute is taken back: a loss, a sale that was found, what the bank told. */
export type TakeBackOfDispute = { reason: string };
export const takeBackOfDisputeSchema = Joi.object<TakeBackOfDispute, true>({
  reason: reasonText(200).required(),
});

export type FindDisputedSale = { saleTenderId: number };
export const findDisputedSaleSchema = Joi.object<FindDisputedSale, true>({
  saleTenderId: id.required(),
});

/**
 * What a line of the bank is about a disputed card. Of a debit: the fee in it, and what is known of the
 * card; with a dispute that is known, all of it is a fee. Of money given back: which dispute.
 */
export type BankChargeback = {
  lineId: number;
  processorId: number;
  disputeId: number | null;
  feeMinor: number;
  scheme: string;
  reference: string;
  lastFour: string;
};
export const bankChargebackSchema = Joi.object<BankChargeback, true>({
  ...{
    lineId: id.required(),
    processorId: id.required(),
    disputeId: id.allow(null).required(),
  },
  feeMinor: amountMinor(0).required(),
  scheme: safeText(40).allow('').required(),
  reference: safeText(40).allow('').required(),
  lastFour: Joi.string()
    .pattern(/^\d{4}$/)
    .allow('')
    .required(),
});

/** A picture or a PDF that goes with the evidence. */
export type DisputeFile = { disputeId: number } & UploadedFile;
export const disputeFileSchema = Joi.object<DisputeFile, true>({
  disputeId: id.required(),
  ...uploadedFile,
});
