import { stringify } from 'csv-stringify/sync';
import fc from 'fast-check';
import { guessShape } from '../../tables';
import { mappingGaps, OWN_LAYOUT, readMapped, ROW_KINDS, type Mapping } from '.';
import { readRow } from './row';

const SHOP = { currency: 'CAD', zone: 'America/Halifax', cutOff: '22:00', merchant: '' };

/** A processor that writes card by card, as people on the continent do. */
const CARDS: Mapping = {
  shape: { kind: 'delimited', delimiter: ';' },
  heads: [
    'Art',
    'Zahlung',
    'Valuta',
    'Zeit',
    'Karte',
    'Nr',
    'Beleg',
    'Betrag',
    'Abzug',
    'Netto',
  ],
  columns: {
    ...{
      rowKind: 0,
      payout: 1,
      payoutDate: 2,
      moment: 3,
      scheme: 4,
      lastFour: 5,
      reference: 6,
    },
    ...{ gross: 7, fee: 8, net: 9 },
  },
  dates: 'dmy',
  decimals: ',',
  deductions: 'minus',
  kinds: {
    otherwise: 'leftOut',
    values: { k: 'card', r: 'chargeback', m: 'fee', s: 'payout', e: 'trailer' },
  },
  schemes: { MERID: 'Meridian' },
  belongs: 'each',
};
const HEAD = CARDS.heads!.join(';');
const lines = (...rows: string[]) => ['Bericht vom 3. März', HEAD, ...rows].join('\r\n');
const read = (text: string, mapping = CARDS, shop = SHOP) =>
  readMapped({ text }, mapping, shop);

test('cards, a dispute, rent and what the file states of them', () => {
  const found = read(
    lines(
      'k;P-1;03.03.2026;02.03.2026 11:05;MERID;************4411;A7;1.200,00;-19,90;1.180,10',
      'k;P-1;03.03.2026;02.03.2026 22:30;MERID;4111 1111 1111 1111;A8;-50,00;0,83;-49,17',
      'r;P-1;03.03.2026;;CORVUS;9021;Q9;-80,00;-15,00;-95,00',
      'm;P-1;03.03.2026;;;;;-12,00;;-12,00',
      's;P-1;03.03.2026;;;;;1.150,00;-31,07;1.023,93',
      'x;P-1;03.03.2026;;;;;;;Vielen Dank',
      'e;;;;;;;;;1.023,93',
    ),
  );
  expect(found).toMatchObject({ ok: true });
  if (!found.ok) return;
  const [one] = found.value.settlements;
  expect(one).toMatchObject({
    ...{ reference: 'P-1', date: '2026-03-03', grossMinor: 1200_00, refundsMinor: 50_00 },
    ...{ feeMinor: 31_07, netMinor: 1023_93, stated: ['gross', 'fee', 'net'] },
    transactions: [
      {
        ...{ row: 3, batchDate: '2026-03-02', scheme: 'Meridian', amountMinor: 1200_00 },
        ...{ feeMinor: 19_90, reference: 'A7', lastFour: '4411', time: '11:05' },
      },
      // After the cut-off it is the next day’s batch; a fee that came back is below zero.
      { batchDate: '2026-03-03', amountMinor: -50_00, feeMinor: -83, lastFour: '1111' },
    ],
    parts: [
      { kind: 'chargeback', amountMinor: 80_00, lastFour: '9021', reference: 'Q9', row: 5 },
      { kind: 'chargebackFee', amountMinor: 15_00 },
      { kind: 'fee', amountMinor: 12_00, row: 6 },
    ],
    schemes: [
      { batchDate: '2026-03-02', items: 1, grossMinor: 1200_00 },
      { batchDate: '2026-03-03', items: 1, grossMinor: 0, refundsMinor: 50_00 },
    ],
  });
  expect(found.value.leftOut.map(({ row, why }) => [row, why])).toEqual([
    [1, 'aboveHeads'],
    [2, 'heads'],
    [8, 'kind'],
  ]);
  expect(JSON.stringify(found.value)).not.toContain('4111');
});

