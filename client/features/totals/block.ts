import { tsvParseRows } from 'd3-dsv';
import { emptyRow, MOST_ROWS, ROW_FIELDS, type RowField, type TypedRow } from './draft';

/** A block of cells as a spreadsheet puts it on the clipboard: rows by line, cells by tab, quotes as in CSV. */
export const readBlock = (text: string): string[][] =>
  tsvParseRows(text.replace(/\r\n?/g, '\n').replace(/\n$/, '')).map((line) =>
    line.map((cell) => cell.trim()),
  );

/** Cells of a block that were put somewhere, and how many had no place. */
export type Put<T> = { value: T; beyond: number };

/**
 * Puts a block into the grid from a cell on, to the right and down; sums and heads between are stepped over, as
 * they take nothing.
 * @param rows keys of the rows that can be typed in, from top to bottom
 * @param columns keys of the columns, from left to right
 */
export function putInGrid(
  cells: Readonly<Record<string, string>>,
  block: readonly (readonly string[])[],
  at: { row: string; column: string },
  {
    rows,
    columns,
    keyOf,
  }: {
    rows: readonly string[];
    columns: readonly string[];
    keyOf: (row: string, column: string) => string;
  },
): Put<Record<string, string>> {
  const value = { ...cells };
  const fromRow = rows.indexOf(at.row);
  const fromColumn = columns.indexOf(at.column);
  let beyond = 0;
  block.forEach((line, i) =>
    line.forEach((text, k) => {
      const row = rows[fromRow + i];
      const column = columns[fromColumn + k];
      if (fromRow < 0 || fromColumn < 0 || row === undefined || column === undefined)
        beyond += 1;
      else value[keyOf(row, column)] = text;
    }),
  );
  return { value, beyond };
}

/**
 * Puts a block into the list from a cell on; rows are added as it needs them.
 * @param newId ids of added rows
 */
export function putInRows(
  rows: readonly TypedRow[],
  block: readonly (readonly string[])[],
  at: { id: string; field: RowField },
  newId: () => string,
): Put<TypedRow[]> {
  const value = rows.map((row) => ({ ...row }));
  const found = value.findIndex(({ id }) => id === at.id);
  const from = found < 0 ? value.length : found;
  const fields = ROW_FIELDS.slice(ROW_FIELDS.indexOf(at.field));
  let beyond = 0;
  block.forEach((line, i) => {
    const place = from + i;
    if (place >= MOST_ROWS) {
      beyond += line.length;
      return;
    }
    while (value.length <= place) value.push(emptyRow(newId()));
    line.forEach((text, k) => {
      const field = fields[k];
      if (field === undefined) beyond += 1;
      else value[place]![field] = text;
    });
  });
  return { value, beyond };
}
