import { ACT_FACTS } from '@abacist/core/drawerActs';
import {
  TAUGHT_KINDS,
  type Decided,
  type TaughtAnswer,
  type TaughtPart,
  type TaughtRule,
} from '@abacist/core/taughtRules';
import Joi from 'joi';
import { amountMinor, id, safeText } from './common';

const ACCOUNTS = [...new Set(TAUGHT_KINDS.flatMap((kind) => ACT_FACTS[kind].accounts))];

/** One shape an answer; which fits which direction, core says. */
const ANSWERS: Record<TaughtAnswer['what'], Joi.PartialSchemaMap> = {
  act: {
    kind: Joi.valid(...TAUGHT_KINDS).required(),
    account: Joi.valid(...ACCOUNTS)
      .allow(null)
      .required(),
    taxCodeId: id.allow(null).required(),
    party: safeText(80).allow('').required(),
    words: safeText(200).allow('').required(),
    apart: Joi.array()
      .items(
        Joi.object<TaughtPart>({
          account: Joi.valid(...ACCOUNTS).required(),
          taxCodeId: id.allow(null).required(),
          amountMinor: amountMinor(1).allow(null).required(),
          percent: Joi.string()
            .pattern(/^\d{1,2}(\.\d{1,4})?$/)
            .allow(null)
            .required(),
        }),
      )
      .max(8),
  },
  ownTransfer: { accountId: id.required() },
  tax: { authorityId: id.required() },
};

const ruleSchema = Joi.object<TaughtRule>({
  pattern: safeText(100).min(1).required(),
  money: Joi.valid('in', 'out').required(),
  fromMinor: amountMinor(0).allow(null).required(),
  toMinor: amountMinor(0).allow(null).required(),
  bankAccountId: id.allow(null).required(),
  answer: Joi.alternatives(
    ...Object.entries(ANSWERS).map(([what, shape]) =>
      Joi.object({ what: Joi.valid(what).required(), ...shape }),
    ),
  ).required(),
});

/** Keeps a rule, in place of another one where it names it. */
export type SaveTaughtRule = { rule: TaughtRule; replaces?: number };
export const saveTaughtRuleSchema = Joi.object<SaveTaughtRule>({
  rule: ruleSchema.required(),
  replaces: id,
});

/** All rules that stand, in the order in which they are asked. */
export type OrderTaughtRules = { ids: number[] };
export const orderTaughtRulesSchema = Joi.object<OrderTaughtRules, true>({
  ids: Joi.array().items(id).unique().max(500).required(),
});

/** Lines that are recorded as their rules say: all of them or none. */
export type ApplyTaught = { lines: { lineId: number; ruleId: number }[] };
export const applyTaughtSchema = Joi.object<ApplyTaught, true>({
  lines: Joi.array()
    .items(Joi.object({ lineId: id.required(), ruleId: id.required() }))
    .unique('lineId')
    .min(1)
    .max(200)
    .required(),
});

export type KeptRule = TaughtRule & { id: number; by: string; at: string };
export type TaughtRulesView = {
  rules: KeptRule[];
  /** Taken away, the newest first: each may be put back. */
  removed: KeptRule[];
  /** What past decisions suggest. */
  proposed: TaughtRule[];
  /** The past that rules are tried on, the newest lines first. */
  history: Decided[];
  bankAccounts: { id: number; name: string }[];
  authorities: { id: number; name: string }[];
  taxCodes: { id: number; name: string }[];
};

/** What a rule says of a line that nothing else explains. */
export type TaughtOfLine = {
  ruleId: number;
  answer: TaughtAnswer;
  /** Of what is named by an id: the other account, the authority. */
  name: string;
};
