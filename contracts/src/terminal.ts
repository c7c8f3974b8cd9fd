import Joi from 'joi';
import { amountMinor, id } from './common';

/** A charge that the terminal is asked for, under a reference made when the person began. */
export type TerminalAsk = { reference: string; tenderId: number; amountMinor: number };
export const terminalAskSchema = Joi.object<TerminalAsk, true>({
  reference: Joi.string().guid({ version: 'uuidv4' }).required(),
  tenderId: id.required(),
  amountMinor: amountMinor(1).required(),
});

/** `unknown`: no answer came; ask again under the same reference, nothing is charged twice. */
export type TerminalAnswer =
  | { status: 'approved'; lastFour: string; authorisation: string }
  | { status: 'declined' }
  | { status: 'unknown' };

/** Approved at the terminal, and no ticket took it. */
export type TerminalOrphan = {
  reference: string;
  amountMinor: number;
  lastFour: string;
  authorisation: string;
  askedAt: string;
  by: string;
};
