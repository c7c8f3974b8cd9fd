import type { TheirCard, TillCard } from './types';

/*
 * What cards are compared by, as numbers: a crowd of them is compared each with each, some ten million
 * times for a quarter.
 */
export type Facts = {
  /** Minutes since 1970; NaN where nobody says when. */
  minute: Float64Array;
  /** The batch's day, days since 1970. */
  batch: Int32Array;
  /** Last four digits; −1 where nobody says which. */
  lastFour: Int32Array;
};

/** Two clocks may differ by so much, minutes. */
const CLOCKS_APART = 15;
const DAY_MS = 86_400_000;

/** The minute of a day `HH:mm`. */
const minuteOf = (time: string) =>
  (time.charCodeAt(0) * 10 + time.charCodeAt(1) - 528) * 60 +
  (time.charCodeAt(3) * 10 + time.charCodeAt(4) - 528);

export function factsOf(cards: readonly (TheirCard | TillCard)[]): Facts {
  const days = new Map<string, number>();
  // Neighbours mostly have one day: a comparison costs less than looking it up.
  let [lastDate, lastDay] = ['', 0];
  const dayOf = (date: string) => {
    if (date === lastDate) return lastDay;
    let day = days.get(date);
    if (day === undefined) {
      day = Date.parse(`${date}T00:00:00Z`) / DAY_MS;
      days.set(date, day);
    }
    lastDate = date;
    lastDay = day;
    return day;
  };
  const facts = {
    minute: new Float64Array(cards.length),
    batch: new Int32Array(cards.length),
    lastFour: new Int32Array(cards.length),
  };
  for (let i = 0; i < cards.length; i += 1) {
    const { on, time, batchDate, lastFour } = cards[i]!;
    facts.minute[i] =
      on === null || time === null ? NaN : dayOf(on) * 24 * 60 + minuteOf(time);
    facts.batch[i] = dayOf(batchDate);
    facts.lastFour[i] = lastFour === '' ? -1 : Number(lastFour);
  }
  return facts;
}

/** Cards of one side, what they are compared by, and the places of those that are meant. */
export type Side<C> = { cards: readonly C[]; facts: Facts; places: readonly number[] };

/** Whether both say when, and say the same. */
export const sameTime = (theirs: Facts, i: number, ours: Facts, j: number): boolean =>
  Math.abs(theirs.minute[i]! - ours.minute[j]!) <= CLOCKS_APART;

export const sameBatch = (theirs: Facts, i: number, ours: Facts, j: number): boolean =>
  theirs.batch[i] === ours.batch[j];

export const sameLastFour = (theirs: Facts, i: number, ours: Facts, j: number): boolean =>
  theirs.lastFour[i]! >= 0 && theirs.lastFour[i] === ours.lastFour[j];

/** Two cards, surely. */
export const otherLastFour = (theirs: Facts, i: number, ours: Facts, j: number): boolean =>
  theirs.lastFour[i]! >= 0 &&
  ours.lastFour[j]! >= 0 &&
  theirs.lastFour[i] !== ours.lastFour[j];
