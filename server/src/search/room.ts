import type { SearchHit } from '@abacist/contracts';
import type { Right } from '@abacist/contracts/rights';
import type { Shop } from '../context';
import type { Db } from '../db/pool';

/** What was typed, read in every way that it can be meant. */
export type Asked = {
  text: string;
  /** A document's number: of one series, or of any where only digits are typed. */
  number: { series: string | null; number: number } | null;
  /** An amount as it is written, in minor units. */
  amountMinor: number | null;
};

type Asking = { db: Db; shop: Shop; now: Date; may: (right: Right) => boolean };

/** So many of a kind at most: who wants all goes to that kind's own list. */
export const MOST_HITS = 8;

/** One kind of hit: who may find it, and how. It reads by indexes only. */
export type SearchRoom<H extends SearchHit> = {
  needs: Right;
  find: (asking: Asking, asked: Asked) => Promise<H[]>;
};
export type HitOf<K extends SearchHit['kind']> = Extract<SearchHit, { kind: K }>;
