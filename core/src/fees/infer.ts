import { decimal, divideRounded, minorDigits, percent, rescale } from '../money';
import type { Price } from './plan';

/** What a processor charged for some cards of a scheme, rounded once. Minor units, no refunds. */
export type Charged = { items: number; grossMinor: number; feeMinor: number };

export type Inferred = Price & { minimumMinor: number | null };
export type Inference =
  /** The one plan of so few decimals that explains every minor unit of every row. */
  | { kind: 'found'; terms: Inferred }
  /** Several of as few decimals do: more history tells them apart. */
  | { kind: 'several'; terms: Inferred[] }
  /** No plan of this form does; the nearest, and what it leaves. */
  | { kind: 'nearest'; terms: Inferred; offMinor: number; rowsOff: number }
  | { kind: 'nothing' };

/** Decimals that a percentage or a price an item may have. */
const MOST_DECIMALS = 4;
/** Percentages that are looked at for one number of decimals: beyond, the rows tell too little. */
const MOST_TRIED = 20_000;
/** A card costs less than this share of its amount. */
const MOST_PERCENT = 20;
const SCALE = 12;
const UNIT = 10n ** BigInt(SCALE);

/** Bounds of percent × gross + price × items: rows say what they rounded to, or at most. */
type Bound = { gross: bigint; items: bigint; low: bigint | null; high: bigint };

/**
 * What a fee is made of, from what was charged: the percentage and the price an item with the fewest
 * decimals that give every fee exactly. Each row bounds percent × gross + price × items from both
 * sides; what lies within all bounds is a narrow polygon, and the numbers of few decimals inside are
 * counted, not guessed. Rounding is half up, as processors do (common practice). Where single items are given and no such pair fits, the smallest fee is
 * tried as the least of each item. A plan that is off by a minor unit anywhere is never 'found'.
 */
export function inferTerms(rows: readonly Charged[], currency: string): Inference {
  const told = rows.filter(({ items, grossMinor }) => items > 0 && grossMinor > 0);
  if (told.length === 0) return { kind: 'nothing' };
  const plain = simplest(
    told.map((row) => bound(row, null)),
    currency,
  );
  if (plain.length) return answer(plain, null);
  if (told.every(({ items }) => items === 1)) {
    const leastMinor = Math.min(...told.map(({ feeMinor }) => feeMinor));
    const raised = simplest(
      told.map((row) => bound(row, leastMinor)),
      currency,
    );
    if (raised.length) return answer(raised, leastMinor);
  }
  return nearest(told, currency);
}

/**
 * The plan that explains the newest rows, as far back as one does: a processor that changed its prices
 * is told by what it charges now. Where not even the last few have one, the nearest to all.
 * @param rows in the order of their batches
 * @returns the inference, and which row is the first that it is of
 */
export function inferNewest(
  rows: readonly Charged[],
  currency: string,
): { inference: Inference; first: number } {
  const of = (first: number) => ({
    inference: inferTerms(rows.slice(first), currency),
    first,
  });
  const explains = ({ inference: { kind } }: ReturnType<typeof of>) =>
    kind === 'found' || kind === 'several';
  const whole = of(0);
  // What explains some rows explains the last of them: the first that fits is found by halving.
  let [wrong, right] = [0, rows.length];
  if (!explains(whole))
    while (right - wrong > 1) {
      const middle = (wrong + right) >> 1;
      if (explains(of(middle))) right = middle;
      else wrong = middle;
    }
  return !explains(whole) && rows.length - right >= FEWEST ? of(right) : whole;
}

/** So many batches that one plan explains are no chance. */
const FEWEST = 3;

const answer = (prices: Price[], minimumMinor: number | null): Inference => {
  const terms = prices.map((price) => ({ ...price, minimumMinor }));
  return terms.length === 1
    ? { kind: 'found', terms: terms[0]! }
    : { kind: 'several', terms: terms.slice(0, 3) };
};

/** In twice a unit's parts, so that half a unit is whole; exactly a half was rounded up. */
function bound({ items, grossMinor, feeMinor }: Charged, leastMinor: number | null): Bound {
  const fee = BigInt(feeMinor) * 2n * UNIT;
  return {
    gross: BigInt(grossMinor),
    items: BigInt(items),
    low: feeMinor === leastMinor ? null : fee - UNIT,
    high: fee + UNIT - 1n,
  };
}

/** All pairs with the fewest decimals together that lie within all bounds. */
function simplest(bounds: Bound[], currency: string): Price[] {
  const digits = minorDigits(currency);
  const range = percentRange(bounds);
  if (!range) return [];
  for (let decimals = 0; decimals <= 2 * MOST_DECIMALS; decimals += 1) {
    const found = new Map<string, Price>();
    for (let ofPercent = 0; ofPercent <= MOST_DECIMALS; ofPercent += 1) {
      const ofItem = decimals - ofPercent;
      if (ofItem < 0 || ofItem > MOST_DECIMALS) continue;
      const step = 10 ** -ofPercent;
      const first = Math.max(0, Math.floor(range.low / step) - 1);
      const last = Math.ceil(range.high / step) + 1;
      if (last - first > MOST_TRIED) continue;
      for (let i = first; i <= last; i += 1) {
        const rate = BigInt(i) * 10n ** BigInt(SCALE - 2 - ofPercent);
        for (const item of itemsWithin(bounds, rate, 10n ** BigInt(SCALE + digits - ofItem))) {
          const price = {
            percent: written(i, ofPercent),
            perItem: written(Number(item), ofItem),
          };
          found.set(`${plain(price.percent)} ${plain(price.perItem)}`, price);
        }
      }
    }
    if (found.size) return [...found.values()];
  }
  return [];
}

