/** A tender of the shop as its pot is named by it. */
export type PotTender = { id: number; processorId: number | null; scheme: string | null };

export const potOfCard = (processorId: number, scheme: string): string =>
  `card ${processorId} ${scheme}`;
