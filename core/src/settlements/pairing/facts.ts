import type { TheirCard, TillCard } from './types';

/*
 * What cards are compared by, as numbers: a crowd of them is compared each with each, some ten million
 * times for a quarter.
 */
export type Facts = {
  /** Minor units. */
  amount: Float64Array;
  /** The scheme's number, the same on both sides. */
  scheme: Int32Array;
  /** Minutes since 1970; NaN where nobody says when. */
  minute: Float64Array;
  /** The day on which it was taken and the batch's, days since 1970; NOT_SAID where nobody says when. */
  day: Int32Array;
  batch: Int32Array;
  /** Last four digits; NOT_SAID where nobody says which. */
  lastFour: Int32Array;
};

/** Cards of one side, what they are compared by, and the places of those that are meant. */
export type Side<C> = { cards: readonly C[]; facts: Facts; places: readonly number[] };

export type Sides = { theirs: Side<TheirCard>; ours: Side<TillCard> };

const NOT_SAID = -1;
/** Two clocks may differ by so much, minutes. */
const CLOCKS_APART = 15;
/** A card that comes late is in a batch at most so many days on; who buys the same each week is no late card. */
const BATCHES_APART = 10;
/** Where both say when, more than a day and a half apart is another purchase; less may be a clock or a zone. */
const MOMENTS_APART = 36 * 60;
const DAY_MS = 86_400_000;

/** The minute of a day `HH:mm`. */
const minuteOf = (time: string) =>
  (time.charCodeAt(0) * 10 + time.charCodeAt(1) - 528) * 60 +
  (time.charCodeAt(3) * 10 + time.charCodeAt(4) - 528);

/** The number of each name, in the order in which they are first heard. */
function numbering(): (name: string) => number {
  const numbers = new Map<string, number>();
  return (name) => {
    let number = numbers.get(name);
    if (number === undefined) numbers.set(name, (number = numbers.size));
    return number;
  };
}

/** A function of neighbours that mostly have one name: a comparison costs less than looking it up. */
function ofNeighbours(find: (name: string) => number): (name: string) => number {
  let [last, found] = ['', NOT_SAID];
  return (name) => {
    if (name !== last) [last, found] = [name, find(name)];
    return found;
  };
}

function days(): (date: string) => number {
  const known = new Map<string, number>();
  return ofNeighbours((date) => {
    let day = known.get(date);
    if (day === undefined) known.set(date, (day = Date.parse(`${date}T00:00:00Z`) / DAY_MS));
    return day;
  });
}

/** Places in the order of what names them; mostly they stand in it. */
function inOrder(names: readonly number[]): number[] {
  const places = [...names.keys()];
  return names.every((name, i) => i === 0 || names[i - 1]! <= name)
    ? places
    : places.sort((a, b) => names[a]! - names[b]!);
}

function factsOf(
  cards: readonly (TheirCard | TillCard)[],
  schemeOf: (name: string) => number,
): Facts {
  const [dayOf, batchOf] = [days(), days()];
  const facts = {
    amount: new Float64Array(cards.length),
    scheme: new Int32Array(cards.length),
    minute: new Float64Array(cards.length),
    day: new Int32Array(cards.length),
    batch: new Int32Array(cards.length),
    lastFour: new Int32Array(cards.length),
  };
  for (let i = 0; i < cards.length; i += 1) {
    const { amountMinor, scheme, on, time, batchDate, lastFour } = cards[i]!;
    const day = on === null ? NOT_SAID : dayOf(on);
    facts.amount[i] = amountMinor;
    facts.scheme[i] = schemeOf(scheme);
    facts.minute[i] = on === null || time === null ? NaN : day * 24 * 60 + minuteOf(time);
    facts.day[i] = day;
    facts.batch[i] = batchOf(batchDate);
    facts.lastFour[i] = lastFour === '' ? NOT_SAID : Number(lastFour);
  }
  return facts;
}

/** Both sides as they are compared, in the order of their rows and tenders. */
export function sidesOf(theirs: readonly TheirCard[], ours: readonly TillCard[]): Sides {
  const schemeOf = numbering();
  return {
    theirs: {
      ...{ cards: theirs, facts: factsOf(theirs, schemeOf) },
      places: inOrder(theirs.map(({ row }) => row)),
    },
    ours: {
      ...{ cards: ours, facts: factsOf(ours, schemeOf) },
      places: inOrder(ours.map(({ id }) => id)),
    },
  };
}

/** Whether both say when, and say the same. */
export const sameTime = (theirs: Facts, i: number, ours: Facts, j: number): boolean =>
  Math.abs(theirs.minute[i]! - ours.minute[j]!) <= CLOCKS_APART;

export const sameDay = (theirs: Facts, i: number, ours: Facts, j: number): boolean =>
  theirs.day[i] !== NOT_SAID && theirs.day[i] === ours.day[j];

export const sameBatch = (theirs: Facts, i: number, ours: Facts, j: number): boolean =>
  theirs.batch[i] === ours.batch[j];

export const sameLastFour = (theirs: Facts, i: number, ours: Facts, j: number): boolean =>
  theirs.lastFour[i] !== NOT_SAID && theirs.lastFour[i] === ours.lastFour[j];

/** Two cards, surely, whatever names them. */
export const otherLastFour = (theirs: Facts, i: number, ours: Facts, j: number): boolean =>
  theirs.lastFour[i] !== NOT_SAID &&
  ours.lastFour[j] !== NOT_SAID &&
  theirs.lastFour[i] !== ours.lastFour[j];

/** Two cards where no reference joins them: other digits, or days that no delay brings together. */
export const otherCard = (theirs: Facts, i: number, ours: Facts, j: number): boolean =>
  otherLastFour(theirs, i, ours, j) ||
  Math.abs(theirs.batch[i]! - ours.batch[j]!) > BATCHES_APART ||
  Math.abs(theirs.minute[i]! - ours.minute[j]!) > MOMENTS_APART;
