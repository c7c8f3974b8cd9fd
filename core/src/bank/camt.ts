import type { Watch } from '../csv';
import { isIsoDate } from '../dates';
import { negate, parseAmount, sum, type Minor } from '../money';
import { accept, refuse, type Outcome } from '../outcome';
import { byDay, sumDiffers, type Statement, type StatementLine } from './statement';
import { child, leaf, leaves, list, readXml, type Node } from './xml';

/* ISO 20022, bank to customer statement and account report, camt.053 and camt.052, .001.02 and later: element names and code
   lists (OPBD, PRCD, CLBD, BOOK, CRDT) are the standard's. */

const REPEATED = ['Stmt', 'Rpt', 'Ntry', 'Bal', 'TxDtls', 'Ustrd', 'Strd', 'NtryDtls'];

/**
 * Reads the statements of a camt.053 document, or the reports of a camt.052. Only booked entries count; opening balance plus
 * booked entries must give the closing balance.
 * Refusals: `xml.notXml` with the line, `xml.tooDeep` (most), `camt.notCamt053`, `camt.noStatement`, `camt.account`,
 * `camt.balances`, `camt.count` (expected, found), `camt.summary` (expectedMinor, foundMinor), `camt.batchCount`, `camt.batchSum` (the same), `camt.date`, `camt.indicator`, `camt.currency`, `statement.sum` and those of
 * `parseAmount`; the place is a path of elements (`Stmt 1, Ntry 3, Amt`).
 */
export function readCamt(text: string, watch?: Watch): Outcome<Statement[]> {
  const parsed = readXml(text, REPEATED);
  if (!parsed.ok) return parsed;
  const document = child(parsed.value, 'Document');
  const report = document && child(document, 'BkToCstmrAcctRpt');
  const message = report ?? (document && child(document, 'BkToCstmrStmt'));
  if (!message) return refuse('camt.notCamt053');
  const [name, format] = report
    ? (['Rpt', 'camt.052'] as const)
    : (['Stmt', 'camt.053'] as const);
  const statements = list(message, name);
  if (statements.length === 0) return refuse('camt.noStatement');
  const read: Statement[] = [];
  for (const [i, node] of statements.entries()) {
    const one = readStatement(node, format, `${name} ${i + 1}`, watch);
    if (!one.ok) return one;
    read.push(one.value);
  }
  return accept(read);
}

function readStatement(
  node: Node,
  format: 'camt.053' | 'camt.052',
  at: string,
  watch?: Watch,
): Outcome<Statement> {
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
  // A report within the day has what is booked until then.
  const closing = balance('CLBD', ...(format === 'camt.052' ? ['ITBD'] : []));
  if (!opening || !closing) return refuse('camt.balances', `${at}, Bal`);
  const currency = leaf(child(node, 'Acct'), 'Ccy') || attribute(closing, 'Amt', 'Ccy');
  if (!/^[A-Z]{3}$/.test(currency))
    return refuse('statement.noCurrency', `${at}, Acct`, { text: currency });
  const openingMinor = signedAmount(opening, currency, `${at}, Bal OPBD`);
  if (!openingMinor.ok) return openingMinor;
  const closingMinor = signedAmount(closing, currency, `${at}, Bal CLBD`);
  if (!closingMinor.ok) return closingMinor;

  const lines: StatementLine[] = [];
  let pending = 0;
  const entries = list(node, 'Ntry');
  for (const [i, entry] of entries.entries()) {
    watch?.(i, entries.length);
    if (isPending(entry)) {
      pending += 1;
      continue;
    }
    const line = readEntry(entry, currency, `${at}, Ntry ${i + 1}`);
    if (!line.ok) return line;
    lines.push(line.value);
  }
  const summed = checkSummary(child(node, 'TxsSummry'), entries, currency, at);
  if (!summed.ok) return summed;
  const sums = { openingMinor: openingMinor.value, closingMinor: closingMinor.value, lines };
  const differs = sumDiffers(sums, `${at}, Bal CLBD`);
  if (differs) return differs;
  const period = child(node, 'FrToDt');
  const closingDate = day(child(closing, 'Dt'));
  const from =
    (leaf(period, 'FrDtTm') || leaf(period, 'FrDt')).slice(0, 10) || firstDate(lines);
  const to = (leaf(period, 'ToDtTm') || leaf(period, 'ToDt')).slice(0, 10) || closingDate;
  if (!isIsoDate(to)) return refuse('camt.date', `${at}, FrToDt`, { text: to });
  return accept({
    format,
    accountNumber,
    currency,
    from: isIsoDate(from) ? from : to,
    to,
    openingMinor: openingMinor.value,
    closingMinor: closingMinor.value,
    lines: byDay(lines),
    pending,
  });
}

