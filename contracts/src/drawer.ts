import type { Evidence } from '@abacist/core/differences';
import Joi from 'joi';
import { amountMinor, id, piecesByDenomination, reasonText, safeText } from './common';

/** A count: pieces by denomination, and the cheques that were found. */
export type CloseCommand = {
  count: Record<string, number>;
  /** Of these pieces so many full rolls. */
  rolls?: Record<string, number>;
  chequeIds?: number[];
  /** What the terminal’s report says by pot, for the cards that were compared. */
  cards?: { pot: string; terminalMinor: number }[];
  /** A second person signs. */
  signed?: boolean;
  note: string;
};
export const closeSchema = Joi.object<CloseCommand>({
  count: piecesByDenomination.required(),
  rolls: piecesByDenomination,
  chequeIds: Joi.array().items(id).max(1000).unique(),
  cards: Joi.array()
    .items(
      Joi.object({
        pot: safeText(80).required(),
        terminalMinor: amountMinor().required(),
      }),
    )
    .max(50)
    .unique('pot'),
  signed: Joi.boolean(),
  note: safeText(300).allow('').required(),
});

/** A count is made again: what it came to stays on record. */
export type CountAgain = Pick<CloseCommand, 'count' | 'chequeIds'>;
export const countAgainSchema = Joi.object<CountAgain>({
  count: piecesByDenomination.required(),
  chequeIds: Joi.array().items(id).max(1000).unique(),
});
/** Counts that were made before the one that closes, the first one first. */
export type CountBefore = { countedMinor: number; by: string; countedAt: string };
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
  /** Whether a terminal can be asked for its report. */
  terminal: boolean;
  cheques: {
    id: number;
    number: string;
    drawnBy: string;
    dated: string;
    amountMinor: number;
  }[];
  /** The cards that the session took; the till’s figure is null where the shop counts blind. */
  cards: { pot: string; label: string; tillMinor: number | null }[];
  before: CountBefore[];
  /** Two people sign every count. */
  twoSign: boolean;
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
  'documents' | 'acts' | 'usual' | 'fundMinor' | 'missingCheques' | 'cards' | 'rolls'
>;
export const countEvidenceSchema = Joi.object<{ id: number }, true>({ id: id.required() });

/** A drawer is opened with its float counted. */
export type OpenDrawer = { count: Record<string, number>; note: string };
export const openDrawerSchema = Joi.object<OpenDrawer, true>({
  count: piecesByDenomination.required(),
  note: safeText(300).allow('').required(),
});
export const undoOpeningSchema = Joi.object<{ reason: string }, true>({
  reason: reasonText(200).required(),
});
/** What a drawer should hold before its first sale. */
export type DrawerFloat = {
  id: number;
  name: string;
  /** What the shop leaves in it as change. */
  usualMinor: number;
  /** What the last close left; null for who counts blind. */
  expectedMinor: number | null;
  denominations: number[];
  /** It takes already: there is nothing to open. */
  open: boolean;
  /** The count of its float that stands, while the drawer is not counted. */
  opening: {
    id: number;
    number: string;
    by: string;
    countedMinor: number;
    differenceMinor: number;
    note: string;
  } | null;
};

/** What should be in a drawer's float, by denomination. */
export type WantedPieces = { wanted: Record<string, number> };
export const wantedPiecesSchema = Joi.object<WantedPieces, true>({
  wanted: piecesByDenomination.required(),
});

/** What each drawer lacks of change: wanted in its float, left there by its last count, and what the safe has. */
export type ChangeView = {
  denominations: number[];
  rollPieces: Record<string, number>;
  bankAccounts: { id: number; name: string }[];
  /** null: nobody knows which pieces lie in the safe. */
  inSafe: Record<string, number> | null;
  drawers: {
    id: number;
    name: string;
    floatMinor: number;
    wanted: Record<string, number>;
    /** null: it was not counted yet, or nobody knows which pieces stayed. */
    left: { number: string; date: string; pieces: Record<string, number> } | null;
  }[];
};

/** What the terminal says that it charged in a session, by card. */
export type TerminalReport = { cards: { pot: string; terminalMinor: number }[] };
