import { searchable } from '@abacist/core/items';
import { rows, type Db, type Value } from '../db/pool';
import { MOST_HITS, type Asked, type Asking } from './room';
import { holdsWords } from './words';

export type Party = {
  id: number;
  name: string;
  number: string;
  search: string;
  accountId: number | null;
  balanceMinor: number | null;
};

const asked = new WeakMap<Asked, Promise<Party[]>>();

/**
 * Customers that a text may mean, with the account of each that has one: those whose name begins with
 * it, then those with words that begin as its words do. Asked once for all kinds of a search.
 */
export function parties({ db }: Pick<Asking, 'db'>, what: Asked): Promise<Party[]> {
  const known = asked.get(what);
  if (known) return known;
  const found = findParties(db, what.text);
  asked.set(what, found);
  return found;
}

async function findParties(db: Db, text: string): Promise<Party[]> {
  const most = 2 * MOST_HITS;
  const read = (where: string, values: Value[]) =>
    rows<Party>(
      db,
      `SELECT c.id, c.name, c.number, c.search, a.id AS accountId,
         a.balance_minor AS balanceMinor
       FROM (${where} LIMIT ${most}) f
       JOIN customer c ON c.id = f.id
       LEFT JOIN charge_account a ON a.customer_id = c.id
       ORDER BY c.search, c.id`,
      values,
    );
  const begins = `${searchable(text).replace(/[\\%_]/g, '\\$&')}%`;
  const first = await read('SELECT id FROM customer WHERE search LIKE ? ORDER BY search', [
    begins,
  ]);
  const words = holdsWords('search', text);
  if (words === null || first.length >= most) return first;
  const more = await read(`SELECT id FROM customer WHERE ${words.sql}`, words.values);
  const ids = new Set(first.map(({ id }) => id));
  return [...first, ...more.filter(({ id }) => !ids.has(id))];
}
