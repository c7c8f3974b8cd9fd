import fc from 'fast-check';
import {
  besides,
  chequeReferences,
  classifyLine,
  coveredSpans,
  covers,
  lineIdentities,
  readCamt,
  readStatementCsv,
} from '.';
import { CHEQUE_BOOK } from '../movements';

const HEADER = 'account,currency,date,amount,balance,type,reference,text';
const csv = (...rows: string[]) => [HEADER, ...rows].join('\r\n');
const R1 = '001-77,CAD,2026-03-02,640.00,1640.00,deposit,D-1,"Deposit, counter"';
const R2 = '001-77,CAD,2026-03-03,-12.50,1627.50,charge,,"Fee ""monthly"""';

describe('statement CSV (RFC 4180)', () => {
  test('quotes, commas and CRLF; opening and closing from the balances', () => {
    expect(readStatementCsv(csv(R1, R2))).toMatchObject({
      ok: true,
      value: [
        {
          openingMinor: 1000_00,
          closingMinor: 1627_50,
          from: '2026-03-02',
          to: '2026-03-03',
          lines: [
            { text: 'Deposit, counter', references: ['D-1'] },
            { text: 'Fee "monthly"' },
          ],
        },
      ],
    });
  });
  test('rows of several accounts and currencies, however they stand among each other, are told apart', () => {
    const rowsOf = (head: string) =>
      fc
        .array(fc.tuple(fc.integer({ min: -999, max: 999 }), fc.integer({ min: 0, max: 2 })), {
          maxLength: 6,
        })
        .map((moves) => {
          let [balance, day] = [0, 2];
          return moves.map(([amount, later]) => {
            balance += amount;
            day += later;
            return `${head},2026-03-${String(day).padStart(2, '0')},${amount}.00,${balance}.00,,,x`;
          });
        });
    const three = fc.tuple(rowsOf('1,CAD'), rowsOf('1,USD'), rowsOf('2,CAD'));
    fc.assert(
      fc.property(three, fc.infiniteStream(fc.nat(2)), (all, picks) => {
        const left = all.map((rows) => [...rows]);
        const mixed: string[] = [];
        while (left.some((rows) => rows.length)) {
          const next = left[picks.next().value as number]!.shift();
          if (next) mixed.push(next);
        }
        const told = (...rows: string[]): unknown[] => {
          const read = readStatementCsv(csv(...rows));
          return read.ok ? [...read.value] : [read.refusals];
        };
        const key = (one: unknown) => JSON.stringify(one);
        const apart = all.filter((rows) => rows.length).flatMap((rows) => told(...rows));
        if (mixed.length)
          expect(
            told(...mixed)
              .map(key)
              .sort(),
          ).toEqual(apart.map(key).sort());
      }),
    );
  });
  test.each<[string, string, object]>([
    [
      'a row cut out',
      csv(R1, R2.replace('1627.50', '1500.00')),
      { code: 'statement.balance', at: 'row 3, balance' },
    ],
    [
      'a row that strayed to another account',
      csv(R1, R2.replace('001-77', '002-88'), '001-77,CAD,2026-03-04,1.00,1628.50,,,'),
      { code: 'statement.balance', at: 'row 4, balance' },
    ],
    ['no row', HEADER, { code: 'statement.empty' }],
    [
      'three decimals',
      csv(R1.replace('640.00', '640.005')),
      { code: 'amount.tooManyDecimals', at: 'row 2, amount' },
    ],
    [
      'newest first',
      csv(R1, R2.replace('03-03', '03-01')),
      { code: 'statement.order', at: 'row 3' },
    ],
    ['a picture', '\u0089PNG', { code: 'statement.columns' }],
    [
      'a day that does not exist',
      csv(R1.replace('03-02', '02-30')),
      { code: 'statement.date', at: 'row 2, date' },
    ],
    [
      'a quote that never ends',
      `${csv(R1)}\r\n"001-77`,
      { code: 'statement.notCsv', at: 'line 3' },
    ],
  ])('%s is refused', (_, text, refusal) => {
    expect(readStatementCsv(text)).toMatchObject({ ok: false, refusals: [refusal] });
  });
});

