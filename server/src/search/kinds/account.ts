import { rows } from '../../db/pool';
import { MOST_HITS, type HitOf, type SearchRoom } from '../room';

/** Charge accounts by a part of their holder's number, name, phone or e-mail. */
export const account: SearchRoom<HitOf<'account'>> = {
  needs: 'GET /accounts',
  async find({ db }, { words }) {
    if (words.length === 0) return [];
    const found = await rows<Omit<HitOf<'account'>, 'kind'>>(
      db,
      `SELECT STRAIGHT_JOIN a.id, c.name, c.number, a.balance_minor AS balanceMinor
       FROM customer c FORCE INDEX (customer_by_search)
       JOIN charge_account a ON a.customer_id = c.id
       WHERE ${words.map(() => 'c.search LIKE ?').join(' AND ')}
       ORDER BY c.search LIMIT ${MOST_HITS}`,
      words.map(like),
    );
    return found.map((one) => ({ kind: 'account', ...one }));
  },
};

/** A word anywhere in what is searched. */
export const like = (word: string): string => `%${word.replace(/[\\%_]/g, '\\$&')}%`;
