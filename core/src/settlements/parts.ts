import type { LedgerAccount } from '../ledger';

/** What a settlement has beside sales and refunds: each has an account of its own. */
export const SETTLED_PARTS = [
  'fee',
  'taxOnFees',
  'chargeback',
  'chargebackFee',
  'reserve',
  'adjustment',
] as const;
export type SettledPartKind = (typeof SETTLED_PARTS)[number];

type PartRules = {
  /** The name of its amount in the posting table's row of a settlement. */
  amount: 'fees' | 'taxOnFees' | 'disputes' | 'chargebackFees' | 'reserve' | 'adjustments';
  account: LedgerAccount;
  /** Each has a life of its own: what is left of it is told by itself. */
  apart?: true;
};

/** Each lowers what is paid where it is above zero: a fee that is given back is below it. */
export const PART_RULES: Record<SettledPartKind, PartRules> = {
  fee: { amount: 'fees', account: 'cardFees' },
  taxOnFees: { amount: 'taxOnFees', account: 'inputTax' },
  chargeback: { amount: 'disputes', account: 'disputes', apart: true },
  chargebackFee: { amount: 'chargebackFees', account: 'chargebackFees' },
  reserve: { amount: 'reserve', account: 'reserve' },
  adjustment: { amount: 'adjustments', account: 'cardAdjustments' },
};
