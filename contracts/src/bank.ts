import { MOVEMENT_KINDS, type MovementKind } from '@abacist/core/movements';
import { STATEMENT_FORMATS, type StatementFormat } from '@abacist/core/statementFormats';
import type { LikelyGroup } from '@abacist/core/matching';
import Joi from 'joi';
import { id, uploadedFile, type UploadedFile } from './common';

export type StatementImport = UploadedFile & { format: StatementFormat };
export const statementImportSchema = Joi.object<StatementImport>({
  ...uploadedFile,
  format: Joi.string()
    .valid(...STATEMENT_FORMATS)
    .required(),
});

export type StatementAnswer = {
  added: number;
  alreadyHere: number;
  masked: number;
  pending: number;
  from: string;
  to: string;
  closingMinor: number;
  /** The matching run that the import started. */
  jobId: string | null;
};

/** A movement as a member key: `slip 12`, `settlement 3`, `ownCheque 5`, `transfer 7`. */
export type MatchCommand = {
  bankAccountId: number;
  pairs: { movement: string; lineId: number }[];
};
export const matchSchema = Joi.object<MatchCommand>({
  bankAccountId: id.required(),
  pairs: Joi.array()
    .items(
      Joi.object({
        movement: Joi.string()
          .pattern(new RegExp(`^(${MOVEMENT_KINDS.join('|')}) [1-9]\\d*$`))
          .required(),
        lineId: id.required(),
      }),
    )
    .min(1)
    .max(200)
    .required(),
});

export type MovementView = {
  key: string;
  kind: MovementKind;
  number: string;
  party: string;
  dueDate: string;
  amountMinor: number;
  days: string[];
};

export type LineView = {
  id: number;
  date: string;
  amountMinor: number;
  text: string;
  references: string[];
  status: 'matched' | 'likely' | 'reserved' | 'open';
  match: {
    groupId: number;
    certain: boolean;
    grade: number;
    movement: MovementView;
    leanedOnBy: number;
  } | null;
};

export type Proposal = {
  grade: number;
  because: LikelyGroup['because'];
  pairs: { movement: MovementView; line: LineView }[];
  rivals: { movement: MovementView; line: LineView }[];
};

export type StatementView = {
  accounts: {
    id: number;
    name: string;
    accountNumber: string;
    coveredFrom: string | null;
    coveredTo: string | null;
    statementBalanceMinor: number | null;
    ledgerBalanceMinor: number;
    /** statement + open movements − open lines: the ledger's bank and transit together. */
    openMovementsMinor: number;
    openLinesMinor: number;
    openLines: number;
  }[];
  proposals: Proposal[];
  reserved: { line: LineView; movement: MovementView; differenceMinor: number }[];
  openLines: LineView[];
  openMovements: MovementView[];
};

/** A page of an account's lines, newest first; `next` is where the one after it begins. */
export type LinePage = { lines: LineView[]; next: number | null };

export type JobView = {
  id: string;
  kind: string;
  status: 'running' | 'done' | 'failed' | 'stopped';
  done: number;
  of: number;
  result: unknown;
};
export type MatchRunResult = { certain: number; likely: number; loose: number };
