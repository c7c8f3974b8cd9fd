import { addDays, isIsoDate } from '@abacist/core/dates';
import { MOST_COLUMNS } from '@abacist/core/totalFigures';

/** Takings of one drawer on one day: a column of the grid. */
export type ColumnAt = { date: string; drawerId: number };

/** What is typed one by one: a cheque, a charge, a payment on an account, an expense, other money in. */
export type TypedRow = {
  id: string;
  what: string;
  date: string;
  name: string;
  reference: string;
  amount: string;
  /** The account of an expense; the tender of a payment. */
  account: string;
  /** Where it was taken, or paid from. */
  place: string;
  tax: string;
};
export const ROW_FIELDS = [
  'what',
  'date',
  'name',
  'reference',
  'amount',
  'account',
  'place',
  'tax',
] as const satisfies (keyof TypedRow)[];
export type RowField = (typeof ROW_FIELDS)[number];

/** Days by their totals as they are typed: text, so that nothing that is typed is lost. */
export type TotalsDraft = {
  from: string;
  to: string;
  drawerIds: number[];
  /** Null: as the shop writes its prices. */
  withTax: boolean | null;
  /** By `cellKey`. */
  cells: Record<string, string>;
  rows: TypedRow[];
};

export { MOST_ROWS } from '@abacist/core/totalFigures';

export const EMPTY: TotalsDraft = {
  from: '',
  to: '',
  drawerIds: [],
  withTax: null,
  cells: {},
  rows: [],
};

export const cellKey = (row: string, { date, drawerId }: ColumnAt): string =>
  `${row}|${date}|${drawerId}`;

/** The columns of a draft, day by day, in each the drawers in their order; none while a date is none. */
export function columnsOf(
  { from, to, drawerIds }: Pick<TotalsDraft, 'from' | 'to' | 'drawerIds'>,
  drawers: readonly { id: number }[],
): ColumnAt[] {
  if (!isIsoDate(from) || !isIsoDate(to) || from > to) return [];
  const chosen = drawers.filter(({ id }) => drawerIds.includes(id));
  const columns: ColumnAt[] = [];
  for (let date = from; date <= to; date = addDays(date, 1)) {
    for (const { id } of chosen) {
      if (columns.length === MOST_COLUMNS) return columns;
      columns.push({ date, drawerId: id });
    }
  }
  return columns;
}

/** A row of what is typed one by one, as empty as it begins. */
export const emptyRow = (id: string): TypedRow => ({
  id,
  what: '',
  date: '',
  name: '',
  reference: '',
  amount: '',
  account: '',
  place: '',
  tax: '',
});

/** Whether nothing is typed in a row. */
export const isEmptyRow = (row: TypedRow): boolean =>
  ROW_FIELDS.every((field) => row[field].trim() === '');
