import { readStatementFile as read, type LinesAlone, type Statement } from '.';

/* What banks write, by hand from the formats' rules (from memory of SWIFT MT940, OFX and BAI2; ISO 20022). */
const only = (text: string): Statement | LinesAlone => {
  const found = read(text);
  if (!found.ok) throw new Error(JSON.stringify(found.refusals));
  expect(found.value).toHaveLength(1);
  return found.value[0]!;
};
const refusal = (text: string) => {
  const found = read(text);
  return found.ok ? null : found.refusals[0];
};

const MT940 = [
  '{1:F01BANKCATTAXXX0000000000}{2:I940SHOPCATTXXXXN}{4:',
  ':20:ST260105',
  ':25:0417/004172206581',
  ':28C:1/1',
  ':60F:C251231CAD1000,',
  ':61:2601020102CD640,00NMSCB12345//BK-1',
  ':86:?20DEPOSIT?21QUAY BRANCH',
  ':61:2512311231D12,5NCHGNONREF',
  'MONTHLY PLAN',
  ':61:2601050105RC40,00NRTINONREF//BK-3',
  ':86:CHEQUE 88 RETURNED',
  'BO OF THE GANNET',
  ':61:260105RD2,00NCHGNONREF',
  ':62F:C260105CAD1589,50',
  ':64:C260105CAD1589,50',
  '-}',
].join('\n');

describe('MT940', () => {
  test('marks, value and entry dates over new year, what is said below, the bank’s id', () => {
    // CD: C with the third letter of the currency as funds code.
    expect(only(MT940)).toMatchObject({
      ...{ accountNumber: '004172206581', currency: 'CAD', openingMinor: 1000_00 },
      ...{ closingMinor: 1589_50, from: '2025-12-31', to: '2026-01-05' },
      lines: [
        {
          date: '2025-12-31',
          amountMinor: -12_50,
          text: 'MONTHLY PLAN',
          bankCode: 'CHG',
          bankId: null,
        },
        {
          ...{ date: '2026-01-02', amountMinor: 640_00, text: 'DEPOSIT · QUAY BRANCH' },
          ...{ references: ['B12345'], bankId: 'BK-1' },
        },
        {
          ...{ date: '2026-01-05', amountMinor: -40_00, bankCode: 'RTI', references: [] },
          text: 'CHEQUE 88 RETURNED · BO OF THE GANNET',
        },
        { date: '2026-01-05', amountMinor: 2_00 },
      ],
    });
    // A dash begins words as well; only one that stands alone ends a message.
    expect(only(MT940.replace('\nMONTHLY PLAN', '\n- MONTHLY PLAN')).lines[0]).toMatchObject({
      text: '- MONTHLY PLAN',
    });
    const booked = MT940.replace(':61:2512311231D', ':61:2601021231D');
    expect(only(booked).lines[0]).toMatchObject({
      date: '2025-12-31',
      valueDate: '2026-01-02',
    });
  });
  test.each([
    ['a line taken out', MT940.replace(/:61:260105RD.*\n/, ''), 'statement.sum'],
    ['a page that is missing', MT940.replace(':62F:', ':62M:'), 'mt940.follows'],
    ['one that begins in the middle', MT940.replace(':60F:', ':60M:'), 'mt940.follows'],
    ['no closing balance', MT940.replace(/:62F:.*\n/, ''), 'mt940.missing'],
    [
      'a day that does not exist',
      MT940.replace(':62F:C260105', ':62F:C260231'),
      'mt940.field',
    ],
    [
      'another currency at its end',
      MT940.replace('260105CAD1589', '260105USD1589'),
      'mt940.currency',
    ],
  ])('%s is refused', (_, text, code) => {
    expect(refusal(text)).toMatchObject({ code });
  });
});

describe('reports within the day (MT942)', () => {
  const MT942 = [
    ':20:REPORT1',
    ':25:004172206581',
    ':28C:7/1',
    ':34F:CADD0,',
    ':13D:2603031000-0400',
    ':61:2603030303C640,00NTRFB12345//BK-1',
    ':86:DEPOSIT QUAY',
    ':61:2603030303D60,00NCHK104',
    ':90D:1CAD60,',
    ':90C:1CAD640,00',
    '-',
  ].join('\n');
  test('lines without balances: what was there, statements before them say', () => {
    expect(only(MT942)).toMatchObject({
      ...{ accountNumber: '004172206581', currency: 'CAD', openingMinor: null },
      ...{ closingMinor: null, from: '2026-03-03', to: '2026-03-03' },
      lines: [{ amountMinor: 640_00, bankId: 'BK-1' }, { amountMinor: -60_00 }],
    });
  });
  test.each([
    ['a debit that is missing', MT942.replace(/:61:2603030303D.*\n/, ''), 'statement.sum'],
    ['a sum that differs', MT942.replace('640,00\n-', '641,00\n-'), 'statement.sum'],
    ['no account', MT942.replace(/:25:.*\n/, ''), 'mt940.missing'],
    ['no currency', MT942.replace('34F:CAD', '34F:'), 'mt940.field'],
    ['no line at all', MT942.replace(/:61:[^]*$/, '-'), 'mt940.none'],
  ])('%s is refused', (_, text, code) => {
    expect(refusal(text)).toMatchObject({ code });
  });
});

