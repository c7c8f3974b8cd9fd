import { parties } from '../parties';
import { MOST_HITS, type HitOf, type SearchRoom } from '../room';

/** Customers without an account (those with one are found as that). */
export const customer: SearchRoom<HitOf<'customer'>> = {
  needs: 'GET /customers/:id',
  find: async (asking, asked) =>
    (await parties(asking, asked))
      .filter(({ accountId }) => accountId === null)
      .map(({ id, name, number }) => ({ kind: 'customer' as const, id, name, number }))
      .slice(0, MOST_HITS),
};
