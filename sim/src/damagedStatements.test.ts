import { readStatementFile } from '@abacist/core/bank';
import { statementCamt053, statementCsv } from './bank';
import { statementBai2, statementMt940, statementOfx } from './bankFormats';

/*
 * Statements as they arrive damaged, and what each is refused for: cut short, a line lost or doubled, a figure changed, a
 * balance that does not fit, another account in its midst, a day that does not exist, what is no statement at all.
 */
const PERIOD = { from: '2026-03-02', to: '2026-03-05' };
const LINES = [
  { date: '2026-03-02', amountMinor: 640_00, text: 'DEPOSIT QUAY', type: 'deposit' },
  { date: '2026-03-03', amountMinor: -18_50, text: 'MONTHLY PLAN', type: '' },
  { date: '2026-03-05', amountMinor: 47_00, text: 'HALYARD PAY', type: 'card' },
] as const;
const OPENING = 1_000_00;
const FILES = {
  csv: statementCsv(OPENING, LINES),
  camt: statementCamt053(OPENING, LINES, PERIOD),
  ofx: statementOfx(OPENING, LINES, PERIOD),
  mt940: statementMt940(OPENING, LINES, PERIOD),
  bai2: statementBai2(OPENING, LINES, PERIOD),
};
type Format = keyof typeof FILES;
/** Without the rows that hold a text. */
const without = (text: string, words: string) =>
  text
    .split('\n')
    .filter((row) => !row.includes(words))
    .join('\n');
const half = (text: string) => text.slice(0, Math.floor(text.length / 2));

const DAMAGED: [string, Format, (text: string) => string, string][] = [
  ['cut short', 'csv', (text) => text.slice(0, text.lastIndexOf(',')), 'statement.notCsv'],
  ['cut short', 'camt', half, 'xml.notXml'],
  ['cut short', 'ofx', half, 'xml.notXml'],
  ['cut short', 'mt940', half, 'mt940.missing'],
  ['cut short', 'bai2', half, 'bai2.cut'],
  ['a line lost', 'csv', (text) => without(text, 'MONTHLY PLAN'), 'statement.balance'],
  ['a figure changed', 'csv', (text) => text.replace('-18.50', '-18.05'), 'statement.balance'],
  ['a figure changed', 'camt', (text) => text.replace('18.50', '18.05'), 'statement.sum'],
  ['a figure changed', 'mt940', (text) => text.replace('18,50', '18,05'), 'statement.sum'],
  ['a figure changed', 'bai2', (text) => text.replace(',1850,', ',1805,'), 'bai2.total'],
  [
    'another account within',
    'csv',
    (text) => text.replace(/\n([^,]+),(CAD,2026-03-03)/, '\n99999,$2'),
    'statement.balance',
  ],
  ['no such day', 'csv', (text) => text.replace('2026-03-03', '2026-02-30'), 'statement.date'],
  ['no such day', 'camt', (text) => text.replaceAll('2026-03-03', '2026-02-30'), 'camt.date'],
  ['no such day', 'ofx', (text) => text.replaceAll('20260303', '20260230'), 'ofx.date'],
  ['no such day', 'mt940', (text) => text.replaceAll('260303', '260230'), 'mt940.field'],
  ['no such day', 'bai2', (text) => text.replaceAll('260303', '260230'), 'bai2.date'],
  ['an amount in words', 'csv', (text) => text.replace('-18.50', 'some'), 'amount.notANumber'],
  ['an amount in words', 'camt', (text) => text.replace('18.50', 'some'), 'amount.notANumber'],
  ['an amount in words', 'ofx', (text) => text.replace('-18.50', 'some'), 'amount.notANumber'],
  [
    'too many decimals',
    'csv',
    (text) => text.replace('-18.50', '-18.505'),
    'amount.tooManyDecimals',
  ],
  [
    'too many decimals',
    'camt',
    (text) => text.replace('18.50', '18.505'),
    'amount.tooManyDecimals',
  ],
  ['no balance', 'camt', (text) => text.replaceAll('CLBD', 'XXXX'), 'camt.balances'],
  ['no balance', 'mt940', (text) => without(text, ':62F:'), 'mt940.missing'],
  ['no trailer', 'bai2', (text) => without(text, '99,'), 'bai2.total'],
  [
    'entities of its own',
    'camt',
    (text) => text.replace('?>', '?><!DOCTYPE a [<!ENTITY b "c">]>'),
    'xml.doctype',
  ],
  ['a list of shopping', 'csv', () => 'milk\nbread\n', 'statement.columns'],
  ['nothing', 'csv', () => '', 'statement.columns'],
  ['a page of the web', 'camt', () => '<html><body>Sign in</body></html>', 'camt.notCamt053'],
];

test.each(DAMAGED)('%s in %s', (_, format, damage, code) => {
  const whole = readStatementFile(FILES[format]);
  expect(whole.ok).toBe(true);
  const text = damage(FILES[format]);
  expect(text).not.toBe(FILES[format]);
  const read = readStatementFile(text);
  expect(read.ok ? 'taken' : read.refusals[0]!.code).toBe(code);
});