const BAI2 = [
  '01,0417,SHOP,260303,0600,1,80,,2/',
  '02,SHOP,0417,1,260302,,CAD,2/',
  '03,00417-2206581,,010,100000,,,015,162750,,/',
  '88,040,162750,,S,100000,50000,12750/',
  '16,301,64000,V,260304,,BK-1,B12345,DEPOSIT, QUAY/',
  '88,BRANCH',
  '16,699,1250,,BK-2,,MONTHLY PLAN',
  '49,490750,6/',
  '98,490750,1,8/',
  '99,490750,1,10/',
].join('\r\n');

describe('BAI2', () => {
  test('continuations, funds types, control totals and counts', () => {
    expect(only(BAI2)).toMatchObject({
      ...{ accountNumber: '00417-2206581', currency: 'CAD', openingMinor: 1000_00 },
      ...{ closingMinor: 1627_50, from: '2026-03-02', to: '2026-03-02' },
      lines: [
        {
          ...{ amountMinor: 640_00, bankId: 'BK-1', references: ['B12345'] },
          ...{ bankCode: 'deposit', valueDate: '2026-03-04', text: 'DEPOSIT, QUAY,BRANCH' },
        },
        { amountMinor: -12_50, bankId: 'BK-2', text: 'MONTHLY PLAN', bankCode: '699' },
      ],
    });
  });
  test.each([
    ['an amount changed', BAI2.replace('16,699,1250', '16,699,1251'), 'bai2.total'],
    ['a record taken out', BAI2.replace('88,BRANCH\r\n', ''), 'bai2.count'],
    ['a file cut short', BAI2.replace(/99,.*$/, ''), 'bai2.cut'],
    ['no opening balance', BAI2.replace('010,100000', '030,100000'), 'bai2.balances'],
    ['a sum that does not follow', BAI2.replace('16,301,', '16,475,'), 'statement.sum'],
    [
      'a transaction outside an account',
      BAI2.replace(/03,00417[^]*?88,040.*?\r\n/, ''),
      'bai2.order',
    ],
    [
      'availability of fewer than no days',
      BAI2.replace('88,040,162750,,S,', '88,040,162750,,D,-3,'),
      'bai2.total',
    ],
    ['a point in an amount', BAI2.replace('64000,V', '640.00,V'), 'bai2.amount'],
  ])('%s is refused', (_, text, code) => {
    expect(refusal(text)).toMatchObject({ code });
  });
});

const OFX2 = `<?xml version="1.0" encoding="UTF-8"?>
<?OFX OFXHEADER="200" VERSION="211" SECURITY="NONE" OLDFILEUID="NONE" NEWFILEUID="NONE"?>
<OFX><BANKMSGSRSV1><STMTTRNRS><TRNUID>1</TRNUID><STMTRS><CURDEF>CAD</CURDEF>
<BANKACCTFROM><BANKID>417</BANKID><ACCTID>004172206581</ACCTID><ACCTTYPE>CHECKING</ACCTTYPE></BANKACCTFROM>
<BANKTRANLIST><DTSTART>20260301</DTSTART><DTEND>20260303</DTEND>
<STMTTRN><TRNTYPE>DEP</TRNTYPE><DTPOSTED>20260302120000[-5:EST]</DTPOSTED><TRNAMT>+640.00</TRNAMT><FITID>BK-1</FITID><NAME>DEPOSIT</NAME><MEMO>QUAY &amp; HATCH</MEMO></STMTTRN>
<STMTTRN><TRNTYPE>CHECK</TRNTYPE><DTPOSTED>20260303</DTPOSTED><TRNAMT>-60.00</TRNAMT><FITID>BK-2</FITID><CHECKNUM>104</CHECKNUM></STMTTRN>
</BANKTRANLIST><LEDGERBAL><BALAMT>1580.00</BALAMT><DTASOF>20260303</DTASOF></LEDGERBAL></STMTRS></STMTTRNRS></BANKMSGSRSV1></OFX>`;

