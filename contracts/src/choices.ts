/*
 * What people choose from. By itself, and without schemas, so that the browser need not load these:
 * the client imports `@abacist/contracts/choices`.
 */

/** Accounts that an `other` tender may be debited to: what it costs the shop. */
export const OTHER_ACCOUNTS = ['discountsGiven', 'expenses', 'owner'] as const;
export type OtherAccount = (typeof OTHER_ACCOUNTS)[number];

/** Icons of the design system that a tender may bear; none: that of its kind. */
export const TENDER_ICONS = [
  '',
  'banknote',
  'credit-card',
  'scroll-text',
  'ticket',
  'gift',
  'handshake',
  'anchor',
  'ship',
] as const;

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
