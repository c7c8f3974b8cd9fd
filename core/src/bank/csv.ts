import { readRecords, type Watch } from '../csv';
import { isIsoDate } from '../dates';
import { minus, parseAmount, sum } from '../money';
import { accept, refuse, type Outcome } from '../outcome';
import type { Statement, StatementLine } from './statement';

const COLUMNS = [
  'account',
  'currency',
  'date',
  'amount',
  'balance',
  'type',
  'reference',
  'text',
] as const;
type Column = (typeof COLUMNS)[number];

/**
 * Reads the statement CSV of docs/formats.md (RFC 4180): one row a line, oldest first, each with
 * the balance after it. The balances must chain, so a row that was cut out is found. Rows of several accounts or
 * currencies are told apart: each chains by itself, and is a statement of its own.
 * Refusals name the row (the header is row 1): `statement.notCsv`, `statement.columns`,
 * `statement.empty`, `statement.noCurrency` (text), `statement.cut`, `statement.date`, `statement.order`,
 * `statement.balance` and those of `parseAmount`.
 */
export function readStatementCsv(text: string, watch?: Watch): Outcome<Statement[]> {
  const records = readRecords(text, 'statement.notCsv', watch);
  if (!records.ok) return records;
  const [header = [], ...rows] = records.value;
  const missing = COLUMNS.filter((column) => !header.includes(column));
  if (missing.length)
    return refuse('statement.columns', 'row 1', { missing: missing.join(', ') });
  if (rows.length === 0) return refuse('statement.empty', 'row 2');
  const place = new Map(COLUMNS.map((column) => [column, header.indexOf(column)]));
  const statements = new Map<string, Statement>();
  for (const [i, row] of rows.entries()) {
    const cells = (column: Column) => row[place.get(column)!] ?? '';
    const key = `${cells('account')} ${cells('currency')}`;
    const read = readRow(cells, statements.get(key), `row ${i + 2}`);
    if (!read.ok) return read;
    statements.set(key, read.value);
  }
  return accept([...statements.values()]);
}

/** A statement with one row more, or begun by it: what was there before follows from its balance. */
function readRow(
  cell: (column: Column) => string,
  so: Statement | undefined,
  at: string,
): Outcome<Statement> {
  const [account, currency, date] = [cell('account'), cell('currency'), cell('date')];
  if (!/^[A-Z]{3}$/.test(currency))
    return refuse('statement.noCurrency', `${at}, currency`, { text: currency });
  if (!isIsoDate(date)) return refuse('statement.date', `${at}, date`, { text: date });
  if (so && date < so.to) return refuse('statement.order', at);
  const amount = parseAmount(cell('amount'), currency, `${at}, amount`);
  if (!amount.ok) return amount;
  const after = parseAmount(cell('balance'), currency, `${at}, balance`);
  if (!after.ok) return after;
  const reference = cell('reference');
  const line: StatementLine = {
    date,
    valueDate: date,
    amountMinor: amount.value,
    text: cell('text'),
    references: reference ? [reference] : [],
    bankId: null,
    bankCode: cell('type').toLowerCase(),
  };
  if (!so)
    return accept({
      ...{ format: 'csv', accountNumber: account, currency, from: date, to: date },
      openingMinor: minus(after.value, amount.value),
      closingMinor: after.value,
      ...{ lines: [line], pending: 0 },
    });
  const expectedMinor = sum([so.closingMinor, amount.value]);
  if (expectedMinor !== after.value)
    return refuse('statement.balance', `${at}, balance`, {
      ...{ expectedMinor, foundMinor: after.value },
    });
  so.lines.push(line);
  return accept({ ...so, to: date, closingMinor: after.value });
}
