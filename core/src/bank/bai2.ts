import type { Watch } from '../csv';
import { isIsoDate } from '../dates';
import { MAX_AMOUNT_MINOR, minor, negate, type Minor } from '../money';
import { accept, refuse, type Outcome } from '../outcome';
import { BAI_KINDS } from './kinds';
import { shortDay, sumDiffers, type Statement, type StatementLine } from './statement';

/*
 * BAI2, the cash management balance reporting of the Bank Administration Institute, version 2 (from memory):
 * 01 file, 02 group (a day), 03 account with summary amounts, 16 transactions, 88 what goes on from the record
 * before, 49, 98 and 99 trailers with control totals and counts. Amounts are in minor units, without a point.
 */

type Record_ = { code: string; fields: string[]; line: number; rows: number };
type Account = {
  number: string;
  currency: string;
  line: number;
  openingMinor: Minor | null;
  closingMinor: Minor | null;
  lines: StatementLine[];
  totalMinor: number;
  rows: number;
};

/** Summary amounts: what the ledger opened and closed with. */
const [OPENING, CLOSING] = ['010', '015'];

/**
 * Reads the statements of a BAI2 file, one an account and day. Control totals and counts of accounts, groups and the file are
 * checked, and opening balance plus transactions must give the closing balance.
 * Refusals name the line: `bai2.record` (code), `bai2.order`, `bai2.amount` (text), `bai2.date` (text), `bai2.balances`,
 * `bai2.total` (expectedMinor, foundMinor), `bai2.count` (expected, found), `bai2.cut`, `statement.noCurrency` (text), `statement.sum`.
 */
export function readBai2(text: string, watch?: Watch): Outcome<Statement[]> {
  const records = recordsOf(text);
  if (!records.ok) return records;
  const all = records.value;
  const statements: Statement[] = [];
  let group: {
    date: string;
    currency: string;
    total: number;
    accounts: number;
    rows: number;
  } | null = null;
  let account: Account | null = null;
  let file = { total: 0, groups: 0, rows: 0 };
  let ended = false;
  for (const [i, record] of all.entries()) {
    watch?.(i, all.length);
    const { code, fields, line, rows } = record;
    const at = `line ${line}`;
    file.rows += rows;
    if (group) group.rows += rows;
    if (account) account.rows += rows;
    if (ended) return refuse('bai2.order', at, { code });
    if (code === '01') {
      if (i !== 0) return refuse('bai2.order', at, { code });
    } else if (code === '02') {
      if (group) return refuse('bai2.order', at, { code });
      const date = shortDay(fields[3] ?? '');
      if (!isIsoDate(date)) return refuse('bai2.date', at, { text: fields[3] ?? '' });
      group = { date, currency: fields[5] || 'USD', total: 0, accounts: 0, rows };
    } else if (code === '03') {
      if (!group || account) return refuse('bai2.order', at, { code });
      const begun = accountOf(record, group.currency);
      if (!begun.ok) return begun;
      account = begun.value;
    } else if (code === '16') {
      if (!group || !account) return refuse('bai2.order', at, { code });
      const read = transactionOf(record, group.date);
      if (!read.ok) return read;
      account.totalMinor += read.value.amount;
      account.lines.push(read.value.line);
    } else if (code === '49') {
      if (!group || !account) return refuse('bai2.order', at, { code });
      const checked = proven(record, account.totalMinor, account.rows, 1);
      if (!checked.ok) return checked;
      const statement = statementOf(account, group.date);
      if (!statement.ok) return statement;
      statements.push(statement.value);
      group.total += account.totalMinor;
      group.accounts += 1;
      account = null;
    } else if (code === '98') {
      if (!group || account) return refuse('bai2.order', at, { code });
      const counted = countIs(fields[1], group.accounts, at);
      if (!counted.ok) return counted;
      const checked = proven(record, group.total, group.rows, 2);
      if (!checked.ok) return checked;
      file = { ...file, total: file.total + group.total, groups: file.groups + 1 };
      group = null;
    } else if (code === '99') {
      if (group) return refuse('bai2.order', at, { code });
      const counted = countIs(fields[1], file.groups, at);
      if (!counted.ok) return counted;
      const checked = proven(record, file.total, file.rows, 2);
      if (!checked.ok) return checked;
      ended = true;
    }
  }
  return ended ? accept(statements) : refuse('bai2.cut');
}

