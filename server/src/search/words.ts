import type { Value } from '../db/pool';

/** What InnoDB's index of words leaves out by default, of three letters and more (information_schema). */
const STOPWORDS = new Set(
  'about are com for from how that the this was what when where who will with und www'.split(
    ' ',
  ),
);

/**
 * Rows whose column holds all words of a text, read by its index of words: by the one that tells most
 * (it has a digit, or is the longest), since the index is slow at joining frequent ones; the others
 * are looked for in what that finds. Nothing but letters and digits goes to the index, so no sign of
 * its own means anything there; null where no word is long enough for it (InnoDB keeps words of three
 * signs at the least).
 * @param column with a FULLTEXT key of its own
 * @returns beside it, in plain: the same without the index, for a look through a few rows
 */
export function holdsWords(
  column: string,
  text: string,
): { sql: string; values: Value[]; plain: { sql: string; values: Value[] } } | null {
  const words = (text.match(/[\p{L}\p{N}]{3,84}/gu) ?? []).filter(
    (word) => !STOPWORDS.has(word.toLowerCase()),
  );
  const telling = (word: string) => (/\p{N}/u.test(word) ? 100 : 0) + word.length;
  const [first, ...others] = words.toSorted((a, b) => telling(b) - telling(a));
  if (first === undefined) return null;
  return {
    sql: [
      `MATCH (${column}) AGAINST (? IN BOOLEAN MODE)`,
      ...others.map(() => `${column} LIKE ?`),
    ].join(' AND '),
    values: [`+${first}*`, ...others.map((word) => `%${word}%`)],
    plain: {
      sql: words.map(() => `${column} LIKE ?`).join(' AND '),
      values: words.map((word) => `%${word}%`),
    },
  };
}
