import { accept, type Outcome, type Refusal } from '../../outcome';
import { readTable, type TableFile } from '../../tables';
import { guessStatement } from './guess';
import { placedRows, readStatementRow, rowText, type OfAccount } from './read';
import { statementGaps, type StatementGap, type StatementMapping } from './types';

const SHOWN = 40;
const HEADS_AMONG = 10;

/** A bank's table as it is looked at before anything of it is kept. */
export type StatementTableLook = {
  mapping: StatementMapping;
  gaps: StatementGap[];
  /** What stands in each column: its head, its first cells. */
  columns: { head: string; samples: string[] }[];
  /** The first rows with what each becomes: a line, nothing, or what it can't be read for. */
  rows: {
    row: number;
    text: string;
    /** Of the first rows, where heads may stand, each cell. */
    cells: string[];
    line: { date: string; amountMinor: number; text: string } | null;
    refusal: Refusal | null;
  }[];
};

/**
 * Looks at a bank's table by the mapping that a person gives, else by a guess. What a row can't be read for stands beside it.
 * Refusals: those of `readTable`.
 */
export function lookAtStatement(
  file: TableFile,
  given: StatementMapping | null,
  account: OfAccount,
): Outcome<StatementTableLook> {
  const mapping = given ?? guessStatement(file);
  const table = readTable(file, mapping.shape, { most: SHOWN });
  if (!table.ok) return table;
  const placed = placedRows(table.value, mapping);
  const { body, columns } = placed.ok
    ? placed.value
    : { body: table.value, columns: mapping.columns };
  const inBody = new Set(body.map(({ row }) => row));
  const width = Math.max(0, ...table.value.map(({ cells }) => cells.length));
  const gaps = statementGaps(mapping);
  return accept({
    ...{ mapping: { ...mapping, columns: widened(columns, width) }, gaps },
    columns: Array.from({ length: width }, (_, column) => ({
      head: (mapping.heads?.[column] ?? '').slice(0, 60),
      samples: body.slice(0, 3).map(({ cells }) => (cells[column] ?? '').slice(0, 40)),
    })),
    rows: table.value.map((row) => {
      const read =
        inBody.has(row.row) && gaps.length === 0
          ? readStatementRow(row, columns, mapping, account)
          : null;
      const line = read?.ok ? (read.value?.line ?? null) : null;
      return {
        ...{ row: row.row, text: rowText(row) },
        cells: row.row <= HEADS_AMONG ? [...row.cells] : [],
        line: line && { date: line.date, amountMinor: line.amountMinor, text: line.text },
        refusal: read && !read.ok ? read.refusals[0]! : null,
      };
    }),
  });
}

const widened = (columns: StatementMapping['columns'], width: number) =>
  Array.from({ length: width }, (_, i) => columns[i] ?? null);

/** Whether a file is of a layout that is known: all of its heads stand in one row of it. */
export function isOfLayout(
  file: TableFile,
  { shape, heads, columns, ...rest }: StatementMapping,
): boolean {
  if (heads === null || 'cells' in file !== (shape.kind === 'sheet')) return false;
  const table = readTable(file, shape, { most: SHOWN });
  return table.ok && placedRows(table.value, { shape, heads, columns, ...rest }).ok;
}
