import { agreeing, evidenceOf } from './agree';
import {
  otherCard,
  otherLastFour,
  sameBatch,
  sameLastFour,
  sameTime,
  type Facts,
  sidesOf,
  type Side,
  type Sides,
} from './facts';
import type {
  CardPair,
  CardsCompared,
  Evidence,
  PairFinding,
  TheirCard,
  TillCard,
} from './types';

/** A tip is rarely more than this part of what was paid, in hundredths. */
const MOST_TIP_PERCENT = 30;

/** What a pair that is surely one card differs by. */
function findingOf({ theirs, ours }: Sides, i: number, j: number): PairFinding {
  const [theirMinor, ourMinor] = [theirs.facts.amount[i]!, ours.facts.amount[j]!];
  if (theirMinor === -ourMinor) return 'refundAsSale';
  const more = theirMinor - ourMinor;
  if (more !== 0) {
    const tip = ourMinor > 0 && more > 0 && more * 100 <= ourMinor * MOST_TIP_PERCENT;
    return tip ? 'tipAdded' : 'amountDiffers';
  }
  if (theirs.facts.scheme[i] !== ours.facts.scheme[j]) return 'wrongScheme';
  return sameBatch(theirs.facts, i, ours.facts, j) ? 'agrees' : 'otherBatch';
}

/** A pair that stands already, by its places on either side. */
type Known = { theirs: number; ours: number };

/**
 * The till's cards against those that a processor settles. In this order: pairs that stand already, as
 * they were settled; who is named by a reference of both; the largest set of agreeing pairs; then what
 * is left, where just one of each side can be meant. Whoever is left is missing on the other side, there twice, or one of several
 * that nothing tells apart. The same in any order of either side.
 */
export function compareCards(
  theirs: readonly TheirCard[],
  ours: readonly TillCard[],
  known: readonly Known[] = [],
): CardsCompared {
  const all = sidesOf(theirs, ours);
  const pairs = new Array<CardPair | undefined>(theirs.length);
  const twice: CardsCompared['twice'] = [];
  const taken = {
    theirs: new Uint8Array(theirs.length),
    ours: new Uint8Array(ours.length),
  };
  const take = (found: readonly CardPair[]) => {
    for (const pair of found) {
      pairs[pair.theirs] = pair;
      taken.theirs[pair.theirs] = 1;
      taken.ours[pair.ours] = 1;
    }
  };
  const takeTwice = (found: CardsCompared['twice']) => {
    twice.push(...found);
    for (const one of found) taken.theirs[one.theirs] = 1;
  };
  /** What nothing is found for yet: less and less, so that the few at the end are not sought among all. */
  let rest = all;
  const left = (): Sides => {
    const still = <C>(side: Side<C>, gone: Uint8Array): Side<C> => ({
      ...side,
      places: side.places.filter((place) => !gone[place]),
    });
    rest = { theirs: still(rest.theirs, taken.theirs), ours: still(rest.ours, taken.ours) };
    return rest;
  };
  const named = byReference(all, known);
  take(named.pairs);
  takeTwice(named.twice);
  const { theirs: unnamed, ours: unclaimed } = left();
  const agreed = agreeing(unnamed, unclaimed);
  take(agreed.pairs);
  const alike: CardsCompared['alike'] = [];
  for (const one of agreed.alike) {
    const same = sameAgain(one, all);
    if (same) take(same);
    else {
      alike.push(one);
      one.theirs.forEach((place) => (taken.theirs[place] = 1));
      one.ours.forEach((place) => (taken.ours[place] = 1));
    }
  }
  for (const stage of STAGES) take(onlyPairs(left(), stage));
  takeTwice(repeated(left().theirs, pairs));
  const missing = left();
  return {
    pairs: pairs.filter((pair) => pair !== undefined),
    twice,
    missingHere: [...missing.theirs.places],
    missingThere: [...missing.ours.places],
    alike,
  };
}

