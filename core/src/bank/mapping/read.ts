import type { Watch } from '../../csv';
import { minor, minus, sum, ZERO, type Minor } from '../../money';
import { accept, refuse, type Outcome } from '../../outcome';
import { readMoment, readMoney, readTable, type TableFile, type TableRow } from '../../tables';
import type { Statement, StatementLine } from '../statement';
import { statementGaps, type StatementMapping, type StatementMeaning } from './types';

/** Whose lines they are: a bank's own table says neither account nor currency. */
export type OfAccount = { accountNumber: string; currency: string; zone: string };

/** A table of lines as it was read; its balances are null where it has none. */
export type MappedStatement = Omit<Statement, 'openingMinor' | 'closingMinor'> & {
  openingMinor: Minor | null;
  closingMinor: Minor | null;
  /** Rows that say neither a date nor an amount: where they stand, what they say. */
  leftOut: { row: number; text: string }[];
};

type Row = { line: StatementLine; balanceMinor: Minor | null; row: number };
type Cells = (meaning: StatementMeaning) => { text: string; at: string };

/** A row as people find it again. */
export const rowText = ({ cells }: TableRow): string =>
  cells.filter(Boolean).join(' | ').slice(0, 120);

/**
 * The rows below the heads, and the mapping with its columns where they stand in this file.
 * Refusals: `statement.headsMissing` (missing: the words that no row has).
 */
export function placedRows(
  rows: readonly TableRow[],
  mapping: StatementMapping,
): Outcome<{ body: TableRow[]; columns: StatementMapping['columns'] }> {
  const { heads, columns } = mapping;
  if (heads === null) return accept({ body: [...rows], columns });
  const low = (cell: string) => cell.trim().toLowerCase();
  const wanted = heads.flatMap((head, i) => (columns[i] && head ? [low(head)] : []));
  const found = rows.find(({ cells }) => {
    const here = new Set(cells.map(low));
    return wanted.every((head) => here.has(head));
  });
  if (!found) return refuse('statement.headsMissing', 'row 1', { missing: wanted.join(', ') });
  const here = found.cells.map(low);
  const taken = new Set<number>();
  const moved: (StatementMeaning | null)[] = here.map(() => null);
  for (const [i, meaning] of columns.entries()) {
    if (!meaning) continue;
    // Two columns may be called the same: the next one is the other.
    const at = heads[i]
      ? here.findIndex((head, k) => head === low(heads[i]!) && !taken.has(k))
      : i;
    if (at < 0) continue;
    taken.add(at);
    moved[at] = meaning;
  }
  return accept({ body: rows.filter(({ row }) => row > found.row), columns: moved });
}

/**
 * What one row says by a mapping; null where it says neither a date nor an amount.
 * Refusals name the row and its column: `table.date`, those of amounts, `statement.noAmount`, `statement.bothSides`.
 */
export function readStatementRow(
  row: TableRow,
  columns: StatementMapping['columns'],
  mapping: StatementMapping,
  { currency, zone }: OfAccount,
): Outcome<Row | null> {
  const cell: Cells = (meaning) => {
    const column = columns.indexOf(meaning);
    const head = mapping.heads?.[column];
    return {
      text: column < 0 ? '' : (row.cells[column] ?? '').trim(),
      at: `row ${row.row}, ${head || `column ${column + 1}`}`,
    };
  };
  const date = cell('date');
  const amounts = (['amount', 'moneyOut', 'moneyIn'] as const).map(cell);
  if (date.text === '' && amounts.every(({ text }) => text === '')) return accept(null);
  const day = readMoment(date.text, mapping.dates, zone, date.at);
  if (!day.ok) return day;
  const amount = amountOf(cell, mapping, currency, `row ${row.row}`);
  if (!amount.ok) return amount;
  const value = cell('valueDate');
  const valueDay = value.text ? readMoment(value.text, mapping.dates, zone, value.at) : day;
  if (!valueDay.ok) return valueDay;
  const balance = cell('balance');
  const after = balance.text
    ? readMoney(balance.text, mapping.decimals, currency, balance.at)
    : accept(null);
  if (!after.ok) return after;
  const reference = cell('reference').text;
  return accept({
    row: row.row,
    balanceMinor: after.value,
    line: {
      ...{ date: day.value.date, valueDate: valueDay.value.date, amountMinor: amount.value },
      text: columns
        .flatMap((meaning, i) => (meaning === 'text' ? [(row.cells[i] ?? '').trim()] : []))
        .filter(Boolean)
        .join(' '),
      references: reference ? [reference] : [],
      bankId: cell('bankId').text || null,
      bankCode: '',
    },
  });
}

