import { readPriceList, type PriceListState } from '@abacist/core/priceList';

/** Reads a price list off the main thread. */
export default function read({ text, state }: { text: string; state: PriceListState }) {
  return readPriceList(text, state);
}
