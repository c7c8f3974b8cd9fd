import { readRecords, type Watch } from '../csv';
import { isIsoDate } from '../dates';
import { minus, parseAmount, sum, type Minor } from '../money';
import { accept, refuse, type Outcome } from '../outcome';

/** One scheme of one batch, as the processor reports it. Minor units. */
export type SettledScheme = {
  batchDate: string;
  scheme: string;
  items: number;
  grossMinor: Minor;
  refundsMinor: Minor;
  feeMinor: Minor;
  netMinor: Minor;
};

export type Settlement = {
  reference: string;
  date: string;
  currency: string;
  schemes: SettledScheme[];
  grossMinor: Minor;
  refundsMinor: Minor;
  feeMinor: Minor;
  netMinor: Minor;
};

const COLUMNS = [
  'record',
  'reference',
  'date',
  'batch',
  'scheme',
  'items',
  'gross',
  'refunds',
  'fee',
  'net',
  'currency',
] as const;
type Column = (typeof COLUMNS)[number];
type Row = Record<Column, string>;
const MONEY = ['gross', 'refunds', 'fee', 'net'] as const;

/**
 * Reads the settlement layout of docs/formats.md (RFC 4180): `batch` rows by batch and scheme,
 * then one `total` row. In every row gross − refunds − fee = net, and the total row is the sum
 * of the others; a file whose own sums disagree is refused whole.
 * Refusals name the row (the header is row 1): `settlement.notCsv`, `settlement.columns`,
 * `settlement.record`, `settlement.date`, `settlement.items`, `settlement.currency`,
 * `settlement.mixed`, `settlement.rowSum`, `settlement.noTotal`, `settlement.totalDiffers`,
 * `settlement.schemeTwice` and those of `parseAmount`.
 */
export function readSettlement(
  text: string,
  currency: string,
  watch?: Watch,
): Outcome<Settlement> {
  const rows = readRows(text, watch);
  if (!rows.ok) return rows;
  const batches: (SettledScheme & { row: number })[] = [];
  const totalRow = rows.value.at(-1);
  if (totalRow?.record !== 'total') {
    return refuse('settlement.noTotal', `row ${rows.value.length + 1}`);
  }
  for (const [i, row] of rows.value.entries()) {
    const at = `row ${i + 2}`;
    const isTotal = i === rows.value.length - 1;
    if (row.record !== (isTotal ? 'total' : 'batch')) {
      return refuse('settlement.record', `${at}, record`, { text: row.record.slice(0, 40) });
    }
    if (row.currency !== currency) {
      return refuse('settlement.currency', `${at}, currency`, {
        text: row.currency,
        currency,
      });
    }
    if (row.reference !== totalRow.reference || row.date !== totalRow.date) {
      return refuse('settlement.mixed', at);
    }
    const read = readFigures(row, currency, at, isTotal);
    if (!read.ok) return read;
    if (!isTotal) batches.push({ ...read.value, row: i + 2 });
    else return checkTotals(totalRow, read.value, batches, at);
  }
  return refuse('settlement.noTotal', 'row 2');
}

function readRows(text: string, watch?: Watch): Outcome<Row[]> {
  const records = readRecords(text, 'settlement.notCsv', watch);
  if (!records.ok) return records;
  const [header = [], ...rest] = records.value;
  const missing = COLUMNS.filter((column) => !header.includes(column));
  if (missing.length)
    return refuse('settlement.columns', 'row 1', { missing: missing.join(', ') });
  return accept(
    rest.map((record) => {
      const row = {} as Row;
      for (const column of COLUMNS) row[column] = record[header.indexOf(column)] ?? '';
      return row;
    }),
  );
}

function readFigures(
  row: Row,
  currency: string,
  at: string,
  isTotal: boolean,
): Outcome<SettledScheme> {
  if (!isIsoDate(row.date))
    return refuse('settlement.date', `${at}, date`, { text: row.date });
  if (!isTotal && !isIsoDate(row.batch)) {
    return refuse('settlement.date', `${at}, batch`, { text: row.batch });
  }
  if (!isTotal && !row.scheme) return refuse('settlement.scheme', `${at}, scheme`);
  if (!/^\d{1,7}$/.test(row.items)) return refuse('settlement.items', `${at}, items`);
  const money = {} as Record<(typeof MONEY)[number], Minor>;
  for (const column of MONEY) {
    const read = parseAmount(row[column], currency, `${at}, ${column}`);
    if (!read.ok) return read;
    money[column] = read.value;
  }
  const expectedMinor = sum([money.gross, -money.refunds, -money.fee]);
  if (expectedMinor !== money.net) {
    return refuse('settlement.rowSum', `${at}, net`, { expectedMinor, foundMinor: money.net });
  }
  return accept({
    batchDate: row.batch,
    scheme: row.scheme,
    items: Number(row.items),
    grossMinor: money.gross,
    refundsMinor: money.refunds,
    feeMinor: money.fee,
    netMinor: money.net,
  });
}

function checkTotals(
  row: Row,
  total: SettledScheme,
  batches: (SettledScheme & { row: number })[],
  at: string,
): Outcome<Settlement> {
  if (!row.reference) return refuse('settlement.reference', `${at}, reference`);
  if (batches.length === 0) return refuse('settlement.noBatch', 'row 2');
  const seen = new Set<string>();
  for (const { batchDate, scheme, row: number } of batches) {
    const key = `${batchDate} ${scheme}`;
    if (seen.has(key)) return refuse('settlement.schemeTwice', `row ${number}`, { scheme });
    seen.add(key);
  }
  const checks = ['grossMinor', 'refundsMinor', 'feeMinor', 'netMinor', 'items'] as const;
  for (const name of checks) {
    const rowsMinor = sum(batches.map((batch) => batch[name]));
    if (rowsMinor !== total[name]) {
      const column = name.replace('Minor', '');
      if (name === 'items') return refuse('settlement.itemsDiffer', `${at}, items`);
      return refuse('settlement.totalDiffers', `${at}, ${column}`, {
        rowsMinor,
        totalMinor: total[name],
        differenceMinor: minus(total[name], rowsMinor),
      });
    }
  }
  const { grossMinor, refundsMinor, feeMinor, netMinor } = total;
  return accept({
    reference: row.reference,
    date: row.date,
    currency: row.currency,
    schemes: batches.map(({ row: _row, ...batch }) => batch),
    grossMinor,
    refundsMinor,
    feeMinor,
    netMinor,
  });
}
