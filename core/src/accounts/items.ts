import type { IsoDate } from '../dates';
import { minus, sum, type Minor } from '../money';

/** What adds to the balance of a charge account. */
type ChargeKind =
  | 'charge'
  | 'lateCharge'
  | 'chequeFee'
  | 'opening'
  // Each eats up the credit that was undone: paid out, brought by a cheque that the bank returned,
  // written off and owed again after all.
  | 'paidOut'
  | 'returnedCheque'
  | 'writtenBack'
  /** A credit that was brought in by mistake is withdrawn. */
  | 'withdrawnCredit';
/** What takes off it. */
type CreditKind =
  | 'payment'
  | 'creditNote'
  | 'writeOff'
  | 'openingCredit'
  /** A late charge, a fee or an opening item that was posted by mistake is withdrawn. */
  | 'withdrawn';
export type ItemKind = ChargeKind | CreditKind;

/** An item of a charge account as it was posted. Minor units: charges positive, credits below zero. */
export type OpenItem = {
  id: number;
  chargeAccountId: number;
  kind: ItemKind;
  number: string;
  date: IsoDate;
  /** That of its invoice, where it was open in the old books. */
  invoiceDate?: IsoDate | null;
  /** Charges only. */
  dueDate: IsoDate | null;
  discountDate: IsoDate | null;
  /** What is taken off when it is paid in time, and how much of that is tax. */
  discountMinor: number;
  discountTaxMinor: number;
  amountMinor: number;
};

/**
 * A part of a credit given to a charge on a business date. What undoes one is a row of its own
 * with a date of its own and amounts below zero.
 */
export type Allocation = {
  creditItemId: number;
  chargeItemId: number;
  amountMinor: number;
  /** Taken off the charge beside the amount: an early-payment discount that was granted. */
  discountMinor: number;
  date: IsoDate;
};

/** An item with what remains of it; same sign as its amount. */
export type ItemLeft = OpenItem & {
  leftMinor: Minor;
  /** Of a charge: what its own goods, that came back, took off it; nothing if not said. */
  creditedMinor?: number;
};

/**
 * What remains of each item at the end of a date: rows dated later have not happened yet, and
 * items dated later are not there.
 */
export function itemsLeft(
  items: readonly OpenItem[],
  allocations: readonly Allocation[],
  date: IsoDate = '9999-12-31',
): ItemLeft[] {
  const taken = new Map<number, number>();
  const take = (id: number, amount: number) => taken.set(id, (taken.get(id) ?? 0) + amount);
  for (const {
    creditItemId,
    chargeItemId,
    amountMinor,
    discountMinor,
    date: on,
  } of allocations) {
    if (on > date) continue;
    take(creditItemId, -amountMinor);
    take(chargeItemId, amountMinor + discountMinor);
  }
  return items
    .filter((item) => item.date <= date)
    .map((item) => ({ ...item, leftMinor: minus(item.amountMinor, taken.get(item.id) ?? 0) }));
}

/** An account's balance: open charges less open credits. */
export function balanceOf(items: readonly { leftMinor: number }[]): Minor {
  return sum(items.map(({ leftMinor }) => leftMinor));
}
