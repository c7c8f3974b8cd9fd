import type { LedgerAccount } from '../ledger';

/**
 * Where takings are, as a person reads it: the four stages of a bead, and beside them what will not
 * come home or need not.
 */
export const PLACES = [
  'taken',
  'counted',
  'sent',
  'home',
  'spent',
  'short',
  'held',
  'disputed',
  'float',
  'back',
] as const;
export type Place = (typeof PLACES)[number];

/**
 * The place of an account that takings are on. Clearing is taken until its tender's batch is closed,
 * and counted from then on: that is the one thing which lines do not say.
 */
const PLACE_OF: Partial<Record<LedgerAccount, Place>> = {
  drawer: 'taken',
  fund: 'float',
  safe: 'counted',
  cardClearing: 'counted',
  bankInTransit: 'sent',
  processorBalance: 'sent',
  bank: 'home',
  reserve: 'held',
  disputes: 'disputed',
  overAndShort: 'short',
  // A cheque that came back is its drawer's debt again.
  chargeAccounts: 'back',
  returnedCheques: 'back',
};

/** The account's place; what takings were spent on, where it is none of those. */
export const placeOf = (role: LedgerAccount): Place => PLACE_OF[role] ?? 'spent';