/** Shaped by ISO 20022 camt.053.001.02; the figures are made up. */
const camt = (entries: string, closing = '1627.50') => `<?xml version="1.0" encoding="UTF-8"?>
<Document xmlns="urn:iso:std:iso:20022:tech:xsd:camt.053.001.02"><BkToCstmrStmt>
<GrpHdr><MsgId>M1</MsgId><CreDtTm>2026-03-03T20:00:00</CreDtTm></GrpHdr>
<Stmt><Id>S1</Id><FrToDt><FrDtTm>2026-03-02T00:00:00</FrDtTm><ToDtTm>2026-03-03T23:59:59</ToDtTm></FrToDt>
<Acct><Id><Othr><Id>001-77</Id></Othr></Id><Ccy>CAD</Ccy></Acct>
<Bal><Tp><CdOrPrtry><Cd>OPBD</Cd></CdOrPrtry></Tp><Amt Ccy="CAD">1000.00</Amt><CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>2026-03-02</Dt></Dt></Bal>
<Bal><Tp><CdOrPrtry><Cd>CLBD</Cd></CdOrPrtry></Tp><Amt Ccy="CAD">${closing}</Amt><CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>2026-03-03</Dt></Dt></Bal>
${entries}</Stmt></BkToCstmrStmt></Document>`;
const entry = (amount: string, indicator: string, rest = '', status = 'BOOK') =>
  `<Ntry><Amt Ccy="CAD">${amount}</Amt><CdtDbtInd>${indicator}</CdtDbtInd><Sts>${status}</Sts><BookgDt><Dt>2026-03-02</Dt></BookgDt><ValDt><Dt>2026-03-03</Dt></ValDt>${rest}</Ntry>`;
const DEPOSIT = entry(
  '640.00',
  'CRDT',
  '<AcctSvcrRef>BK1</AcctSvcrRef><BkTxCd><Domn><Cd>PMNT</Cd><Fmly><Cd>CNTR</Cd><SubFmlyCd>CDPT</SubFmlyCd></Fmly></Domn></BkTxCd><NtryDtls><TxDtls><Refs><EndToEndId>D-1</EndToEndId></Refs><RmtInf><Ustrd>Rope &amp; sons</Ustrd></RmtInf></TxDtls></NtryDtls>',
);
/** An entry of a batch: what it states of itself, and what it tells of its transactions. */
const batch = (states: string, transactions: number) =>
  DEPOSIT.replace(
    /<TxDtls>.*<\/TxDtls>/,
    (details) => `<Btch>${states}</Btch>${details.repeat(transactions)}`,
  );
const FEE = entry('12.50', 'DBIT', '<AddtlNtryInf>Fee</AddtlNtryInf>');

