import { toDecimal } from '@abacist/core/money';
import { QUAY_ACCOUNT, type BankLine } from './bank';

/* The stand-in bank's statement in the formats that banks send. */

type Of = { account?: string; currency?: string; id?: string };
export type Written = (
  openingMinor: number,
  lines: readonly BankLine[],
  period: { from: string; to: string },
  of?: Of,
) => string;

const closingOf = (openingMinor: number, lines: readonly BankLine[]) =>
  lines.reduce((total, { amountMinor }) => total + amountMinor, openingMinor);
const digits = (date: string) => date.replaceAll('-', '');
const short = (date: string) => digits(date).slice(2);

/** OFX 1.x: SGML, whose leaves have no end. */
export const statementOfx: Written = (
  openingMinor,
  lines,
  { from, to },
  { account = QUAY_ACCOUNT, currency = 'CAD', id = 'ST-1' } = {},
) => {
  const kinds = { deposit: 'DEP', card: 'CREDIT', cheque: 'CHECK', '': 'FEE' } as const;
  const transactions = lines.map(({ date, amountMinor, text, reference, type = '' }, i) =>
    [
      ...['<STMTTRN>', `<TRNTYPE>${kinds[type]}`, `<DTPOSTED>${digits(date)}120000`],
      ...[`<TRNAMT>${toDecimal(amountMinor, currency)}`, `<FITID>${id}-${i + 1}`],
      ...(reference ? [`<REFNUM>${reference}`] : []),
      ...[`<NAME>${text.replaceAll('&', '&amp;').replaceAll('<', '&lt;')}`, '</STMTTRN>'],
    ].join('\r\n'),
  );
  return [
    ...['OFXHEADER:100', 'DATA:OFXSGML', 'VERSION:102', 'SECURITY:NONE', 'ENCODING:USASCII'],
    ...['CHARSET:1252', 'COMPRESSION:NONE', 'OLDFILEUID:NONE', 'NEWFILEUID:NONE', ''],
    ...['<OFX>', '<BANKMSGSRSV1>', '<STMTTRNRS>', '<TRNUID>1', '<STMTRS>'],
    ...[`<CURDEF>${currency}`, '<BANKACCTFROM>', '<BANKID>417', `<ACCTID>${account}`],
    ...['<ACCTTYPE>CHECKING', '</BANKACCTFROM>', '<BANKTRANLIST>'],
    ...[`<DTSTART>${digits(from)}`, `<DTEND>${digits(to)}`, ...transactions],
    ...['</BANKTRANLIST>', '<LEDGERBAL>'],
    `<BALAMT>${toDecimal(closingOf(openingMinor, lines), currency)}`,
    ...[`<DTASOF>${digits(to)}`, '</LEDGERBAL>', '</STMTRS>', '</STMTTRNRS>'],
    ...['</BANKMSGSRSV1>', '</OFX>', ''],
  ].join('\r\n');
};

/** MT940: a message of at most so many lines; what is more goes on in the next. */
export const statementMt940: Written = (
  openingMinor,
  lines,
  { from, to },
  { account = QUAY_ACCOUNT, currency = 'CAD', id = 'ST-1' } = {},
) => {
  const PER_MESSAGE = 20;
  const figure = (amount: number) => toDecimal(Math.abs(amount), currency).replace('.', ',');
  const balance = (tag: string, amount: number, date: string) =>
    `:${tag}:${amount < 0 ? 'D' : 'C'}${short(date)}${currency}${figure(amount)}`;
  const kinds = { deposit: 'NMSC', card: 'NCMI', cheque: 'NCHK', '': 'NCHG' } as const;
  const pages: BankLine[][] = [];
  for (let i = 0; i === 0 || i < lines.length; i += PER_MESSAGE)
    pages.push(lines.slice(i, i + PER_MESSAGE));
  let running = openingMinor;
  let n = 0;
  return pages
    .map((page, at) => {
      const opening = running;
      const entries = page.flatMap(({ date, amountMinor, text, reference, type = '' }) => {
        n += 1;
        running += amountMinor;
        const mark = amountMinor < 0 ? 'D' : 'C';
        const day = `${short(date)}${short(date).slice(2)}`;
        const name = (reference ?? 'NONREF').slice(0, 16);
        return [
          `:61:${day}${mark}${figure(amountMinor)}${kinds[type]}${name}//${id}-${n}`,
          `:86:${text}`,
        ];
      });
      const last = at === pages.length - 1;
      return [
        '{1:F01BANKXXXXAXXX0000000000}{2:I940SHOPXXXXXXXXN}{4:',
        ...[`:20:${id}`, `:25:${account}`, `:28C:1/${at + 1}`],
        balance(at === 0 ? '60F' : '60M', opening, from),
        ...entries,
        balance(last ? '62F' : '62M', running, to),
        '-}',
      ].join('\r\n');
    })
    .join('\r\n');
};

/** BAI2: a group a day, with its totals and counts. */
export const statementBai2: Written = (
  openingMinor,
  lines,
  { from, to },
  { account = QUAY_ACCOUNT, currency = 'CAD', id = 'ST-1' } = {},
) => {
  const days = [...new Set([from, ...lines.map(({ date }) => date), to])].sort();
  const kinds = {
    deposit: ['301', '475'],
    card: ['142', '475'],
    cheque: ['301', '475'],
  } as const;
  const rows = [`01,417,SHOP,${short(to)},2100,1,80,,2/`];
  let [running, total, n] = [openingMinor, 0, 0];
  for (const day of days) {
    const own = lines.filter(({ date }) => date === day);
    const after = closingOf(running, own);
    const entries = own.map(({ amountMinor, text, reference = '', type = '' }) => {
      n += 1;
      const [credit, debit] = type === '' ? ['399', '699'] : kinds[type];
      const code = amountMinor < 0 ? debit : credit;
      return `16,${code},${Math.abs(amountMinor)},Z,${id}-${n},${reference},${text}`;
    });
    const sum =
      running + after + own.reduce((all, { amountMinor }) => all + Math.abs(amountMinor), 0);
    rows.push(
      `02,SHOP,417,1,${short(day)},,${currency},2/`,
      `03,${account},${currency},010,${running},,/`,
      `88,015,${after},,/`,
      ...entries,
      `49,${sum},${entries.length + 3}/`,
      `98,${sum},1,${entries.length + 5}/`,
    );
    [running, total] = [after, total + sum];
  }
  return [...rows, `99,${total},${days.length},${rows.length + 1}/`].join('\r\n');
};
