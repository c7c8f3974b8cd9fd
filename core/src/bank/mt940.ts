import { addDays, isIsoDate } from '../dates';
import type { Watch } from '../csv';
import { negate, parseAmount, sum, type Minor } from '../money';
import { accept, refuse, type Outcome } from '../outcome';
import { SWIFT_KINDS } from './kinds';
import {
  byDay,
  shortDay,
  sumDiffers,
  type LinesAlone,
  type Statement,
  type StatementLine,
} from './statement';

/*
 * SWIFT’s customer statement MT940: fields 20, 25, 28C, 60F or 60M, 61 with 86, 62F or 62M (from memory of the
 * standard). A statement may go over several messages: one ends with 62M, the next begins with 60M.
 */

type Field = { tag: string; text: string; line: number };
type Balance = { date: string; currency: string; amountMinor: Minor };
type Message = {
  account: string;
  opening: Balance & { first: boolean };
  closing: Balance & { last: boolean };
  lines: StatementLine[];
};

/**
 * Reads the statements of an MT940 file. Opening balance plus lines must give the closing balance of each message,
 * and messages of one statement must follow each other.
 * Refusals name the line of the file: `mt940.none`, `mt940.field` (tag, text), `mt940.missing` (tag),
 * `mt940.currency`, `mt940.follows`, `statement.sum` (expectedMinor, foundMinor) and those of `parseAmount`.
 */
export function readMt940(text: string, watch?: Watch): Outcome<(Statement | LinesAlone)[]> {
  const fields = fieldsOf(text);
  if (fields.some(({ tag }) => tag === '34F')) return readInterim(fields);
  const starts = fields.flatMap(({ tag }, i) => (tag === '20' ? [i] : []));
  if (starts.length === 0) return refuse('mt940.none');
  const statements: Statement[] = [];
  let open: Message[] = [];
  for (const [n, start] of starts.entries()) {
    watch?.(n, starts.length);
    const message = messageOf(fields.slice(start, starts[n + 1]));
    if (!message.ok) return message;
    const at = `line ${fields[start]!.line}`;
    const before = open.at(-1);
    const follows =
      before === undefined
        ? message.value.opening.first
        : !message.value.opening.first &&
          before.account === message.value.account &&
          before.closing.amountMinor === message.value.opening.amountMinor;
    if (!follows) return refuse('mt940.follows', at);
    open.push(message.value);
    if (!message.value.closing.last) continue;
    statements.push(statementOf(open));
    open = [];
  }
  if (open.length > 0) return refuse('mt940.follows', `line ${fields.at(-1)!.line}`);
  return accept(statements);
}

/**
 * Interim reports (MT942): field 34F in place of balances, then lines, with the number and the sum of debits (90D) and of credits
 * (90C) where the bank tells them. They have no balances: what was there, statements before them say.
 */
function readInterim(fields: readonly Field[]): Outcome<LinesAlone[]> {
  const starts = fields.flatMap(({ tag }, i) => (tag === '20' ? [i] : []));
  const found: LinesAlone[] = [];
  for (const [n, start] of starts.entries()) {
    const message = fields.slice(start, starts[n + 1]);
    const at = `line ${message[0]!.line}`;
    const account = message.find(({ tag }) => tag === '25' || tag === '25P');
    const floor = message.find(({ tag }) => tag === '34F');
    if (!account) return refuse('mt940.missing', at, { tag: '25' });
    if (!floor) return refuse('mt940.missing', at, { tag: '34F' });
    const currency = /^[A-Z]{3}/.exec(floor.text)?.[0];
    if (!currency)
      return refuse('mt940.field', `line ${floor.line}`, { tag: '34F', text: floor.text });
    const lines = linesOf(message, currency);
    if (!lines.ok) return lines;
    const differs = countsDiffer(message, lines.value, currency);
    if (differs) return differs;
    const days = lines.value.map(({ date }) => date).sort();
    // A report of nothing tells nothing.
    if (days.length === 0) continue;
    found.push({
      ...{ format: 'mt940', currency, accountNumber: accountIn(account) },
      ...{ from: days[0]!, to: days.at(-1)!, openingMinor: null, closingMinor: null },
      ...{ lines: byDay(lines.value), pending: 0 },
    });
  }
  return found.length ? accept(found) : refuse('mt940.none');
}

