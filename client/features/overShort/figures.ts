import type { CountPoint } from '@abacist/contracts';
import { controlChart, summary, type Signal } from '@abacist/core/control';
import { weekday } from '@abacist/core/dates';

/** What is looked at: one drawer, one clerk, one weekday (Sunday is 0), or all of each. */
export type Asked = { drawer: string; by: string; weekday: string };
export const ALL: Asked = { drawer: '', by: '', weekday: '' };

/** By what counts are told apart. */
const OF: Record<keyof Asked, (point: CountPoint) => string> = {
  drawer: ({ drawer }) => drawer,
  by: ({ by }) => by,
  weekday: ({ date }) => String(weekday(date)),
};
export const PARTS = Object.keys(OF) as (keyof Asked)[];

/** What can be asked for, in the order of their names; weekdays begin with Monday. */
export function choices(points: readonly CountPoint[], part: keyof Asked): string[] {
  const found = [...new Set(points.map(OF[part]))];
  const place = (value: string) =>
    part === 'weekday' ? String((Number(value) + 6) % 7) : value;
  return found.sort((a, b) => (place(a) < place(b) ? -1 : 1));
}

const fits = (point: CountPoint, asked: Asked): boolean =>
  PARTS.every((part) => asked[part] === '' || asked[part] === OF[part](point));

/** The counts that are asked for with their chart, and what they come to by drawer, clerk, weekday. A
 * difference of the smallest coin is noise. */
export function figuresOf(points: readonly CountPoint[], asked: Asked, coinMinor: number) {
  const shown = points.filter((point) => fits(point, asked));
  return {
    shown,
    ...controlChart(
      shown.map(({ differenceMinor }) => differenceMinor),
      coinMinor,
    ),
    groups: PARTS.map((part) => ({
      part,
      rows: choices(shown, part).map((value) => ({
        value,
        ...summary(
          shown
            .filter((point) => OF[part](point) === value)
            .map(({ differenceMinor }) => differenceMinor),
        ),
      })),
    })),
  };
}

/** The counts that a signal marks, by their places. */
export function marked(signals: readonly Signal[]): Set<number> {
  const places = new Set<number>();
  for (const { from, to } of signals) for (let i = from; i <= to; i += 1) places.add(i);
  return places;
}
