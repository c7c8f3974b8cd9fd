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

/**
 * Reads the statement CSV of docs/formats.md (RFC 4180): one row a line, oldest first, each with
 * the balance after it. The balances must chain, so a row that was cut out is found.
 * Refusals name the row (the header is row 1): `statement.notCsv`, `statement.columns`,
 * `statement.empty`, `statement.noCurrency` (text), `statement.cut`, `statement.mixed`, `statement.date`, `statement.order`,
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
  const cell = (row: string[], column: (typeof COLUMNS)[number]) =>
    row[place.get(column)!] ?? '';
  const account = cell(rows[0]!, 'account');
  const currency = cell(rows[0]!, 'currency');
  if (!/^[A-Z]{3}$/.test(currency))
    return refuse('statement.noCurrency', 'row 2, currency', { text: currency });
  const lines: StatementLine[] = [];
  let opening: number | undefined;
  let balance = 0;
  for (const [i, row] of rows.entries()) {
    const at = `row ${i + 2}`;
    if (cell(row, 'account') !== account || cell(row, 'currency') !== currency) {
      return refuse('statement.mixed', at);
    }
    const date = cell(row, 'date');
    if (!isIsoDate(date)) return refuse('statement.date', `${at}, date`, { text: date });
    if (lines.length && date < lines.at(-1)!.date) return refuse('statement.order', at);
    const amount = parseAmount(cell(row, 'amount'), currency, `${at}, amount`);
    if (!amount.ok) return amount;
    const after = parseAmount(cell(row, 'balance'), currency, `${at}, balance`);
    if (!after.ok) return after;
    if (opening === undefined) opening = minus(after.value, amount.value);
    else if (sum([balance, amount.value]) !== after.value) {
      return refuse('statement.balance', `${at}, balance`, {
        expectedMinor: sum([balance, amount.value]),
        foundMinor: after.value,
      });
    }
    balance = after.value;
    const reference = cell(row, 'reference');
    lines.push({
      date,
      valueDate: date,
      amountMinor: amount.value,
      text: cell(row, 'text'),
      references: reference ? [reference] : [],
      bankId: null,
      bankCode: cell(row, 'type').toLowerCase(),
    });
  }
  return accept([
    {
      format: 'csv',
      accountNumber: account,
      currency,
      from: lines[0]!.date,
      to: lines.at(-1)!.date,
      openingMinor: sum([opening!]),
      closingMinor: sum([balance]),
      lines,
      pending: 0,
    },
  ]);
}
