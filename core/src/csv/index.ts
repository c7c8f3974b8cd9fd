import { CsvError, parse } from 'csv-parse/sync';
import { stringify } from 'csv-stringify/sync';
import { accept, refuse, type Outcome } from '../outcome';

/** A table as a file holds it: cells by column, and the row where each stands (header = 1). */
export type CsvTable = {
  columns: string[];
  rows: { row: number; cells: Record<string, string> }[];
};

/** Told how far a reader is: `done` of `of`, in whatever parts it counts. */
export type Watch = (done: number, of: number) => void;

/** No file that people make has more: what does is refused at once. */
const MOST_COLUMNS = 200;
const MOST_ROWS = 200_000;
const MOST_SIGNS_OF_A_ROW = 100_000;

/**
 * Whether a spreadsheet would take a text for a formula, also behind signs that nobody sees or by
 * a sign of full width.
 */
const startsFormula = (text: string): boolean =>
  /^'*[=+\-@\t\r]/.test(
    text
      .slice(0, 200)
      .replace(/[\p{Cf}\p{M}]/gu, '')
      .normalize('NFKC'),
  );

/** Takes the apostrophe away that guards such a text. */
const unguarded = (text: string): string =>
  text.startsWith("'") && startsFormula(text.slice(1)) ? text.slice(1) : text;

/**
 * The records of a CSV (RFC 4180), cells trimmed, empty lines left out; bounded in columns, rows
 * and the length of a row, so that no file keeps anybody waiting.
 * Refusals: `notCsv` as it is given (at the line), `csv.tooWide` (most), `csv.tooLong` (most).
 */
export function readRecords(text: string, notCsv: string, watch?: Watch): Outcome<string[][]> {
  const firstLine = text.slice(0, text.search(/[\r\n]|$/));
  if (firstLine.split(',', MOST_COLUMNS + 1).length > MOST_COLUMNS) {
    return refuse('csv.tooWide', 'row 1', { most: MOST_COLUMNS });
  }
  const allLines = watch ? linesOf(text) : 0;
  try {
    const records: string[][] = parse(text, {
      bom: true,
      skip_empty_lines: true,
      trim: true,
      max_record_size: MOST_SIGNS_OF_A_ROW,
      to: MOST_ROWS + 2,
      ...(watch && {
        on_record: (record: string[], { lines }: { lines: number }) => {
          watch(lines, allLines);
          return record;
        },
      }),
    });
    return records.length > MOST_ROWS + 1
      ? refuse('csv.tooLong', 'file', { most: MOST_ROWS })
      : accept(records);
  } catch (error) {
    // Whoever watches may stop it by an error of his own.
    if (!(error instanceof CsvError)) throw error;
    const line = (error as { lines?: number }).lines;
    return refuse(notCsv, line ? `line ${line}` : undefined);
  }
}

function linesOf(text: string): number {
  let lines = 1;
  for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) lines += 1;
  return lines;
}

/**
 * Reads a CSV with a header (RFC 4180), names of columns in any case and order. What `writeCsv`
 * put before a text so that it can't start a formula is taken away again.
 * Refusals: `csv.notCsv` (at the line), `csv.empty`, `csv.columns` (missing, unknown),
 * `csv.tooWide` (most), `csv.tooLong` (most).
 * @param required columns without which the file says nothing; `optional` may be missing
 */
export function readCsv(
  text: string,
  required: readonly string[],
  optional: readonly string[] = [],
  watch?: Watch,
): Outcome<CsvTable> {
  const read = readRecords(text, 'csv.notCsv', watch);
  if (!read.ok) return read;
  const records = read.value;
  const [header, ...rest] = records;
  const columns = (header ?? []).map((name) => name.toLowerCase());
  const missing = required.filter((name) => !columns.includes(name));
  if (missing.length) return refuse('csv.columns', 'row 1', { missing: missing.join(', ') });
  const unknown = columns.filter((name) => ![...required, ...optional].includes(name));
  const twice = columns.filter((name, i) => columns.indexOf(name) !== i);
  if (unknown.length || twice.length) {
    return refuse('csv.unknownColumns', 'row 1', {
      unknown: [...unknown, ...twice].join(', '),
    });
  }
  if (rest.length === 0) return refuse('csv.empty', 'row 2');
  return accept({
    columns,
    rows: rest.map((record, i) => ({
      row: i + 2,
      cells: Object.fromEntries(columns.map((name, k) => [name, unguarded(record[k] ?? '')])),
    })),
  });
}

/**
 * Writes a CSV (RFC 4180, CRLF). A text that a spreadsheet would take for a formula gets an
 * apostrophe before it; figures are left as they are.
 * @param figures columns that hold figures, where a minus sign may stand first
 */
export function writeCsv(
  columns: readonly string[],
  rows: readonly Readonly<Record<string, string | number>>[],
  figures: readonly string[] = [],
): string {
  const safe = (name: string, value: string | number | undefined) => {
    const text = String(value ?? '');
    return !figures.includes(name) && startsFormula(text) ? `'${text}` : text;
  };
  return stringify(
    [[...columns], ...rows.map((row) => columns.map((name) => safe(name, row[name])))],
    { record_delimiter: 'windows' },
  );
}
