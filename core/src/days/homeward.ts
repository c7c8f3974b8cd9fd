import type { Bead } from './bead';
import { kindOfPot, potRules } from './pots';
import { underWay } from './quarter';

/** Money that came home: of which source, how many days after it was taken, how much. Minor units, above zero. */
export type CameHome = { source: string; days: number; amountMinor: number };

export type Homeward = {
  source: string;
  homeMinor: number;
  /** In so many days half of it was home; in so many nine tenths. */
  medianDays: number;
  slowDays: number;
};

/**
 * Whose way home is told together: a kind of pot, cards by their processor.
 * @param pot a pot's key, e.g. `card 1 Meridian` is of `card 1`
 */
export const sourceOfPot = (pot: string): string =>
  kindOfPot(pot) === 'card' ? pot.split(' ').slice(0, 2).join(' ') : kindOfPot(pot);

/**
 * How long money took to come home, by source, each cent alike: the day on which half of it was there, and the day on
 * which nine tenths were. What went back from the bank is no money that came. The slowest source first.
 */
export function homewardOf(came: readonly CameHome[]): Homeward[] {
  const sources = [...new Set(came.map(({ source }) => source))].sort();
  return sources
    .flatMap((source) => {
      const parts = came
        .filter((one) => one.source === source && one.amountMinor > 0)
        .sort((a, b) => a.days - b.days);
      const homeMinor = parts.reduce((sum, { amountMinor }) => sum + amountMinor, 0);
      if (homeMinor === 0) return [];
      /** After how many days so many tenths are there: whole amounts, so nothing is rounded. */
      const after = (tenths: number) => {
        let sum = 0;
        return parts.find(
          ({ amountMinor }) => (sum += amountMinor) * 10 >= homeMinor * tenths,
        )!.days;
      };
      return [{ source, homeMinor, medianDays: after(5), slowDays: after(9) }];
    })
    .sort((a, b) => b.slowDays - a.slowDays || b.medianDays - a.medianDays);
}

/** A bead that has waited long, and how much of it is on its way. */
export type OldBead = { date: string; bead: Bead; waitsMinor: number };

/** Beads that are not home, the oldest day first; on one day the largest. Charges rest with the customers. */
export function oldestBeads(
  days: readonly { date: string; beads: readonly Bead[] }[],
  most: number,
): OldBead[] {
  return days
    .flatMap(({ date, beads }) =>
      beads
        .filter(
          ({ key, stage }) => stage !== 'home' && potRules(key).route !== 'withCustomers',
        )
        .map((bead) => ({ date, bead, waitsMinor: underWay([bead]) })),
    )
    .sort((a, b) =>
      a.date === b.date
        ? Math.abs(b.waitsMinor) - Math.abs(a.waitsMinor)
        : a.date < b.date
          ? -1
          : 1,
    )
    .slice(0, most);
}