/** Multiples of a step that lie within all bounds beside a rate; a few are enough to say 'several'. */
function itemsWithin(bounds: Bound[], rate: bigint, step: bigint): bigint[] {
  let [low, high] = [0n, null as bigint | null];
  for (const one of bounds) {
    const used = 2n * rate * one.gross;
    const per = 2n * one.items * step;
    const top = floorDiv(one.high - used, per);
    if (high === null || top < high) high = top;
    if (one.low === null) continue;
    const bottom = -floorDiv(used - one.low, per);
    if (bottom > low) low = bottom;
    if (low > high) return [];
  }
  const within: bigint[] = [];
  for (let item = low; item <= high! && within.length < 4; item += 1n) within.push(item);
  return within;
}

const floorDiv = (a: bigint, b: bigint) => (a % b < 0n ? a / b - 1n : a / b);
const written = (value: number, decimals: number) =>
  decimals === 0
    ? String(value)
    : `${Math.floor(value / 10 ** decimals)}.${String(value % 10 ** decimals).padStart(decimals, '0')}`;
/** 1.50 and 1.5 are one number. */
const plain = (text: string) => String(Number(text));

/**
 * Between which percentages the polygon lies: every two rows bound it. Only narrows the search, with
 * some room; what is found is proved by {@link itemsWithin}.
 */
function percentRange(bounds: Bound[]): { low: number; high: number } | null {
  const rows = bounds.map(({ gross, items, low, high }) => ({
    gross: Number(gross) / Number(items),
    low: low === null ? 0 : Number(low) / Number(2n * UNIT * items),
    high: Number(high) / Number(2n * UNIT * items),
  }));
  let [low, high] = [0, MOST_PERCENT / 100];
  for (const a of rows) {
    high = Math.min(high, a.high / a.gross);
    for (const b of rows) {
      // a − b leaves the price an item out: (gross a − gross b) × rate lies within these.
      const apart = a.gross - b.gross;
      if (apart <= 0) continue;
      high = Math.min(high, (a.high - b.low) / apart);
      low = Math.max(low, (a.low - b.high) / apart);
    }
  }
  const room = 1e-9;
  return low > high + room ? null : { low: (low - room) * 100, high: (high + room) * 100 };
}

/** By least squares, of two decimals each: what comes nearest, and how far off it is. */
function nearest(rows: readonly Charged[], currency: string): Inference {
  let [gg, gn, nn, gf, nf] = [0n, 0n, 0n, 0n, 0n];
  for (const row of rows) {
    const [gross, items, fee] = [row.grossMinor, row.items, row.feeMinor].map(BigInt) as [
      bigint,
      bigint,
      bigint,
    ];
    gg += gross * gross;
    gn += gross * items;
    nn += items * items;
    gf += gross * fee;
    nf += items * fee;
  }
  const whole = gg * nn - gn * gn;
  // All rows of one shape tell a percentage alone.
  const [rate, item, of] =
    whole > 0n ? [gf * nn - nf * gn, gg * nf - gn * gf, whole] : [gf, 0n, gg];
  const scale = 10n ** BigInt(minorDigits(currency));
  const percents = around(divideRounded(rate * 10_000n, of, 'halfUp'));
  const prices = around(divideRounded(item * 100n, of * scale, 'halfUp'));
  const tries = percents.flatMap((one) =>
    prices.map((other) => {
      const terms = {
        percent: written(one, 2),
        perItem: written(other, 2),
        minimumMinor: null,
      };
      const off = rows.map((row) => Math.abs(feeOf(terms, row, currency) - row.feeMinor));
      return {
        kind: 'nearest' as const,
        terms,
        offMinor: off.reduce((a, b) => a + b, 0),
        rowsOff: off.filter((one) => one > 0).length,
      };
    }),
  );
  return tries.reduce((a, b) => (b.offMinor < a.offMinor ? b : a));
}

const around = (value: bigint) => [-1, 0, 1].map((by) => Math.max(0, Number(value) + by));

function feeOf(price: Price, row: Charged, currency: string): number {
  const rate = rescale(percent(price.percent), SCALE);
  const item = rescale(decimal(price.perItem), SCALE) * 10n ** BigInt(minorDigits(currency));
  const parts = BigInt(row.grossMinor) * rate + BigInt(row.items) * item;
  return Number(divideRounded(parts, UNIT, 'halfUp'));
}
