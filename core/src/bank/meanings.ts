/** What a person may say that a statement line is which matched nothing by itself. */
type LineMeaning = { money: 'in' | 'out' | 'either' };

const LINE_MEANINGS = {
  /** A customer's payment on a charge account. */
  payment: { money: 'in' },
  /** A cheque that we banked, and that the bank gave back. */
  returnedCheque: { money: 'out' },
  /** A card that its holder disputes: debited by the bank itself, given back, or a fee for it. */
  chargeback: { money: 'either' },
  /** A slip of ours that the bank counted differently. */
  bag: { money: 'in' },
  /** An expense or income beside the tickets, a bank charge, interest, the owner’s: recorded from the line. */
  outside: { money: 'either' },
  /** A bank’s own charge, or interest: an expense or income of one account. */
  charge: { money: 'out' },
  interest: { money: 'in' },
  /** Money between accounts of ours at banks. */
  ownTransfer: { money: 'either' },
  /** Tax that was paid to its authority, or came back. */
  tax: { money: 'either' },
  /** What a processor billed for a month. */
  feeBill: { money: 'out' },
  /** Something that the shop itself moved, and that only the amount speaks for. */
  ours: { money: 'either' },
  /** Several of all these together: parts stand in its place. */
  several: { money: 'either' },
  /** Nobody knows it yet: what is known is noted, and when it asks again. */
  later: { money: 'either' },
} as const satisfies Record<string, LineMeaning>;
export type LineMeaningKind = keyof typeof LINE_MEANINGS;

/** What a line of this amount (minor units, as the bank books it) may be. */
export const meaningsOf = (amountMinor: number): LineMeaningKind[] =>
  (Object.keys(LINE_MEANINGS) as LineMeaningKind[]).filter((kind) => {
    const { money }: LineMeaning = LINE_MEANINGS[kind];
    return money === 'either' || (money === 'in') === amountMinor > 0;
  });
