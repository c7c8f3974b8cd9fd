import Joi from 'joi';
import { amountMinor, id, isoDate, reasonText } from './common';

/** What the shop's own card paid for, or a payment of its bill (below zero), on no statement yet. */
export type CardMovementView = {
  id: number;
  number: string;
  date: string;
  party: string;
  words: string;
  amountMinor: number;
};
export type CardStatementView = {
  id: number;
  number: string;
  date: string;
  dueOn: string | null;
  balanceMinor: number;
  by: string;
  items: number;
  /** The document that took it back. */
  undoneBy: string | null;
};
export type ShopCard = {
  /** What is owed by the books. */
  owedMinor: number;
  /** The statement that the next one goes on from; null: there is none. */
  last: { date: string; balanceMinor: number; dueOn: string | null; leftMinor: number } | null;
  /** On no statement yet, the oldest first. */
  open: CardMovementView[];
  /** The newest first. */
  statements: CardStatementView[];
};

export type CardStatementCommand = {
  date: string;
  balanceMinor: number;
  /** Until when it is to be paid; null: it does not say. */
  dueOn: string | null;
  actIds: number[];
};
export const cardStatementSchema = Joi.object<CardStatementCommand, true>({
  date: isoDate.required(),
  balanceMinor: amountMinor().required(),
  dueOn: isoDate.allow(null).required(),
  actIds: Joi.array().items(id).max(2000).unique().required(),
});
export type CardStatementUndo = { reason: string };
export const cardStatementUndoSchema = Joi.object<CardStatementUndo, true>({
  reason: reasonText(200).required(),
});
