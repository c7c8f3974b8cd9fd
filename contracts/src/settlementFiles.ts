import {
  BELONGINGS,
  MEANINGS,
  ROW_KINDS,
  type Mapping,
} from '@abacist/core/settlementMapping';
import type {
  FileLook,
  LeftOut,
  MappingGap,
  SettledPartKind,
  StatedSum,
} from '@abacist/core/settlements';
import type { Refusal } from '@abacist/core/outcome';
import { DATE_FORMS, DECIMAL_SIGNS, DELIMITERS } from '@abacist/core/tables';
import Joi from 'joi';
import { id, safeText, uploadedFile, type UploadedFile } from './common';

const column = Joi.number().integer().min(0).max(199);
const rowKind = Joi.valid(...ROW_KINDS);

/** How the text of a file becomes cells. */
export const shapeSchema = Joi.alternatives(
  Joi.object({
    kind: Joi.valid('delimited').required(),
    delimiter: Joi.valid(...DELIMITERS).required(),
  }),
  Joi.object({
    kind: Joi.valid('fixed').required(),
    starts: Joi.array()
      .items(Joi.number().integer().min(0).max(4_000))
      .min(1)
      .max(200)
      .required(),
  }),
  Joi.object({ kind: Joi.valid('sheet').required() }),
);

/** How a file is read: what its columns and rows are. */
export const mappingSchema = Joi.object<Mapping>({
  shape: shapeSchema.required(),
  heads: Joi.array().items(Joi.string().allow('').max(200)).max(200).allow(null).required(),
  columns: Joi.object()
    .pattern(Joi.valid(...MEANINGS), column)
    .required(),
  dates: Joi.valid(...DATE_FORMS).required(),
  decimals: Joi.valid(...DECIMAL_SIGNS).required(),
  deductions: Joi.valid('plus', 'minus').required(),
  kinds: Joi.object({
    otherwise: rowKind.required(),
    values: Joi.object().pattern(Joi.string().allow('').max(80), rowKind).max(80).required(),
  }).required(),
  schemes: Joi.object().pattern(Joi.string().max(40), safeText(40)).max(80).required(),
  belongs: Joi.valid(...BELONGINGS).required(),
});

/** A file that is looked at before anything of it is kept; without a mapping one is found. */
export type LookAtSettlement = UploadedFile & { processorId: number; mapping: Mapping | null };
export const lookAtSettlementSchema = Joi.object<LookAtSettlement>({
  ...uploadedFile,
  processorId: id.required(),
  mapping: mappingSchema.allow(null).required(),
});

/** A payout of a file as it would be kept. Minor units. */
export type PayoutForeseen = {
  reference: string;
  date: string;
  merchant: string;
  /** The settlement that is it already, by its number. */
  known: string | null;
  cards: number;
  grossMinor: number;
  refundsMinor: number;
  feeMinor: number;
  parts: { kind: SettledPartKind; amountMinor: number }[];
  netMinor: number;
  toBankMinor: number;
  carriedMinor: number;
  stated: StatedSum[];
  /** The month whose fees it bills, which are debited by themselves; null for a payout. */
  billOf: string | null;
  /** processor − till, in sum, and how much of it stands beside what. */
  differenceMinor: number;
  differences: {
    what:
      | 'missingHere'
      | 'missingThere'
      | 'amountDiffers'
      | 'tipAdded'
      | 'wrongScheme'
      | 'refundAsSale'
      | 'twice'
      | 'alike'
      | 'rungLater'
      | 'settledTwice';
    count: number;
  }[];
};

export type SettlementLook = {
  look: FileLook;
  /** The name of the layout by which it is known; null: it is a new one. */
  layout: string | null;
  gaps: MappingGap[];
  /** Why nothing of it can be kept; empty where all of it is proven. */
  refusals: Refusal[];
  payouts: PayoutForeseen[];
  leftOut: LeftOut[];
  leftOutCount: number;
  masked: number;
  /** The shop's schemes at this processor: what words of the file may stand for. */
  shopSchemes: string[];
};
