/** By what a list of accounts is filtered. */
export const ACCOUNT_FILTERS = [
  'all',
  'overLimit',
  'overdue',
  'credit',
  'onHold',
  'closed',
] as const;
export type AccountFilter = (typeof ACCOUNT_FILTERS)[number];
