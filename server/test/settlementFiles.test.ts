import { zipSync } from 'fflate';
import iconv from 'iconv-lite';
import writeWorkbook from 'write-excel-file/node';
import type { Mapping } from '@abacist/core/settlements';
import { audit } from '../src/audit/audit';
import { countAndClose } from './day';
import { base64, book, card, openShop, type TestShop } from './harness';
import { codes, regularsOf } from './regulars';

/* Files of processors in layouts of their own, card by card, with all that a payout may hold. */
let shop: TestShop;
let regulars: Awaited<ReturnType<typeof regularsOf>>;
const osric = () => regulars.osric();
beforeAll(async () => {
  shop = await openShop();
  regulars = await regularsOf(shop);
  const { id } = regulars;
  const cards = [
    ['A1', '4411', 100_00],
    ['A2', '9021', 40_00],
    ['A3', '7777', 25_00],
  ] as const;
  for (const [reference, lastFour, amountMinor] of cards)
    await regulars.ring({
      lines: [book(id, amountMinor)],
      tenders: [{ ...card(id, amountMinor), lastFour, reference }],
    });
  await countAndClose(regulars.fenella(), id.drawers['shop']!);
  await regulars.at('2026-03-03T14:00:00Z');
});
afterEach(async () => {
  await shop.jobsEnded();
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});
afterAll(() => shop.close());

const HEADS = [
  'Type',
  'Payout',
  'Paid on',
  'Day',
  'Brand',
  'Last4',
  'Auth',
  'Amount',
  'Fee',
  'Net',
];
const MAPPING: Mapping = {
  shape: { kind: 'delimited', delimiter: ';' },
  heads: HEADS,
  columns: {
    ...{ rowKind: 0, payout: 1, payoutDate: 2, moment: 3, scheme: 4, lastFour: 5 },
    ...{ authorisation: 6, gross: 7, fee: 8, net: 9 },
  },
  dates: 'dmy',
  decimals: ',',
  deductions: 'minus',
  kinds: {
    otherwise: 'leftOut',
    values: {
      ...{ karte: 'card', rückbelastung: 'chargeback', reserve: 'reserveHeld' },
      ...{ frei: 'reserveReleased', korrektur: 'adjustment', summe: 'payout' },
    },
  },
  schemes: { MER: 'Meridian' },
  belongs: 'each',
};
const row = (kind: string, payout: string, day: string, rest: string) =>
  `${kind};${payout};${day};02.03.2026;${rest}`;
const file = (...rows: string[]) => [HEADS.join(';'), ...rows].join('\r\n');
const FIRST = file(
  row('Karte', 'P-1', '03.03.2026', 'MER;4411;A1;100,00;-1,75;98,25'),
  row('Karte', 'P-1', '03.03.2026', 'MER;9021;A2;39,00;-0,74;38,26'),
  row('Karte', 'P-1', '03.03.2026', 'MER;5050;A9;12,00;-0,30;11,70'),
  row('Rückbelastung', 'P-1', '03.03.2026', ';4411;A1;-100,00;-15,00;-115,00'),
  row('Reserve', 'P-1', '03.03.2026', ';;;-10,00;;-10,00'),
  row('Summe', 'P-1', '03.03.2026', ';;;151,00;-2,79;23,21'),
  row('Hinweis', 'P-1', '03.03.2026', ';;;;;'),
);
const send = (text: string | Buffer, more: object = {}, name = 'p.csv') =>
  osric().send('/settlements', {
    ...{ processorId: 1, mapping: MAPPING, name },
    contentBase64: Buffer.isBuffer(text) ? text.toString('base64') : base64(text),
    ...more,
  });
