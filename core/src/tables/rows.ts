import { CsvError, parse } from 'csv-parse/sync';
import type { Watch } from '../csv';
import { accept, refuse, type Outcome } from '../outcome';
import type { Shape, TableFile, TableRow } from './shape';

/** No file that people make has more: what does is refused at once. */
const MOST_COLUMNS = 200;
const MOST_ROWS = 200_000;
const MOST_SIGNS_OF_A_ROW = 100_000;

/**
 * The rows of a file by its shape, cells trimmed, rows that say nothing left out; `most` ends early.
 * Refusals: `table.notDelimited` (at the line), `table.noSheet`, `csv.tooWide`, `csv.tooLong` (most).
 */
export function readTable(
  file: TableFile,
  shape: Shape,
  { watch, most = MOST_ROWS }: { watch?: Watch; most?: number } = {},
): Outcome<TableRow[]> {
  const rows =
    'cells' in file
      ? accept([...file.cells])
      : shape.kind === 'sheet'
        ? refuse('table.noSheet', 'file')
        : shape.kind === 'fixed'
          ? readFixed(file.text, shape.starts, { most, ...(watch && { watch }) })
          : readDelimited(file.text, shape.delimiter, { most, ...(watch && { watch }) });
  if (!rows.ok) return rows;
  const wide = rows.value.find(({ cells }) => cells.length > MOST_COLUMNS);
  if (wide) return refuse('csv.tooWide', `row ${wide.row}`, { most: MOST_COLUMNS });
  const said = rows.value.filter(({ cells }) => cells.some((cell) => cell !== ''));
  if (most === MOST_ROWS && said.length > MOST_ROWS)
    return refuse('csv.tooLong', 'file', { most: MOST_ROWS });
  return accept(said.slice(0, most));
}

type Bounds = { watch?: Watch; most: number };

/** RFC 4180 with any delimiter; rows may have more or fewer cells than others, as trailers do. */
function readDelimited(
  text: string,
  delimiter: string,
  { watch, most }: Bounds,
): Outcome<TableRow[]> {
  const lines = watch ? countLines(text) : 0;
  const rows: TableRow[] = [];
  try {
    parse(text, {
      bom: true,
      delimiter,
      relax_column_count: true,
      trim: true,
      max_record_size: MOST_SIGNS_OF_A_ROW,
      to: most + 1,
      on_record: (cells: string[], at: { lines: number }) => {
        watch?.(at.lines, lines);
        const within = cells.reduce((sum, cell) => sum + cell.split('\n').length - 1, 0);
        rows.push({ row: at.lines - within, cells });
        return null;
      },
    });
    return accept(rows);
  } catch (error) {
    // Whoever watches may stop it by an error of his own.
    if (!(error instanceof CsvError)) throw error;
    const line = (error as { lines?: number }).lines;
    return refuse('table.notDelimited', line ? `line ${line}` : undefined);
  }
}

function readFixed(
  text: string,
  starts: readonly number[],
  { watch, most }: Bounds,
): Outcome<TableRow[]> {
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/);
  const rows: TableRow[] = [];
  for (const [i, line] of lines.entries()) {
    if (rows.length > most) break;
    if (line.length > MOST_SIGNS_OF_A_ROW)
      return refuse('table.lineTooLong', `line ${i + 1}`, { most: MOST_SIGNS_OF_A_ROW });
    watch?.(i + 1, lines.length);
    rows.push({
      row: i + 1,
      cells: starts.map((start, k) => line.slice(start, starts[k + 1]).trim()),
    });
  }
  return accept(rows);
}

function countLines(text: string): number {
  let lines = 1;
  for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) lines += 1;
  return lines;
}