/** Records with their continuations: fields are parted by commas, the last ends with a slash or the line. */
function recordsOf(text: string): Outcome<Record_[]> {
  const records: Record_[] = [];
  for (const [i, row] of text
    .replace(/^\uFEFF/, '')
    .split(/\r\n|\r|\n/)
    .entries()) {
    if (row.trim() === '') continue;
    const [code, ...fields] = row.trimEnd().replace(/\/$/, '').split(',');
    if (!/^(01|02|03|16|49|88|98|99)$/.test(code!))
      return refuse('bai2.record', `line ${i + 1}`, { code: code!.slice(0, 20) });
    if (code === '88') {
      const before = records.at(-1);
      if (!before) return refuse('bai2.order', `line ${i + 1}`, { code });
      before.fields.push(...fields);
      before.rows += 1;
    } else records.push({ code: code!, fields, line: i + 1, rows: 1 });
  }
  return accept(records);
}

function amountOf(text: string, at: string): Outcome<Minor> {
  if (text === '') return accept(minor(0));
  const value = Number(text);
  return /^[+-]?\d{1,15}$/.test(text) && Math.abs(value) <= MAX_AMOUNT_MINOR
    ? accept(minor(value))
    : refuse('bai2.amount', at, { text: text.slice(0, 30) });
}

/** What stands behind an amount’s funds type says when it is available: how many fields that takes. */
function fundsFields(type: string, next: readonly string[]): number {
  if (type === 'S') return 3;
  if (type === 'V') return 2;
  // So many pairs of days and amounts; what is no number of them is none.
  return type === 'D' ? 1 + 2 * (/^\d{1,2}$/.test(next[0] ?? '') ? Number(next[0]) : 0) : 0;
}

function accountOf({ fields, line, rows }: Record_, ofGroup: string): Outcome<Account> {
  const at = `line ${line}`;
  const [number = '', ofAccount = '', ...summary] = fields;
  const currency = ofAccount || ofGroup;
  if (!/^[A-Z]{3}$/.test(currency))
    return refuse('statement.noCurrency', at, { text: currency });
  const account: Account = {
    ...{ number, currency, line, lines: [], totalMinor: 0, rows },
    ...{ openingMinor: null, closingMinor: null },
  };
  for (let i = 0; i < summary.length;) {
    const [code = '', text = '', , type = ''] = summary.slice(i);
    const amount = amountOf(text, at);
    if (!amount.ok) return amount;
    account.totalMinor += amount.value;
    if (code === OPENING) account.openingMinor = amount.value;
    if (code === CLOSING) account.closingMinor = amount.value;
    i += 4 + fundsFields(type, summary.slice(i + 4));
  }
  return accept(account);
}

function transactionOf(
  { fields, line }: Record_,
  date: string,
): Outcome<{ amount: number; line: StatementLine }> {
  const at = `line ${line}`;
  const [code = '', text = '', type = ''] = fields;
  const amount = amountOf(text, at);
  if (!amount.ok) return amount;
  const skip = fundsFields(type, fields.slice(3));
  const value = type === 'V' ? shortDay(fields[3] ?? '') : date;
  const [bankId = '', reference = '', ...words] = fields.slice(3 + skip);
  // Type codes of credits are 100 to 399, of debits 400 to 699.
  const credit = /^[1-3]\d\d$/.test(code);
  if (!credit && !/^[4-6]\d\d$/.test(code)) return refuse('bai2.record', at, { code });
  return accept({
    amount: amount.value,
    line: {
      ...{ date, valueDate: isIsoDate(value) ? value : date },
      amountMinor: credit ? amount.value : negate(amount.value),
      text: words.join(',').replace(/\/$/, '').trim(),
      references: [reference.trim()].filter(Boolean),
      bankId: bankId.trim() || null,
      bankCode: BAI_KINDS[code] ?? code,
    },
  });
}

/** A trailer’s control total, and how many records it closes. */
function proven(
  { fields, line }: Record_,
  total: number,
  rows: number,
  count: number,
): Outcome<true> {
  const at = `line ${line}`;
  const stated = amountOf(fields[0] ?? '', at);
  if (!stated.ok) return stated;
  if (stated.value !== total)
    return refuse('bai2.total', at, { expectedMinor: total, foundMinor: stated.value });
  return countIs(fields[count], rows, at);
}

function countIs(text: string | undefined, expected: number, at: string): Outcome<true> {
  const found = Number(text);
  return found === expected
    ? accept(true)
    : refuse('bai2.count', at, { expected, found: text ?? '' });
}

function statementOf(account: Account, date: string): Outcome<Statement> {
  const { number, currency, openingMinor, closingMinor, lines, line } = account;
  if (openingMinor === null || closingMinor === null)
    return refuse('bai2.balances', `line ${line}`);
  const differs = sumDiffers({ openingMinor, closingMinor, lines }, `line ${line}`);
  if (differs) return differs;
  return accept({
    ...{ format: 'bai2', accountNumber: number, currency, from: date, to: date },
    ...{ openingMinor, closingMinor, lines, pending: 0 },
  });
}
