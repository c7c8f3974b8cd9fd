import { assign } from './assign';
import {
  otherCard,
  sameBatch,
  sameDay,
  sameLastFour,
  sameTime,
  type Facts,
  type Side,
} from './facts';
import type { CardPair, CardsCompared, Evidence, TheirCard, TillCard } from './types';

/** A crowd of equals larger than this is not taken apart: it is said to be alike. */
const MOST_OF_A_CROWD = 250;

/** What a piece of evidence weighs: each more than all that come after it. */
const WEIGHTS = { lastFour: 8, time: 4, day: 2, batch: 1 } as const;

/** Evidence by its weight, each list once: there are hundreds of thousands of pairs. */
const BY_WEIGHT: readonly (readonly Evidence[])[] = Array.from({ length: 16 }, (_, weight) =>
  (Object.keys(WEIGHTS) as (keyof typeof WEIGHTS)[]).filter((one) => weight & WEIGHTS[one]),
);

/** What the evidence weighs that two cards of one amount and scheme are one; 0 where there is none. */
function weigh(theirs: Facts, i: number, ours: Facts, j: number): number {
  if (otherCard(theirs, i, ours, j)) return 0;
  return (
    (sameLastFour(theirs, i, ours, j) ? WEIGHTS.lastFour : 0) +
    (sameTime(theirs, i, ours, j) ? WEIGHTS.time : 0) +
    (sameDay(theirs, i, ours, j) ? WEIGHTS.day : 0) +
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
  const crowds = new Map<number, { left: number[]; right: number[] }>();
  for (const place of theirs.places) {
    const of = crowdOf(theirs.facts, place);
    const crowd = crowds.get(of);
    if (crowd) crowd.left.push(place);
    else crowds.set(of, { left: [place], right: [] });
  }
  for (const place of ours.places) crowds.get(crowdOf(ours.facts, place))?.right.push(place);
  for (const { left, right } of crowds.values())
    pairCrowd({ ...theirs, places: left }, { ...ours, places: right }, into);
  return into;
}

/** More schemes than any shop takes. */
const SCHEMES = 1024;

/** One number for an amount and a scheme. */
const crowdOf = ({ amount, scheme }: Facts, place: number): number =>
  amount[place]! * SCHEMES + scheme[place]!;

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
  // Most are joined to one of the other side, and that one to them.
  const onlyOf = new Int32Array(left.length + right.length).fill(NONE);
  const join = (node: number, to: number) => {
    onlyOf[node] = onlyOf[node] === NONE ? to : SEVERAL;
  };
  for (let i = 0; i < left.length; i += 1) {
    for (let j = 0; j < right.length; j += 1) {
      if (weigh(theirs.facts, left[i]!, ours.facts, right[j]!) === 0) continue;
      join(i, left.length + j);
      join(left.length + j, i);
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
  left.forEach((place, i) => {
    const only = onlyOf[i]!;
    if (only === NONE) return;
    if (only !== SEVERAL && onlyOf[only] === i)
      return into.pairs.push(pairOf(theirs, place, ours, right[only - left.length]!));
    partOf(i).rows.push(place);
  });
  if (parts.size === 0) return;
  right.forEach((place, j) => {
    const only = onlyOf[left.length + j]!;
    const alone = only === NONE || (only !== SEVERAL && onlyOf[only] === left.length + j);
    if (!alone) partOf(left.length + j).columns.push(place);
  });
  for (const { rows, columns } of parts.values())
    pairPart({ ...theirs, places: rows }, { ...ours, places: columns }, into);
}

const NONE = -1;
const SEVERAL = -2;

/** A pair of one amount and scheme. */
function pairOf(
  theirs: Side<TheirCard>,
  i: number,
  ours: Side<TillCard>,
  j: number,
  alike = false,
): CardPair {
  const found = evidenceOf(theirs.facts, i, ours.facts, j);
  return {
    theirs: i,
    ours: j,
    finding: found.includes('batch') ? 'agrees' : 'otherBatch',
    evidence: alike ? [...found, 'alike'] : found,
  };
}

function pairPart(
  theirs: Side<TheirCard>,
  ours: Side<TillCard>,
  into: Pick<CardsCompared, 'pairs' | 'alike'>,
): void {
  const [left, right] = [theirs.places, ours.places];
  const weights = left.map((i) => right.map((j) => weigh(theirs.facts, i, ours.facts, j)));
  if (Math.max(left.length, right.length) > MOST_OF_A_CROWD) {
    into.alike.push({ theirs: [...left], ours: [...right] });
    return;
  }
  // One pair more weighs more than all evidence of the others.
  const onePair = BY_WEIGHT.length * Math.max(left.length, right.length);
  const found = assign(
    weights.map((row) => row.map((weight) => (weight > 0 ? onePair + weight : 0))),
  );
  for (const { row, column, fixed, group } of found.pairs) {
    if (!found.open.has(group))
      into.pairs.push(pairOf(theirs, left[row]!, ours, right[column]!, !fixed));
  }
  for (const group of found.open) {
    const alike = {
      theirs: left.filter((_, i) => found.groupOfRow[i] === group),
      ours: right.filter((_, j) => found.groupOfColumn[j] === group),
    };
    if (alike.theirs.length > 0 && alike.ours.length > 0) into.alike.push(alike);
  }
}