describe('OFX', () => {
  // 1.x is the same without the ends of leaves.
  const OFX1 = `OFXHEADER:100\nVERSION:102\n\n${OFX2.slice(OFX2.indexOf('<OFX>')).replace(/(<[A-Z]+>[^<]+)<\/[A-Z]+>/g, '$1\n')}`;
  test.each([
    ['2.x', OFX2],
    ['1.x', OFX1],
  ])('%s: the opening balance follows from the ledger’s', (_, text) => {
    expect(only(text)).toMatchObject({
      ...{ accountNumber: '004172206581', currency: 'CAD', openingMinor: 1000_00 },
      ...{ closingMinor: 1580_00, from: '2026-03-01', to: '2026-03-03' },
      lines: [
        {
          date: '2026-03-02',
          amountMinor: 640_00,
          bankCode: 'deposit',
          text: 'DEPOSIT · QUAY & HATCH',
        },
        { date: '2026-03-03', amountMinor: -60_00, bankCode: 'cheque', references: ['104'] },
      ],
    });
  });
  test('a balance of a later day says nothing of the last of its lines', () => {
    const earlier = OFX2.replace('DTASOF>20260303', 'DTASOF>20260309');
    expect(only(earlier)).toMatchObject({
      ...{ openingMinor: null, closingMinor: null, from: '2026-03-01', to: '2026-03-03' },
    });
  });
  test.each([
    [
      'a line before its days',
      OFX2.replace('DTSTART>20260301', 'DTSTART>20260303'),
      'statement.lineOutside',
    ],
    ['no balance', OFX2.replace(/<LEDGERBAL>.*<\/LEDGERBAL>/, ''), 'ofx.balance'],
    [
      'a day that does not exist',
      OFX2.replace('20260302120000', '20260230120000'),
      'ofx.date',
    ],
    [
      'an account of cards alone',
      OFX2.replaceAll('BANKMSGSRSV1', 'CREDITCARDMSGSRSV1'),
      'ofx.none',
    ],
    [
      'entities of its own',
      OFX2.replace('<OFX>', '<!DOCTYPE a><OFX>').replace('<?xml', '<OFX><?xml'),
      'xml.doctype',
    ],
  ])('%s is refused', (_, text, code) => {
    expect(refusal(text)).toMatchObject({ code });
  });
});

test('a value without an end is read in one go', () => {
  // As long as a file may be: whoever looks for its end again and again would not come back.
  const endless = `<OFX><BANKMSGSRSV1><STMTTRNRS><NAME>${'x '.repeat(2_000_000)}`;
  expect(refusal(endless)).toMatchObject({ code: 'xml.notXml' });
});

describe('camt.052 and the sums that a statement states', () => {
  const entry = (amount: string, indicator: string, status = 'BOOK') =>
    `<Ntry><Amt Ccy="CAD">${amount}</Amt><CdtDbtInd>${indicator}</CdtDbtInd><Sts><Cd>${status}</Cd></Sts><BookgDt><Dt>2026-03-02</Dt></BookgDt><AddtlNtryInf>Fee &#8212; &#x26; more</AddtlNtryInf></Ntry>`;
  const balance = (code: string, amount: string) =>
    `<Bal><Tp><CdOrPrtry><Cd>${code}</Cd></CdOrPrtry></Tp><Amt Ccy="CAD">${amount}</Amt><CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>2026-03-02</Dt></Dt></Bal>`;
  const summary = (count: number, sum: string) =>
    `<TxsSummry><TtlDbtNtries><NbOfNtries>${count}</NbOfNtries><Sum>${sum}</Sum></TtlDbtNtries></TxsSummry>`;
  const report = (of: string) =>
    `<Document xmlns="urn:iso:std:iso:20022:tech:xsd:camt.052.001.08"><BkToCstmrAcctRpt><Rpt><Acct><Id><Othr><Id>1</Id></Othr></Id><Ccy>CAD</Ccy></Acct>${balance('PRCD', '100.00')}${balance('ITBD', '90.50')}${of}${entry('4.50', 'DBIT')}${entry('5.00', 'DBIT')}${entry('7.00', 'DBIT', 'PDNG')}</Rpt></BkToCstmrAcctRpt></Document>`;
  test('a report within the day, with what is booked until then', () => {
    expect(only(report(summary(2, '9.50')))).toMatchObject({
      ...{ format: 'camt.052', openingMinor: 100_00, closingMinor: 90_50, pending: 1 },
      lines: [{ text: 'Fee — & more' }, {}],
    });
    // Some count what is pending too.
    expect(only(report(summary(3, '16.50'))).lines).toHaveLength(2);
  });
  test('an entry that was taken out is missed', () => {
    expect(refusal(report(summary(4, '9.50')))).toMatchObject({
      ...{ code: 'camt.count', at: 'Rpt 1, TxsSummry, TtlDbtNtries' },
    });
    expect(refusal(report(summary(2, '9.60')))).toMatchObject({ code: 'camt.summary' });
  });
});
