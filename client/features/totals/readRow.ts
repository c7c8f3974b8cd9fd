import { typedOf } from '@abacist/core/typedTenders';
import type { TotalsAct, TotalsPayment } from '@abacist/contracts';
import {
  ACT_FACTS,
  kindsOf,
  type ActWhat,
  type DrawerActKind,
} from '@abacist/core/drawerActs';
import type { LedgerAccount } from '@abacist/core/ledger';
import { parseAmount } from '@abacist/core/money';
import type { OfferedTender, TenderKind } from '@abacist/core/tenders';
import type { ColumnAt, RowField, TypedRow } from './draft';
import type { Problem, ReadWith } from './read';

/** Something that is named in a cell, by the words that stand for it. */
export type Named<V extends string = string> = { value: V; label: string };

/** What cells of the list may name. */
export type ListOf = {
  whats: readonly Named[];
  tenders: readonly { id: number; name: string; kind: TenderKind }[];
  chargeAccounts: readonly Named[];
  /** Accounts of expenses and of other money in. */
  ledgerAccounts: readonly Named<LedgerAccount>[];
  places: readonly Named[];
  taxCodes: readonly Named[];
};

/** A row as it is read: a part of a column, or money beside the tickets. */
export type RowRead =
  | {
      to: 'column';
      id: string;
      column: ColumnAt;
      piece?: OfferedTender;
      payment?: TotalsPayment;
    }
  | { to: 'act'; act: TotalsAct };

/** A payment on an account, beside the tenders whose pieces are typed one by one, and beside expenses. */
export const PAYMENT = 'payment';
/** What of money beside the tickets is typed here. */
export const ACTS_HERE = ['expense', 'income'] as const satisfies ActWhat[];
export const tenderWhat = (id: number): string => `tender.${id}`;
export const drawerPlace = (id: number): string => `drawer.${id}`;
export const bankPlace = (id: number): string => `bank.${id}`;

/** The one that a cell names: by its whole name, or by a beginning that only one has. */
export function named<V extends string>(
  text: string,
  options: readonly Named<V>[],
): Named<V> | undefined {
  const typed = text.trim().toLowerCase();
  if (typed === '') return undefined;
  const whole = options.filter(({ label }) => label.toLowerCase() === typed);
  const begins = options.filter(({ label }) => label.toLowerCase().startsWith(typed));
  return whole[0] ?? (begins.length === 1 ? begins[0] : undefined);
}

/** Reads a row of the list; null where something of it is wrong, which is said at its cell. */
export function readRow(
  row: TypedRow,
  columns: readonly ColumnAt[],
  shop: ReadWith,
  problems: Map<string, Problem>,
): RowRead | null {
  const cell = cellsOf(row, shop, problems);
  const what = cell.choose('what', shop.lists.whats);
  const date = cell.date(columns);
  const amountMinor = cell.amount();
  const place = cell.place(columns);
  if (!what || date === null || amountMinor === null || !place) return null;
  const act = ACTS_HERE.find((one) => one === what.value);
  if (act)
    return readAct(row, { what: act, date, amountMinor, place: place.value }, shop, cell);
  const [word, drawerId] = place.value.split('.');
  if (word !== 'drawer') return cell.wrong('place', { code: 'place' });
  const column = { date, drawerId: Number(drawerId) };
  const base = { to: 'column' as const, id: row.id, column };
  if (what.value === PAYMENT) {
    const payer = cell.choose('name', shop.lists.chargeAccounts);
    const by = cell.choose('account', payingTenders(shop.lists));
    if (!payer || !by) return null;
    // Its cheque is drawn by the account, however few letters of it were typed.
    const paying = { ...row, name: payer.label };
    const tender = offer(Number(by.value), paying, { date, amountMinor }, shop, cell);
    return tender && { ...base, payment: { chargeAccountId: Number(payer.value), tender } };
  }
  const tenderId = Number(what.value.split('.')[1]);
  const piece = offer(tenderId, row, { date, amountMinor }, shop, cell);
  return piece && { ...base, piece };
}

/** What can pay on an account: nothing that an account owes. */
export const payingTenders = ({ tenders }: ListOf): Named[] =>
  tenders
    .filter(({ kind }) => typedOf(kind).ofTotal || typedOf(kind).ofPiece?.names === 'drawer')
    .map(({ id, name }) => ({ value: String(id), label: name }));