const look = async (text: string | Buffer, mapping: Mapping | null = null) => {
  const answer = await osric().raw('POST', '/settlement-files/look', {
    ...{ processorId: 1, mapping, name: 'p.csv' },
    contentBase64: Buffer.isBuffer(text) ? text.toString('base64') : base64(text),
  });
  expect(answer.status).toBe(200);
  return answer.body;
};
const balance = async (role: string) =>
  Number(
    (
      await shop.one(
        `SELECT COALESCE(SUM(l.amount_minor), 0) AS total FROM entry_line l
         JOIN account a ON a.id = l.account_id WHERE a.role = ?`,
        [role],
      )
    ).total,
  );

test('a file that nobody knows is guessed at, and what it would do is told; nothing is kept', async () => {
  const seen = await look(FIRST);
  expect(seen).toMatchObject({
    layout: null,
    shopSchemes: ['Corvus', 'Meridian', 'Tidal Debit'],
  });
  expect(seen.look.mapping).toMatchObject({
    ...{ shape: { kind: 'delimited', delimiter: ';' }, dates: 'dmy', decimals: ',' },
    ...{ deductions: 'minus', heads: HEADS },
    columns: {
      rowKind: 0,
      payout: 1,
      lastFour: 5,
      authorisation: 6,
      gross: 7,
      fee: 8,
      net: 9,
    },
  });
  expect(seen.look.kinds).toContainEqual({ word: 'Karte', count: 3 });
  const by = await look(FIRST, MAPPING);
  expect(by).toMatchObject({ gaps: [], refusals: [], leftOutCount: 2 });
  expect(by.look.rows.slice(0, 3)).toMatchObject([
    { row: 1, kind: null },
    { row: 2, kind: 'card', read: { card: { scheme: 'Meridian', amountMinor: 100_00 } } },
    { row: 3, kind: 'card' },
  ]);
  expect(by.payouts).toMatchObject([
    {
      ...{ reference: 'P-1', known: null, cards: 3, grossMinor: 151_00, netMinor: 23_21 },
      ...{ toBankMinor: 23_21, stated: ['gross', 'fee', 'net'], differenceMinor: -14_00 },
      differences: [
        { what: 'amountDiffers', count: 1 },
        { what: 'missingHere', count: 1 },
        { what: 'missingThere', count: 1 },
      ],
    },
  ]);
  const wrong = await look(FIRST.replace('98,25', '98,26'), MAPPING);
  expect(wrong).toMatchObject({
    payouts: [],
    refusals: [{ code: 'settlement.rowSum', at: 'row 2, Net' }],
  });
  expect(wrong.look.rows[1].refusal).toMatchObject({ code: 'settlement.rowSum' });
  expect(await shop.one('SELECT COUNT(*) AS n FROM settlement')).toEqual({ n: 0 });
});

test('each part goes to its account, and a dispute to the day of its sale', async () => {
  const answer = await send(FIRST, { saveAs: 'Card by card' });
  expect(answer.body).toMatchObject({
    settlements: [{ reference: 'P-1', netMinor: 23_21, toBankMinor: 23_21 }],
    known: [],
  });
  expect(await balance('cardFees')).toBe(2_79);
  expect(await balance('disputes')).toBe(100_00);
  expect(await balance('chargebackFees')).toBe(15_00);
  expect(await balance('reserve')).toBe(10_00);
  expect(await balance('bankInTransit')).toBe(23_21);
  // Cleared is what the file says; what it is short of A2 and does not name is open.
  expect(await balance('cardClearing')).toBe(165_00 - 151_00);
  expect(
    await shop.one(
      `SELECT s.date AS day, p.scheme, p.takings_day AS takingsDay FROM settlement_part p
       JOIN sale_tender st ON st.id = p.sale_tender_id JOIN sale s ON s.id = st.sale_id
       WHERE p.kind = 'chargeback'`,
    ),
  ).toEqual({ day: '2026-03-02', scheme: 'Meridian', takingsDay: '2026-03-02' });
  const { beads } = (await osric().get('/days/2026-03-02')).body;
  expect(beads).toContainEqual(
    expect.objectContaining({
      key: 'card 1 Meridian',
      byStage: { taken: 0, counted: 14_00, sent: 23_21, home: 0 },
      beside: { disputed: 100_00, held: 10_00, spent: 2_79 + 15_00 },
    }),
  );
});

