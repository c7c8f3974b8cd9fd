import Joi from 'joi';
import { amountMinor, id, isoDate, reasonText, safeText } from './common';

/** Money that goes from one bank account of ours to another; recorded from a line, it is matched with it. */
export type OwnTransferCommand = {
  fromId: number;
  toId: number;
  amountMinor: number;
  words: string;
  lineId?: number;
  /** Without a line: today, where it is left out. */
  date?: string;
};
export const ownTransferSchema = Joi.object<OwnTransferCommand>({
  fromId: id.required(),
  toId: id.required(),
  amountMinor: amountMinor(1).required(),
  words: safeText(200).allow('').required(),
  lineId: id,
  date: isoDate,
});

/** Tax that the bank pays to its authority, or that comes back: what it comes to follows from its parts. */
export type TaxPaymentCommand = {
  authorityId: number;
  bankAccountId: number;
  payableMinor: number;
  inputTaxMinor: number;
  discountMinor: number;
  penaltyMinor: number;
  words: string;
  lineId?: number;
  date?: string;
};
export const taxPaymentSchema = Joi.object<TaxPaymentCommand>({
  authorityId: id.required(),
  bankAccountId: id.required(),
  payableMinor: amountMinor(0).required(),
  inputTaxMinor: amountMinor(0).required(),
  discountMinor: amountMinor(0).required(),
  penaltyMinor: amountMinor(0).required(),
  words: safeText(200).allow('').required(),
  lineId: id,
  date: isoDate,
});
/** What is owed to each authority, and what it owes back for tax on purchases. Minor units. */
export type TaxOwed = {
  authorities: { id: number; name: string; payableMinor: number; inputTaxMinor: number }[];
};

export type RecordedAtBank = { id: number; number: string };
export type UndoAtBank = { reason: string };
export const undoAtBankSchema = Joi.object<UndoAtBank, true>({
  reason: reasonText(200).required(),
});

/** Beside the first one: another account of the shop at a bank, in the shop’s currency. */
export type NewBankAccount = { name: string; accountNumber: string };
export const newBankAccountSchema = Joi.object<NewBankAccount, true>({
  name: safeText(80).min(1).required(),
  accountNumber: Joi.string()
    .trim()
    .max(40)
    .pattern(/^[0-9A-Za-z][0-9A-Za-z .-]*$/)
    .required(),
});