describe('camt.053 (ISO 20022)', () => {
  test('booked entries with sign, dates, references, code and text; pending left out', () => {
    const read = readCamt(camt(DEPOSIT + FEE + entry('9.00', 'CRDT', '', 'PDNG')));
    expect(read).toMatchObject({
      ok: true,
      value: [
        {
          accountNumber: '001-77',
          from: '2026-03-02',
          to: '2026-03-03',
          pending: 1,
          lines: [
            {
              amountMinor: 640_00,
              valueDate: '2026-03-03',
              references: ['D-1'],
              bankId: 'BK1',
              bankCode: 'PMNT/CNTR/CDPT',
              text: 'Rope & sons',
            },
            { amountMinor: -12_50, text: 'Fee' },
          ],
        },
      ],
    });
  });
  test('a batch is one line that is named by all its transactions', () => {
    const states = '<NbOfTxs>2</NbOfTxs><TtlAmt Ccy="CAD">640.00</TtlAmt>';
    const lines = (text: string) => {
      const read = readCamt(camt(text + FEE));
      return read.ok ? read.value[0]!.lines : read.refusals;
    };
    expect(lines(batch(states, 2))).toMatchObject([
      { amountMinor: 640_00, references: ['D-1', 'D-1'], text: 'Rope & sons · Rope & sons' },
      {},
    ]);
    // Its transactions need not be told; in another currency it says what was sent.
    expect(lines(batch(states, 0))).toHaveLength(2);
    expect(lines(batch('<TtlAmt Ccy="EUR">430.00</TtlAmt>', 1))).toHaveLength(2);
  });
  test.each<[string, string, object]>([
    [
      'a transaction of a batch that was taken out',
      camt(batch('<NbOfTxs>3</NbOfTxs>', 2) + FEE),
      {
        ...{ code: 'camt.batchCount', at: 'Stmt 1, Ntry 1, NtryDtls 1, Btch' },
        params: { expected: 2, found: '3' },
      },
    ],
    [
      'a batch of another sum than its entry',
      camt(batch('<TtlAmt Ccy="CAD">640.01</TtlAmt>', 1) + FEE),
      { code: 'camt.batchSum', params: { expectedMinor: 640_00, foundMinor: 640_01 } },
    ],
    ['cut short', camt(DEPOSIT + FEE).slice(0, -60), { code: 'xml.notXml' }],
    [
      'a sum that is off',
      camt(DEPOSIT),
      { code: 'statement.sum', params: { expectedMinor: 1640_00 } },
    ],
    [
      'an entry in another currency',
      camt(DEPOSIT.replace('CAD', 'EUR') + FEE),
      { code: 'camt.currency', at: 'Stmt 1, Ntry 1, Amt' },
    ],
    [
      'three decimals',
      camt(DEPOSIT + FEE.replace('12.50', '12.505')),
      { code: 'amount.tooManyDecimals' },
    ],
    ['another document', '<Document><Other/></Document>', { code: 'camt.notCamt053' }],
    [
      'no statement in it',
      camt(DEPOSIT + FEE).replace(/<Stmt>[^]*<\/Stmt>/, ''),
      { code: 'camt.noStatement' },
    ],
    [
      'an account without a number',
      camt(DEPOSIT + FEE).replace(/<Acct>[^]*?<\/Acct>/, '<Acct/>'),
      { code: 'camt.account', at: 'Stmt 1, Acct' },
    ],
    [
      'an entry of no day',
      camt(DEPOSIT.replace(/<BookgDt>[^]*?<\/BookgDt>/, '') + FEE),
      { code: 'camt.date', at: 'Stmt 1, Ntry 1, BookgDt' },
    ],
    [
      'neither credit nor debit',
      camt(DEPOSIT + FEE.replace('DBIT', 'MORE')),
      { code: 'camt.indicator', at: 'Stmt 1, Ntry 2, CdtDbtInd' },
    ],
    [
      'elements one in another without end',
      camt(`${'<a>'.repeat(80)}${'</a>'.repeat(80)}${DEPOSIT}`),
      { code: 'xml.tooDeep' },
    ],
    [
      'entities of its own',
      '<!DOCTYPE x [<!ENTITY a "b">]><Document/>',
      { code: 'xml.doctype' },
    ],
    [
      'no closing balance',
      camt(DEPOSIT + FEE).replace('CLBD', 'ITBD'),
      { code: 'camt.balances' },
    ],
  ])('%s is refused', (_, text, refusal) => {
    expect(readCamt(text)).toMatchObject({ ok: false, refusals: [refusal] });
  });
});

test('identities tell equal lines of one day apart and trust the bank’s own id', () => {
  const line = {
    date: '2026-03-02',
    valueDate: '',
    amountMinor: 5,
    text: 'x',
    references: [],
    bankId: null,
    bankCode: '',
  };
  const lines = [line, line, { ...line, bankId: 'B9' }] as never;
  expect(lineIdentities(lines)).toEqual(['2026-03-02 5 x #1', '2026-03-02 5 x #2', 'id B9']);
});

