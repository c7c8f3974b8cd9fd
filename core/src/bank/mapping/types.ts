import type { DateForm, DecimalSign, Shape } from '../../tables';

/** What a column of a bank's own table says. */
export const STATEMENT_MEANINGS = [
  'date',
  'valueDate',
  'amount',
  'moneyOut',
  'moneyIn',
  'side',
  'balance',
  'text',
  'reference',
  'bankId',
] as const;
export type StatementMeaning = (typeof STATEMENT_MEANINGS)[number];

/** How a bank's own tables of lines are read, as a person has made it out on the screen. */
export type StatementMapping = {
  shape: Shape;
  /** The words of its heads by column; null where a file has none. Columns are found by them. */
  heads: readonly string[] | null;
  /** What each column says; a text may stand in several. */
  columns: readonly (StatementMeaning | null)[];
  dates: DateForm;
  decimals: DecimalSign;
  /** Whether an amount without a side is below zero where money leaves, or above. */
  out: 'minus' | 'plus';
  /** Which words of the side's column say that money leaves (lower case). */
  outWords: readonly string[];
};

/** What a mapping lacks before anything can be read by it. */
export type StatementGap = 'date' | 'amount' | 'text' | 'twice';

/** Only a text may stand in several columns. */
const ONCE = STATEMENT_MEANINGS.filter((meaning) => meaning !== 'text');

/** What has to be told before a table can be read; empty where nothing is missing. */
export function statementGaps({ columns }: StatementMapping): StatementGap[] {
  const has = (meaning: StatementMeaning) => columns.includes(meaning);
  const gaps: StatementGap[] = [];
  if (!has('date')) gaps.push('date');
  if (!has('amount') && !(has('moneyOut') && has('moneyIn'))) gaps.push('amount');
  if (!has('text')) gaps.push('text');
  if (ONCE.some((meaning) => columns.filter((one) => one === meaning).length > 1))
    gaps.push('twice');
  return gaps;
}
