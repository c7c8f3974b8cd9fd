import { placeholders, rows, type Db, type Value } from '../../db/pool';
import { holdsWords } from '../words';
import { MOST_HITS, type HitOf, type SearchRoom } from '../room';

/**
 * So many of the newest lines are looked through before the index of words is asked: it is slow at
 * a frequent word, which these hold often enough.
 */
const NEWEST = 2_000;

/** Lines of the bank's statements by amount, and by words of their text. */
export const line: SearchRoom<HitOf<'line'>> = {
  needs: 'GET /trail/lines/:id',
  async find({ db }, { text, amountMinor }) {
    const ways: { sql: string; values: Value[] }[] = [];
    const words = holdsWords('text', text);
    const newest = words ? await newestHolding(db, words.plain) : [];
    if (newest.length === MOST_HITS) {
      ways.push({
        sql: `SELECT id FROM statement_line WHERE id IN (${placeholders(MOST_HITS)})`,
        values: newest,
      });
    } else if (words !== null) {
      ways.push({
        sql: `SELECT id FROM statement_line WHERE ${words.sql} LIMIT 100`,
        values: words.values,
      });
    }
    if (amountMinor !== null) {
      ways.push({
        sql: `SELECT id FROM statement_line WHERE amount_minor IN (?, ?)
          ORDER BY id DESC LIMIT 100`,
        values: [amountMinor, -amountMinor],
      });
    }
    if (ways.length === 0) return [];
    const found = await rows<Omit<HitOf<'line'>, 'kind' | 'open'> & { open: number }>(
      db,
      `SELECT l.id, l.text, l.date, l.amount_minor AS amountMinor,
         l.match_group_id IS NULL AND l.standing IS NOT NULL AS open
       FROM (${ways.map(({ sql }) => `(${sql})`).join(' UNION ')}) f
       JOIN statement_line l ON l.id = f.id AND (l.standing OR l.line_split_id IS NULL)
       ORDER BY l.date DESC, l.id DESC LIMIT ${MOST_HITS}`,
      ways.flatMap(({ values }) => values),
    );
    return found.map((one) => ({ ...one, kind: 'line', open: one.open === 1 }));
  },
};

/** The newest lines that hold words, as many as are shown. */
async function newestHolding(
  db: Db,
  { sql, values }: { sql: string; values: Value[] },
): Promise<number[]> {
  const found = await rows<{ id: number }>(
    db,
    `SELECT id FROM (SELECT id, text FROM statement_line ORDER BY id DESC LIMIT ${NEWEST}) l
     WHERE ${sql} ORDER BY id DESC LIMIT ${MOST_HITS}`,
    values,
  );
  return found.map(({ id }) => id);
}