test('a bank code names the kind; a taught rule names the party too', () => {
  const rules = [{ contains: 'quaypay', kind: 'settlement', party: 'processor 1' }] as const;
  expect(classifyLine({ text: 'QUAYPAY payout', bankCode: '' }, rules)).toEqual({
    kind: 'settlement',
    party: 'processor 1',
  });
  expect(classifyLine({ text: '', bankCode: 'PMNT/CNTR/CDPT' }, [])).toEqual({
    kind: 'slip',
    party: 'slips',
  });
  expect(classifyLine({ text: '', bankCode: 'PMNT/MCRD/POSP' }, [])).toEqual({
    kind: 'settlement',
  });
  expect(classifyLine({ text: 'Rent', bankCode: '' }, rules)).toEqual({});
  // PMNT/ICHQ: issued cheques (ISO 20022 external bank transaction codes, from memory).
  expect(classifyLine({ text: '', bankCode: 'PMNT/ICHQ/CCHQ' }, [])).toEqual({
    kind: 'ownCheque',
    party: CHEQUE_BOOK,
  });
});

test('coverage joins statements that touch or whose balances chain', () => {
  const spans = coveredSpans([
    { from: '2026-03-09', to: '2026-03-10', openingMinor: 7, closingMinor: 9 },
    { from: '2026-03-02', to: '2026-03-03', openingMinor: 0, closingMinor: 5 },
    { from: '2026-03-06', to: '2026-03-06', openingMinor: 5, closingMinor: 6 },
  ]);
  expect(spans).toEqual([
    { from: '2026-03-02', to: '2026-03-06' },
    { from: '2026-03-09', to: '2026-03-10' },
  ]);
  expect(covers(spans, { from: '2026-03-03', to: '2026-03-05' })).toBe(true);
  expect(covers(spans, { from: '2026-03-06', to: '2026-03-09' })).toBe(false);
});

test.each<[string, string, string[], 'ownCheque' | undefined, string[]]>([
  ['a number behind the word', 'CHEQUE 000104 paid', [], undefined, ['CHEQUE104']],
  ['with its sign', 'Chq No. 104', [], undefined, ['CHEQUE104']],
  ['a number alone says nothing', 'Counter 104', ['104'], undefined, []],
  ['unless the bank calls the line a cheque', '', ['000104'], 'ownCheque', ['CHEQUE104']],
  ['a longer word is none', 'checkout 104', [], undefined, []],
])('a cheque of ours in a line: %s', (_, text, references, kind, expected) => {
  expect(chequeReferences({ text, references }, kind)).toEqual(expected);
});

test.each([
  [[], []],
  [[['2026-03-01', '2026-03-09', 0, 5_00]], []],
  // The balance that one closes with is the one that the next opens with: nothing is missing.
  [[['2026-03-01', '2026-03-07', 0, 5_00]], []],
  [[['2026-03-01', '2026-03-07', 0, 4_00]], ['gap 2026-03-08 2026-03-09']],
  [[['2026-03-18', '2026-03-20', 9_00, 9_00]], ['gap 2026-03-16 2026-03-17']],
  [[['2026-03-01', '2026-03-11', 0, 5_00]], ['overlap 2026-03-10 2026-03-11']],
  [
    [
      ['2026-03-01', '2026-03-11', 0, 5_00],
      ['2026-03-14', '2026-03-31', 7_00, 5_00],
    ],
    ['overlap 2026-03-10 2026-03-11', 'overlap 2026-03-14 2026-03-15'],
  ],
] as [[string, string, number, number][], string[]][])(
  'beside %j a statement of 10 to 15 March that opens with 5.00 and closes with 8.00 has %j',
  (here, beside) => {
    const statements = here.map(([from, to, openingMinor, closingMinor]) => ({
      ...{ from, to, openingMinor, closingMinor },
    }));
    const march = {
      from: '2026-03-10',
      to: '2026-03-15',
      openingMinor: 5_00,
      closingMinor: 8_00,
    };
    expect(
      besides(statements, march).map(({ what, from, to }) => `${what} ${from} ${to}`),
    ).toEqual(beside);
  },
);
