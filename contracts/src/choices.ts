/*
 * What people choose from. By itself, and without schemas, so that the browser need not load these:
 * the client imports `@abacist/contracts/choices`.
 */
import { AGES } from '@abacist/core/accounts';

/** Accounts that an `other` tender may be debited to: what it costs the shop. */
export const OTHER_ACCOUNTS = ['discountsGiven', 'expenses', 'owner', 'otherIncome'] as const;
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

/** By what a table of accounts is ordered: its columns. */
export const ACCOUNT_SORTS = ['name', 'balance', 'room', ...AGES, 'lastPaid'] as const;
export type AccountSort = (typeof ACCOUNT_SORTS)[number];

/** By what a table of ages is ordered. */
export const AGING_SORTS = ['name', ...AGES, 'balance'] as const;
export type AgingSort = (typeof AGING_SORTS)[number];

/** By what the list of all documents is ordered. */
export const DOCUMENT_SORTS = ['date', 'amount'] as const;
export type DocumentSort = (typeof DOCUMENT_SORTS)[number];

/** Whether a document stands, or another one undid it. */
export const DOCUMENT_STATES = ['stands', 'undone'] as const;
export type DocumentState = (typeof DOCUMENT_STATES)[number];
