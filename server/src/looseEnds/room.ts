import type { LooseEnd } from '@abacist/contracts';
import type { Shop } from '../context';
import type { Db } from '../db/pool';

/** What a finder looks at. */
export type Asking = { db: Db; shop: Shop; today: string; now: Date };

/** One that it found; `since`: the day from which it is one, null where nothing tells. */
export type Found = Pick<LooseEnd, 'code' | 'amountMinor' | 'params' | 'path'> & {
  since: string | null;
};

/**
 * Finds all of a kind, or of those kinds that one query tells apart: such a finder stands at each
 * of them in the table and is asked once.
 */
export type Finder = (asking: Asking) => Promise<Found[]>;
