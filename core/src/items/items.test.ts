import fc from 'fast-check';
import { parse } from 'csv-parse/sync';
import { readCsv, writeCsv } from '../csv';
import { percent } from '../money';
import { convertPrice } from '../tax';
import { searchable, searchWords, type ItemInput } from '.';
import { readPriceList, writePriceList, type PriceListState } from './priceList';

const item = (code: string, more: Partial<ItemInput> = {}): ItemInput => ({
  code,
  name: `Item ${code}`,
  departmentId: 1,
  taxCodeId: 1,
  priceMinor: 10_00,
  priceIncludesTax: false,
  unit: '',
  decimals: 0,
  barcodes: [],
  active: true,
  ...more,
});
const STATE: PriceListState = {
  currency: 'CAD',
  departments: [
    { id: 1, code: 'rope', taxCodeId: 1 },
    { id: 2, code: 'books', taxCodeId: 2 },
  ],
  taxCodes: [
    { id: 1, code: 'goods' },
    { id: 2, code: 'free' },
  ],
  items: [
    { id: 11, ...item('R12', { barcodes: ['4006381333931'], unit: 'm', decimals: 2 }) },
    { id: 12, ...item('TT', { departmentId: 2, taxCodeId: 2, barcodes: ['978-1'] }) },
  ],
};
const read = (...lines: string[]) => {
  const found = readPriceList(lines.join('\n'), STATE);
  if (!found.ok) throw new Error(found.refusals[0]!.code);
  return found.value;
};

describe('a price list', () => {
  test('new, changed and same rows; a column that is not there keeps what the item has', () => {
    const rows = read(
      'Code,Name,Department,Price',
      'r12,Item R12,rope,"1,234.50"',
      'TT,Item TT,books,10.00',
      'N1,New,books,3',
    );
    expect(rows.map(({ status }) => status)).toEqual(['changed', 'same', 'new']);
    expect(rows[0]!.item).toEqual(
      item('R12', {
        priceMinor: 1_234_50,
        barcodes: ['4006381333931'],
        unit: 'm',
        decimals: 2,
      }),
    );
    expect(rows[0]!.beforeMinor).toBe(10_00);
    // A new item takes the tax code of its department.
    expect(rows[2]!.item).toEqual(
      item('N1', { name: 'New', departmentId: 2, taxCodeId: 2, priceMinor: 3_00 }),
    );
  });

  test('each bad cell is marked in its row, the good rows stand', () => {
    const rows = read(
      'code,name,department,price,tax_code,with_tax,decimals,barcodes',
      'A,Fine,rope,1.00,,yes,,',
      'B B,,ropes,1.005,none,maybe,4,a b b',
      'a,Twice,rope,-1.00,goods,no,1.5,',
      'C,Taken,rope,2.00,free,no,0,978-1',
      'D,Code of A,rope,2.00,,no,0,x1',
      'E,Code of D,rope,2.00,,no,0,x1',
    );
    expect(rows.map(({ status }) => status)).toEqual([
      'new',
      'bad',
      'bad',
      'bad',
      'new',
      'bad',
    ]);
    expect(rows[1]!.wrong.map(({ code, at }) => `${at}: ${code}`)).toEqual([
      'department: priceList.department',
      'tax_code: priceList.taxCode',
      'price: amount.tooManyDecimals',
      'with_tax: priceList.yesNo',
      'code: item.code',
      'name: item.name',
      'decimals: item.decimals',
      'barcodes: item.barcodeTwice',
    ]);
    expect(rows[2]!.wrong.map(({ code }) => code)).toEqual([
      'item.price',
      'item.decimals',
      'priceList.codeTwice',
    ]);
    expect(rows[3]!.wrong).toEqual([
      {
        code: 'priceList.barcodeTaken',
        at: 'barcodes',
        params: { barcode: '978-1', code: 'TT' },
      },
    ]);
    expect(rows[5]!.wrong[0]).toMatchObject({ params: { code: 'D' } });
    expect(rows[1]!.item).toBeNull();
  });

  test('a barcode may move from one item of the file to another', () => {
    const rows = read(
      'code,name,department,price,barcodes',
      'TT,Item TT,books,10.00,',
      'N,New,books,10.00,978-1',
    );
    expect(rows.map(({ status }) => status)).toEqual(['changed', 'new']);
  });

  test.each([
    ['code,name\nA,B', 'csv.columns'],
    ['code,name,department,price,colour\nA,B,rope,1,red', 'csv.unknownColumns'],
    ['code,name,department,price', 'csv.empty'],
    ['code,name,department,price\nA,"B,rope,1', 'csv.notCsv'],
  ])('a file that is no price list is refused whole', (text, code) => {
    expect(readPriceList(text, STATE)).toMatchObject({ ok: false, refusals: [{ code }] });
  });

  test('what is written reads back as the same, whatever the texts hold', () => {
    const text = fc
      .string({ minLength: 1, maxLength: 20 })
      .map((raw) => raw.trim())
      .filter((raw) => raw !== '' && !raw.startsWith("'"));
    fc.assert(
      fc.property(
        fc.uniqueArray(
          fc.record({ name: text, priceMinor: fc.nat(1e9), active: fc.boolean() }),
          {
            minLength: 1,
            selector: ({ name }) => name,
          },
        ),
        (list) => {
          const items = list.map((more, i) => ({ id: i + 1, ...item(`I${i}`, more) }));
          const state = { ...STATE, items };
          const back = readPriceList(writePriceList(state), state);
          expect(back.ok && back.value.every(({ status }) => status === 'same')).toBe(true);
        },
      ),
    );
  });
});

