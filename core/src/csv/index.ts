import { parse } from 'csv-parse/sync';
import { stringify } from 'csv-stringify/sync';
import { accept, refuse, type Outcome } from '../outcome';

/** A table as a file holds it: cells by column, and the row where each stands (header = 1). */
export type CsvTable = {
  columns: string[];
  rows: { row: number; cells: Record<string, string> }[];
};

/**
 * Reads a CSV with a header (RFC 4180), names of columns in any case and order. What `writeCsv`
 * put before a text so that it can't start a formula is taken away again.
 * Refusals: `csv.notCsv` (at the line), `csv.empty`, `csv.columns` (missing, unknown).
 * @param required columns without which the file says nothing; `optional` may be missing
 */
export function readCsv(
  text: string,
  required: readonly string[],
  optional: readonly string[] = [],
): Outcome<CsvTable> {
  let records: { record: string[]; info: { lines: number } }[];
  try {
    records = parse(text, {
      bom: true,
      skip_empty_lines: true,
      trim: true,
      info: true,
    }) as unknown as typeof records;
  } catch (error) {
    const line = (error as { lines?: number }).lines;
    return refuse('csv.notCsv', line ? `line ${line}` : undefined);
  }
  const [header, ...rest] = records;
  const columns = (header?.record ?? []).map((name) => name.toLowerCase());
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
    rows: rest.map(({ record }, i) => ({
      row: i + 2,
      cells: Object.fromEntries(
        columns.map((name, k) => [name, (record[k] ?? '').replace(/^'(?='*[=+\-@\t\r])/, '')]),
      ),
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
    return !figures.includes(name) && /^'*[=+\-@\t\r]/.test(text) ? `'${text}` : text;
  };
  return stringify(
    [[...columns], ...rows.map((row) => columns.map((name) => safe(name, row[name])))],
    { record_delimiter: 'windows' },
  );
}
