import { rows } from '../../db/pool';
import { MOST_HITS, type HitOf, type SearchRoom } from '../room';
import { like } from './account';

/** Customers without an account (those with one are found as that). */
export const customer: SearchRoom<HitOf<'customer'>> = {
  needs: 'GET /customers/:id',
  async find({ db }, { words }) {
    if (words.length === 0) return [];
    const found = await rows<Omit<HitOf<'customer'>, 'kind'>>(
      db,
      `SELECT STRAIGHT_JOIN c.id, c.name, c.number
       FROM customer c FORCE INDEX (customer_by_search)
       LEFT JOIN charge_account a ON a.customer_id = c.id
       WHERE a.id IS NULL AND ${words.map(() => 'c.search LIKE ?').join(' AND ')}
       ORDER BY c.search LIMIT ${MOST_HITS}`,
      words.map(like),
    );
    return found.map((one) => ({ kind: 'customer', ...one }));
  },
};