const K1 = 'k;P-1;03.03.2026;02.03.2026 11:05;MERID;4411;A7;10,00;-0,20;9,80';
test.each<[string, string, object]>([
  [
    'an hour that does not exist',
    lines(K1.replace('11:05', '25:05')),
    { code: 'table.date', at: 'row 3, Zeit' },
  ],
  [
    'a month of thirteen',
    lines(K1.replace('02.03.2026', '02.13.2026')),
    { code: 'table.date', at: 'row 3, Zeit', params: { form: 'dmy' } },
  ],
  [
    'a point that parts decimals elsewhere',
    lines(K1.replace('10,00', '10.00')),
    { code: 'amount.notANumber', at: 'row 3, Betrag' },
  ],
  [
    'no amount',
    lines(K1.replace('10,00', '')),
    { code: 'settlement.cellMissing', at: 'row 3, Betrag', params: { meaning: 'gross' } },
  ],
  [
    'a net that does not follow',
    lines(K1.replace('9,80', '9,79')),
    { code: 'settlement.rowSum', params: { expectedMinor: 9_80, foundMinor: 9_79 } },
  ],
  [
    'a payout that says no day',
    lines(K1.replace('03.03.2026', '')),
    { code: 'settlement.noPayoutDate', at: 'row 3' },
  ],
  ['a payout that is not stated', lines(K1), { code: 'settlement.noTotal', at: 'row 4' }],
  [
    'a trailer of other rows',
    lines(K1, K1.replace('k', 's'), 'e;;;;;;;;;9,79'),
    { code: 'settlement.totalDiffers', at: 'row 5, net' },
  ],
  ['nothing but heads', lines(), { code: 'settlement.noRows' }],
  [
    'heads of another file',
    lines().replace('Betrag', 'Summe'),
    { code: 'settlement.columns', at: 'row 2', params: { missing: 'betrag' } },
  ],
])('%s is refused, with its place', (_, text, refusal) => {
  expect(read(text)).toMatchObject({ ok: false, refusals: [refusal] });
});

test('columns are found by their heads, wherever they stand', () => {
  const turn = (row: string) => row.split(';').reverse().join(';');
  const rows = [HEAD, K1, K1.replace('k;', 's;')];
  const [turned, straight] = [read(rows.map(turn).join('\n')), read(rows.join('\n'))];
  if (!turned.ok || !straight.ok) throw new Error('refused');
  expect(turned.value.settlements).toEqual(straight.value.settlements);
});

test('a payout’s rows stand below the row that names it, or above it', () => {
  const silent = K1.replace('P-1;03.03.2026', ';').replace('A7', 'A9');
  const named = 's;P-1;03.03.2026;;;;;10,00;-0,20;9,80';
  const other = 's;P-2;04.03.2026;;;;;10,00;-0,20;9,80';
  for (const [belongs, rows] of [
    ['above', [named, silent, other, silent]],
    ['below', [silent, named, silent, other]],
  ] as const) {
    const found = read(lines(...rows), { ...CARDS, belongs });
    expect(found).toMatchObject({ ok: true });
    if (found.ok)
      expect(
        found.value.settlements.map(({ reference, netMinor, transactions }) => [
          ...[reference, netMinor, transactions.length],
        ]),
      ).toEqual([
        ['P-1', 9_80, 1],
        ['P-2', 9_80, 1],
      ]);
  }
});

test('merchants and currencies in one file are told apart', () => {
  const mapping: Mapping = {
    ...OWN_LAYOUT,
    heads: [...OWN_LAYOUT.heads!, 'merchant'],
    columns: { ...OWN_LAYOUT.columns, merchant: 11 },
  };
  const rows = (merchant: string, currency: string) =>
    [
      ['batch', 'Q-1', '2026-03-03', '2026-03-02', 'Meridian', 2, '9.00', '0', '0', '9.00'],
      ['total', 'Q-1', '2026-03-03', '', '', 2, '9.00', '0', '0', '9.00'],
    ].map((cells) => [...cells, currency, merchant]);
  const text = stringify([
    mapping.heads!,
    ...rows('17', 'CAD'),
    ...rows('18', 'CAD'),
    ...rows('17', 'USD'),
  ]);
  const of = (merchant: string) => readMapped({ text }, mapping, { ...SHOP, merchant });
  const own = of('17');
  expect(own).toMatchObject({
    ok: true,
    value: { settlements: [{ merchant: '17', netMinor: 9_00 }] },
  });
  if (own.ok)
    expect(own.value.leftOut.map(({ row, why }) => [row, why])).toEqual([
      [1, 'heads'],
      [6, 'currency'],
      [7, 'currency'],
      [4, 'merchant'],
    ]);
  const any = of('');
  expect(any.ok && any.value.settlements.map(({ merchant }) => merchant)).toEqual([
    '17',
    '18',
  ]);
  expect(of('19')).toMatchObject({
    ok: false,
    refusals: [{ code: 'settlement.merchant', params: { merchant: '19' } }],
  });
});

