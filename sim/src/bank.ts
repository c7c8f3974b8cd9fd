import { toDecimal } from '@abacist/core/money';
import { stringify } from 'csv-stringify/sync';

/** A line as the stand-in bank books it. Receipts +, payments −, minor units. */
export type BankLine = {
  date: string;
  amountMinor: number;
  text: string;
  reference?: string;
  type?: 'deposit' | 'card' | 'cheque' | '';
};

/** The shop’s account at the quay. */
export const QUAY_ACCOUNT = '00417-2206581';

/** A statement of the stand-in bank as CSV, in the layout of docs/formats.md. */
export function statementCsv(
  openingMinor: number,
  lines: readonly BankLine[],
  { account = QUAY_ACCOUNT, currency = 'CAD' } = {},
): string {
  let balance = openingMinor;
  const records = lines.map((line) => {
    balance += line.amountMinor;
    return [
      account,
      currency,
      line.date,
      toDecimal(line.amountMinor, currency),
      toDecimal(balance, currency),
      line.type ?? '',
      line.reference ?? '',
      line.text,
    ];
  });
  const header = [
    'account',
    'currency',
    'date',
    'amount',
    'balance',
    'type',
    'reference',
    'text',
  ];
  return stringify([header, ...records], { record_delimiter: 'windows' });
}

const escapeXml = (text: string) =>
  text.replace(/[<>&'"]/g, (sign) => `&#${sign.charCodeAt(0)};`);

const CODES = {
  deposit: ['PMNT', 'CNTR', 'CDPT'],
  card: ['PMNT', 'MCRD', 'POSP'],
  cheque: ['PMNT', 'ICHQ', 'CCHQ'],
  '': ['ACMT', 'MDOP', 'CHRG'],
} as const;

/** The same as a camt.053 document (ISO 20022) of one statement. */
export function statementCamt053(
  openingMinor: number,
  lines: readonly BankLine[],
  period: { from: string; to: string },
  { account = QUAY_ACCOUNT, currency = 'CAD', id = 'ST-1' } = {},
): string {
  const signed = (amount: number) =>
    `<Amt Ccy="${currency}">${toDecimal(Math.abs(amount), currency)}</Amt>` +
    `<CdtDbtInd>${amount < 0 ? 'DBIT' : 'CRDT'}</CdtDbtInd>`;
  const balance = (code: string, amount: number, date: string) =>
    `<Bal><Tp><CdOrPrtry><Cd>${code}</Cd></CdOrPrtry></Tp>${signed(amount)}<Dt><Dt>${date}</Dt></Dt></Bal>`;
  const entry = (line: BankLine, i: number) => {
    const [domain, family, sub] = CODES[line.type ?? ''];
    const refs = line.reference
      ? `<Refs><EndToEndId>${escapeXml(line.reference)}</EndToEndId></Refs>`
      : '';
    return `<Ntry>${signed(line.amountMinor)}<Sts>BOOK</Sts>
<BookgDt><Dt>${line.date}</Dt></BookgDt><ValDt><Dt>${line.date}</Dt></ValDt>
<AcctSvcrRef>${id}-${i + 1}</AcctSvcrRef>
<BkTxCd><Domn><Cd>${domain}</Cd><Fmly><Cd>${family}</Cd><SubFmlyCd>${sub}</SubFmlyCd></Fmly></Domn></BkTxCd>
<NtryDtls><TxDtls>${refs}<RmtInf><Ustrd>${escapeXml(line.text)}</Ustrd></RmtInf></TxDtls></NtryDtls></Ntry>`;
  };
  const closing = lines.reduce((total, { amountMinor }) => total + amountMinor, openingMinor);
  return `<?xml version="1.0" encoding="UTF-8"?>
<Document xmlns="urn:iso:std:iso:20022:tech:xsd:camt.053.001.02"><BkToCstmrStmt>
<GrpHdr><MsgId>${id}</MsgId><CreDtTm>${period.to}T21:00:00</CreDtTm></GrpHdr>
<Stmt><Id>${id}</Id><CreDtTm>${period.to}T21:00:00</CreDtTm>
<FrToDt><FrDtTm>${period.from}T00:00:00</FrDtTm><ToDtTm>${period.to}T23:59:59</ToDtTm></FrToDt>
<Acct><Id><Othr><Id>${account}</Id></Othr></Id><Ccy>${currency}</Ccy></Acct>
${balance('OPBD', openingMinor, period.from)}${balance('CLBD', closing, period.to)}
${lines.map(entry).join('\n')}
</Stmt></BkToCstmrStmt></Document>
`;
}