/** `12CAD345,67`: how many lines leave the account (90D) or reach it (90C), and what they come to. */
function countsDiffer(
  fields: readonly Field[],
  lines: readonly StatementLine[],
  currency: string,
): Outcome<never> | undefined {
  for (const [tag, way] of [
    ['90D', -1],
    ['90C', 1],
  ] as const) {
    const field = fields.find((one) => one.tag === tag);
    if (!field) continue;
    const at = `line ${field.line}`;
    const parts = /^(\d{1,5})[A-Z]{3}([\d,.]+)\s*$/.exec(field.text);
    if (!parts) return refuse('mt940.field', at, { tag, text: field.text });
    const stated = amountOf(parts[2]!, currency, at);
    if (!stated.ok) return stated;
    const these = lines.filter(({ amountMinor }) => amountMinor * way > 0);
    const foundMinor = Math.abs(sum(these.map(({ amountMinor }) => amountMinor)));
    if (these.length !== Number(parts[1]) || foundMinor !== stated.value)
      return refuse('statement.sum', at, {
        expectedMinor: foundMinor,
        foundMinor: stated.value,
      });
  }
  return undefined;
}

/** A bank’s own code may stand before the account. */
const accountIn = ({ text }: Field) => text.split('\n')[0]!.split('/').at(-1)!.trim();

/** Fields 61 of a message, each with its field 86. */
function linesOf(fields: readonly Field[], currency: string): Outcome<StatementLine[]> {
  const lines: StatementLine[] = [];
  for (const [i, field] of fields.entries()) {
    if (field.tag !== '61') continue;
    const details = fields[i + 1]?.tag === '86' ? fields[i + 1]!.text : '';
    const line = lineOf(field, details, currency);
    if (!line.ok) return line;
    lines.push(line.value);
  }
  return accept(lines);
}

/** Fields with what stands on the lines below them; envelopes and trailers are passed over. */
function fieldsOf(text: string): Field[] {
  const fields: Field[] = [];
  const rows = text.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/);
  rows.forEach((row, i) => {
    const content = row.replace(/^\{1:.*\{4:\s*$/, '').replace(/^-(\}.*)?$/, '');
    const begins = /^:(\d{2}[A-Z]?):(.*)$/.exec(content);
    if (begins) fields.push({ tag: begins[1]!, text: begins[2]!, line: i + 1 });
    else if (content.trim() && fields.length > 0) {
      const last = fields.at(-1)!;
      last.text += `\n${content}`;
    }
  });
  return fields;
}

function messageOf(fields: readonly Field[]): Outcome<Message> {
  const at = `line ${fields[0]!.line}`;
  const one = (...tags: string[]) => fields.find(({ tag }) => tags.includes(tag));
  const [account, opening, closing] = [one('25', '25P'), one('60F', '60M'), one('62F', '62M')];
  if (!account) return refuse('mt940.missing', at, { tag: '25' });
  if (!opening) return refuse('mt940.missing', at, { tag: '60F' });
  if (!closing) return refuse('mt940.missing', at, { tag: '62F' });
  const [from, to] = [balanceOf(opening), balanceOf(closing)];
  if (!from.ok) return from;
  if (!to.ok) return to;
  const { currency } = from.value;
  if (to.value.currency !== currency)
    return refuse('mt940.currency', `line ${closing.line}`, {
      text: to.value.currency,
      currency,
    });
  const lines = linesOf(fields, currency);
  if (!lines.ok) return lines;
  const sums = {
    openingMinor: from.value.amountMinor,
    closingMinor: to.value.amountMinor,
    lines: lines.value,
  };
  const differs = sumDiffers(sums, `line ${closing.line}`);
  if (differs) return differs;
  return accept({
    account: accountIn(account),
    opening: { ...from.value, first: opening.tag === '60F' },
    closing: { ...to.value, last: closing.tag === '62F' },
    lines: lines.value,
  });
}

