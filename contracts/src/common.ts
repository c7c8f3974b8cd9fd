import type { BrokenRule } from '@abacist/core/outcome';
import { holdsCardNumber } from '@abacist/core/cards';
import { isEmail } from '@abacist/core/customers';
import { isIsoDate } from '@abacist/core/dates';
import { MAX_AMOUNT_MINOR } from '@abacist/core/money';
import Joi from 'joi';

/** Typed text: trimmed, bounded, and never a full card number. */
export function safeText(max: number): Joi.StringSchema {
  return Joi.string()
    .trim()
    .max(max)
    .custom((value: string, helpers) =>
      holdsCardNumber(value) ? helpers.error('text.cardNumber') : value,
    );
}

/** An e-mail address. */
export const emailAddress = safeText(120).custom((value: string, helpers) =>
  isEmail(value) ? value : helpers.error('text.email'),
);

/** An amount in minor units. */
export function amountMinor(min = -MAX_AMOUNT_MINOR): Joi.NumberSchema {
  return Joi.number().strict().integer().min(min).max(MAX_AMOUNT_MINOR);
}

export const id = Joi.number().integer().min(1).max(Number.MAX_SAFE_INTEGER);

/** A calendar date that exists. */
export const isoDate = Joi.string().custom((value: string, helpers) =>
  isIsoDate(value) ? value : helpers.error('date.notADate'),
);

/** A file's bytes in base64 with its name; at most 8 MB. */
export type UploadedFile = { name: string; contentBase64: string };
export const uploadedFile = {
  name: Joi.string().trim().min(1).max(200).required(),
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
    .pattern(/^\d{4,8}$/)
    .optional(),
  reason: safeText(300).min(3).required(),
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
    .max(30)
    .required(),
});
