import { addDays, endOfMonth, weekday, type IsoDate } from '../dates';
import { sum, type Minor } from '../money';
import { STAGES, type Bead, type Stage } from './bead';
import { potRules, WAITS_FOR, type Route, type WaitsFor } from './pots';

/** A span of days, both ends in it. */
type Span = { from: IsoDate; to: IsoDate };

const two = (value: number) => String(value).padStart(2, '0');

/** The calendar quarter that a date lies in. */
export function quarterOf(date: IsoDate): Span {
  const first = Math.floor((Number(date.slice(5, 7)) - 1) / 3) * 3 + 1;
  const year = date.slice(0, 4);
  return { from: `${year}-${two(first)}-01`, to: endOfMonth(`${year}-${two(first + 2)}-01`) };
}

/** The days of a span by weeks that begin on Monday; null where a week reaches beyond the span. */
export function weeksOf({ from, to }: Span): (IsoDate | null)[][] {
  const weeks: (IsoDate | null)[][] = [];
  let monday = addDays(from, -((weekday(from) + 6) % 7));
  for (; monday <= to; monday = addDays(monday, 7)) {
    weeks.push(
      Array.from({ length: 7 }, (_, day) => {
        const date = addDays(monday, day);
        return from <= date && date <= to ? date : null;
      }),
    );
  }
  return weeks;
}

/** Whether a pot's money is looked for: charges rest with the customers and hold no day back. */
const isAsked = (key: string, only: WaitsFor | ''): boolean => {
  const { route } = potRules(key);
  return only === '' ? route !== 'withCustomers' : route === only;
};

/** What of a day's beads is on its way. */
export const underWay = (beads: readonly Bead[], only: WaitsFor | '' = ''): Minor =>
  sum(
    beads
      .filter(({ key }) => isAsked(key, only))
      .flatMap(({ byStage }) => [byStage.taken, byStage.counted, byStage.sent]),
  );

/** Whether any of it waits: what was taken and what went back may add up to nothing. */
export const isUnderWay = (beads: readonly Bead[], only: WaitsFor | '' = ''): boolean =>
  beads.some(
    ({ key, stage, looseMinor }) =>
      isAsked(key, only) && (stage !== 'home' || looseMinor !== 0),
  );

/** How the money of a span came, in rows: by hand, by card, all else that comes home, on account. */
export const WAYS = [...WAITS_FOR, 'otherwise', 'withCustomers'] as const;
export type Way = (typeof WAYS)[number];

const wayOf = (route: Route): Way =>
  route === 'withCustomers' ? route : (WAITS_FOR.find((one) => one === route) ?? 'otherwise');

/** A row: what was taken, and where every cent of it is. Minor units. */
export type WhereRow = Record<Stage, Minor> & {
  /** Spent, short, held, given back: no bank will see it. */
  beside: Minor;
  takenMinor: Minor;
};

/** Of what was taken on some days: where every cent is, by the way that it comes. */
export function whereIsAll(beads: readonly Bead[]): Record<Way, WhereRow> {
  const row = (some: readonly Bead[]): WhereRow => ({
    ...(Object.fromEntries(
      STAGES.map((stage) => [stage, sum(some.map(({ byStage }) => byStage[stage]))]),
    ) as Record<Stage, Minor>),
    beside: sum(some.flatMap(({ beside }) => Object.values(beside))),
    takenMinor: sum(some.map(({ takenMinor }) => takenMinor)),
  });
  return Object.fromEntries(
    WAYS.map((way) => [
      way,
      row(beads.filter(({ key }) => wayOf(potRules(key).route) === way)),
    ]),
  ) as Record<Way, WhereRow>;
}
