import { PREPAYMENT_TAX, type PrepaymentTax } from '@abacist/core/orders';
import Joi from 'joi';
import { amountMinor } from './common';

/** The counter's rules as the shop sets them. Percentages are plain decimals. */
export type CounterRuleSettings = {
  returnDays: number;
  restockingPercent: string;
  restockingTaxed: boolean;
  creditDays: number;
  creditWarnDays: number;
  /** Above it a return asks for an approval; null: never for its amount. */
  approvalAboveMinor: number | null;
  originalTendersFirst: boolean;
  clerkPercent: string;
  bookkeeperPercent: string;
  prepaymentTax: PrepaymentTax;
  quotationDays: number;
  /** null: vouchers have no end. */
  voucherDays: number | null;
  tips: boolean;
  /** null: no cash back. */
  cashBackMaxMinor: number | null;
  /** Paid out of a drawer without a manager; null: any amount. */
  paidOutFreeMinor: number | null;
  /** A count that differs by more is asked for once more; null: never. */
  countAskAboveMinor: number | null;
  countTwoSign: boolean;
  version: number;
};

const days = Joi.number().integer().min(0).max(36_500).required();
const percent = Joi.string()
  .pattern(/^(100(\.0{1,3})?|\d{1,2}(\.\d{1,3})?)$/)
  .required();
export const counterRuleSchema = Joi.object<CounterRuleSettings>({
  returnDays: days,
  restockingPercent: percent,
  restockingTaxed: Joi.boolean().required(),
  creditDays: days,
  creditWarnDays: days,
  approvalAboveMinor: amountMinor(0).allow(null).required(),
  originalTendersFirst: Joi.boolean().required(),
  clerkPercent: percent,
  bookkeeperPercent: percent,
  prepaymentTax: Joi.valid(...PREPAYMENT_TAX).required(),
  quotationDays: days,
  voucherDays: days.allow(null),
  tips: Joi.boolean().required(),
  cashBackMaxMinor: amountMinor(1).allow(null).required(),
  paidOutFreeMinor: amountMinor(0).allow(null).required(),
  countAskAboveMinor: amountMinor(0).allow(null).required(),
  countTwoSign: Joi.boolean().required(),
  version: Joi.number().integer().min(1).required(),
});

/** What the shop decides of all its charge accounts. */
export type AccountRuleSettings = {
  /** Days past due that every account is given which has none of its own. */
  graceDays: number;
  discountBase: 'gross' | 'net';
  partEarns: boolean;
  discountAdjustsTax: boolean;
  /** Late charges: percent a month, days past due before any, the least that is charged. */
  latePercent: string;
  lateGraceDays: number;
  lateMinimumMinor: number;
  /** Charged for a cheque that the bank returned; 0: none. */
  chequeFeeMinor: number;
  /** What each may write off without a manager. */
  clerkWriteOffMinor: number;
  bookkeeperWriteOffMinor: number;
  writeOffAdjustsTax: boolean;
  version: number;
};

export const accountRuleSchema = Joi.object<AccountRuleSettings>({
  graceDays: Joi.number().integer().min(0).max(365).required(),
  discountBase: Joi.valid('gross', 'net').required(),
  partEarns: Joi.boolean().required(),
  discountAdjustsTax: Joi.boolean().required(),
  latePercent: Joi.string()
    .pattern(/^\d{1,2}(\.\d{1,3})?$/)
    .required(),
  lateGraceDays: Joi.number().integer().min(0).max(365).required(),
  lateMinimumMinor: amountMinor(0).required(),
  chequeFeeMinor: amountMinor(0).required(),
  clerkWriteOffMinor: amountMinor(0).required(),
  bookkeeperWriteOffMinor: amountMinor(0).required(),
  writeOffAdjustsTax: Joi.boolean().required(),
  version: Joi.number().integer().min(1).required(),
});
