import {
  REFUND_FEES,
  ROUNDED_BY,
  type FeeFinding,
  type FeePlan,
  type Inference,
  type JudgedRow,
  type PlanCost,
} from '@abacist/core/fees';
import Joi from 'joi';
import { amountMinor, id, isoDate, safeText } from './common';

/** A processor of cards as the shop has set it up. */
export type Processor = {
  id: number;
  name: string;
  merchantNumber: string;
  /** `HH:MM` in the shop's zone: cards after it go into the next day's batch. */
  cutOff: string;
  delayBankingDays: number;
  bankAccountId: number;
  /** To whom tax on its fees is paid, and claimed back; null: that tax is a fee like the others. */
  feeTaxAuthorityId: number | null;
  /** Settlements bring gross less refunds; fees are billed by the month then. */
  paysGross: boolean;
  /** What a month costs is billed and debited by itself. */
  billsFees: boolean;
  /** Days in which a dispute is to be answered; 0: nobody said. */
  disputeDays: number;
  /** What it holds of sales, an exact decimal or empty, and for how many days. */
  reservePercent: string;
  reserveDays: number;
  /** Schemes that tenders take through it. */
  schemes: string[];
  /** Newest first; the first that began holds. */
  plans: { from: string; plan: FeePlan; by: string; at: string }[];
};
export type ProcessorsView = {
  processors: Processor[];
  bankAccounts: { id: number; name: string }[];
  authorities: { id: number; name: string }[];
};

export type SaveProcessor = Pick<
  Processor,
  | 'name'
  | 'merchantNumber'
  | 'cutOff'
  | 'delayBankingDays'
  | 'bankAccountId'
  | 'feeTaxAuthorityId'
  | 'paysGross'
  | 'billsFees'
  | 'disputeDays'
  | 'reservePercent'
  | 'reserveDays'
>;
export const saveProcessorSchema = Joi.object<SaveProcessor>({
  name: safeText(80).required(),
  merchantNumber: safeText(40).allow('').required(),
  cutOff: Joi.string()
    .pattern(/^([01]\d|2[0-3]):[0-5]\d$/)
    .required(),
  delayBankingDays: Joi.number().integer().min(0).max(20).required(),
  bankAccountId: id.required(),
  feeTaxAuthorityId: id.allow(null).required(),
  paysGross: Joi.boolean().required(),
  billsFees: Joi.when('paysGross', {
    is: true,
    then: Joi.valid(true).required(),
    otherwise: Joi.boolean().required(),
  }),
  disputeDays: Joi.number().integer().min(0).max(180).required(),
  reservePercent: Joi.string()
    .pattern(/^\d{1,2}(\.\d{1,3})?$/)
    .allow('')
    .required(),
  reserveDays: Joi.number().integer().min(0).max(720).required(),
});

const figure = Joi.string().max(12);
const price = { percent: figure.required(), perItem: figure.required() };
const limit = amountMinor(0).allow(null).required();
const feePlanSchema = Joi.object<FeePlan>({
  terms: Joi.array()
    .items(
      Joi.object({
        ...price,
        scheme: safeText(40).required(),
        cardKind: safeText(20).allow('').required(),
        minimumMinor: limit,
        maximumMinor: limit,
        tiers: Joi.array()
          .items(Joi.object({ ...price, aboveMinor: amountMinor(0).required() }))
          .max(10)
          .required(),
      }),
    )
    .max(40)
    .required(),
  refunds: Joi.valid(...REFUND_FEES).required(),
  roundedBy: Joi.valid(...ROUNDED_BY).required(),
  rounding: Joi.valid('halfUp', 'halfEven', 'down').required(),
  perBatchMinor: amountMinor(0).required(),
  monthlyMinor: amountMinor(0).required(),
  monthlyMinimumMinor: amountMinor(0).required(),
  taxPercent: figure.allow('').required(),
});

/** A plan that holds from a day on; none takes back what was said to hold from that day. */
export type SaveFeePlan = { from: string; plan: FeePlan | null };
export const saveFeePlanSchema = Joi.object<SaveFeePlan>({
  from: isoDate.required(),
  plan: feePlanSchema.allow(null).required(),
});

export type TryFeePlan = { id: number; plan: FeePlan };
export const tryFeePlanSchema = Joi.object<TryFeePlan>({
  id: id.required(),
  plan: feePlanSchema.required(),
});
/** What a plan would have made of the newest batch and of the last quarter. */
export type FeePlanTried = {
  batch: {
    date: string;
    schemes: { scheme: string; chargedMinor: number; leastMinor: number; mostMinor: number }[];
  } | null;
  quarter: PlanCost & { from: string };
};

export type FeesAsked = { id: number; from: string; to: string };
export const feesAskedSchema = Joi.object<FeesAsked>({
  id: id.required(),
  from: isoDate.required(),
  to: isoDate.required(),
});
export type FeesView = {
  processor: string;
  hasPlan: boolean;
  rows: (JudgedRow & { number: string; reference: string })[];
  findings: FeeFinding[];
  total: { grossMinor: number; feeMinor: number; overMinor: number; basisPoints: number };
  /** Effective rates: fees as parts of a ten-thousandth of sales, a week from its Monday. */
  weeks: {
    week: string;
    scheme: string;
    grossMinor: number;
    feeMinor: number;
    basisPoints: number;
  }[];
};

/** What plan explains a processor's history, by scheme. */
export type InferredView = {
  from: string;
  schemes: { scheme: string; since: string; inference: Inference }[];
};