/** Counts and sums that the statement states of its entries: of all of them, or of those that are booked. */
function checkSummary(
  summary: Node | undefined,
  entries: readonly Node[],
  currency: string,
  at: string,
): Outcome<true> {
  for (const [name, indicator] of [
    ['TtlNtries', ''],
    ['TtlCdtNtries', 'CRDT'],
    ['TtlDbtNtries', 'DBIT'],
  ] as const) {
    const stated = child(summary, name);
    if (!stated) continue;
    const place = `${at}, TxsSummry, ${name}`;
    const own = entries.filter(
      (entry) => indicator === '' || leaf(entry, 'CdtDbtInd') === indicator,
    );
    const booked = own.filter((entry) => !isPending(entry));
    const count = leaf(stated, 'NbOfNtries');
    if (count !== '' && ![own.length, booked.length].includes(Number(count)))
      return refuse('camt.count', place, { expected: booked.length, found: count });
    const figure = leaf(stated, 'Sum');
    if (figure === '') continue;
    const foundMinor = parseAmount(figure, currency, place);
    if (!foundMinor.ok) return foundMinor;
    const of = (list: readonly Node[]) =>
      sum(
        list.map((entry) => {
          const amount = parseAmount(leaf(entry, 'Amt'), currency);
          return amount.ok ? amount.value : 0;
        }),
      );
    if (![of(own), of(booked)].includes(foundMinor.value))
      return refuse('camt.summary', place, {
        ...{ expectedMinor: of(booked), foundMinor: foundMinor.value },
      });
  }
  return accept(true);
}

/**
 * What a batch states of itself: how many transactions, where they are told, and what they come to, where the entry is
 * that one batch.
 */
function checkBatches(entry: Node, currency: string, at: string): Outcome<true> {
  const told = list(entry, 'NtryDtls');
  for (const [i, details] of told.entries()) {
    const batch = child(details, 'Btch');
    const place = `${at}, NtryDtls ${i + 1}, Btch`;
    const found = leaf(batch, 'NbOfTxs');
    const expected = list(details, 'TxDtls').length;
    if (found !== '' && expected > 0 && Number(found) !== expected)
      return refuse('camt.batchCount', place, { expected, found });
    const figure = leaf(batch, 'TtlAmt');
    // In another currency it is what was sent, not what was booked.
    if (figure === '' || told.length > 1 || attribute(batch!, 'TtlAmt', 'Ccy') !== currency)
      continue;
    const foundMinor = parseAmount(figure, currency, place);
    if (!foundMinor.ok) return foundMinor;
    const whole = parseAmount(leaf(entry, 'Amt'), currency);
    if (whole.ok && whole.value !== foundMinor.value)
      return refuse('camt.batchSum', place, {
        ...{ expectedMinor: whole.value, foundMinor: foundMinor.value },
      });
  }
  return accept(true);
}

/** Not booked yet: left out. */
function isPending(entry: Node): boolean {
  const status = leaf(child(entry, 'Sts'), 'Cd') || leaf(entry, 'Sts');
  return status !== '' && status !== 'BOOK';
}

function readEntry(entry: Node, currency: string, at: string): Outcome<StatementLine> {
  const amount = signedAmount(entry, currency, at);
  if (!amount.ok) return amount;
  const date = day(child(entry, 'BookgDt'));
  if (!isIsoDate(date)) return refuse('camt.date', `${at}, BookgDt`, { text: date });
  const batches = checkBatches(entry, currency, at);
  if (!batches.ok) return batches;
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

function attribute(node: Node, name: string, attributeName: string): string {
  const value = child(node, name)?.[`@${attributeName}`];
  return typeof value === 'string' ? value : '';
}