// Where a processor gives no detail, the fee is gross less net (the rules of the books).
test.each([
  ['the payout states it', 's;P-1;03.03.2026;;;;;10,00;-0,20;9,80', ['gross', 'fee', 'net']],
  ['only net tells it', 's;P-1;03.03.2026;;;;;10,00;;9,80', ['gross', 'net']],
])('a fee that no row says: %s', (_, total, stated) => {
  const { fee: _fee, ...columns } = CARDS.columns;
  const own = stated.includes('fee') ? CARDS : { ...CARDS, columns };
  const silent = K1.replace('-0,20;9,80', ';');
  const found = read(lines(silent, total), own);
  expect(found).toMatchObject({
    ok: true,
    value: {
      settlements: [
        { feeMinor: 20, netMinor: 9_80, parts: [{ kind: 'fee', amountMinor: 20 }], stated },
      ],
    },
  });
  // Rows that say that there is none contradict a payout that has one.
  if (own === CARDS)
    expect(read(lines(K1.replace('-0,20;9,80', '0,00;10,00'), total))).toMatchObject({
      ok: false,
      refusals: [{ code: 'settlement.totalDiffers', at: 'row 4, fee' }],
    });
});

test('what a mapping lacks is said before anything is read', () => {
  const bare = { ...CARDS, columns: {} };
  expect(mappingGaps(bare)).toEqual(['noCards', 'gross', 'payoutDate']);
  expect(mappingGaps({ ...bare, kinds: { otherwise: 'card', values: {} } })).toEqual([
    ...['gross', 'payoutDate', 'scheme', 'batch'],
  ]);
  expect(mappingGaps(CARDS)).toEqual([]);
  expect(mappingGaps(OWN_LAYOUT)).toEqual([]);
  expect(read(lines(K1), { ...bare, kinds: CARDS.kinds })).toMatchObject({
    ok: false,
    refusals: [{ code: 'settlement.mappingGap', params: { gap: 'noCards' } }],
  });
  // While it is made out, a row says which column nobody has named yet, not that a cell is empty.
  const noAmount = { ...CARDS, columns: { ...CARDS.columns, gross: undefined } } as Mapping;
  expect(
    readRow({ row: 3, cells: K1.split(';') }, noAmount, {
      ...{ currency: 'CAD', zone: 'UTC', cutOff: '18:00' },
    }),
  ).toMatchObject({
    ok: false,
    refusals: [
      { code: 'settlement.columnMissing', at: 'row 3', params: { meaning: 'gross' } },
    ],
  });
});

/* Any processor: amounts, what it takes, and how it writes all that down are drawn apart. */
const written = (amount: number, sign: ',' | '.', grouped: boolean) => {
  const digits = String(Math.abs(amount)).padStart(3, '0');
  const whole = digits.slice(0, -2);
  const group = sign === ',' ? '.' : ',';
  const parted = grouped ? whole.replace(/\B(?=(\d{3})+$)/g, group) : whole;
  return `${amount < 0 ? '-' : ''}${parted}${sign}${digits.slice(-2)}`;
};
const DATES = {
  ymd: (date: string) => date,
  dmy: (date: string) => date.split('-').reverse().join('/'),
  mdy: (date: string) => [date.slice(5, 7), date.slice(8), date.slice(0, 4)].join('/'),
};