test('the cards of both sides stand side by side, and what differs adds up', async () => {
  const { body } = await osric().get('/settlements/1');
  expect(body).toMatchObject({
    ...{ number: 'S-1', netMinor: 23_21, chargebacksMinor: 100_00, reserveMinor: 10_00 },
    stated: ['gross', 'fee', 'net'],
    cards: { agreeing: 1, tillMinor: 165_00, processorMinor: 151_00 },
  });
  expect(body.parts[0]).toMatchObject({ kind: 'chargeback', saleNumber: 'R-1' });
  expect(body.cards.rows).toMatchObject([
    {
      ...{ what: 'amountDiffers', evidence: ['reference', 'lastFour', 'day', 'batch'] },
      ...{ theirs: { amountMinor: 39_00 }, ours: { amountMinor: 40_00, number: 'R-2' } },
      differenceMinor: -1_00,
    },
    {
      what: 'missingHere',
      theirs: { authorisation: 'A9' },
      ours: null,
      differenceMinor: 12_00,
    },
    { what: 'missingThere', theirs: null, ours: { number: 'R-3' }, differenceMinor: -25_00 },
  ]);
  expect((await osric().get('/settlements/99')).status).toBe(404);
});

test('such a file is known the next time; what stands already is told and not doubled', async () => {
  const both = file(
    ...FIRST.split('\r\n').slice(1, -1),
    row('Karte', 'P-2', '04.03.2026', 'MER;7777;A3;25,00;-0,51;24,49'),
    row('Frei', 'P-2', '04.03.2026', ';;;10,00;;10,00'),
    row('Korrektur', 'P-2', '04.03.2026', ';;;-1,00;;-1,00'),
    row('Summe', 'P-2', '04.03.2026', ';;;25,00;-0,51;33,49'),
  );
  const seen = await look(both);
  expect(seen).toMatchObject({
    layout: 'Card by card',
    payouts: [
      { reference: 'P-1', known: 'S-1' },
      { reference: 'P-2', known: null, differences: [], differenceMinor: 0 },
    ],
  });
  const { body } = await send(both);
  expect(body).toMatchObject({
    settlements: [{ reference: 'P-2', netMinor: 33_49 }],
    known: [{ reference: 'P-1', number: 'S-1' }],
  });
  expect(await balance('reserve')).toBe(0);
  expect(await balance('cardAdjustments')).toBe(1_00);
  // The same bytes again, and the same payouts in other bytes.
  expect(codes(await send(both))).toEqual(['file.alreadyImported']);
  expect(codes(await send(`${both}\r\n`))).toEqual(['settlement.referenceTwice']);
  expect(
    codes(
      await send(both.replaceAll('33,49', '33,50').replace('-1,00;;-1,00', '-0,99;;-0,99')),
    ),
  ).toEqual(['settlement.otherFigures']);
});

test('tax on fees is claimed back from its authority, or is a fee where nobody gives it back', async () => {
  const taxed = (payout: string) =>
    file(
      `Gebühr;${payout};06.03.2026;;;;;-4,00;;-4,00`,
      `Steuer;${payout};06.03.2026;;;;;-0,20;;-0,20`,
      `Summe;${payout};06.03.2026;;;;;;;-4,20`,
    );
  const mapping: Mapping = {
    ...MAPPING,
    kinds: {
      otherwise: 'leftOut',
      values: { gebühr: 'fee', steuer: 'taxOnFees', summe: 'payout' },
    },
  };
  const before = [await balance('cardFees'), await balance('inputTax')];
  expect((await send(taxed('P-8'), { mapping })).status).toBe(200);
  expect(await balance('cardFees')).toBe(before[0]! + 4_20);
  const tamsin = await shop.as('tamsin');
  const [halyard] = (await tamsin.get('/processors')).body.processors;
  const { name, merchantNumber, cutOff, delayBankingDays, bankAccountId } = halyard;
  await tamsin.send('/processors/1', {
    ...{ name, merchantNumber, cutOff, delayBankingDays, bankAccountId, feeTaxAuthorityId: 1 },
    ...{
      paysGross: false,
      billsFees: false,
      disputeDays: 0,
      reservePercent: '',
      reserveDays: 0,
    },
  });
  expect((await send(taxed('P-9'), { mapping })).status).toBe(200);
  expect(await balance('cardFees')).toBe(before[0]! + 8_20);
  expect(await balance('inputTax')).toBe(before[1]! + 20);
});

