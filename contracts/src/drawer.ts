import type { Evidence } from '@abacist/core/differences';
import Joi from 'joi';
import { id, safeText } from './common';

/** A count: pieces by denomination, and the cheques that were found. */
export type CloseCommand = {
  count: Record<string, number>;
  chequeIds?: number[];
  note: string;
};
export const closeSchema = Joi.object<CloseCommand>({
  count: Joi.object()
    .pattern(/^[1-9]\d{0,6}$/, Joi.number().strict().integer().min(0).max(100_000))
    .required(),
  chequeIds: Joi.array().items(id).max(1000).unique(),
  note: safeText(300).allow('').required(),
});
export const beginCountSchema = Joi.object<{ drawerId: number }, true>({
  drawerId: id.required(),
});

export type CountBegun = {
  sessionId: number;
  drawer: string;
  countBegunAt: string;
  floatMinor: number;
  /** Null where the shop counts blind. */
  expectedMinor: number | null;
  denominations: number[];
  cheques: {
    id: number;
    number: string;
    drawnBy: string;
    dated: string;
    amountMinor: number;
  }[];
};

export type CloseAnswer = {
  number: string;
  expectedMinor: number;
  countedMinor: number;
  differenceMinor: number;
  toSafeMinor: number;
  floatLeftMinor: number;
  takingsDay: string;
};

/** What a session tells of a difference: its documents, its float, cheques that its count missed. */
export type CountEvidence = Pick<
  Evidence,
  'documents' | 'acts' | 'usual' | 'fundMinor' | 'missingCheques'
>;
export const countEvidenceSchema = Joi.object<{ id: number }, true>({ id: id.required() });
