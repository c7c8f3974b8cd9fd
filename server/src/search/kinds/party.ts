import { searchable } from '@abacist/core/items';
import { rows, type Db, type Value } from '../../db/pool';
import { MOST_HITS, type HitOf, type SearchRoom } from '../room';
import { holdsWords } from '../words';

type Party = {
  id: number;
  name: string;
  number: string;
  accountId: number | null;
  balanceMinor: number | null;
};

/**
 * Customers by number, name, phone or e-mail: those who have a charge account as that account, the
 * others as themselves.
 */
export const party: SearchRoom<HitOf<'account' | 'customer'>> = {
  needs: 'GET /accounts',
  async find({ db }, { text }) {
    const found = await findParties(db, text);
    const accounts = found.flatMap(({ accountId, name, number, balanceMinor }) =>
      accountId === null
        ? []
        : [
            {
              kind: 'account' as const,
              id: accountId,
              name,
              number,
              balanceMinor: balanceMinor!,
            },
          ],
    );
    const others = found.flatMap(({ accountId, id, name, number }) =>
      accountId === null ? [{ kind: 'customer' as const, id, name, number }] : [],
    );
    return [...accounts.slice(0, MOST_HITS), ...others.slice(0, MOST_HITS)];
  },
};

/** Those whose name begins with a text, then those with words that begin as its words do. */
async function findParties(db: Db, text: string): Promise<Party[]> {
  const most = 2 * MOST_HITS;
  const read = (where: string, values: Value[]) =>
    rows<Party>(
      db,
      `SELECT c.id, c.name, c.number, a.id AS accountId, a.balance_minor AS balanceMinor
       FROM (SELECT id FROM customer WHERE ${where} LIMIT ${most}) f
       JOIN customer c ON c.id = f.id
       LEFT JOIN charge_account a ON a.customer_id = c.id
       ORDER BY c.search, c.id`,
      values,
    );
  const begins = `${searchable(text).replace(/[\\%_]/g, '\\$&')}%`;
  const first = await read('search LIKE ? ORDER BY search', [begins]);
  const words = holdsWords('search', text);
  if (words === null || first.length >= most) return first;
  const more = await read(words.sql, words.values);
  const ids = new Set(first.map(({ id }) => id));
  return [...first, ...more.filter(({ id }) => !ids.has(id))];
}
