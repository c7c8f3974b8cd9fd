import { createPool } from '@abacist/server/src/db/pool';
import { signIn } from './posting';
import { median } from './guards';

export const ITEMS = 50_000;

export type Search = { what: string; text: string; api: number; plain: number };

/** What is searched for: found at once, found late, by two words, by a code, not at all. */
const SEARCHES = [
  { what: 'a frequent word', text: 'rope' },
  { what: 'the start of a name', text: 'brass sha' },
  { what: 'two words', text: 'cleat 48211' },
  { what: 'a code', text: 'B48211' },
  { what: 'nothing', text: 'zzqx' },
];

/**
 * Items found by a part of a name at fifty thousand items, over HTTP, against the plain scan of
 * names and codes by the database alone. Milliseconds, medians.
 */
export async function measureItemSearch(adminUrl: string, address: string): Promise<Search[]> {
  const pool = createPool(adminUrl, 2);
  const kinds = ['Rope', 'Brass shackle', 'Cleat', 'Paint', 'Chart', 'Lamp', 'Anchor', 'Boot'];
  const name = `CONCAT(ELT(1 + seq MOD ${kinds.length}, ${kinds
    .map((kind) => `'${kind}'`)
    .join(', ')}), ' number ', seq)`;
  await pool.query(
    `INSERT INTO item (code, name, department_id, tax_code_id, price_minor, search)
     SELECT CONCAT('B', seq), ${name}, 1, 1, 100 + seq, LOWER(CONCAT(${name}, ' B', seq))
     FROM seq_1_to_${ITEMS}`,
  );
  await pool.query('ANALYZE TABLE item');
  const cookie = await signIn(address);
  const searches: Search[] = [];
  for (const { what, text } of SEARCHES) {
    const api = () =>
      fetch(`${address}/api/counter/items?text=${encodeURIComponent(text)}`, {
        headers: { cookie },
      }).then((answer) => answer.json());
    const plain = () =>
      pool.query(
        `SELECT id, code, name, price_minor FROM item
         WHERE active AND ${text
           .split(' ')
           .map(() => `CONCAT(name, ' ', code) LIKE ?`)
           .join(' AND ')}
         ORDER BY name LIMIT 12`,
        text.split(' ').map((word) => `%${word}%`),
      );
    await api();
    searches.push({ what, text, api: await median(api, 15), plain: await median(plain, 7) });
  }
  await pool.end();
  return searches;
}
