/** Signs that part the columns of a delimited file. */
export const DELIMITERS = [',', ';', '\t', '|'] as const;
type Delimiter = (typeof DELIMITERS)[number];

/** How the text of a file becomes cells; a sheet of a workbook has them already. */
export type Shape =
  | { kind: 'delimited'; delimiter: Delimiter }
  /** Columns by the place of their first sign, counted from 0; the first is 0. */
  | { kind: 'fixed'; starts: readonly number[] }
  | { kind: 'sheet' };

/** A row of a file: where it stands (the first line is 1), and what its cells say. */
export type TableRow = { row: number; cells: readonly string[] };

/** What a file holds: text, or the cells of a workbook's sheet. */
export type TableFile = { text: string } | { cells: readonly TableRow[] };

/** So many lines tell what a file's columns are. */
const TELLING = 40;

/** The first lines that say something. */
function tellingLines(text: string): string[] {
  const lines: string[] = [];
  for (let at = 0; at < text.length && lines.length < TELLING;) {
    const end = text.slice(at).search(/[\r\n]/);
    const line = end < 0 ? text.slice(at) : text.slice(at, at + end);
    if (line.trim()) lines.push(line);
    if (end < 0) break;
    at += end + 1;
  }
  return lines.map((line) => line.replace(/^\uFEFF/, ''));
}

/** How often a sign stands outside of quotes. */
function outsideQuotes(line: string, sign: string): number {
  let quoted = false;
  let count = 0;
  for (const one of line) {
    if (one === '"') quoted = !quoted;
    else if (!quoted && one === sign) count += 1;
  }
  return count;
}

/**
 * Columns of fixed width: a new one begins where a sign follows a blank that all lines have there.
 * Figures are set to the right, so that a column begins after the last sign of the one before.
 */
function fixedStarts(lines: readonly string[]): number[] {
  const width = Math.max(0, ...lines.map((line) => line.length));
  const blank = (at: number) => lines.every((line) => (line[at] ?? ' ') === ' ');
  const starts = [0];
  for (let at = 1; at < width; at += 1) {
    if (blank(at - 1) && !blank(at)) starts.push(at);
  }
  return starts;
}

/**
 * What a text's columns are parted by: the delimiter that stands in half of the lines and of which most
 * have the same number; where none does, columns of fixed width.
 */
export function guessShape(text: string): Shape {
  const lines = tellingLines(text);
  const scored = DELIMITERS.map((delimiter) => {
    const counts = lines.map((line) => outsideQuotes(line, delimiter)).filter((n) => n > 0);
    const like = new Map<number, number>();
    for (const count of counts) like.set(count, (like.get(count) ?? 0) + 1);
    const [columns = 0, agreeing = 0] =
      [...like].sort((a, b) => b[1] - a[1] || b[0] - a[0])[0] ?? [];
    return { delimiter, agreeing, columns, lines: counts.length };
  }).sort((a, b) => b.agreeing - a.agreeing || b.columns - a.columns);
  const best = scored.find((one) => one.lines > 0 && one.lines * 2 >= lines.length);
  if (best) return { kind: 'delimited', delimiter: best.delimiter };
  return { kind: 'fixed', starts: fixedStarts(lines) };
}