/** Evidence beside a reference, each list once. */
const named = new Map<readonly Evidence[], readonly Evidence[]>();
function withReference(beside: readonly Evidence[]): readonly Evidence[] {
  const known = named.get(beside);
  if (known) return known;
  const all: readonly Evidence[] = ['reference', ...beside];
  named.set(beside, all);
  return all;
}

/**
 * Pairs that stand already, and cards that one reference names. Of several transactions under one the
 * first that agrees is the card, else the first; the others are the same card again.
 */
function byReference(
  sides: Sides,
  known: readonly Known[],
): Pick<CardsCompared, 'pairs' | 'twice'> {
  const { theirs, ours } = sides;
  const namedBy = whomTheyName(sides);
  const theirOf = new Int32Array(ours.cards.length).fill(NOBODY);
  for (const pair of known) theirOf[pair.ours] = pair.theirs;
  const standing = new Set(known.map((pair) => pair.theirs));
  const again: { place: number; our: number }[] = [];
  for (const place of theirs.places) {
    const our = standing.has(place) ? NOBODY : namedBy[place]!;
    if (our === NOBODY) continue;
    const before = theirOf[our]!;
    const agrees = (one: number) => findingOf(sides, one, our) === 'agrees';
    if (before === NOBODY) theirOf[our] = place;
    else if (!standing.has(before) && !agrees(before) && agrees(place)) {
      theirOf[our] = place;
      again.push({ place: before, our });
    } else again.push({ place, our });
  }
  const pairs: CardPair[] = [];
  for (const our of ours.places) {
    const place = theirOf[our]!;
    if (place === NOBODY) continue;
    const beside = evidenceOf(theirs.facts, place, ours.facts, our);
    pairs.push({
      theirs: place,
      ours: our,
      finding: findingOf(sides, place, our),
      evidence: namedBy[place] === our ? withReference(beside) : beside,
    });
  }
  return {
    pairs,
    twice: again.map(({ place, our }) => ({ theirs: place, of: theirOf[our]! })),
  };
}

const NOBODY = -1;

/** Which card of the till each transaction names; a number that stands twice in the till names neither. */
function whomTheyName({ theirs, ours }: Sides): Int32Array {
  const own = new Map<string, number>();
  for (const place of ours.places) {
    const { reference } = ours.cards[place]!;
    if (reference !== '') own.set(reference, own.has(reference) ? NOBODY : place);
  }
  const named = new Int32Array(theirs.cards.length).fill(NOBODY);
  if (own.size === 0) return named;
  const of = (key: string, place: number): number => {
    const our = key === '' ? NOBODY : (own.get(key) ?? NOBODY);
    return our !== NOBODY && otherLastFour(theirs.facts, place, ours.facts, our)
      ? NOBODY
      : our;
  };
  for (const place of theirs.places) {
    const { authorisation, reference } = theirs.cards[place]!;
    const our = of(authorisation, place);
    named[place] = our === NOBODY ? of(reference, place) : our;
  }
  return named;
}

/** All that is said of a card, where it is enough to know it again; else nothing. */
function told(card: TheirCard): string {
  const { reference, authorisation, lastFour, time, on, batchDate, scheme, amountMinor } =
    card;
  const enough =
    reference !== '' || authorisation !== '' || (lastFour !== '' && time !== null);
  if (!enough) return '';
  return [reference, authorisation, lastFour, time, on, batchDate, scheme, amountMinor].join(
    '\n',
  );
}

/** Of one transaction that stands again and again: which of its rows is paired is no matter. */
function sameAgain(alike: CardsCompared['alike'][number], sides: Sides): CardPair[] | null {
  const { theirs, ours } = sides;
  const same = new Set(alike.theirs.map((place) => told(theirs.cards[place]!)));
  if (same.size > 1 || same.has('') || alike.theirs.length <= alike.ours.length) return null;
  return alike.ours.map((our, i) => {
    const their = alike.theirs[i]!;
    const evidence = evidenceOf(theirs.facts, their, ours.facts, our);
    return {
      ...{ theirs: their, ours: our, evidence: [...evidence, 'alike'] },
      finding: findingOf(sides, their, our),
    };
  });
}

