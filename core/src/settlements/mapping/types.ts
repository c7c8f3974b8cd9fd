import type { DateForm, DecimalSign, Shape } from '../../tables';
import type { SettledPartKind } from '../parts';

/** What a column may mean. */
export const MEANINGS = [
  'rowKind',
  'payout',
  'payoutDate',
  'merchant',
  'currency',
  'batch',
  'moment',
  'clock',
  'scheme',
  'cardKind',
  'items',
  'gross',
  'refunds',
  'fee',
  'tax',
  'net',
  'reference',
  'authorisation',
  'lastFour',
  'words',
] as const;
export type Meaning = (typeof MEANINGS)[number];

/** What a row may be. */
export const ROW_KINDS = [
  'card',
  'sale',
  'refund',
  'total',
  'payout',
  'trailer',
  'fee',
  'taxOnFees',
  'chargeback',
  'chargebackWon',
  'chargebackFee',
  'reserveHeld',
  'reserveReleased',
  'adjustment',
  'leftOut',
] as const;
export type RowKind = (typeof ROW_KINDS)[number];

type RowRules =
  /** A card; `own`: above zero sold, below zero given back. */
  | { as: 'card'; sign: 'own' | 'sale' | 'refund' }
  | { as: 'total' }
  /** States what rows come to. */
  | { as: 'sums'; of: 'payout' | 'file' }
  /** `deduction`: as fees stand in this file; `lowers`, `raises`: whatever its sign. */
  | { as: 'part'; part: SettledPartKind; sign: 'deduction' | 'lowers' | 'raises' }
  | { as: 'none' };

export const ROW_RULES: Record<RowKind, RowRules> = {
  card: { as: 'card', sign: 'own' },
  sale: { as: 'card', sign: 'sale' },
  refund: { as: 'card', sign: 'refund' },
  total: { as: 'total' },
  payout: { as: 'sums', of: 'payout' },
  trailer: { as: 'sums', of: 'file' },
  fee: { as: 'part', part: 'fee', sign: 'deduction' },
  taxOnFees: { as: 'part', part: 'taxOnFees', sign: 'deduction' },
  chargeback: { as: 'part', part: 'chargeback', sign: 'lowers' },
  chargebackWon: { as: 'part', part: 'chargeback', sign: 'raises' },
  chargebackFee: { as: 'part', part: 'chargebackFee', sign: 'deduction' },
  reserveHeld: { as: 'part', part: 'reserve', sign: 'lowers' },
  reserveReleased: { as: 'part', part: 'reserve', sign: 'raises' },
  // It stands in the file as it changes what is paid.
  adjustment: { as: 'part', part: 'adjustment', sign: 'raises' },
  leftOut: { as: 'none' },
};

/** Where the rows of a payout say to which payout they belong. */
export const BELONGINGS = ['each', 'above', 'below'] as const;
type Belonging = (typeof BELONGINGS)[number];

/** How a processor's files are read, as a person has made it out on the screen. */
export type Mapping = {
  shape: Shape;
  /** The words of its heads by column; null where a file has none. Columns are found by them. */
  heads: readonly string[] | null;
  columns: Partial<Record<Meaning, number>>;
  dates: DateForm;
  decimals: DecimalSign;
  /** How refunds of totals, fees and taxes stand: as figures above zero, or below. */
  deductions: 'plus' | 'minus';
  /** What a row is by its cell in the column `rowKind` (lower case). */
  kinds: { otherwise: RowKind; values: Readonly<Record<string, RowKind>> };
  /** The shop's schemes by what the file calls them; what is not named here is called the same. */
  schemes: Readonly<Record<string, string>>;
  belongs: Belonging;
};

/** What a mapping lacks before anything can be read by it. */
export type MappingGap = 'noCards' | 'gross' | 'scheme' | 'payoutDate' | 'batch';

/** What has to be told before a file can be read; empty where nothing is missing. */
export function mappingGaps({ columns, kinds }: Mapping): MappingGap[] {
  const used = new Set([
    kinds.otherwise,
    ...(columns.rowKind === undefined ? [] : Object.values(kinds.values)),
  ]);
  const as = (what: RowRules['as']) => [...used].some((kind) => ROW_RULES[kind].as === what);
  const has = (...meanings: Meaning[]) =>
    meanings.some((meaning) => columns[meaning] !== undefined);
  const gaps: MappingGap[] = [];
  if (!as('card') && !as('total') && !as('part')) gaps.push('noCards');
  if (!has('gross')) gaps.push('gross');
  if (!has('payoutDate')) gaps.push('payoutDate');
  if ((as('card') || as('total')) && !has('scheme')) gaps.push('scheme');
  if (as('card') ? !has('batch', 'moment') : as('total') && !has('batch')) gaps.push('batch');
  return gaps;
}
