import type { Refusal } from '@abacist/core/outcome';
import Joi from 'joi';
import { amountMinor, uploadedFile, type UploadedFile } from './common';

/** Charge accounts from a file; bad rows are left out only when the person says so. */
export type AccountFileImport = UploadedFile & { goodRowsOnly: boolean };
const rowsOnly = { goodRowsOnly: Joi.boolean().required() };
export const accountFileSchema = Joi.object<UploadedFile>(uploadedFile);
export const accountFileImportSchema = Joi.object<AccountFileImport>({
  ...uploadedFile,
  ...rowsOnly,
});

/** Open items from a file, and what the old books say that all of them come to. */
export type OpenItemImport = AccountFileImport & { totalMinor: number };
export const openItemImportSchema = Joi.object<OpenItemImport>({
  ...uploadedFile,
  ...rowsOnly,
  totalMinor: amountMinor().required(),
});

/** A row as it is looked at before anything is kept. `label`: an account’s name, a document. */
type FileRowView = {
  row: number;
  number: string;
  label: string;
  status: 'new' | 'bad';
  amountMinor: number | null;
  wrong: Refusal[];
};
/** What a file would do; bad rows first. */
export type FileCheck = {
  added: number;
  same: number;
  bad: number;
  /** Card numbers that were masked. */
  masked: number;
  /** What the good rows come to; null for accounts. */
  totalMinor: number | null;
  rows: FileRowView[];
};
export type FileAnswer = Pick<FileCheck, 'added' | 'same' | 'bad' | 'totalMinor'>;
