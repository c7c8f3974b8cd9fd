import type { BrokenRule } from '@abacist/core/outcome';
import { holdsCardNumber } from '@abacist/core/cards';
import { isEmail } from '@abacist/core/customers';
import { isIsoDate } from '@abacist/core/dates';
import { MAX_AMOUNT_MINOR } from '@abacist/core/money';
import Joi from 'joi';

/** Signs that steer a machine and that no person types; a line break and a tab are none of them. */
const CONTROL = /[^\P{Cc}\n\t]/u;

/** Typed text: trimmed, bounded, without control characters, and never a full card number. */
export function safeText(max: number): Joi.StringSchema {
  return Joi.string()
    .trim()
    .max(max)
    .custom((value: string, helpers) => {
      if (CONTROL.test(value.replaceAll('\r\n', '\n'))) return helpers.error('text.control');
      return holdsCardNumber(value) ? helpers.error('text.cardNumber') : value;
    });
}

/** Why something is done: it has letters in it, so that it can be read later. */
export function reasonText(max: number): Joi.StringSchema {
  return safeText(max)
    .min(3)
    .custom((value: string, helpers) =>
      /\p{L}.*\p{L}/su.test(value) ? value : helpers.error('text.reason'),
    );
}

/** One e-mail address. */
export const emailAddress = safeText(120).custom((value: string, helpers) =>
  isEmail(value) ? value : helpers.error('text.email'),
);

/** Anything that is kept as it came, such as a ticket put aside: no text in it is a card number. */
export const safeContent = Joi.object()
  .unknown()
  .custom((value: object, helpers) => {
    const holds = (part: unknown, key = ''): boolean => {
      // Barcodes and keys are numbers of their own kind.
      if (/barcode|key|signature/i.test(key)) return false;
      if (typeof part === 'string') return holdsCardNumber(part);
      return typeof part === 'object' && part !== null
        ? Object.entries(part).some(([name, inner]) =>
            holds(inner, Array.isArray(part) ? key : name),
          )
        : false;
    };
    return holds(value) ? helpers.error('text.cardNumber') : value;
  });

/** An amount in minor units. */
export function amountMinor(min = -MAX_AMOUNT_MINOR): Joi.NumberSchema {
  return Joi.number().strict().integer().min(min).max(MAX_AMOUNT_MINOR);
}

export const id = Joi.number().integer().min(1).max(Number.MAX_SAFE_INTEGER);

/** A calendar date that exists. */
export const isoDate = Joi.string().custom((value: string, helpers) =>
  isIsoDate(value) ? value : helpers.error('date.notADate'),
);

/** A calendar date that is not before another one beside it, named by its field. */
export const isoDateFrom = (other: string) =>
  isoDate.custom((value: string, helpers) => {
    const [beside] = helpers.state.ancestors as Record<string, unknown>[];
    return value < String(beside![other]) ? helpers.error('date.before') : value;
  });

/** Pieces by denomination in minor units. */
export const piecesByDenomination = Joi.object<Record<string, number>>().pattern(
  /^[1-9]\d{0,6}$/,
  Joi.number().strict().integer().min(0).max(100_000),
);

/** A file's bytes in base64 with its name; at most 8 MB. */
export type UploadedFile = { name: string; contentBase64: string };
export const uploadedFile = {
  name: safeText(200).min(1).required(),
  contentBase64: Joi.string().base64().max(11_000_000).required(),
};

/**
 * A person's word that broken rules may stand, as he saw them with their figures: for others it says
 * nothing. Without approverId the sender approves.
 */
export type Approval = {
  approverId?: number;
  pin?: string;
  reason: string;
  rules: Pick<BrokenRule, 'code' | 'params'>[];
};
export const approvalSchema = Joi.object<Approval, true>({
  approverId: id.optional(),
  pin: Joi.string()
    .pattern(/^\d{6,8}$/)
    .optional(),
  reason: reasonText(300).required(),
  rules: Joi.array()
    .items(
      Joi.object({
        code: Joi.string().max(60).required(),
        params: Joi.object().pattern(
          Joi.string().max(40),
          Joi.alternatives(Joi.string().max(400).allow(''), Joi.number()),
        ),
      }).unknown(),
    )
    // As many as a command of many rows can ask for.
    .max(2000)
    .required(),
});

/** What became of a command under its key; `none`: it is not kept, but may still be on its way. */
export type KeyState = { state: 'none' | 'burned' } | { state: 'kept'; answer: unknown };

export type Fields = Record<string, Joi.Schema>;

/** An object of one of several kinds, each with its own fields beside `kind`. */
export const byKind = (kinds: Record<string, Fields>): Joi.AlternativesSchema =>
  Joi.alternatives().conditional('.kind', {
    switch: Object.entries(kinds).map(([kind, fields]) => ({
      is: kind,
      then: Joi.object({ kind: Joi.string().valid(kind).required(), ...fields }),
    })),
    otherwise: Joi.object({ kind: Joi.valid(...Object.keys(kinds)).required() }).unknown(),
  });
