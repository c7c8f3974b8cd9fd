import { MOVEMENT_KINDS, type MovementKind } from '@abacist/core/movements';
import type { LikelyGroup } from '@abacist/core/matching';
import Joi from 'joi';
import { id, uploadedFile, type UploadedFile } from './common';

/** What kind of file it is, its content tells. */
export type StatementImport = UploadedFile;
export const statementImportSchema = Joi.object<StatementImport, true>(uploadedFile);

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

/** Movements by their keys (`slip 12`, `settlement 3`) and lines that belong together: one side has one. */
export type MatchGroup = { movements: string[]; lineIds: number[] };
export type MatchCommand = { bankAccountId: number; groups: MatchGroup[] };
/** A person may pick more than the engine searches. */
const PICKED_MOST = 50;
export const matchSchema = Joi.object<MatchCommand, true>({
  bankAccountId: id.required(),
  groups: Joi.array()
    .items(
      Joi.object<MatchGroup, true>({
        movements: Joi.array()
          .items(Joi.string().pattern(new RegExp(`^(${MOVEMENT_KINDS.join('|')}) [1-9]\\d*$`)))
          .min(1)
          .max(PICKED_MOST)
          .unique()
          .required(),
        lineIds: Joi.array().items(id).min(1).max(PICKED_MOST).unique().required(),
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
    movements: MovementView[];
    /** Other lines that show the same movement. */
    otherLines: number;
    leanedOnBy: number;
  } | null;
};

/** Movements and lines that may belong together: one side has one, or each has as many (a block). */
export type ProposedGroup = { movements: MovementView[]; lines: LineView[]; grade: number };
export type Proposal = ProposedGroup & {
  because: LikelyGroup['because'];
  rivals: ProposedGroup[];
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
