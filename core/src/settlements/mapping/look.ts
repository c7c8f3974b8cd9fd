import { accept, type Outcome, type Refusal } from '../../outcome';
import { readTable, type TableFile, type TableRow } from '../../tables';
import { guessMapping } from './guess';
import { placed } from './read';
import { readRow, wordsOf, type ReadWith, type RowRead } from './row';
import type { Mapping, RowKind } from './types';

/** So many rows are shown with what they become. */
const SHOWN = 60;
/** So many rows tell which words stand for kinds and schemes. */
const TELLING_ROWS = 5_000;
const MOST_WORDS = 60;
/** Heads are looked for among the first lines. */
const HEADS_AMONG = 10;

/** A row of a file beside what it becomes by a mapping. */
type RowShown = {
  row: number;
  /** Its cells, one after the other. */
  text: string;
  /** Of the first rows, where heads may stand, each cell. */
  cells: string[];
  kind: RowKind | null;
  /** What it is taken for, in figures and words. */
  read: RowRead | null;
  refusal: Refusal | null;
};

/** A file as it is looked at before anything of it is kept. */
export type FileLook = {
  mapping: Mapping;
  /** Which of the known mappings reads it; null: it is a guess, or what the person says. */
  known: number | null;
  columns: { head: string; samples: string[] }[];
  rows: RowShown[];
  /** How often each word stands in the column of kinds, and of schemes. */
  kinds: { word: string; count: number }[];
  schemes: { word: string; count: number }[];
};

/** The first of some mappings by which a file can be read: its heads are there, and a row is read. */
function recognise(file: TableFile, known: readonly Mapping[], shop: ReadWith): number | null {
  const at = known.findIndex((mapping) => {
    if ('cells' in file !== (mapping.shape.kind === 'sheet')) return false;
    const table = readTable(file, mapping.shape, { most: SHOWN });
    if (!table.ok) return false;
    const found = placed(table.value, mapping);
    if (!found.ok) return false;
    const read = found.value.body
      .slice(0, 20)
      .map((row) => readRow(row, found.value.mapping, shop));
    const said = read.filter((one) => one.ok && one.value.as !== 'none');
    // The very same heads: then it is that layout, whatever is wrong with its rows.
    const heads = found.value.mapping.heads?.join('\n').toLowerCase();
    if (heads !== undefined && heads === mapping.heads?.join('\n').toLowerCase()) return true;
    return said.length > 0 && (mapping.heads !== null || read.every(({ ok }) => ok));
  });
  return at < 0 ? null : at;
}

/**
 * Looks at a file: by the mapping that a person gives, else by a known one that reads it, else by a
 * guess. Refusals: those of {@link readTable}; what a row can't be read for stands beside the row.
 */
export function lookAt(
  file: TableFile,
  given: Mapping | null,
  known: readonly Mapping[],
  shop: ReadWith,
): Outcome<FileLook> {
  const recognised = given ? null : recognise(file, known, shop);
  const mapping = given ?? (recognised === null ? guessMapping(file) : known[recognised]!);
  const table = readTable(file, mapping.shape, { most: TELLING_ROWS });
  if (!table.ok) return table;
  const found = placed(table.value, mapping);
  const here = found.ok ? found.value : { mapping, body: table.value, above: [] };
  const shown = table.value.slice(0, SHOWN);
  const body = new Set(here.body.map(({ row }) => row));
  const words = (column: number | undefined) => {
    const counts = new Map<string, number>();
    if (column !== undefined)
      for (const { cells } of here.body) {
        const word = (cells[column] ?? '').trim();
        if (word !== '') counts.set(word, (counts.get(word) ?? 0) + 1);
      }
    return [...counts]
      .sort((a, b) => b[1] - a[1])
      .slice(0, MOST_WORDS)
      .map(([word, count]) => ({ word: word.slice(0, 40), count }));
  };
  const width = Math.max(0, ...table.value.slice(0, SHOWN).map(({ cells }) => cells.length));
  return accept({
    mapping: here.mapping,
    known: recognised,
    columns: Array.from({ length: width }, (_, column) => ({
      head: (here.mapping.heads?.[column] ?? '').slice(0, 60),
      samples: here.body
        .slice(0, 3)
        .map((row) =>
          wordsOf({ row: row.row, cells: [row.cells[column] ?? ''] }).slice(0, 40),
        ),
    })),
    rows: shown.map((row) => showRow(row, body.has(row.row), here.mapping, shop)),
    kinds: words(here.mapping.columns.rowKind),
    schemes: words(here.mapping.columns.scheme),
  });
}

function showRow(row: TableRow, inBody: boolean, mapping: Mapping, shop: ReadWith): RowShown {
  const base = {
    ...{ row: row.row, text: wordsOf(row), kind: null, read: null, refusal: null },
    cells:
      row.row <= HEADS_AMONG
        ? row.cells.map((cell) => wordsOf({ ...row, cells: [cell] }))
        : [],
  };
  if (!inBody) return base;
  const read = readRow(row, mapping, shop);
  return read.ok
    ? { ...base, kind: read.value.kind, read: read.value }
    : { ...base, refusal: read.refusals[0]! };
}
