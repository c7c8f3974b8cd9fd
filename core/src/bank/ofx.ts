import type { Watch } from '../csv';
import { isIsoDate } from '../dates';
import { minus, parseAmount, sum } from '../money';
import { accept, refuse, type Outcome } from '../outcome';
import { OFX_KINDS } from './kinds';
import { byDay, type LinesAlone, type Statement, type StatementLine } from './statement';
import { child, leaf, list, readXml, type Node } from './xml';

/*
 * OFX, 1.x (SGML, whose leaves have no end) and 2.x (XML): the bank statement response STMTRS (from memory
 * of the specification).
 */

/**
 * Reads the bank statements of an OFX file. It has no opening balance: that follows from LEDGERBAL and the
 * transactions, so the balance must be of the day on which they end.
 * Refusals: `ofx.none`, `ofx.account`, `ofx.balance`,
 * `ofx.date` (text), those of `readXml` and of
 * `parseAmount`; the place is a path of elements.
 */
export function readOfx(text: string, watch?: Watch): Outcome<(Statement | LinesAlone)[]> {
  const start = text.search(/<OFX\b/i);
  if (start < 0) return refuse('ofx.none');
  const parsed = readXml(closed(text.slice(start)), ['STMTTRNRS', 'STMTTRN']);
  if (!parsed.ok) return parsed;
  const responses = list(child(child(parsed.value, 'OFX'), 'BANKMSGSRSV1'), 'STMTTRNRS');
  if (responses.length === 0) return refuse('ofx.none');
  const read: (Statement | LinesAlone)[] = [];
  for (const [i, response] of responses.entries()) {
    const one = statementOf(child(response, 'STMTRS'), `STMTRS ${i + 1}`, watch);
    if (!one.ok) return one;
    read.push(one.value);
  }
  return accept(read);
}

/** SGML’s leaves with their ends: a tag with text behind it is one, whether it has an end of its own or none. */
const closed = (sgml: string): string =>
  sgml
    .replace(/&(?!(?:lt|gt|amp|quot|apos|#\d{1,7});)/g, '&amp;')
    .replace(
      /<([A-Za-z0-9_.]{1,40})>([^<\r\n]+)(\s*<\/\1>)?/g,
      (whole, name: string, value: string) =>
        value.trim() === '' ? whole : `<${name}>${value.trim()}</${name}>`,
    );

/** `20260302120000[-5:EST]`: the day as the bank says it. */
const dayOf = (text: string): string =>
  `${text.slice(0, 4)}-${text.slice(4, 6)}-${text.slice(6, 8)}`;

function statementOf(
  node: Node | undefined,
  at: string,
  watch?: Watch,
): Outcome<Statement | LinesAlone> {
  const accountNumber = leaf(child(node, 'BANKACCTFROM'), 'ACCTID');
  const currency = leaf(node, 'CURDEF');
  if (!node || !accountNumber || !/^[A-Z]{3}$/.test(currency))
    return refuse('ofx.account', at);
  const transactions = child(node, 'BANKTRANLIST');
  const balance = child(node, 'LEDGERBAL');
  const asOf = dayOf(leaf(balance, 'DTASOF'));
  const closing = parseAmount(leaf(balance, 'BALAMT'), currency, `${at}, LEDGERBAL`);
  if (!balance || !isIsoDate(asOf)) return refuse('ofx.balance', `${at}, LEDGERBAL`);
  if (!closing.ok) return closing;
  const found: StatementLine[] = [];
  const all = list(transactions, 'STMTTRN');
  for (const [i, transaction] of all.entries()) {
    watch?.(i, all.length);
    const line = lineOf(transaction, currency, `${at}, STMTTRN ${i + 1}`);
    if (!line.ok) return line;
    found.push(line.value);
  }
  const lines = byDay(found);
  const [start, end] = ['DTSTART', 'DTEND'].map((name) => dayOf(leaf(transactions, name)));
  const to = isIsoDate(end!) ? end! : asOf;
  const from = isIsoDate(start!) ? start! : (lines[0]?.date ?? to);
  const known = { format: 'ofx' as const, accountNumber, currency, from, lines, pending: 0 };
  // A balance of a later day says nothing of the last of these: what was there, statements before it say.
  if (asOf > to) return accept({ ...known, to, openingMinor: null, closingMinor: null });
  return accept({
    ...{ ...known, to: asOf },
    openingMinor: minus(closing.value, sum(lines.map(({ amountMinor }) => amountMinor))),
    closingMinor: closing.value,
  });
}

function lineOf(node: Node, currency: string, at: string): Outcome<StatementLine> {
  const posted = leaf(node, 'DTPOSTED');
  const date = dayOf(posted);
  if (!isIsoDate(date)) return refuse('ofx.date', `${at}, DTPOSTED`, { text: posted });
  const amount = parseAmount(
    leaf(node, 'TRNAMT').replace(/^\+/, '').replace(',', '.'),
    currency,
    `${at}, TRNAMT`,
  );
  if (!amount.ok) return amount;
  const value = dayOf(leaf(node, 'DTAVAIL'));
  const type = leaf(node, 'TRNTYPE').toUpperCase();
  return accept({
    ...{ date, valueDate: isIsoDate(value) ? value : date, amountMinor: amount.value },
    text: [leaf(node, 'NAME'), leaf(node, 'MEMO')].filter(Boolean).join(' · '),
    references: [leaf(node, 'CHECKNUM'), leaf(node, 'REFNUM')].filter(Boolean),
    bankId: leaf(node, 'FITID') || null,
    bankCode: OFX_KINDS[type] ?? type,
  });
}
