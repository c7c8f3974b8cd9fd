import fc from 'fast-check';
import { parse } from 'csv-parse/sync';
import { stringify } from 'csv-stringify/sync';
import { toDecimal } from '../money';
import {
  guessDateForm,
  guessDecimalSign,
  guessHeadRow,
  guessShape,
  readClock,
  readMoment,
  readMoney,
  readTable,
} from '.';

const ZONE = 'America/Halifax';

test.each([
  ['2026-03-02', 'ymd', { date: '2026-03-02', time: null }],
  ['02.03.2026 9:05', 'dmy', { date: '2026-03-02', time: '09:05' }],
  ['3/2/26, 12:05 AM', 'mdy', { date: '2026-03-02', time: '00:05' }],
  ['20260302', 'ymd', { date: '2026-03-02', time: null }],
  ['020326', 'dmy', { date: '2026-03-02', time: null }],
  ['20260302T221500', 'ymd', { date: '2026-03-02', time: '22:15' }],
  // RFC 3339: an instant of its own zone, told in the shop’s (four hours behind in March).
  ['2026-03-02T02:30:00Z', 'dmy', { date: '2026-03-01', time: '22:30' }],
  ['2026-03-02T02:30:00+01:00', 'dmy', { date: '2026-03-01', time: '21:30' }],
] as const)('a date written as %s', (text, form, moment) => {
  expect(readMoment(text, form, ZONE)).toEqual({ ok: true, value: moment });
});

test.each([
  ['2026-02-30', 'ymd'],
  ['13/13/2026', 'dmy'],
  ['02.03.2026 25:00', 'dmy'],
  ['soon', 'ymd'],
  ['2026', 'ymd'],
] as const)('%s is no date', (text, form) => {
  expect(readMoment(text, form, ZONE, 'row 2')).toMatchObject({
    ok: false,
    refusals: [{ code: 'table.date', at: 'row 2', params: { text, form } }],
  });
});

test('times as files write them', () => {
  const times = [
    '9:05',
    '21.05',
    '0905',
    '090530',
    '9:05 pm',
    '12:00 AM',
    '24:00',
    '9:65',
    'x',
  ];
  expect(times.map(readClock)).toEqual([
    ...['09:05', '21:05', '09:05', '09:05', '21:05', '00:00', null, null, null],
  ]);
});

test.each([
  ['1.234,50', ',', 1234_50],
  ['1 234,50 CAD', ',', 1234_50],
  ['$1,234.5', '.', 1234_50],
  ['(12.30)', '.', -12_30],
  ['12.30-', '.', -12_30],
  ['−12,30', ',', -12_30],
  ["1'234.50", '.', 1234_50],
] as const)('an amount written as %s', (text, sign, value) => {
  expect(readMoney(text, sign, 'CAD')).toEqual({ ok: true, value });
});

test.each([
  ['1.234', ','],
  ['12,30', '.'],
  ['1,23.40', '.'],
  ['12.3.0', '.'],
  ['12,345', ','],
  ['(12', '.'],
] as const)('%s is no amount where decimals are parted by a “%s”', (text, sign) => {
  const read = readMoney(text, sign, 'CAD');
  // 1.234 with a comma for decimals is a thousand and more, grouped.
  if (text === '1.234') expect(read).toEqual({ ok: true, value: 1234_00 });
  else expect(read.ok).toBe(false);
});

test('any amount is read as it was written, with either sign', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -900_000_000_000, max: 900_000_000_000 }),
      fc.constantFrom<',' | '.'>(',', '.'),
      (amount, sign) => {
        const [whole, cents] = toDecimal(amount, 'CAD').split('.');
        const grouped = whole!.replace(/\B(?=(\d{3})+$)/g, sign === ',' ? '.' : ',');
        for (const form of [whole, grouped])
          expect(readMoney(`${form}${sign}${cents}`, sign, 'CAD')).toEqual({
            ok: true,
            value: amount,
          });
      },
    ),
  );
});

test('rows keep the line where they stand, whatever their cells hold', () => {
  const text = 'A;B;C\r\n\r\n1;"x\n y";3\r\n4;5;6\r\nEnd;2\r\n';
  const shape = guessShape(text);
  expect(shape).toEqual({ kind: 'delimited', delimiter: ';' });
  expect(readTable({ text }, shape)).toEqual({
    ok: true,
    value: [
      { row: 1, cells: ['A', 'B', 'C'] },
      { row: 3, cells: ['1', 'x\n y', '3'] },
      { row: 5, cells: ['4', '5', '6'] },
      { row: 6, cells: ['End', '2'] },
    ],
  });
  expect(readTable({ text }, shape, { most: 2 })).toMatchObject({
    ok: true,
    value: [{ row: 1 }, { row: 3 }],
  });
  expect(readTable({ text: 'a;b\n1;"2' }, shape)).toMatchObject({
    ok: false,
    refusals: [{ code: 'table.notDelimited', at: 'line 2' }],
  });
});

// RFC 4180, with the package that reads CSV everywhere else as the reference.
test('a table of any delimiter is read as the reference reads it', () => {
  const cell = fc.string({ maxLength: 6 }).map((text) => text.trim());
  fc.assert(
    fc.property(
      fc.array(fc.array(cell, { minLength: 2, maxLength: 5 }), { minLength: 1, maxLength: 8 }),
      fc.constantFrom<',' | ';' | '\t' | '|'>(',', ';', '\t', '|'),
      (rows, delimiter) => {
        const text = stringify(rows, { delimiter });
        const read = readTable({ text }, { kind: 'delimited', delimiter });
        const reference = parse(text, { delimiter, relax_column_count: true, trim: true });
        expect(read.ok && read.value.map(({ cells }) => cells)).toEqual(
          reference.filter((cells: string[]) => cells.some((one) => one !== '')),
        );
      },
    ),
  );
});

test('columns of fixed width begin where all lines have a blank before', () => {
  const text = [
    'MERIDIAN   2026-03-02    12.30  4411',
    'CORVUS     2026-03-02  1112.30  9911',
  ].join('\n');
  const shape = guessShape(text);
  expect(shape).toMatchObject({ kind: 'fixed' });
  expect(readTable({ text }, shape)).toMatchObject({
    value: [
      { cells: ['MERIDIAN', '2026-03-02', '12.30', '4411'] },
      { cells: ['CORVUS', '2026-03-02', '1112.30', '9911'] },
    ],
  });
});

test('heads, the order of dates and the decimal sign are seen', () => {
  const rows = [
    { row: 1, cells: ['Report of March'] },
    { row: 3, cells: ['Day', 'Card', 'Amount'] },
    { row: 4, cells: ['13/03/2026', 'Meridian', '1.234,50'] },
  ];
  expect(guessHeadRow(rows)).toBe(3);
  expect(guessHeadRow(rows.slice(2))).toBeNull();
  expect(guessDateForm(['13/03/2026', 'x'])).toBe('dmy');
  expect(guessDateForm(['03/13/2026'])).toBe('mdy');
  expect(guessDateForm(['2026-03-13', '20260313'])).toBe('ymd');
  expect(guessDecimalSign(['1.234,50', '0,5', 'Meridian'])).toBe(',');
  expect(guessDecimalSign(['1,234.50', '12'])).toBe('.');
});