/** A tender as one piece, or as a sum where pieces of its kind are not told apart. */
function offer(
  tenderId: number,
  row: TypedRow,
  { date, amountMinor }: { date: string; amountMinor: number },
  { lists }: ReadWith,
  cell: Cells,
): OfferedTender | null {
  const { kind } = lists.tenders.find(({ id }) => id === tenderId)!;
  const { ofPiece, ofTotal } = typedOf(kind);
  if (!ofPiece) {
    return ofTotal
      ? ofTotal(tenderId, amountMinor)
      : cell.wrong('account', { code: 'choice' });
  }
  const byAccount = ofPiece.names === 'account';
  const account = byAccount ? cell.choose('name', lists.chargeAccounts) : undefined;
  if (byAccount && !account) return null;
  if (!byAccount && row.name.trim() === '') return cell.wrong('name', { code: 'missing' });
  if (!byAccount && row.reference.trim() === '') {
    return cell.wrong('reference', { code: 'missing' });
  }
  return ofPiece.offer({
    tenderId,
    amountMinor,
    date,
    name: row.name.trim(),
    reference: row.reference.trim(),
    chargeAccountId: Number(account?.value ?? 0),
  });
}

/** Which kind of money beside the tickets it is, by where it is paid from or put. */
function kindAt(what: ActWhat, place: string): DrawerActKind | undefined {
  const [word] = place.split('.');
  return kindsOf(what).find((kind) => ACT_FACTS[kind].place === word);
}

function readAct(
  row: TypedRow,
  at: { what: ActWhat; date: string; amountMinor: number; place: string },
  { lists }: ReadWith,
  cell: Cells,
): RowRead | null {
  const kind = kindAt(at.what, at.place);
  if (!kind) return cell.wrong('place', { code: 'place' });
  const allowed = lists.ledgerAccounts.filter(({ value }) =>
    ACT_FACTS[kind].accounts.includes(value),
  );
  const account = cell.choose('account', allowed);
  const tax = row.tax.trim() === '' ? null : cell.choose('tax', lists.taxCodes);
  const name = row.name.trim();
  const words = row.reference.trim();
  if (!name && !words) return cell.wrong('name', { code: 'missing' });
  if (!account || tax === undefined) return null;
  const { amountMinor, date } = at;
  const [word, id] = at.place.split('.');
  return {
    to: 'act',
    act: {
      kind,
      date,
      amountMinor,
      ...(word === 'drawer' && { drawerId: Number(id) }),
      ...(word === 'bank' && { bankAccountId: Number(id) }),
      party: name,
      words,
      parts: [
        {
          account: account.value,
          amountMinor,
          taxCodeId: tax === null ? null : Number(tax.value),
          words: '',
        },
      ],
    },
  };
}

type Cells = ReturnType<typeof cellsOf>;

/** The cells of a row, each read in its way; what is wrong with one is noted at it. */
function cellsOf(row: TypedRow, shop: ReadWith, problems: Map<string, Problem>) {
  const wrong = (field: RowField, problem: Problem): null => {
    problems.set(`${row.id}.${field}`, problem);
    return null;
  };
  const choose = <V extends string>(field: RowField, options: readonly Named<V>[]) => {
    const found = named(row[field], options);
    const text = row[field].trim();
    if (!found && text === '') wrong(field, { code: 'missing' });
    if (!found && text !== '') wrong(field, { code: 'choice', params: { text } });
    return found;
  };
  return {
    wrong,
    choose,
    amount: (): number | null => {
      const read = parseAmount(row.amount, shop.currency);
      if (row.amount.trim() === '') return wrong('amount', { code: 'missing' });
      if (!read.ok) {
        return wrong('amount', { code: 'notAnAmount', params: { text: row.amount.trim() } });
      }
      return read.value > 0 ? read.value : wrong('amount', { code: 'negative' });
    },
    /** Without a date it is the day of the grid, where that has one alone. */
    date: (columns: readonly ColumnAt[]): string | null => {
      const days = [...new Set(columns.map(({ date }) => date))];
      if (row.date.trim() === '') {
        return days.length === 1 ? days[0]! : wrong('date', { code: 'missing' });
      }
      const date = shop.readDate(row.date);
      if (date === null) return wrong('date', { code: 'date', params: { text: row.date } });
      return date > shop.today ? wrong('date', { code: 'future' }) : date;
    },
    /** Without a place it is the drawer of the grid, where that has one alone. */
    place: (columns: readonly ColumnAt[]): Named | undefined => {
      const drawers = [...new Set(columns.map(({ drawerId }) => drawerId))];
      if (row.place.trim() === '' && drawers.length === 1) {
        return { value: drawerPlace(drawers[0]!), label: '' };
      }
      return choose('place', shop.lists.places);
    },
  };
}
