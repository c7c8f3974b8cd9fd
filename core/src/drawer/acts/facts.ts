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

/** Kinds of money that goes out or comes in beside the tickets. */
export const DRAWER_ACT_KINDS = [
  'paidOut',
  'paidFromSafe',
  'paidByBank',
  'paidByCard',
  'ownerPays',
  'moneyIn',
  'moneyInBank',
  'ownerDraws',
  'ownerDrawsBank',
  'ownerPutsIn',
  'ownerPutsInBank',
  'cardPaid',
  'drop',
  'toDrawer',
  'changeFetched',
  'floatUp',
] as const;
export type DrawerActKind = (typeof DRAWER_ACT_KINDS)[number];

/** What happens; where the money is taken from, or put, makes it a kind. */
export const ACT_WHATS = [
  'expense',
  'income',
  'ownerDraws',
  'ownerPutsIn',
  'cardPaid',
  'drop',
  'toDrawer',
  'changeFetched',
  'floatUp',
] as const;
export type ActWhat = (typeof ACT_WHATS)[number];

/** Where money is taken from or put; `shopCard`: a credit card of the shop's own. */
export type ActPlace = 'drawer' | 'safe' | 'bank' | 'shopCard' | 'owner';

/** The documents that acts are numbered as. */
type ActDocument = 'moneyOut' | 'moneyIn' | 'drop' | 'drawerToDrawer' | 'change' | 'floatUp';

export type ActFacts = {
  what: ActWhat;
  place: ActPlace;
  document: ActDocument;
  /** Which way cash goes in the drawer; none: it is in no drawer. */
  way: 'in' | 'out' | 'none';
  /** What its parts may name; none: it has no parts. */
  accounts: readonly LedgerAccount[];
  /** Whether its cash comes out of the safe. */
  fromSafe?: true;
  /** Whether only takings may leave, and never the float. */
  takingsOnly?: true;
  /** Which way it goes at the bank: it waits in transit until a line of the statement shows it. */
  bank?: 'in' | 'out';
  /** Takings, or money brought in, are what the bank gives out: else none are in it. */
  tagged?: true;
  /** Another drawer takes it up. */
  toOther?: true;
};

const INCOME: readonly LedgerAccount[] = [
  'otherIncome',
  'rentIncome',
  'interestIncome',
  'feeIncome',
  ...EXPENSES,
];
const paid = { what: 'expense', document: 'moneyOut', accounts: EXPENSES } as const;
const cameIn = { what: 'income', document: 'moneyIn', accounts: INCOME } as const;
const draws = { what: 'ownerDraws', document: 'moneyOut', accounts: [] } as const;
const putsIn = { what: 'ownerPutsIn', document: 'moneyIn', accounts: [] } as const;
const inDrawer = { place: 'drawer', way: 'in' } as const;
const outOfDrawer = { place: 'drawer', way: 'out' } as const;
const toBank = { place: 'bank', way: 'none', bank: 'in' } as const;
const fromBank = { place: 'bank', way: 'none', bank: 'out' } as const;
const fromSafe = { place: 'safe', way: 'none', fromSafe: true } as const;

/** What forms and lists must know of each kind: data alone, so that a screen need not load the rules. */
export const ACT_FACTS: Record<DrawerActKind, ActFacts> = {
  paidOut: { ...paid, ...outOfDrawer },
  paidFromSafe: { ...paid, ...fromSafe },
  paidByBank: { ...paid, ...fromBank },
  paidByCard: { ...paid, place: 'shopCard', way: 'none' },
  ownerPays: { ...paid, place: 'owner', way: 'none' },
  moneyIn: { ...cameIn, ...inDrawer },
  moneyInBank: { ...cameIn, ...toBank },
  ownerDraws: { ...draws, ...outOfDrawer },
  ownerDrawsBank: { ...draws, ...fromBank },
  ownerPutsIn: { ...putsIn, ...inDrawer },
  ownerPutsInBank: { ...putsIn, ...toBank },
  cardPaid: { what: 'cardPaid', document: 'moneyOut', accounts: [], ...fromBank },
  drop: { what: 'drop', document: 'drop', accounts: [], ...outOfDrawer, takingsOnly: true },
  toDrawer: {
    what: 'toDrawer',
    document: 'drawerToDrawer',
    accounts: [],
    ...outOfDrawer,
    toOther: true,
  },
  changeFetched: {
    what: 'changeFetched',
    document: 'change',
    accounts: [],
    ...fromBank,
    tagged: true,
  },
  // It fills the float, which is no takings of the drawer.
  floatUp: { what: 'floatUp', document: 'floatUp', accounts: [], ...fromSafe },
};

/** Whether a kind is of one drawer: of any other it is asked for nothing. */
export const isOfDrawer = (kind: DrawerActKind): boolean =>
  ACT_FACTS[kind].way !== 'none' || ACT_FACTS[kind].what === 'floatUp';

/** The kinds of what happens, by where its money is. */
export const kindsOf = (what: ActWhat): DrawerActKind[] =>
  DRAWER_ACT_KINDS.filter((kind) => ACT_FACTS[kind].what === what);
