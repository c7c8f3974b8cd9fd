import { DOCUMENT_KINDS, type DocumentKind } from '@abacist/core/documents';
import Joi from 'joi';
import {
  DOCUMENT_SORTS,
  DOCUMENT_STATES,
  type DocumentSort,
  type DocumentState,
} from './choices';
import { amountMinor, id, isoDate } from './common';

/** By what the list of all documents is narrowed. */
export type DocumentFilter = {
  kind?: DocumentKind;
  state?: DocumentState;
  from?: string;
  to?: string;
  userId?: number;
  drawerId?: number;
  customerId?: number;
  /** Receipts that this tender paid a part of. */
  tenderId?: number;
  /** Figures from so much to so much, signs left aside. */
  leastMinor?: number;
  mostMinor?: number;
};
export type DocumentQuery = DocumentFilter & {
  sort?: DocumentSort;
  /** The newest, or the largest, first. */
  down?: boolean;
  after?: string;
};

/** A numbered document of any kind, as a list shows it. */
export type DocumentRow = {
  kind: DocumentKind;
  subjectId: number;
  number: string;
  date: string;
  madeAt: string;
  by: string;
  drawer: string | null;
  customer: string | null;
  amountMinor: number;
  /** The document that turned its entry around. */
  undoneBy: string | null;
  /** Null: it moves nothing. */
  entryId: number | null;
  /** The ticket that it is, or voids; null for all others. */
  saleId: number | null;
};
export type DocumentPage = { rows: DocumentRow[]; next: string | null };

/** What a filter finds, a kind a row; what was undone counts in `count` only. */
export type DocumentSums = { kind: DocumentKind; count: number; amountMinor: number }[];

/** What there is to choose from in the filters. */
export type DocumentChoices = {
  people: { id: number; name: string }[];
  drawers: { id: number; name: string }[];
  tenders: { id: number; name: string }[];
};

const filter = {
  kind: Joi.valid(...DOCUMENT_KINDS),
  state: Joi.valid(...DOCUMENT_STATES),
  from: isoDate,
  to: isoDate,
  userId: id,
  drawerId: id,
  customerId: id,
  tenderId: id,
  leastMinor: amountMinor(0).strict(false),
  mostMinor: amountMinor(0).strict(false),
};
export const documentFilterSchema = Joi.object<DocumentFilter>(filter);
export const documentQuerySchema = Joi.object<DocumentQuery>({
  ...filter,
  sort: Joi.valid(...DOCUMENT_SORTS),
  down: Joi.boolean(),
  after: Joi.string().max(200),
});