test('whatever a processor settles and however it writes it, the same comes out', () => {
  const row = fc.record({
    kind: fc.constantFrom(...ROW_KINDS.filter((kind) => kind !== 'total')),
    amount: fc.integer({ min: 1, max: 2_000_000 }),
    fee: fc.integer({ min: -500, max: 5_000 }),
    tax: fc.integer({ min: 0, max: 300 }),
    day: fc.constantFrom('2026-02-28', '2026-03-01', '2026-03-12'),
    scheme: fc.constantFrom('Meridian', 'Corvus'),
  });
  const dialect = fc.record({
    delimiter: fc.constantFrom<',' | ';' | '\t' | '|'>(',', ';', '\t', '|'),
    decimals: fc.constantFrom<',' | '.'>(',', '.'),
    dates: fc.constantFrom<'ymd' | 'dmy' | 'mdy'>('ymd', 'dmy', 'mdy'),
    deductions: fc.constantFrom<'plus' | 'minus'>('plus', 'minus'),
    grouped: fc.boolean(),
    fixed: fc.boolean(),
    headless: fc.boolean(),
    order: fc.shuffledSubarray([0, 1, 2, 3, 4, 5, 6, 7], { minLength: 8 }),
  });
  fc.assert(
    fc.property(fc.array(row, { minLength: 1, maxLength: 12 }), dialect, (rows, how) => {
      const taken = rows.filter(
        ({ kind }) => !['payout', 'trailer', 'leftOut'].includes(kind),
      );
      if (taken.length === 0) return;
      const sign = how.deductions === 'minus' ? -1 : 1;
      const amount = (minorUnits: number) => written(minorUnits, how.decimals, how.grouped);
      let [sold, back, fees, taxes, net] = [0, 0, 0, 0, 0];
      const body = taken.map(({ kind, amount: much, fee, tax, day, scheme }) => {
        const isCard = ['card', 'sale', 'refund'].includes(kind);
        // A card’s amount as it stands; of the others, what it changes of what is paid.
        const own = isCard
          ? kind === 'refund'
            ? -much
            : much
          : ['chargebackWon', 'reserveReleased', 'adjustment'].includes(kind)
            ? much
            : -much;
        if (isCard) {
          [sold, back] = own > 0 ? [sold + own, back] : [sold, back - own];
          [fees, taxes] = [fees + fee, taxes + tax];
        } else if (kind === 'fee') fees += much;
        else if (kind === 'taxOnFees') taxes += much;
        const rowNet = isCard ? own - fee - tax : own;
        net += rowNet;
        const stands =
          kind === 'refund'
            ? much
            : ['fee', 'taxOnFees', 'chargebackFee'].includes(kind)
              ? sign * much
              : own;
        return [
          ...[kind, 'P-1', DATES[how.dates]('2026-03-13'), DATES[how.dates](day), scheme],
          ...[
            amount(stands),
            isCard ? amount(sign * fee) : '',
            isCard ? amount(sign * tax) : '',
          ],
        ];
      });
      const total = [
        ...['payout', 'P-1', DATES[how.dates]('2026-03-13'), '', ''],
        ...[amount(sold - back), amount(sign * fees), amount(sign * taxes)],
      ];
      const turned = [
        ['What', 'Payout', 'Paid', 'Day', 'Card', 'Amount', 'Fee', 'Tax'],
        ...body,
        total,
      ].map((cells) => how.order.map((i) => cells[i]!));
      const [heads, ...said] = turned;
      const width = 16;
      const text = how.fixed
        ? said.map((cells) => cells.map((cell) => cell.padEnd(width)).join('')).join('\n')
        : stringify(how.headless ? said : turned, { delimiter: how.delimiter });
      const place = (i: number) => how.order.indexOf(i);
      const found = readMapped(
        { text },
        {
          shape: how.fixed
            ? { kind: 'fixed', starts: [0, 1, 2, 3, 4, 5, 6, 7].map((i) => i * width) }
            : { kind: 'delimited', delimiter: how.delimiter },
          heads: how.fixed || how.headless ? null : heads!,
          columns: {
            ...{ rowKind: place(0), payout: place(1), payoutDate: place(2), batch: place(3) },
            ...{ scheme: place(4), gross: place(5), fee: place(6), tax: place(7) },
          },
          ...{ dates: how.dates, decimals: how.decimals, deductions: how.deductions },
          kinds: {
            otherwise: 'leftOut',
            values: Object.fromEntries(ROW_KINDS.map((kind) => [kind.toLowerCase(), kind])),
          },
          ...{ schemes: {}, belongs: 'each' },
        },
        SHOP,
      );
      expect(found).toMatchObject({
        ok: true,
        value: {
          settlements: [
            {
              ...{ grossMinor: sold, refundsMinor: back, feeMinor: fees, netMinor: net },
              stated: ['gross', 'fee', 'tax'],
            },
          ],
        },
      });
      // A file of columns apart by a sign is seen to be one.
      if (!how.fixed && !how.headless)
        expect(guessShape(text)).toMatchObject({ kind: 'delimited' });
    }),
    { numRuns: 400 },
  );
});
