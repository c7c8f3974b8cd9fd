import type { PrepaidOrder } from './prepayment';

/** A line of an order and how much of it is not sold yet. */
export type OrderLine = {
  position: number;
  itemId: number | null;
  departmentId: number;
  quantity: string;
  leftQuantity: string;
  unitPriceMinor: number;
  /** quantity × price less what was taken off. */
  agreedMinor: number;
};

export type Order = PrepaidOrder & {
  /** Whether its prices hold their tax; a price agreed before tax is none with tax in it. */
  pricesIncludeTax: boolean;
  lines: readonly OrderLine[];
};