function amountOf(
  cell: Cells,
  { decimals, out, outWords }: StatementMapping,
  currency: string,
  at: string,
): Outcome<Minor> {
  const read = (meaning: StatementMeaning): Outcome<Minor | null> => {
    const { text, at: where } = cell(meaning);
    return text === '' ? accept(null) : readMoney(text, decimals, currency, where);
  };
  const [one, left, came] = [read('amount'), read('moneyOut'), read('moneyIn')];
  if (!one.ok) return one;
  if (!left.ok) return left;
  if (!came.ok) return came;
  if (one.value !== null) {
    const side = cell('side').text.toLowerCase();
    const magnitude = minor(Math.abs(one.value));
    if (side) return accept(outWords.includes(side) ? minus(0, magnitude) : magnitude);
    return accept(out === 'plus' ? minus(0, one.value) : one.value);
  }
  // Some banks write 0.00 on the other side.
  const [minusSide, plusSide] = [left.value ?? ZERO, came.value ?? ZERO];
  if (minusSide !== 0 && plusSide !== 0) return refuse('statement.bothSides', at);
  if (left.value === null && came.value === null) return refuse('statement.noAmount', at);
  return accept(minor(Math.abs(plusSide) - Math.abs(minusSide)));
}

/**
 * The lines of a bank's own table, checked whole: the oldest first, whichever way the file has them; balances that stand in it
 * chain from row to row. Rows that say nothing are told.
 * Refusals: those of the table, of {@link placedRows} and {@link readStatementRow}; `statement.mapping`, `statement.empty`,
 * `statement.balance` (expectedMinor, foundMinor).
 */
export function readMapped(
  file: TableFile,
  mapping: StatementMapping,
  account: OfAccount,
  watch?: Watch,
): Outcome<MappedStatement> {
  if (statementGaps(mapping).length) return refuse('statement.mapping', 'file');
  const table = readTable(file, mapping.shape, watch ? { watch } : {});
  if (!table.ok) return table;
  const placed = placedRows(table.value, mapping);
  if (!placed.ok) return placed;
  const { body, columns } = placed.value;
  const found: Row[] = [];
  const leftOut: MappedStatement['leftOut'] = [];
  for (const row of body) {
    const read = readStatementRow(row, columns, mapping, account);
    if (!read.ok) return read;
    // A row of nothing moved nothing, as some banks write their notes.
    if (read.value?.line.amountMinor) found.push(read.value);
    else leftOut.push({ row: row.row, text: rowText(row) });
  }
  const [first, last] = [found[0], found.at(-1)];
  if (!first || !last) return refuse('statement.empty', 'file');
  // The newest first in the file: turned, so that those of one day stand as the bank booked them.
  const rows = first.line.date > last.line.date ? found.reverse() : found;
  const chained = chain(rows);
  if (!chained.ok) return chained;
  const lines = rows.map(({ line }) => line);
  const days = lines.map(({ date }) => date).sort();
  return accept({
    ...{ format: 'table', accountNumber: account.accountNumber, currency: account.currency },
    ...{ from: days[0]!, to: days.at(-1)!, ...chained.value, pending: 0, leftOut },
    lines: [...lines].sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0)),
  });
}

/** Opening and closing balance, where each row's own follows from the one before. */
function chain(
  rows: readonly Row[],
): Outcome<Pick<MappedStatement, 'openingMinor' | 'closingMinor'>> {
  if (rows.every(({ balanceMinor }) => balanceMinor === null))
    return accept({ openingMinor: null, closingMinor: null });
  const firstSaid = rows.findIndex(({ balanceMinor }) => balanceMinor !== null);
  const before = rows.slice(0, firstSaid + 1).map(({ line }) => line.amountMinor);
  const openingMinor = minus(rows[firstSaid]!.balanceMinor!, sum(before));
  let balance = openingMinor;
  for (const { line, balanceMinor, row } of rows) {
    balance = sum([balance, line.amountMinor]);
    if (balanceMinor !== null && balanceMinor !== balance)
      return refuse('statement.balance', `row ${row}`, {
        expectedMinor: balance,
        foundMinor: balanceMinor,
      });
  }
  return accept({ openingMinor, closingMinor: balance });
}
