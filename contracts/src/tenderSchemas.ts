import type { TenderKind } from '@abacist/core/tenders';
import Joi from 'joi';
import { amountMinor, byKind, id, isoDate, safeText, type Fields } from './common';

/* How tenders and refunds are written, one row a kind. */

const tenderId = id.required();
const amount = amountMinor(1).required();
const reference = safeText(40).allow('').required();
/** Goes back to the very tender that paid. */
const saleTenderId = id.required();

/** What is sent beside the kind and the tender's id: where it pays, and where it gives back. */
const FIELDS: Record<TenderKind, { pays?: Fields; back?: Fields }> = {
  cash: { pays: { tenderedMinor: amountMinor(0).required() }, back: { amountMinor: amount } },
  card: {
    pays: {
      amountMinor: amount,
      lastFour: Joi.string()
        .pattern(/^\d{4}$/)
        .allow('')
        .required(),
      reference,
    },
    back: { amountMinor: amount, saleTenderId, reference: safeText(40).min(1).required() },
  },
  storeCredit: {
    pays: { amountMinor: amount, creditNoteId: id.required() },
    back: { amountMinor: amount },
  },
  voucher: { pays: { amountMinor: amount, voucherId: id.required() } },
  prepayment: { pays: { amountMinor: amount, orderId: id.required() } },
  onAccount: {
    pays: {
      amountMinor: amount,
      chargeAccountId: id.required(),
      buyer: safeText(80).allow('').required(),
      reference,
      signature: Joi.string().base64().max(120_000),
    },
    back: { amountMinor: amount, saleTenderId },
  },
  cheque: {
    pays: {
      amountMinor: amount,
      cheque: Joi.object({
        number: safeText(20).min(1).required(),
        drawnBy: safeText(120).min(1).required(),
        dated: isoDate.required(),
      }).required(),
    },
    back: { amountMinor: amount, saleTenderId },
  },
  transfer: {
    pays: { amountMinor: amount, bankAccountId: id.required(), reference, lineId: id },
    back: { amountMinor: amount, saleTenderId, bankAccountId: id.required(), reference },
  },
  other: {
    pays: { amountMinor: amount, reference },
    back: { amountMinor: amount, saleTenderId },
  },
  ownCheque: {
    back: {
      amountMinor: amount,
      cheque: Joi.object({
        bankAccountId: id.required(),
        number: safeText(12).min(1).required(),
        payee: safeText(120).min(1).required(),
      }).required(),
    },
  },
};

const going = (way: 'pays' | 'back') =>
  byKind(
    Object.fromEntries(
      Object.entries(FIELDS).flatMap(([kind, { [way]: fields }]) =>
        fields ? [[kind, { tenderId, ...fields }]] : [],
      ),
    ),
  );

export const tender = going('pays');
export const refund = going('back');
