import Joi from 'joi';
import { amountMinor, id, isoDate, reasonText } from './common';

/** A deposited cheque that the bank returned on a date, with what the customer is charged for it. */
export type ReturnCheque = {
  date: string;
  feeMinor: number;
  /** What the bank says. */
  reason: string;
  /** The statement line that shows it, where it is there already. */
  lineId?: number | undefined;
};
export const returnChequeSchema = Joi.object<ReturnCheque>({
  date: isoDate.required(),
  feeMinor: amountMinor(0).required(),
  reason: reasonText(200).required(),
  lineId: id,
});

/** It had not come back: what was recorded is undone. */
export type UndoReturnCheque = { reason: string };
export const undoReturnChequeSchema = Joi.object<UndoReturnCheque>({
  reason: reasonText(200).required(),
});

/** What of a returned cheque is on no account and won't be paid. */
export type WriteOffCheque = { reason: string };
export const writeOffChequeSchema = Joi.object<WriteOffCheque>({
  reason: reasonText(200).required(),
});

export type ReturnedAnswer = { returnedChequeId: number; number: string };

/** A cheque at the bank that could come back. */
export type ChequeAtBank = {
  id: number;
  number: string;
  drawnBy: string;
  amountMinor: number;
  takenOn: string;
  saleId: number;
  ticket: string;
  slip: string;
  /** Whether it paid on an account: only then a fee can be charged. */
  onAccount: boolean;
};
export const chequesAtBankSchema = Joi.object<{ amountMinor?: number; id?: number }>({
  amountMinor: Joi.number().integer().min(1).max(1_000_000_000_000),
  id,
}).or('amountMinor', 'id');
/** They, and what the shop charges for one that comes back. */
export type ChequesAtBank = { cheques: ChequeAtBank[]; feeMinor: number };

/** A cheque that was missing when its drawer was counted lies there after all. */
export type ChequeFound = { reason: string };
export const chequeFoundSchema = Joi.object<ChequeFound, true>({
  reason: reasonText(200).required(),
});
