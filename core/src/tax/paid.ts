/** Tax that is paid to its authority. Minor units, none below zero. */
export type TaxPayment = {
  /** What was owed and is owed no more. */
  payableMinor: number;
  /** The tax on purchases that is set against it. */
  inputTaxMinor: number;
  /** What may be kept for paying in time. */
  discountMinor: number;
  /** What is charged for paying late. */
  penaltyMinor: number;
};

/** What the bank pays of it; below zero the authority pays it back. */
export const paidOf = (payment: TaxPayment): number =>
  payment.payableMinor - payment.inputTaxMinor - payment.discountMinor + payment.penaltyMinor;
