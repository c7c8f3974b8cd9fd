import { TextDecoder, TextEncoder } from 'node:util';
import fc from 'fast-check';
import { parseAmount } from '@abacist/core/money';
import { EMPTY } from './draft';
import {
  amountText,
  guessMeanings,
  putFile,
  readFile,
  textOf,
  type FileRefusal,
  type TotalsFile,
} from './file';

// Every browser has them; the page of these tests has not.
Object.assign(globalThis, { TextDecoder, TextEncoder });

const bytes = (text: string) => new TextEncoder().encode(text);
const read = (text: string) => readFile(bytes(text)) as TotalsFile;
const SHOP = {
  drawers: [
    { id: 1, name: 'Shop' },
    { id: 2, name: 'Hatch' },
  ],
  today: '2026-03-02',
  readDate: (text: string) => (/^\d{4}-\d\d-\d\d$/.test(text) ? text : null),
};
const put = (file: TotalsFile, meanings: string[]) => {
  const done = putFile(EMPTY, file, meanings, { drawerId: 1, shop: SHOP });
  if ('tooMany' in done) throw new Error(`${done.tooMany} columns`);
  return done;
};

test.each([',', ';', '\t'])('a file with %j between its columns, quoted or not', (sign) => {
  const rows = [
    ['Date', 'Rope and rigging', 'Cash'],
    ['2026-03-01', '"1,200.50"', '"12"'],
  ];
  const text = `\uFEFF${rows.map((row) => row.join(sign)).join('\r\n')}\r\n\r\n`;
  expect(read(text)).toEqual({
    headers: ['Date', 'Rope and rigging', 'Cash'],
    lines: [{ at: 2, cells: ['2026-03-01', '1,200.50', '12'] }],
  });
});

test('texts as tills and spreadsheets write them are read alike', () => {
  const text = 'Tag;Café\n2026-03-01;12,50';
  const utf16 = new Uint8Array([
    0xff,
    0xfe,
    ...new Uint8Array(new Uint16Array([...text].map((sign) => sign.charCodeAt(0))).buffer),
  ]);
  const western = Uint8Array.from(text, (sign) => sign.charCodeAt(0));
  for (const coded of [bytes(text), utf16, western])
    expect(textOf(coded).replace(/^\uFEFF/, '')).toBe(text);
});

test.each<[string, string, FileRefusal['code']]>([
  ['nothing', '', 'empty'],
  ['a head alone', 'Date,Cash\n', 'empty'],
  ['too many columns', `${'x,'.repeat(70)}\n1`, 'columns'],
  ['too many lines', `Date\n${'1\n'.repeat(1_001)}`, 'lines'],
  ['more than a till has', 'x'.repeat(1_000_001), 'large'],
])('%s is refused', (_, text, code) => {
  expect(readFile(bytes(text))).toMatchObject({ code });
});

test('an amount is the same however a file writes it', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -9_999_999_99, max: 9_999_999_99 }),
      fc.constantFrom(['.', ','], [',', '.'], [',', ' '], ['.', '’'], ['.', '']),
      fc.constantFrom('', '$', 'CAD', '€'),
      (minor, [point, thousand], money) => {
        const [whole, cents] = (Math.abs(minor) / 100).toFixed(2).split('.') as [
          string,
          string,
        ];
        const grouped = whole.replace(/\B(?=(\d{3})+$)/g, thousand!);
        const text = `${minor < 0 ? '-' : ''}${grouped}${point}${cents}${money}`;
        expect(parseAmount(amountText(text), 'CAD')).toMatchObject({ ok: true, value: minor });
      },
    ),
  );
  expect(amountText('sixty')).toBe('sixty');
  expect(amountText('1.234')).toBe('1234');
});

test('days and drawers become columns, figures their cells; what tells no day or drawer is named', () => {
  const file = read(
    [
      'Day,Till,Rope,Cash,Note',
      '2026-02-27,shop,100,50.5,ok',
      '2026-02-28,Hatch,"1.000,25",x,',
      'Total,,1100,50.5,',
      '2026-02-28,Cellar,1,1,',
      '2026-02-27,Shop,9,9,again',
      '2026-03-09,Shop,1,1,',
    ].join('\n'),
  );
  const { draft, leftOut, days } = put(file, ['date', 'drawer', 'sold.1', 'tender.4', '']);
  expect(draft).toMatchObject({
    from: '2026-02-27',
    to: '2026-02-28',
    drawerIds: [1, 2],
    cells: {
      'sold.1|2026-02-27|1': '100',
      'tender.4|2026-02-27|1': '50.5',
      'sold.1|2026-02-28|2': '1000.25',
      // The grid marks it.
      'tender.4|2026-02-28|2': 'x',
    },
  });
  expect(Object.keys(draft.cells)).toHaveLength(4);
  expect(days).toBe(2);
  expect(leftOut).toEqual([
    { at: 4, code: 'day', text: 'Total' },
    { at: 5, code: 'drawer', text: 'Cellar' },
    { at: 6, code: 'twice', text: '2026-02-27' },
    { at: 7, code: 'future', text: '2026-03-09' },
  ]);
});

test('more columns than the grid takes are told, and nothing is put into it', () => {
  const file = read('Day,Rope\n2025-01-01,1\n2026-01-01,1');
  expect(putFile(EMPTY, file, ['date', 'sold.1'], { drawerId: 1, shop: SHOP })).toEqual({
    tooMany: 366,
  });
});

test('heads that are called as the shop calls them are known, each once', () => {
  const file = read('DATE,rope,Cash,Cash,Meridian\n1,1,1,1,1');
  const shop = {
    departments: [{ id: 1, name: 'Rope', taxCodeId: 1 }],
    authorities: [],
    tenders: [{ id: 4, name: 'Cash', kind: 'cash' as const }],
  };
  const row = (key: string) => ({ 'sold.1': 'Rope', 'tender.4': 'Cash' })[key] ?? key;
  const names = { day: ['Date', 'Day'], drawer: ['Drawer'], row };
  expect(guessMeanings(file, shop as never, names)).toEqual([
    'date',
    'sold.1',
    'tender.4',
    '',
    '',
  ]);
});
