import { MOVEMENT_KINDS, type MovementKind } from '@abacist/core/movements';
import type { Beside } from '@abacist/core/bank';
import type { LikelyGroup } from '@abacist/core/matching';
import Joi from 'joi';
import { statementAsTableSchema, type StatementAsTable } from './statementTables';
import type { TaughtOfLine } from './taughtRules';
import { id, isoDate, safeText, uploadedFile, type UploadedFile } from './common';

/** What kind of file it is, its content tells; a bank's own table is read by what a person made out of it. */
export type StatementImport = UploadedFile & { table?: StatementAsTable };
export const statementImportSchema = Joi.object<StatementImport>({
  ...uploadedFile,
  table: statementAsTableSchema,
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
  fileId: number;
  /** How its statements lie beside those that were here: days that are missing between, days that both have. */
  beside: Beside[];
};
/** What became of a file's lines, all of it as it is now. */
export type StatementFileLines = {
  fresh: number;
  known: number;
  matched: number;
  open: number;
  /** Whose lines they are; null: of several accounts. */
  bankAccountId: number | null;
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

/** Several matches that are undone by one act: all of them or none. */
export type UndoMatches = { groupIds: number[] };
export const undoMatchesSchema = Joi.object<UndoMatches, true>({
  groupIds: Joi.array().items(id).unique().min(1).max(500).required(),
});

/** “I don’t know yet”: what is known so far, and the day on which the line asks again. */
export type LineNote = { note: string; askOn: string };
export const lineNoteSchema = Joi.object<LineNote, true>({
  note: safeText(200).min(1).required(),
  askOn: isoDate.required(),
});

/** A line that is several things: its parts stand in its place. */
export type LineSplit = { parts: { amountMinor: number; words: string }[] };
export const lineSplitSchema = Joi.object<LineSplit, true>({
  parts: Joi.array()
    .items(
      Joi.object<LineSplit['parts'][number], true>({
        amountMinor: Joi.number().integer().min(-1e13).max(1e13).required(),
        words: safeText(100).allow('').required(),
      }),
    )
    .max(20)
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
  /** Where it is taken back by itself, with a reason, while no line shows it. */
  undo: string | null;
};

export type LineView = {
  id: number;
  date: string;
  amountMinor: number;
  text: string;
  references: string[];
  /** What a person noted who does not know it yet. */
  note: (LineNote & { by: string }) | null;
  status: 'matched' | 'likely' | 'reserved' | 'open';
  /** What a taught rule says of it, where nothing expected explains it. */
  taught: TaughtOfLine | null;
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
  /** The account whose lines and movements these are. */
  bankAccountId: number;
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
  /** Whether the engine is at work on this account: what it proposes may change in a moment. */
  matching: boolean;
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