/** Transactions that are the same as one that is paired, in all that is said of them. */
function repeated(
  rest: Side<TheirCard>,
  pairs: readonly (CardPair | undefined)[],
): CardsCompared['twice'] {
  const wanted = new Set(rest.places.map((place) => told(rest.cards[place]!)));
  wanted.delete('');
  if (wanted.size === 0) return [];
  // Few have an amount and digits of one that is left: only these are written out.
  const plain = (place: number) =>
    rest.facts.amount[place]! * 20_000 + rest.facts.lastFour[place]!;
  const meant = new Set(rest.places.map(plain));
  const paired = new Map<string, number>();
  for (let theirs = 0; theirs < pairs.length; theirs += 1) {
    if (!pairs[theirs] || !meant.has(plain(theirs))) continue;
    const said = told(rest.cards[theirs]!);
    if (wanted.has(said)) paired.set(said, theirs);
  }
  return rest.places.flatMap((place) => {
    const of = paired.get(told(rest.cards[place]!));
    return of === undefined ? [] : [{ theirs: place, of }];
  });
}

type Stage = {
  /** By what both are looked up; empty: not at all. */
  key: (card: { amountMinor: number; scheme: string; lastFour: string }) => string;
  finding: (theirs: Facts, i: number, ours: Facts, j: number) => boolean;
};

type Compared = Parameters<Stage['finding']>;
const near = (...cards: Compared) => sameTime(...cards) || sameBatch(...cards);
const magnitude = ({ amountMinor }: { amountMinor: number }) => Math.abs(amountMinor);

/** What may still be one card though something of it differs, the surest first. */
const STAGES: readonly Stage[] = [
  // The same amount of the same card, by another scheme; given back in place of sold.
  {
    key: (card) => card.lastFour && `${magnitude(card)} ${card.lastFour}`,
    finding: (...cards) => sameLastFour(...cards) && near(...cards),
  },
  // The same card at the same time, of another amount.
  {
    key: (card) =>
      card.lastFour && `${card.scheme} ${card.lastFour} ${Math.sign(card.amountMinor)}`,
    finding: (...cards) => sameLastFour(...cards) && near(...cards),
  },
  // The same amount at the same time, and one of them does not say which card.
  {
    key: (card) => String(magnitude(card)),
    finding: (...cards) => sameTime(...cards) && !otherCard(...cards),
  },
];

/** Pairs where either side can be nothing else. */
function onlyPairs(sides: Sides, { key, finding }: Stage): CardPair[] {
  const { theirs, ours } = sides;
  const own = new Map<string, number[]>();
  for (const place of ours.places) {
    const by = key(ours.cards[place]!);
    if (by !== '') own.set(by, [...(own.get(by) ?? []), place]);
  }
  const ofTheirs = new Map<number, number[]>();
  const ofOurs = new Map<number, number>();
  for (const place of theirs.places) {
    const card = theirs.cards[place]!;
    const by = key(card);
    const fitting = (by === '' ? [] : (own.get(by) ?? [])).filter((our) =>
      finding(theirs.facts, place, ours.facts, our),
    );
    ofTheirs.set(place, fitting);
    for (const our of fitting) ofOurs.set(our, (ofOurs.get(our) ?? 0) + 1);
  }
  return [...ofTheirs]
    .filter(([, fitting]) => fitting.length === 1 && ofOurs.get(fitting[0]!) === 1)
    .map(([place, [our]]) => ({
      ...{ theirs: place, ours: our!, finding: findingOf(sides, place, our!) },
      evidence: evidenceOf(theirs.facts, place, ours.facts, our!),
    }));
}
