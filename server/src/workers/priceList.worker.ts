import { readPriceList, type PriceListState } from '@abacist/core/priceList';
import { readsFile } from './fileWork';

/** Reads a price list off the main thread. */
export default readsFile(({ text, state }: { text: string; state: PriceListState }, watch) =>
  readPriceList(text, state, watch),
);
