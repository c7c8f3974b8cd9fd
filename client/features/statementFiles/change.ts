import type { StatementMapping, StatementMeaning } from '@abacist/core/statementMapping';

/** Gives a column a meaning; what stands once moves there from where it was. */
export const withColumn = (
  mapping: StatementMapping,
  column: number,
  meaning: StatementMeaning | null,
): StatementMapping => ({
  ...mapping,
  columns: mapping.columns.map((one, i) =>
    i === column ? meaning : one === meaning && meaning !== 'text' ? null : one,
  ),
});

/** Another row of heads, or none: columns keep their meaning by their place. */
export const withHeads = (
  mapping: StatementMapping,
  heads: readonly string[] | null,
): StatementMapping => ({ ...mapping, heads });

/** What is meant with words that say that money leaves, as typed with commas. */
export const outWordsOf = (text: string): string[] => [
  ...new Set(
    text
      .split(/[,;\n]/)
      .map((word) => word.trim().toLowerCase())
      .filter(Boolean),
  ),
];