test('a workbook, with days as figures; and text in the encoding that it has', async () => {
  const day = { type: Date, value: new Date('2026-03-05T00:00:00Z'), format: 'dd/mm/yyyy' };
  const cells = (kind: string, brand: string, figures: number[]) => [
    ...[kind, 'P-3'].map((value) => ({ type: String, value })),
    ...[day, day],
    ...[brand, '', ''].map((value) => ({ type: String, value })),
    ...figures.map((value) => ({ type: Number, value })),
  ];
  const workbook = await writeWorkbook([
    HEADS.map((value) => ({ type: String, value })),
    cells('Karte', 'MER', [0.1 + 0.2, 0, 0.3]),
    cells('Summe', '', [0.3, 0, 0.3]),
  ] as never).toBuffer();
  const mapping: Mapping = {
    ...MAPPING,
    ...{ shape: { kind: 'sheet' }, dates: 'ymd', decimals: '.' },
  };
  expect(await look(workbook, mapping)).toMatchObject({
    refusals: [],
    payouts: [{ reference: 'P-3', date: '2026-03-05', netMinor: 30 }],
  });
  const guessed = await look(workbook);
  expect(guessed.look.mapping.shape).toEqual({ kind: 'sheet' });
  for (const encoding of ['latin1', 'utf16le']) {
    const bytes = iconv.encode(FIRST, encoding, { addBOM: true });
    expect((await look(bytes, MAPPING)).payouts).toMatchObject([{ netMinor: 23_21 }]);
  }
});

/** A file of zeros says that it is small, or says how large it is: neither gets room. */
const ZEROS = zipSync(
  { 'xl/worksheets/sheet1.xml': new Uint8Array(121_000_000) },
  { level: 1 },
);
function bomb(honest: boolean): Buffer {
  const zip = Buffer.from(ZEROS);
  if (honest) return zip;
  const directory = zip.lastIndexOf(Buffer.from('PK\x01\x02', 'latin1'));
  zip.writeUInt32LE(1_000, directory + 24);
  return zip;
}

test.each<[string, () => Buffer, string]>([
  ['a workbook that unpacks to far more', () => bomb(true), 'workbook.tooLarge'],
  ['one that lies about it', () => bomb(false), 'workbook.unreadable'],
  [
    'a workbook cut short',
    () => Buffer.from('PK\x03\x04 and nothing more', 'latin1'),
    'workbook.unreadable',
  ],
  ['a picture', () => Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 1, 2, 3, 0xff]), 'file.notText'],
])('%s is refused, and nothing of it is kept', async (_, bytes, code) => {
  const contentBase64 = bytes().toString('base64');
  const before = await shop.one('SELECT COUNT(*) AS n FROM import_file');
  expect(codes(await send('', { contentBase64 }))).toEqual([code]);
  expect(
    codes(
      await osric().raw('POST', '/settlement-files/look', {
        ...{ processorId: 1, mapping: null, name: 'x', contentBase64 },
      }),
    ),
  ).toEqual([code]);
  expect(await shop.one('SELECT COUNT(*) AS n FROM import_file')).toEqual(before);
});
