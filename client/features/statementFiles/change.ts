import type { StatementMapping, StatementMeaning } from '@abacist/core/statementMapping';
import { PARTED, type Parted } from '~/features/tables';

/** Gives a column a meaning; what stands once moves there from where it was. */
export const withColumn = (
  mapping: StatementMapping,
  column: number,
  meaning: StatementMeaning | null,
): StatementMapping => ({
  ...mapping,
  // Parted anew, a file has more columns than were known.
  columns: Array.from(
    { length: Math.max(mapping.columns.length, column + 1) },
    (_, i) => mapping.columns[i] ?? null,
  ).map((one, i) =>
    i === column ? meaning : one === meaning && meaning !== 'text' ? null : one,
  ),
});

/** Parted otherwise, all columns are others: what they mean is to be said anew. */
export const withParted = (mapping: StatementMapping, parted: Parted): StatementMapping => ({
  ...mapping,
  shape: PARTED[parted],
  heads: null,
  columns: [],
});

/** What is meant with words that say that money leaves, as typed with commas. */
export const outWordsOf = (text: string): string[] => [
  ...new Set(
    text
      .split(/[,;\n]/)
      .map((word) => word.trim().toLowerCase())
      .filter(Boolean),
  ),
];
