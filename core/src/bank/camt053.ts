import { XMLParser, XMLValidator } from 'fast-xml-parser';
import type { Watch } from '../csv';
import { isIsoDate } from '../dates';
import { negate, parseAmount, sum, type Minor } from '../money';
import { accept, refuse, type Outcome } from '../outcome';
import type { Statement, StatementLine } from './statement';

/* ISO 20022, bank to customer statement, camt.053.001.02 and later: element names and code
   lists (OPBD, PRCD, CLBD, BOOK, CRDT) are the standard's. */

type Node = { [name: string]: unknown };

/**
 * Reads the statements of a camt.053 document. Only booked entries count; opening balance plus
 * booked entries must give the closing balance.
 * Refusals: `camt.notXml` with the line, `camt.tooDeep` (most), `camt.notCamt053`, `camt.noStatement`, `camt.account`,
 * `camt.balances`, `camt.date`, `camt.indicator`, `camt.currency`, `camt.sum` and those of
 * `parseAmount`; the place is a path of elements (`Stmt 1, Ntry 3, Amt`).
 */
export function readCamt053(text: string, watch?: Watch): Outcome<Statement[]> {
  if (/<!DOCTYPE/i.test(text)) return refuse('camt.doctype');
  if (isTooDeep(text)) return refuse('camt.tooDeep', undefined, { most: MOST_DEPTH });
  const valid = XMLValidator.validate(text);
  if (valid !== true) return refuse('camt.notXml', `line ${valid.err.line}`);
  const parser = new XMLParser({
    parseTagValue: false,
    parseAttributeValue: false,
    ignoreAttributes: false,
    attributeNamePrefix: '@',
    removeNSPrefix: true,
    processEntities: false,
    isArray: (name) =>
      ['Stmt', 'Ntry', 'Bal', 'TxDtls', 'Ustrd', 'Strd', 'NtryDtls'].includes(name),
  });
  const document = child(parser.parse(text) as Node, 'Document');
  const message = document && child(document, 'BkToCstmrStmt');
  if (!message) return refuse('camt.notCamt053');
  const statements = list(message, 'Stmt');
  if (statements.length === 0) return refuse('camt.noStatement');
  const read: Statement[] = [];
  for (const [i, node] of statements.entries()) {
    const one = readStatement(node, `Stmt ${i + 1}`, watch);
    if (!one.ok) return one;
    read.push(one.value);
  }
  return accept(read);
}

/** The standard nests no deeper than some twenty elements. */
const MOST_DEPTH = 60;

/** Whether elements are nested deeper than any statement's: what follows reads them one in another. */
function isTooDeep(text: string): boolean {
  let depth = 0;
  for (const [, end, , empty] of text.matchAll(
    /<(\/)?([A-Za-z_][^\s<>/]{0,80})[^<>]*?(\/)?>/g,
  )) {
    depth += end ? -1 : empty ? 0 : 1;
    if (depth > MOST_DEPTH) return true;
  }
  return false;
}

function readStatement(node: Node, at: string, watch?: Watch): Outcome<Statement> {
  const accountId = child(child(node, 'Acct'), 'Id');
  const accountNumber = leaf(accountId, 'IBAN') || leaf(child(accountId, 'Othr'), 'Id');
  if (!accountNumber) return refuse('camt.account', `${at}, Acct`);
  const balances = list(node, 'Bal');
  const balance = (...codes: string[]) =>
    codes
      .map((code) =>
        balances.find((b) => leaf(child(child(b, 'Tp'), 'CdOrPrtry'), 'Cd') === code),
      )
      .find(Boolean);
  const opening = balance('OPBD', 'PRCD');
  const closing = balance('CLBD');
  if (!opening || !closing) return refuse('camt.balances', `${at}, Bal`);
  const currency = leaf(child(node, 'Acct'), 'Ccy') || attribute(closing, 'Amt', 'Ccy');
  const openingMinor = signedAmount(opening, currency, `${at}, Bal OPBD`);
  if (!openingMinor.ok) return openingMinor;
  const closingMinor = signedAmount(closing, currency, `${at}, Bal CLBD`);
  if (!closingMinor.ok) return closingMinor;

  const lines: StatementLine[] = [];
  let pending = 0;
  const entries = list(node, 'Ntry');
  for (const [i, entry] of entries.entries()) {
    watch?.(i, entries.length);
    const status = leaf(child(entry, 'Sts'), 'Cd') || leaf(entry, 'Sts');
    if (status && status !== 'BOOK') {
      pending += 1;
      continue;
    }
    const line = readEntry(entry, currency, `${at}, Ntry ${i + 1}`);
    if (!line.ok) return line;
    lines.push(line.value);
  }
  const expectedMinor = sum([openingMinor.value, ...lines.map((line) => line.amountMinor)]);
  if (expectedMinor !== closingMinor.value) {
    return refuse('camt.sum', `${at}, Bal CLBD`, {
      expectedMinor,
      foundMinor: closingMinor.value,
    });
  }
  const period = child(node, 'FrToDt');
  const closingDate = day(child(closing, 'Dt'));
  const from =
    (leaf(period, 'FrDtTm') || leaf(period, 'FrDt')).slice(0, 10) || firstDate(lines);
  const to = (leaf(period, 'ToDtTm') || leaf(period, 'ToDt')).slice(0, 10) || closingDate;
  if (!isIsoDate(to)) return refuse('camt.date', `${at}, FrToDt`, { text: to });
  lines.sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
  return accept({
    format: 'camt.053',
    accountNumber,
    currency,
    from: isIsoDate(from) ? from : to,
    to,
    openingMinor: openingMinor.value,
    closingMinor: closingMinor.value,
    lines,
    pending,
  });
}

