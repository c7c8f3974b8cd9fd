/* What a shop sets its tenders up with. */

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
