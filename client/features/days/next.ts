import { potRules, type Route } from '@abacist/core/days';
import type { Place } from '@abacist/core/takings';

/** Where money that waits is moved on: a page, and the words of the button that leads there. */
type Next = {
  to: (date: string) => string;
  word: 'count' | 'slip' | 'cards' | 'statement' | 'accounts';
};

const count: Next = { to: (date) => `/days/${date}`, word: 'count' };
const statement: Next = { to: () => '/bank/statement', word: 'statement' };

/** By the way that a pot comes home, and where it lies now. */
const NEXT: Record<Route, Partial<Record<Place, Next>>> = {
  byHand: {
    taken: count,
    counted: { to: () => '/bank/safe', word: 'slip' },
    sent: statement,
  },
  byCard: {
    taken: count,
    counted: { to: () => '/bank/cards', word: 'cards' },
    sent: statement,
  },
  ownCheques: { sent: statement },
  transfers: { sent: statement },
  atOnce: {},
  withCustomers: { taken: { to: () => '/accounts', word: 'accounts' } },
};

/** What moves a part of a pot on from where it lies; undefined where nothing does. */
export const nextOf = (pot: string, place: Place): Next | undefined =>
  NEXT[potRules(pot).route][place];
