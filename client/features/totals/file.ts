import { dsvFormat } from 'd3-dsv';
import { daysBetween } from '@abacist/core/dates';
import { MOST_COLUMNS } from '@abacist/core/totalFigures';
import { cellKey, type ColumnAt, type TotalsDraft } from './draft';
import { gridRows, type ReadWith } from './read';

/** What a till's file says: its head, and a line a day (and drawer). */
export type TotalsFile = { headers: string[]; lines: { at: number; cells: string[] }[] };
/** What each of its columns is: a day, a drawer, a row of the grid by its key, or nothing that is taken. */
export type Meanings = readonly string[];
export const NOTHING = '';
export const DAY = 'date';
export const DRAWER = 'drawer';

/** A till's report of totals is small: what is larger is something else. */
const MOST_BYTES = 1_000_000;
const MOST_LINES = 1_000;
const MOST_FILE_COLUMNS = 60;

export type FileRefusal = { code: 'large' | 'lines' | 'columns' | 'empty'; most?: number };

/** The text of a file: UTF-16 by its mark, UTF-8 where it is that, else the Western code page of spreadsheets. */
export function textOf(bytes: Uint8Array): string {
  const [first, second] = bytes;
  if (first === 0xff && second === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  if (first === 0xfe && second === 0xff) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

const SEPARATORS = [',', ';', '\t'] as const;

/** Reads a file with one head line; commas, semicolons or tabs stand between its columns. */
export function readFile(bytes: Uint8Array): TotalsFile | FileRefusal {
  if (bytes.length > MOST_BYTES) return { code: 'large', most: MOST_BYTES };
  const text = textOf(bytes)
    .replace(/^\uFEFF/, '')
    .replace(/\r\n?/g, '\n');
  const [head = ''] = text.split('\n', 1);
  const counts = SEPARATORS.map((sign) => head.split(sign).length);
  const separator = SEPARATORS[counts.indexOf(Math.max(...counts))]!;
  const all = dsvFormat(separator)
    .parseRows(text)
    .map((cells, i) => ({ at: i + 1, cells: cells.map((cell) => cell.trim()) }))
    .filter(({ cells }) => cells.some((cell) => cell !== ''));
  const [first, ...lines] = all;
  if (!first || lines.length === 0) return { code: 'empty' };
  if (first.cells.length > MOST_FILE_COLUMNS)
    return { code: 'columns', most: MOST_FILE_COLUMNS };
  if (lines.length > MOST_LINES) return { code: 'lines', most: MOST_LINES };
  return { headers: first.cells, lines };
}

/** What a head is, where it is called as the shop calls it; each meaning once. */
export function guessMeanings(
  { headers }: TotalsFile,
  shop: Pick<ReadWith, 'departments' | 'authorities' | 'tenders'>,
  names: { day: readonly string[]; drawer: readonly string[]; row: (key: string) => string },
): string[] {
  const plain = (text: string) => text.normalize('NFKC').trim().toLowerCase();
  const known = new Map<string, string>();
  for (const { key } of gridRows(shop)) known.set(plain(names.row(key)), key);
  for (const word of names.day) known.set(plain(word), DAY);
  for (const word of names.drawer) known.set(plain(word), DRAWER);
  const taken = new Set<string>();
  return headers.map((header) => {
    const meaning = known.get(plain(header)) ?? NOTHING;
    if (meaning === NOTHING || taken.has(meaning)) return NOTHING;
    taken.add(meaning);
    return meaning;
  });
}

/**
 * An amount as a file writes it, as one types it: the last sign of `.` and `,` stands before the cents where two or
 * fewer digits follow it, all others between thousands. What is no amount stays as it is: the grid says so.
 */
export function amountText(text: string): string {
  const bare = text
    .replace(/[\s'’\u00A0\u202F]/g, '')
    .replace(/^(\p{Sc}|[A-Z]{3})|(\p{Sc}|[A-Z]{3})$/gu, '');
  if (!/^[-−+]?\d[\d.,]*$/.test(bare)) return text;
  const at = Math.max(bare.lastIndexOf('.'), bare.lastIndexOf(','));
  if (at < 0) return bare;
  const whole = bare.slice(0, at).replace(/[.,]/g, '');
  const after = bare.slice(at + 1);
  // "1.234" alone may be either: with one sign and three digits behind it, it stands between thousands.
  return after.length === 3 || after.length === 0 ? `${whole}${after}` : `${whole}.${after}`;
}

/** A line that the grid can't take, and why. */
export type LeftOut = {
  at: number;
  code: 'day' | 'future' | 'drawer' | 'twice';
  text: string;
};

/**
 * Puts a file into the grid: its days and drawers become the columns, its figures cells, wrong ones too, which the
 * grid marks then. Lines that tell no day or drawer of the shop are left out and named.
 * @param drawerId whose figures they are, where no column tells it
 */
export function putFile(
  draft: TotalsDraft,
  file: TotalsFile,
  meanings: Meanings,
  {
    drawerId,
    shop,
  }: { drawerId: number; shop: Pick<ReadWith, 'drawers' | 'readDate' | 'today'> },
): { draft: TotalsDraft; leftOut: LeftOut[]; days: number } | { tooMany: number } {
  const [dayAt, drawerAt] = [meanings.indexOf(DAY), meanings.indexOf(DRAWER)];
  const leftOut: LeftOut[] = [];
  const cells: Record<string, string> = {};
  const taken: ColumnAt[] = [];
  for (const { at, cells: line } of file.lines) {
    const dayText = line[dayAt] ?? '';
    const date = shop.readDate(dayText);
    if (date === null) leftOut.push({ at, code: 'day', text: dayText });
    else if (date > shop.today) leftOut.push({ at, code: 'future', text: dayText });
    if (date === null || date > shop.today) continue;
    const drawerText = drawerAt < 0 ? '' : (line[drawerAt] ?? '');
    const drawer =
      drawerAt < 0
        ? drawerId
        : shop.drawers.find(({ name }) => name.toLowerCase() === drawerText.toLowerCase())?.id;
    if (drawer === undefined) {
      leftOut.push({ at, code: 'drawer', text: drawerText });
      continue;
    }
    if (taken.some((one) => one.date === date && one.drawerId === drawer)) {
      leftOut.push({ at, code: 'twice', text: dayText });
      continue;
    }
    const column = { date, drawerId: drawer };
    taken.push(column);
    meanings.forEach((meaning, i) => {
      const text = line[i] ?? '';
      if (meaning === NOTHING || meaning === DAY || meaning === DRAWER || text === '') return;
      cells[cellKey(meaning, column)] = amountText(text);
    });
  }
  const dates = taken.map(({ date }) => date).sort();
  const [from, to] = [dates[0] ?? draft.from, dates.at(-1) ?? draft.to];
  const drawerIds = [...new Set(taken.map((column) => column.drawerId))];
  const columns = (daysBetween(from, to) + 1) * drawerIds.length;
  if (columns > MOST_COLUMNS) return { tooMany: columns };
  return {
    draft: { ...draft, from, to, drawerIds, cells: { ...draft.cells, ...cells } },
    leftOut,
    days: new Set(dates).size,
  };
}

/** The name by which a layout is known again: its heads in their order. */
export const layoutOf = ({ headers }: Pick<TotalsFile, 'headers'>): string =>
  headers.map((header) => header.trim().toLowerCase()).join(' · ');
