import type { Mapping } from '@abacist/core/settlementMapping';
import type { CardPair, SchemeFinding, SettledPart } from '@abacist/core/settlements';
import Joi from 'joi';
import { id, uploadedFile, type UploadedFile, reasonText, safeText } from './common';
import { mappingSchema, type PayoutForeseen } from './settlementFiles';

/** A processor's file; without a mapping it is in the layout of docs/formats.md. */
export type SettlementImport = UploadedFile & {
  processorId: number;
  mapping: Mapping | null;
  /** Under which name the mapping is kept, so that such a file is known the next time. */
  saveAs?: string;
};
export const settlementImportSchema = Joi.object<SettlementImport>({
  ...uploadedFile,
  processorId: id.required(),
  mapping: mappingSchema.allow(null).required(),
  saveAs: safeText(80).min(1).optional(),
});

/** What a file brought: its payouts, and those that were known already. */
export type SettlementsAnswer = {
  settlements: SettlementAnswer[];
  /** Fees of a month that a processor debits by itself. */
  bills: { id: number; number: string; month: string; amountMinor: number }[];
  known: { reference: string; number: string }[];
  /** Numbers of cards that were masked. */
  masked: number;
};

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
} & Pick<PayoutForeseen, 'differenceMinor' | 'differences'>;

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
  /** processor − till, as it was found when the file came, and in how many cards or schemes. */
  differenceMinor: number;
  differing: number;
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
  /** How many are open. */
  disputes: number;
};

/** A card of a side of a comparison. Minor units; below zero given back. */
type ComparedCard = {
  scheme: string;
  batchDate: string;
  amountMinor: number;
  reference: string;
  lastFour: string;
  on: string | null;
  time: string | null;
};

/** What a row of the comparison is, beside pairs that agree. */
export type CardDifference =
  | Exclude<CardPair['finding'], 'agrees' | 'otherBatch'>
  /** The till has it since, and waits for it in another batch. */
  | 'rungLater'
  | 'missingHere'
  | 'missingThere'
  | 'twice'
  | 'alike';

/** A card that differs: what the processor has of it beside what the till has. */
export type ComparedRow = {
  what: CardDifference;
  evidence: readonly CardPair['evidence'][number][];
  /** processor − till. */
  differenceMinor: number;
  theirs: (ComparedCard & { position: number; authorisation: string }) | null;
  ours:
    | (ComparedCard & {
        saleTenderId: number;
        saleId: number;
        number: string;
        batchId: number;
        takingsDay: string;
      })
    | null;
};

/** What was decided of a card that differs. Minor units: processor − till, as it was then. */
export type DecidedCard = {
  id: number;
  what: 'claim' | 'adjusted';
  position: number | null;
  saleTenderId: number | null;
  amountMinor: number;
  reason: string;
  by: string;
  on: string;
};

/** What a card that differs is: the processor's, written off, or of a later batch. */
export type DecideCard = {
  /** Its places on either side, as the comparison names them. */
  position: number | null;
  saleTenderId: number | null;
  what: 'claim' | 'adjusted' | 'later';
  reason: string;
};
export const decideCardSchema = Joi.object<DecideCard>({
  position: Joi.number().integer().min(0).allow(null).required(),
  saleTenderId: id.allow(null).required(),
  what: Joi.valid('claim', 'adjusted', 'later').required(),
  reason: reasonText(200).required(),
});
/** A card of the till that was rung up after its settlement had come: it is settled by it. */
export type SameCard = { position: number; saleTenderId: number };
export const sameCardSchema = Joi.object<SameCard, true>({
  position: Joi.number().integer().min(0).required(),
  saleTenderId: id.required(),
});

/** A card sale that the till has not: rung up as an amount of a department, and settled at once. */
export type RingUpCard = { position: number; drawerId: number; departmentId: number };
export const ringUpCardSchema = Joi.object<RingUpCard, true>({
  position: Joi.number().integer().min(0).required(),
  drawerId: id.required(),
  departmentId: id.required(),
});

export type UndoCardDecision = { reason: string };
export const undoCardDecisionSchema = Joi.object<UndoCardDecision, true>({
  reason: reasonText(200).required(),
});

export type SettlementDetail = Omit<SettlementView, 'schemes'> & {
  processorId: number;
  /** Null where no file of its kind states anything by itself. */
  stated: string[];
  taxMinor: number;
  chargebacksMinor: number;
  chargebackFeesMinor: number;
  reserveMinor: number;
  adjustmentsMinor: number;
  /** What would be held of its sales by the processor’s rule; null where it has none. */
  reserveByRuleMinor: number | null;
  parts: (SettledPart & {
    disputeId: number | null;
    saleId: number | null;
    saleNumber: string | null;
  })[];
  schemes: SettlementView['schemes'];
  /** Cards one by one; null where the file has totals of schemes only. */
  cards: {
    agreeing: number;
    /** Of these, how many came with another batch. */
    otherBatch: number;
    rows: ComparedRow[];
    /** Of which somebody has said what they are. */
    decided: DecidedCard[];
    tillMinor: number;
    processorMinor: number;
  } | null;
};
