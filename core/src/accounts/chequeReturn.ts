import { minor, share, sum, type Minor } from '../money';

/** A payment on an account that a returned cheque paid, alone or in part. Amounts positive. */
export type ChequePayment = {
  chargeAccountId: number;
  creditItemId: number;
  amountMinor: number;
  /** What of it is given to nothing. */
  leftMinor: number;
  /** What of it was given to charges and stands, oldest first. What was paid out is not here. */
  allocations: readonly { id: number; chargeItemId: number; amountMinor: number }[];
};

/** What a returned cheque does to one payment. */
export type ReturnedPart = {
  chargeAccountId: number;
  creditItemId: number;
  /** What of the cheque it was: the account owes it again. */
  amountMinor: Minor;
  /** Allocations that are taken back whole, with their discounts. */
  undo: number[];
  /** What the last of them freed too much is given to its charge again, without a discount. */
  again: { chargeItemId: number; amountMinor: Minor } | null;
  /** What of the payment settles the debt that the cheque left. Less than the amount where it was spent. */
  takenMinor: Minor;
};

/**
 * What becomes of a cheque that the bank returned: the accounts that it paid on owe it again, and
 * the charges that it settled are open again, the latest first. On a ticket that sold goods too,
 * it paid the accounts first; what is left of it a walk-in owes. Where other tenders paid beside
 * it, payments bear it in their proportion (largest remainder).
 */
export function decideChequeReturn(
  chequeMinor: number,
  payments: readonly ChequePayment[],
): { parts: ReturnedPart[]; walkInMinor: Minor } {
  const paidMinor = sum(payments.map(({ amountMinor }) => amountMinor));
  const onAccounts = Math.min(chequeMinor, paidMinor);
  const shares =
    onAccounts > 0
      ? share(
          onAccounts,
          payments.map(({ amountMinor }) => BigInt(amountMinor)),
        )
      : [];
  const parts = payments.map((payment, i) => partOf(payment, shares[i] ?? minor(0)));
  return {
    parts: parts.filter(({ amountMinor }) => amountMinor > 0),
    walkInMinor: minor(chequeMinor - onAccounts),
  };
}

function partOf(payment: ChequePayment, amountMinor: Minor): ReturnedPart {
  const { chargeAccountId, creditItemId, leftMinor, allocations } = payment;
  const undo: number[] = [];
  let again: ReturnedPart['again'] = null;
  let free = leftMinor;
  for (const one of [...allocations].reverse()) {
    if (free >= amountMinor) break;
    undo.push(one.id);
    free += one.amountMinor;
    const over = Math.min(free - amountMinor, one.amountMinor);
    if (over > 0) again = { chargeItemId: one.chargeItemId, amountMinor: minor(over) };
  }
  return {
    chargeAccountId,
    creditItemId,
    amountMinor,
    undo,
    again,
    takenMinor: minor(Math.min(amountMinor, free)),
  };
}
