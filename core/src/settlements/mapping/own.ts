import type { Mapping } from './types';

/** The heads of the layout that docs/formats.md describes. */
const HEADS = [
  'record',
  'reference',
  'date',
  'batch',
  'scheme',
  'items',
  'gross',
  'refunds',
  'fee',
  'net',
  'currency',
];

/** Abacist's own layout of a settlement: rows by batch and scheme, one row of totals a payout. */
export const OWN_LAYOUT: Mapping = {
  shape: { kind: 'delimited', delimiter: ',' },
  heads: HEADS,
  columns: {
    ...{ rowKind: 0, payout: 1, payoutDate: 2, batch: 3, scheme: 4, items: 5 },
    ...{ gross: 6, refunds: 7, fee: 8, net: 9, currency: 10 },
  },
  dates: 'ymd',
  decimals: '.',
  deductions: 'plus',
  kinds: { otherwise: 'leftOut', values: { batch: 'total', total: 'payout' } },
  schemes: {},
  belongs: 'each',
};
