import type { Place } from '../takings';
import type { BeadShape, Stage } from './bead';

/** Kinds of pots, each the first word of its keys. */
const POT_KINDS = [
  'cash',
  'cheque',
  'card',
  'transfer',
  'ownCheque',
  'other',
  'onAccount',
  'broughtIn',
] as const;
export type PotKind = (typeof POT_KINDS)[number];

/** How a pot comes home: what goes one way waits together, and is told together of its day. */
export type Route =
  'byHand' | 'byCard' | 'ownCheques' | 'transfers' | 'atOnce' | 'withCustomers';

type PotRules = {
  shape: BeadShape;
  route: Route;
  /** Its day has no bead of it. */
  noBead?: true;
  /** What the trail says of a part that still lies somewhere. */
  waits: Partial<Record<Place, string>>;
};

const BY_HAND = {
  route: 'byHand',
  waits: {
    taken: 'trail.notCounted',
    counted: 'trail.inSafe',
    sent: 'trail.slipUnderWay',
  },
} as const;

/** Every kind of pot: one row. */
const POTS: Record<PotKind, PotRules> = {
  cash: { shape: 'cash', ...BY_HAND },
  cheque: { shape: 'cheque', ...BY_HAND },
  card: {
    shape: 'card',
    route: 'byCard',
    waits: {
      taken: 'trail.batchOpen',
      counted: 'trail.notSettled',
      sent: 'trail.settlementUnderWay',
    },
  },
  ownCheque: { shape: 'cheque', route: 'ownCheques', waits: { sent: 'trail.chequeOut' } },
  transfer: { shape: 'other', route: 'transfers', waits: { sent: 'trail.transferOut' } },
  // Where it is posted to, its money is at once.
  other: { shape: 'other', route: 'atOnce', waits: {} },
  onAccount: {
    shape: 'onAccount',
    route: 'withCustomers',
    waits: { taken: 'trail.withCustomers' },
  },
  // What a shop began with: nobody took it on a day, so that none asks where it is.
  broughtIn: { shape: 'cash', noBead: true, ...BY_HAND },
};

/** The kind of a pot by its key, e.g. `card 1 Meridian`. @throws Error of what is no pot */
export function kindOfPot(key: string): PotKind {
  const [word] = key.split(' ');
  const kind = POT_KINDS.find((one) => one === word);
  if (!kind) throw new Error(`no pot: ${key}`);
  return kind;
}

export const potRules = (key: string): PotRules => POTS[kindOfPot(key)];

/** What one may look for among the days: whose money waits in the shop or at a processor. */
export const WAITS_FOR = ['byHand', 'byCard'] as const satisfies Route[];
export type WaitsFor = (typeof WAITS_FOR)[number];

/** The kinds of pots that come home by a route and are seen on their day. */
export const kindsOfRoute = (route: Route): PotKind[] =>
  POT_KINDS.filter((kind) => POTS[kind].route === route && !POTS[kind].noBead);

/** What a route waits for, the nearest to the till first: its stages, and the words of its day. */
export const WAITING: readonly {
  route: Route;
  stages: readonly Stage[];
  code: string;
  /** The words where more was given back than came; else the same, without the sign. */
  below?: string;
}[] = [
  { route: 'byHand', stages: ['taken'], code: 'rod.inDrawer', below: 'rod.belowInDrawer' },
  { route: 'byHand', stages: ['counted'], code: 'rod.inSafe', below: 'rod.belowInSafe' },
  { route: 'byHand', stages: ['sent'], code: 'rod.slipSent', below: 'rod.belowSent' },
  { route: 'byCard', stages: ['taken', 'counted'], code: 'rod.cardsUnsettled' },
  { route: 'byCard', stages: ['sent'], code: 'rod.cardsSent' },
  { route: 'ownCheques', stages: ['sent'], code: 'rod.chequesOut' },
  { route: 'transfers', stages: ['sent'], code: 'rod.transfersSent' },
];
