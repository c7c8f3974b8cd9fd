import type { SchemeFinding } from '@abacist/core/settlements';
import Joi from 'joi';
import { id, uploadedFile, type UploadedFile } from './common';

export type SettlementImport = UploadedFile & { processorId: number };
export const settlementImportSchema = Joi.object<SettlementImport>({
  ...uploadedFile,
  processorId: id.required(),
});

export type SettlementAnswer = {
  settlementId: number;
  number: string;
  reference: string;
  grossMinor: number;
  refundsMinor: number;
  feeMinor: number;
  netMinor: number;
  findings: SchemeFinding[];
};

export type BatchView = {
  id: number;
  processor: string;
  batchDate: string;
  closed: boolean;
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

export type CardsView = {
  processors: { id: number; name: string }[];
  batches: BatchView[];
  settlements: SettlementView[];
};
