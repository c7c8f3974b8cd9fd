import type { Reconciliation } from '@abacist/contracts';
import { businessDate } from '@abacist/core/dates';
import { sum } from '@abacist/core/money';
import type { HeadOfShop, PaperContent, PaperLine } from './content';
import { formats, shopHead } from './format';
import { word, type PaperWord } from './words';

const NONE = { details: [], quantity: '', price: '', amount: '' } satisfies Partial<PaperLine>;

/**
 * A finished statement as its paper: the books, less what is under way, with what is not in them, and the statement's balance,
 * each with its list.
 */
export function paperOfReconciliation(
  of: Reconciliation,
  { number, by, at }: { number: string; by: string; at: string },
  shop: HeadOfShop,
): PaperContent {
  const { money, date, time } = formats(shop);
  const heading = (name: PaperWord, amountMinor: number): PaperLine => ({
    ...{ ...NONE, name: word(name), heading: true, amount: money(amountMinor) },
  });
  const line = (name: string, detail: string, amountMinor: number): PaperLine => ({
    ...{ ...NONE, name, details: [detail], amount: money(amountMinor) },
  });
  const list = (
    name: PaperWord,
    items: readonly PaperLine[],
    amounts: readonly { amountMinor: number }[],
  ) =>
    items.length ? [heading(name, sum(amounts.map((one) => one.amountMinor))), ...items] : [];
  const lines = (all: Reconciliation['notPosted']) =>
    all.map((one) => line(one.text, date(one.date), one.amountMinor));
  return {
    shop: { ...shopHead(shop), foot: '' },
    title: word('reconciliationTitle', { account: of.account.name, date: date(of.asOf) }),
    marks: [],
    to: [],
    date: date(of.asOf),
    facts: [
      { label: word('reconciliation'), value: number },
      { label: word('accountNumber'), value: of.account.accountNumber },
      {
        label: word('finishedBy'),
        // Finished later than the day that it is reconciled at.
        value: word('signedOn', {
          name: by,
          date: date(businessDate(new Date(at), shop.zone)),
          time: time(at),
        }),
      },
    ],
    priced: true,
    lines: [
      heading('booksAtBank', of.bankMinor),
      heading('booksUnderWay', of.transitMinor),
      ...list(
        'lessUnderWay',
        of.underWay.map(({ kind, number: of, party, dueDate, amountMinor }) =>
          line(word(`movement_${kind}`, { number: of, party }), date(dueDate), amountMinor),
        ),
        of.underWay,
      ),
      ...list('lessAhead', lines(of.ahead), of.ahead),
      ...list('withNotPosted', lines(of.notPosted), of.notPosted),
    ],
    sums: [
      { label: word('booksTotal'), amount: money(of.booksMinor) },
      { label: word('expectedBalance'), amount: money(of.expectedMinor) },
      {
        label: word('statementBalance'),
        amount: money(of.statementMinor ?? 0),
        strong: true,
      },
    ],
    notes: [word('reconciledSign', { by })],
    barcode: number,
  };
}
