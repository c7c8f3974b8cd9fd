import type { LedgerAccount } from '../../ledger';

/** What a shop pays for: the accounts that a person chooses from, the general one first. */
const EXPENSES = [
  'expenses',
  'purchases',
  'supplies',
  'postage',
  'repairs',
  'rent',
  'utilities',
  'insurance',
  'travel',
  'advertising',
  'bankCharges',
  'penalties',
] as const satisfies LedgerAccount[];

/** Kinds of money that goes into a drawer or out of it beside the tickets. */
export const DRAWER_ACT_KINDS = [
  'paidOut',
  'ownerPays',
  'ownerDraws',
  'moneyIn',
  'ownerPutsIn',
  'drop',
  'floatUp',
] as const;
export type DrawerActKind = (typeof DRAWER_ACT_KINDS)[number];

/** The documents that acts at a drawer are numbered as. */
type ActDocument = 'moneyOut' | 'moneyIn' | 'drop' | 'floatUp';

export type ActFacts = {
  document: ActDocument;
  /** Which way cash goes in the drawer; none: it was paid from elsewhere. */
  way: 'in' | 'out' | 'none';
  /** What its parts may name; none: it has no parts. */
  accounts: readonly LedgerAccount[];
  /** Whether its cash comes out of the safe. */
  fromSafe?: true;
  /** Whether only takings may leave, and never the float. */
  takingsOnly?: true;
};

/** What forms and lists must know of each kind: data alone, so that a screen need not load the rules. */
export const ACT_FACTS: Record<DrawerActKind, ActFacts> = {
  paidOut: {
    document: 'moneyOut',
    way: 'out',
    accounts: EXPENSES,
  },
  ownerPays: { document: 'moneyOut', way: 'none', accounts: EXPENSES },
  ownerDraws: { document: 'moneyOut', way: 'out', accounts: [] },
  moneyIn: {
    document: 'moneyIn',
    way: 'in',
    accounts: ['otherIncome', 'rentIncome', 'interestIncome', 'feeIncome', ...EXPENSES],
  },
  ownerPutsIn: { document: 'moneyIn', way: 'in', accounts: [] },
  drop: { document: 'drop', way: 'out', accounts: [], takingsOnly: true },
  // It fills the float, which is no takings of the drawer.
  floatUp: { document: 'floatUp', way: 'none', accounts: [], fromSafe: true },
};