function readEntry(entry: Node, currency: string, at: string): Outcome<StatementLine> {
  const amount = signedAmount(entry, currency, at);
  if (!amount.ok) return amount;
  const date = day(child(entry, 'BookgDt'));
  if (!isIsoDate(date)) return refuse('camt.date', `${at}, BookgDt`, { text: date });
  const details = list(entry, 'NtryDtls').flatMap((d) => list(d, 'TxDtls'));
  const references: string[] = [];
  const texts: string[] = [];
  for (const detail of details) {
    const refs = child(detail, 'Refs');
    references.push(leaf(refs, 'EndToEndId'), leaf(refs, 'TxId'), leaf(refs, 'ChqNb'));
    const remittance = child(detail, 'RmtInf');
    texts.push(...leaves(remittance, 'Ustrd'));
    for (const structured of list(remittance, 'Strd')) {
      references.push(leaf(child(structured, 'CdtrRefInf'), 'Ref'));
    }
    const parties = child(detail, 'RltdPties');
    for (const role of ['Dbtr', 'Cdtr']) {
      const party = child(parties, role);
      texts.push(leaf(party, 'Nm') || leaf(child(party, 'Pty'), 'Nm'));
    }
  }
  texts.push(leaf(entry, 'AddtlNtryInf'));
  const domain = child(child(entry, 'BkTxCd'), 'Domn');
  const family = child(domain, 'Fmly');
  const codes = [leaf(domain, 'Cd'), leaf(family, 'Cd'), leaf(family, 'SubFmlyCd')];
  const valueDate = day(child(entry, 'ValDt'));
  return accept({
    date,
    valueDate: isIsoDate(valueDate) ? valueDate : date,
    amountMinor: amount.value,
    text: texts.filter(Boolean).join(' · '),
    references: references.filter((text) => text && text !== 'NOTPROVIDED'),
    bankId: leaf(entry, 'AcctSvcrRef') || null,
    bankCode: codes.filter(Boolean).join('/'),
  });
}

/** An element with Amt, Ccy and CdtDbtInd: credits +, debits −. */
function signedAmount(node: Node, currency: string, at: string): Outcome<Minor> {
  const given = attribute(node, 'Amt', 'Ccy');
  if (given !== currency)
    return refuse('camt.currency', `${at}, Amt`, { text: given, currency });
  const amount = parseAmount(leaf(node, 'Amt'), currency, `${at}, Amt`);
  if (!amount.ok) return amount;
  const indicator = leaf(node, 'CdtDbtInd');
  if (indicator !== 'CRDT' && indicator !== 'DBIT') {
    return refuse('camt.indicator', `${at}, CdtDbtInd`, { text: indicator });
  }
  return accept(indicator === 'DBIT' ? negate(amount.value) : amount.value);
}

function firstDate(lines: readonly StatementLine[]): string {
  return lines.reduce((first, { date }) => (first === '' || date < first ? date : first), '');
}

function day(node: Node | undefined): string {
  return (leaf(node, 'Dt') || leaf(node, 'DtTm')).slice(0, 10);
}

function child(node: Node | undefined, name: string): Node | undefined {
  const found = node?.[name];
  const one: unknown = Array.isArray(found) ? found[0] : found;
  return typeof one === 'object' && one !== null ? (one as Node) : undefined;
}

function list(node: Node | undefined, name: string): Node[] {
  const found = node?.[name];
  if (found === undefined || found === '') return [];
  return (Array.isArray(found) ? found : [found]) as Node[];
}

function leaf(node: Node | undefined, name: string): string {
  return leaves(node, name)[0] ?? '';
}

function leaves(node: Node | undefined, name: string): string[] {
  const found = node?.[name];
  const all: unknown[] = Array.isArray(found) ? found : found === undefined ? [] : [found];
  return all.map((one) => {
    const text = typeof one === 'object' && one !== null ? (one as Node)['#text'] : one;
    return unescapeXml(typeof text === 'string' ? text.trim() : '');
  });
}

function attribute(node: Node, name: string, attributeName: string): string {
  const value = child(node, name)?.[`@${attributeName}`];
  return typeof value === 'string' ? value : '';
}

/** The five entities of XML itself; others are not expanded (no entity expansion attacks). */
function unescapeXml(text: string): string {
  const known: Record<string, string> = { lt: '<', gt: '>', quot: '"', apos: "'", amp: '&' };
  return text.replace(/&(lt|gt|quot|apos|amp);/g, (_, name: string) => known[name]!);
}
