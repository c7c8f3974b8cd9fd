import { assign } from './assign';
import {
  otherLastFour,
  sameBatch,
  sameLastFour,
  sameTime,
  type Facts,
  type Side,
} from './facts';
import type { CardPair, CardsCompared, Evidence, TheirCard, TillCard } from './types';

/** A crowd of equals larger than this is not taken apart: it is said to be alike. */
const MOST_OF_A_CROWD = 250;

/** What a piece of evidence weighs: a card’s last four digits more than time and batch together. */
const WEIGHTS = { lastFour: 4, time: 2, batch: 1 } as const;

/** Evidence by its weight, each list once: there are hundreds of thousands of pairs. */
const BY_WEIGHT: readonly (readonly Evidence[])[] = Array.from({ length: 8 }, (_, weight) =>
  (Object.keys(WEIGHTS) as (keyof typeof WEIGHTS)[]).filter((one) => weight & WEIGHTS[one]),
);

/** What the evidence weighs that two cards of one amount and scheme are one; 0 where there is none. */
function weigh(theirs: Facts, i: number, ours: Facts, j: number): number {
  if (otherLastFour(theirs, i, ours, j)) return 0;
  return (
    (sameLastFour(theirs, i, ours, j) ? WEIGHTS.lastFour : 0) +
    (sameTime(theirs, i, ours, j) ? WEIGHTS.time : 0) +
    (sameBatch(theirs, i, ours, j) ? WEIGHTS.batch : 0)
  );
}

/** What two cards have in common beside amount and scheme; nothing where they can’t be one. */
export const evidenceOf = (
  theirs: Facts,
  i: number,
  ours: Facts,
  j: number,
): readonly Evidence[] => BY_WEIGHT[weigh(theirs, i, ours, j)]!;

/**
 * Pairs cards of the same amount and scheme: the largest set of pairs, of those the one with most
 * evidence. A pair that is not in every such set is an equal of others: where the sides have as many
 * of them they agree as they are, else they stay unpaired and are told as alike.
 */
export function agreeing(
  theirs: Side<TheirCard>,
  ours: Side<TillCard>,
): Pick<CardsCompared, 'pairs' | 'alike'> {
  const into = { pairs: [] as CardPair[], alike: [] as CardsCompared['alike'] };
  const own = crowds(ours);
  for (const [scheme, amounts] of crowds(theirs)) {
    for (const [amount, left] of amounts) {
      const right = own.get(scheme)?.get(amount);
      if (right) pairCrowd({ ...theirs, places: left }, { ...ours, places: right }, into);
    }
  }
  return into;
}

/** Places by scheme and amount. */
function crowds({
  cards,
  places,
}: Pick<Side<{ amountMinor: number; scheme: string }>, 'cards' | 'places'>): Map<
  string,
  Map<number, number[]>
> {
  const schemes = new Map<string, Map<number, number[]>>();
  for (const place of places) {
    const { scheme, amountMinor } = cards[place]!;
    let amounts = schemes.get(scheme);
    if (!amounts) schemes.set(scheme, (amounts = new Map()));
    const crowd = amounts.get(amountMinor);
    if (crowd) crowd.push(place);
    else amounts.set(amountMinor, [place]);
  }
  return schemes;
}

/** Parts a crowd of one amount and scheme where nothing joins its members, and pairs each part. */
function pairCrowd(
  theirs: Side<TheirCard>,
  ours: Side<TillCard>,
  into: Pick<CardsCompared, 'pairs' | 'alike'>,
): void {
  const [left, right] = [theirs.places, ours.places];
  const parent = Array.from({ length: left.length + right.length }, (_, i) => i);
  const root = (i: number): number => {
    let at = i;
    while (parent[at] !== at) at = parent[at] = parent[parent[at]!]!;
    return at;
  };
  for (let i = 0; i < left.length; i += 1) {
    for (let j = 0; j < right.length; j += 1) {
      if (weigh(theirs.facts, left[i]!, ours.facts, right[j]!) > 0)
        parent[root(i)] = root(left.length + j);
    }
  }
  const parts = new Map<number, { rows: number[]; columns: number[] }>();
  const partOf = (node: number) => {
    const at = root(node);
    let part = parts.get(at);
    if (!part) parts.set(at, (part = { rows: [], columns: [] }));
    return part;
  };
  left.forEach((place, i) => partOf(i).rows.push(place));
  right.forEach((place, j) => partOf(left.length + j).columns.push(place));
  for (const { rows, columns } of parts.values()) {
    if (rows.length === 0 || columns.length === 0) continue;
    pairPart({ ...theirs, places: rows }, { ...ours, places: columns }, into);
  }
}

function pairPart(
  theirs: Side<TheirCard>,
  ours: Side<TillCard>,
  into: Pick<CardsCompared, 'pairs' | 'alike'>,
): void {
  const [left, right] = [theirs.places, ours.places];
  const weights = left.map((i) => right.map((j) => weigh(theirs.facts, i, ours.facts, j)));
  const pair = (row: number, column: number, alike: boolean) => {
    const found = BY_WEIGHT[weights[row]![column]!]!;
    into.pairs.push({
      ...{ theirs: left[row]!, ours: right[column]! },
      finding: found.includes('batch') ? 'agrees' : 'otherBatch',
      evidence: alike ? [...found, 'alike'] : found,
    });
  };
  // Most are one card on either side.
  if (left.length === 1 && right.length === 1) return pair(0, 0, false);
  if (Math.max(left.length, right.length) > MOST_OF_A_CROWD) {
    into.alike.push({ theirs: [...left], ours: [...right] });
    return;
  }
  // One pair more weighs more than all evidence of the others.
  const onePair = 8 * Math.max(left.length, right.length);
  const found = assign(
    weights.map((row) => row.map((weight) => (weight > 0 ? onePair + weight : 0))),
  );
  for (const { row, column, fixed, group } of found.pairs) {
    if (!found.open.has(group)) pair(row, column, !fixed);
  }
  for (const group of found.open) {
    const alike = {
      theirs: left.filter((_, i) => found.groupOfRow[i] === group),
      ours: right.filter((_, j) => found.groupOfColumn[j] === group),
    };
    if (alike.theirs.length > 0 && alike.ours.length > 0) into.alike.push(alike);
  }
}
