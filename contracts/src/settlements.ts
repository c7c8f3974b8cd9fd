import { SETTLEMENT_FORMATS, type SettlementFormat } from '@abacist/core/settlementFormats';
import type { SchemeFinding } from '@abacist/core/settlements';
import Joi from 'joi';
import { id, uploadedFile, type UploadedFile, reasonText, safeText } from './common';

export type SettlementImport = UploadedFile & {
  processorId: number;
  format: SettlementFormat;
};
export const settlementImportSchema = Joi.object<SettlementImport>({
  ...uploadedFile,
  processorId: id.required(),
  format: Joi.valid(...SETTLEMENT_FORMATS).required(),
});

export type SettlementAnswer = {
  settlementId: number;
  number: string;
  reference: string;
  grossMinor: number;
  refundsMinor: number;
  feeMinor: number;
  netMinor: number;
  /** What the bank will show of it, and what goes to or comes from the processor's balance. */
  toBankMinor: number;
  carriedMinor: number;
  findings: SchemeFinding[];
};

export type BatchView = {
  id: number;
  processor: string;
  batchDate: string;
  closed: boolean;
  /** A settlement named it already, and left something open. */
  settledInPart: boolean;
  /** When the money is due at the bank. */
  dueDate: string;
  schemes: { scheme: string; items: number; amountMinor: number; settledMinor: number }[];
};

export type SettlementView = {
  id: number;
  number: string;
  processor: string;
  reference: string;
  date: string;
  dueDate: string;
  grossMinor: number;
  refundsMinor: number;
  feeMinor: number;
  netMinor: number;
  toBankMinor: number;
  carriedMinor: number;
  feeBasisPoints: number;
  differenceMinor: number;
  atBankOn: string | null;
  schemes: {
    batchDate: string;
    scheme: string;
    items: number;
    tillMinor: number;
    grossMinor: number;
    refundsMinor: number;
    feeMinor: number;
    netMinor: number;
    differenceMinor: number;
    finding: SchemeFinding['finding'];
  }[];
};

/** Undoes a settlement that nothing at the bank shows yet. */
export type UndoSettlement = { reason: string };
export const undoSettlementSchema = Joi.object<UndoSettlement, true>({
  reason: reasonText(200).required(),
});

/** Ends what settlements left open of a scheme of a batch: no file will mend it. */
export type DecideDifference = { scheme: string; reason: string };
export const decideDifferenceSchema = Joi.object<DecideDifference, true>({
  scheme: safeText(40).required(),
  reason: reasonText(200).required(),
});
export type UndoDifference = { reason: string };
export const undoDifferenceSchema = Joi.object<UndoDifference, true>({
  reason: reasonText(200).required(),
});

export type CardsView = {
  processors: { id: number; name: string }[];
  batches: BatchView[];
  settlements: SettlementView[];
};
