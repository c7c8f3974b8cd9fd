import {
  STATEMENT_MEANINGS,
  type StatementMapping,
  type StatementTableLook,
} from '@abacist/core/statementTables';
import { DATE_FORMS, DECIMAL_SIGNS } from '@abacist/core/tables';
import Joi from 'joi';
import { id, safeText, uploadedFile, type UploadedFile } from './common';
import { shapeSchema } from './settlementFiles';

const statementMappingSchema = Joi.object<StatementMapping>({
  shape: shapeSchema.required(),
  heads: Joi.array().items(Joi.string().allow('').max(200)).max(200).allow(null).required(),
  columns: Joi.array()
    .items(Joi.valid(...STATEMENT_MEANINGS).allow(null))
    .max(200)
    .required(),
  dates: Joi.valid(...DATE_FORMS).required(),
  decimals: Joi.valid(...DECIMAL_SIGNS).required(),
  out: Joi.valid('minus', 'plus').required(),
  outWords: Joi.array().items(safeText(40).min(1)).max(20).required(),
});

/** A bank's own table, read by what a person made out of its columns. */
export type StatementAsTable = {
  bankAccountId: number;
  mapping: StatementMapping;
  /** What was there before its first line, where neither the file nor a statement before it says so. */
  openingMinor: number | null;
  /** It is known by this name the next time. */
  saveAs: string | null;
};
export const statementAsTableSchema = Joi.object<StatementAsTable>({
  bankAccountId: id.required(),
  mapping: statementMappingSchema.required(),
  openingMinor: Joi.number().integer().min(-1e13).max(1e13).allow(null).required(),
  saveAs: safeText(80).min(1).allow(null).required(),
});

/** A table that is looked at before anything of it is kept; without a mapping one is guessed. */
export type LookAtStatement = UploadedFile & {
  bankAccountId: number;
  mapping: StatementMapping | null;
};
export const lookAtStatementSchema = Joi.object<LookAtStatement>({
  ...uploadedFile,
  bankAccountId: id.required(),
  mapping: statementMappingSchema.allow(null).required(),
});

export type StatementLook = StatementTableLook & {
  /** What all of it comes to; null where it can't be read yet. */
  whole: {
    lines: number;
    from: string;
    to: string;
    inMinor: number;
    outMinor: number;
    /** By its own balances; null: it has none. */
    closingMinor: number | null;
    leftOut: { row: number; text: string }[];
  } | null;
  /** Why it can't. */
  refusal: { code: string; at?: string; params?: Record<string, string | number> } | null;
  /** What was there before its first line, as far as the statements here say; null: they don't. */
  openingMinor: number | null;
};
