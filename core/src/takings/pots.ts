import type { TenderKind } from '../tenders';

/** A tender of the shop as its pot is named by it. */
export type PotTender = { id: number; processorId: number | null; scheme: string | null };

export const potOfCard = (processorId: number, scheme: string): string =>
  `card ${processorId} ${scheme}`;

/**
 * The pot that a kind of tender takes money into or gives it out of: an immutable key, by
 * processor and scheme for a card, by itself for every tender of kind other. Null where no money
 * comes: it was taken earlier, or is owed.
 */
const POT_OF = {
  cash: () => 'cash',
  cheque: () => 'cheque',
  card: ({ processorId, scheme }) => potOfCard(processorId!, scheme!),
  transfer: () => 'transfer',
  ownCheque: () => 'ownCheque',
  other: ({ id }) => `other ${id}`,
  onAccount: () => null,
  storeCredit: () => null,
  voucher: () => null,
  prepayment: () => null,
} satisfies Record<TenderKind, (tender: PotTender) => string | null>;

export const potOf = (kind: TenderKind, tender: PotTender): string | null =>
  POT_OF[kind](tender);
