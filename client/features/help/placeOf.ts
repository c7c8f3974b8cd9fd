import type { HelpPlace } from '~/i18n/en/helpPages';

/** Paths that belong to a place, its own first. */
const PATHS: Record<HelpPlace, readonly string[]> = {
  counter: ['/counter', '/sales', '/customers', '/orders'],
  days: ['/days', '/trail'],
  accounts: ['/accounts'],
  bank: ['/bank', '/lines'],
  books: ['/books'],
};

/** The place that a path belongs to; undefined: to none. */
export const placeOf = (path: string): HelpPlace | undefined =>
  (Object.keys(PATHS) as HelpPlace[]).find((place) =>
    PATHS[place].some((start) => path.startsWith(start)),
  );

/** Where the help of the place of a path stands. */
export const helpOf = (path: string): string => `/help?place=${placeOf(path) ?? ''}`;