describe('CSV', () => {
  test.each(['＝SUM(A1)', '\u200b=1+1', '\u00ad＠x', "'=1", '\u2060－1'])(
    'a formula in disguise is guarded and read back: %j',
    (text) => {
      const written = writeCsv(['text'], [{ text }]);
      expect(written).toContain(`'${text}`);
      expect(readCsv(written, ['text'])).toMatchObject({
        value: { rows: [{ cells: { text } }] },
      });
    },
  );
  test('a header of 600,000 columns is refused at once', () => {
    expect(readCsv('a,'.repeat(600_000), ['a'])).toMatchObject({
      refusals: [{ code: 'csv.tooWide', at: 'row 1' }],
    });
  });

  // RFC 4180: quotes doubled, line breaks in a field, CRLF; read by csv-parse without our code.
  test('is RFC 4180, and a text can’t start a formula where a figure may', () => {
    const text = writeCsv(
      ['text', 'amount'],
      [
        { text: '=SUM(A1)', amount: '-12.05' },
        { text: 'a "b",\r\nc', amount: 3 },
        { text: '+1', amount: '' },
      ],
      ['amount'],
    );
    expect(text).toContain('\r\n');
    expect(parse(text)).toEqual([
      ['text', 'amount'],
      ["'=SUM(A1)", '-12.05'],
      ['a "b",\r\nc', '3'],
      ["'+1", ''],
    ]);
    const back = readCsv(text, ['text', 'amount']);
    expect(back.ok && back.value.rows[0]).toEqual({
      row: 2,
      cells: { text: '=SUM(A1)', amount: '-12.05' },
    });
  });
});

describe('searching', () => {
  test('is without case, accents and double spaces', () => {
    expect(searchable('  Élan  ROPE-12 ')).toBe('elan rope-12');
    expect(searchWords('rope  12\tmm')).toEqual(['rope', '12', 'mm']);
    expect(searchWords('   ')).toEqual([]);
  });
});

describe('prices of the other kind', () => {
  const code = {
    id: 1,
    parts: [
      { authorityId: 1, rate: percent('5') },
      { authorityId: 2, rate: percent('10'), onTopOf: [1] },
    ],
  };

  // The VAT fraction, HMRC VAT Notice 700 (from memory); figures derived.
  test('120.00 with 20 % is 100.00 without', () => {
    const vat = { id: 2, parts: [{ authorityId: 1, rate: percent('20') }] };
    expect(convertPrice(120_00, vat, true, false, 'halfUp')).toBe(100_00);
    expect(convertPrice(100_00, vat, false, true, 'halfUp')).toBe(120_00);
    expect(convertPrice(99_99, vat, true, false, 'halfUp')).toBe(83_33);
  });

  test('there and back is at most the half cent of one rounding away', () => {
    fc.assert(
      fc.property(fc.nat(10_000_000), (price) => {
        const gross = convertPrice(price, code, false, true, 'halfUp');
        expect(convertPrice(gross, code, true, false, 'halfUp')).toBe(price);
        expect(convertPrice(price, code, true, true, 'halfUp')).toBe(price);
      }),
    );
  });
});
