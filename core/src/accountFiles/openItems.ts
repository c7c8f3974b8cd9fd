import { maskCardNumbers } from '../cards';
import { readCsv, writeCsv, type Watch } from '../csv';
import { addDays, isIsoDate, type IsoDate } from '../dates';
import { MAX_AMOUNT_MINOR, parseAmount, sum, toDecimal, type Minor } from '../money';
import { accept, refuse, type Outcome, type Refusal } from '../outcome';

const REQUIRED = ['account', 'document', 'amount'] as const;
const OPTIONAL = ['issued', 'due', 'reference'] as const;
type Column = (typeof REQUIRED)[number] | (typeof OPTIONAL)[number];
const OPEN_ITEM_COLUMNS: readonly Column[] = [
  'account',
  'document',
  'issued',
  'due',
  'amount',
  'reference',
];

/** An item that was open in the old books: a charge above zero, a credit below. Minor units. */
export type FileItem = {
  /** The number of the account. */
  account: string;
  document: string;
  /** The day of its invoice; null where the file does not say. */
  issued: IsoDate | null;
  /** Charges only. */
  due: IsoDate | null;
  amountMinor: number;
  reference: string;
};

export type OpenItemFileState = {
  currency: string;
  today: IsoDate;
  /** Open accounts by number, and the documents that were brought into each before. */
  accounts: readonly { number: string; documents: readonly string[] }[];
};

export type OpenItemFileRow = {
  row: number;
  account: string;
  document: string;
  amountMinor: number;
  status: 'new' | 'bad';
  item: FileItem | null;
  /** Card numbers that were masked in it. */
  masked: number;
  wrong: Refusal[];
};

const fold = (text: string) => text.toLowerCase();
/** No due day lies further back or ahead than this. */
const MOST_DAYS = 3_660;

/**
 * Reads items that were open in the old books from a CSV (docs/formats.md). Bad cells are marked.
 * Refusals of the whole file: those of `readCsv`. Of cells: those of `parseAmount`,
 * `openItems.account`, `openItems.document`, `openItems.twice` (row), `openItems.known`,
 * `openItems.due`, `openItems.issued` (not a day up to today and its due day), `openItems.zero`.
 */
export function readOpenItemFile(
  text: string,
  state: OpenItemFileState,
  watch?: Watch,
): Outcome<OpenItemFileRow[]> {
  const table = readCsv(text, REQUIRED, OPTIONAL, watch);
  if (!table.ok) return table;
  const known = new Map(state.accounts.map((one) => [fold(one.number), one]));
  const seen = new Map<string, number>();
  return accept(
    table.value.rows.map(({ row, cells }): OpenItemFileRow => {
      const wrong: Refusal[] = [];
      const cell = (column: Column): string => (cells[column] ?? '').trim();
      const mark = (column: Column, code: string, params = {}) =>
        wrong.push({
          code,
          at: column,
          params: { text: cell(column).slice(0, 40), ...params },
        });
      const account = known.get(fold(cell('account')));
      if (!account) mark('account', 'openItems.account');
      const document = cell('document');
      if (!document || document.length > 30) mark('document', 'openItems.document');
      const key = `${fold(cell('account'))} ${fold(document)}`;
      const twice = seen.get(key);
      if (twice) mark('document', 'openItems.twice', { row: twice });
      else seen.set(key, row);
      if (account?.documents.some((one) => fold(one) === fold(document))) {
        mark('document', 'openItems.known');
      }
      const amount = parseAmount(cell('amount'), state.currency, 'amount');
      if (!amount.ok) wrong.push(...amount.refusals);
      else if (amount.value === 0) mark('amount', 'openItems.zero');
      const amountMinor = amount.ok ? amount.value : 0;
      const reference = maskCardNumbers(cell('reference'));
      const due = cell('due') || null;
      if (amountMinor > 0 && !isSensible(due, state.today)) mark('due', 'openItems.due');
      const issued = cell('issued') || null;
      if (issued !== null && !isIssued(issued, due, state.today)) {
        mark('issued', 'openItems.issued');
      }
      return {
        row,
        account: cell('account'),
        document,
        amountMinor,
        status: wrong.length ? 'bad' : 'new',
        item: wrong.length
          ? null
          : {
              account: account!.number,
              document,
              issued,
              due: amountMinor > 0 ? due : null,
              amountMinor,
              reference: reference.text.slice(0, 40),
            },
        masked: reference.masked,
        wrong,
      };
    }),
  );
}

const isIssued = (issued: string, due: string | null, today: IsoDate): boolean =>
  isSensible(issued, today) && issued <= today && (due === null || issued <= due);

const isSensible = (due: string | null, today: IsoDate): boolean =>
  due !== null &&
  isIsoDate(due) &&
  due >= addDays(today, -MOST_DAYS) &&
  due <= addDays(today, MOST_DAYS);

/**
 * Whether the items come to what the old books say that all accounts owe together.
 * Refusals: `openItems.totalDiffers` (totalMinor, foundMinor, differenceMinor), `amount.outOfRange`.
 */
export function checkOpeningTotal(
  items: readonly { amountMinor: number }[],
  totalMinor: number,
): Outcome<Minor> {
  const foundMinor = sum(items.map(({ amountMinor }) => amountMinor));
  if (Math.abs(foundMinor) > MAX_AMOUNT_MINOR) return refuse('amount.outOfRange', 'amount');
  return foundMinor === totalMinor
    ? accept(foundMinor)
    : refuse('openItems.totalDiffers', 'totalMinor', {
        totalMinor,
        foundMinor,
        differenceMinor: foundMinor - totalMinor,
      });
}

/** Open items as a file that `readOpenItemFile` reads back. */
export function writeOpenItemFile(items: readonly FileItem[], currency: string): string {
  return writeCsv(
    OPEN_ITEM_COLUMNS,
    items.map(({ account, document, issued, due, amountMinor, reference }) => ({
      account,
      document,
      issued: issued ?? '',
      due: due ?? '',
      amount: toDecimal(amountMinor, currency),
      reference,
    })),
    ['amount'],
  );
}
