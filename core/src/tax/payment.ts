import { post, type JournalLine } from '../ledger';
import { accept, refuse, type Outcome } from '../outcome';
import { paidOf, type TaxPayment } from './paid';

export * from './paid';

/**
 * Checks a payment of tax against the bank's line that shows it, if there is one (minor units as it is booked).
 * Refusals: `taxPayment.nothing`, `taxPayment.discount` (more is kept than is owed), `taxPayment.line` (differenceMinor).
 */
export function checkTaxPayment(
  payment: TaxPayment,
  lineMinor: number | null,
): Outcome<{ paidMinor: number }> {
  const paidMinor = paidOf(payment);
  if (paidMinor === 0) return refuse('taxPayment.nothing', 'payableMinor');
  if (payment.discountMinor > payment.payableMinor)
    return refuse('taxPayment.discount', 'discountMinor');
  const differenceMinor = lineMinor === null ? 0 : -lineMinor - paidMinor;
  return differenceMinor === 0
    ? accept({ paidMinor })
    : refuse('taxPayment.line', 'payableMinor', { differenceMinor });
}

/** Its entry: the tax is owed no more, the money on its way to the authority, or from it. */
export const taxPaymentLines = (
  payment: TaxPayment,
  ids: { authorityId: number; bankAccountId: number },
): JournalLine[] =>
  post(
    'tax.paid',
    {
      payable: payment.payableMinor,
      penalty: payment.penaltyMinor,
      inputTax: payment.inputTaxMinor,
      discount: payment.discountMinor,
      paid: paidOf(payment),
    },
    ids,
  );