/** `C260302CAD1234,56` */
function balanceOf({ tag, text, line }: Field): Outcome<Balance> {
  const parts = /^([CD])(\d{6})([A-Z]{3})([\d,.]+)\s*$/.exec(text);
  const date = parts ? shortDay(parts[2]!) : '';
  if (!parts || !isIsoDate(date)) return refuse('mt940.field', `line ${line}`, { tag, text });
  const amount = amountOf(parts[4]!, parts[3]!, `line ${line}`);
  if (!amount.ok) return amount;
  const amountMinor = parts[1] === 'D' ? negate(amount.value) : amount.value;
  return accept({ date, currency: parts[3]!, amountMinor });
}

const LINE =
  /^(\d{6})(\d{4})?(R?[CD])([A-Z])?([\d,.]+)([NSF][A-Z0-9]{3})([^\n]{0,16}?)(?:\/\/([^\n]{0,16}))?(?:\n([^]*))?$/;

/** `2603020303C50,00NTRFREF//BANKID`, what is said of it below, and its field 86. */
function lineOf(field: Field, details: string, currency: string): Outcome<StatementLine> {
  const { text, line } = field;
  const parts = LINE.exec(text);
  const valueDate = parts ? shortDay(parts[1]!) : '';
  if (!parts || !isIsoDate(valueDate))
    return refuse('mt940.field', `line ${line}`, { tag: '61', text: text.split('\n')[0]! });
  const [, , entry, mark, , figure, type, reference, bankId, below] = parts;
  const amount = amountOf(figure!, currency, `line ${line}`);
  if (!amount.ok) return amount;
  const date = entry ? entryDay(valueDate, entry) : valueDate;
  if (!isIsoDate(date)) return refuse('mt940.field', `line ${line}`, { tag: '61', text });
  // A reversed credit leaves the account, a reversed debit comes back.
  const leaves = mark === 'D' || mark === 'RC';
  const code = type!.slice(1);
  return accept({
    ...{ date, valueDate },
    amountMinor: leaves ? negate(amount.value) : amount.value,
    text: [below ?? '', ...details.split(/\?\d{2}|\n/)]
      .map((part) => part.trim())
      .filter(Boolean)
      .join(' · '),
    references: [reference!.trim()].filter((one) => one && one !== 'NONREF'),
    bankId: bankId?.trim() || null,
    bankCode: SWIFT_KINDS[code] ?? code,
  });
}

/** Decimals stand behind a comma, which stands even where there are none. */
function amountOf(text: string, currency: string, at: string): Outcome<Minor> {
  return parseAmount(text.replace(/,$/, '').replace(',', '.'), currency, at);
}

/** The booked `MMDD`, in the year that lies nearest to the value date. */
function entryDay(valueDate: string, entry: string): string {
  const year = Number(valueDate.slice(0, 4));
  const month = Number(entry.slice(0, 2)) - Number(valueDate.slice(5, 7));
  const own = month > 6 ? year - 1 : month < -6 ? year + 1 : year;
  return `${own}-${entry.slice(0, 2)}-${entry.slice(2, 4)}`;
}

function statementOf(messages: readonly Message[]): Statement {
  const [first, last] = [messages[0]!, messages.at(-1)!];
  const lines = byDay(messages.flatMap((message) => message.lines));
  // The opening balance is mostly that of the day before.
  const next = addDays(first.opening.date, 1);
  const from = lines[0] && lines[0].date < next ? lines[0].date : next;
  const to = last.closing.date;
  return {
    ...{ format: 'mt940', accountNumber: first.account, currency: first.opening.currency },
    ...{ from: from < to ? from : to, to, lines, pending: 0 },
    openingMinor: first.opening.amountMinor,
    closingMinor: last.closing.amountMinor,
  };
}
