import { termsRefusals, type Terms } from '../accounts';
import { maskCardNumbers } from '../cards';
import { readCsv, writeCsv, type Watch } from '../csv';
import { customerRefusals, type CustomerKind } from '../customers';
import { parseAmount, toDecimal } from '../money';
import { accept, type Outcome, type Refusal } from '../outcome';

const REQUIRED = ['number', 'name'] as const;
const OPTIONAL = [
  'kind',
  'phone',
  'email',
  'address',
  'paid_by',
  'limit',
  'group_limit',
  'net_days',
  'end_of_month',
  'discount_percent',
  'discount_days',
  'grace_days',
  'statement_day',
  'buyers',
  'note',
] as const;
type Column = (typeof REQUIRED)[number] | (typeof OPTIONAL)[number];
export const ACCOUNT_COLUMNS: readonly Column[] = [...REQUIRED, ...OPTIONAL];

/** An account as a file holds it; numbers of others in place of ids. Limits null: none. */
export type FileAccount = {
  number: string;
  name: string;
  kind: CustomerKind;
  phone: string;
  email: string;
  address: string;
  /** The number of the account that pays for it; '' for itself. */
  paidBy: string;
  limitMinor: number | null;
  groupLimitMinor: number | null;
  terms: Terms;
  graceDays: number | null;
  statementDay: number;
  buyers: string[];
  note: string;
};

/** What accounts are read against: the numbers that the shop knows. */
export type AccountFileState = {
  currency: string;
  /** Customers that have an account, open or closed, and whether it is a branch. */
  accounts: readonly { number: string; branch: boolean; closed: boolean }[];
};

/** One row: an account that would be opened, one that is there and stays, or its bad cells. */
export type AccountFileRow = {
  row: number;
  number: string;
  name: string;
  status: 'new' | 'same' | 'bad';
  account: FileAccount | null;
  /** Card numbers that were masked in it. */
  masked: number;
  wrong: Refusal[];
};

/** How long each text may be; of buyers all together. */
const LENGTHS = {
  name: 120,
  phone: 40,
  email: 120,
  address: 300,
  buyers: 1000,
  note: 300,
} as const;

const fold = (number: string) => number.toLowerCase();

/**
 * Reads charge accounts from a CSV (docs/formats.md). An account that is there already is left as
 * it is. Bad cells are marked and their rows left out.
 * Refusals of the whole file: those of `readCsv`. Of cells: those of `customerRefusals`,
 * `termsRefusals` and `parseAmount`, `accountFile.tooLong` (most), `accountFile.kind`, `accountFile.yesNo`, `accountFile.days`,
 * `accountFile.number`, `accountFile.twice` (row), `account.limitBelowZero`, `account.statementDay`,
 * `account.parentItself`, `account.parentUnknown`, `account.parentBranch`.
 */
export function readAccountFile(
  text: string,
  state: AccountFileState,
  watch?: Watch,
): Outcome<AccountFileRow[]> {
  const table = readCsv(text, REQUIRED, OPTIONAL, watch);
  if (!table.ok) return table;
  const known = new Map(state.accounts.map((one) => [fold(one.number), one]));
  const rows: AccountFileRow[] = [];
  const first = new Map<string, number>();
  for (const { row, cells } of table.value.rows) {
    const { account, masked, wrong } = readRow(cells, state.currency);
    const key = fold(account.number);
    const twice = first.get(key);
    if (key && twice) {
      wrong.push({ code: 'accountFile.twice', at: 'number', params: { row: twice } });
    } else first.set(key, row);
    const { number, name } = account;
    rows.push({ row, number, name, status: 'new', account, masked, wrong });
  }
  for (const one of rows) {
    if (known.has(fold(one.number)) && one.wrong.length === 0) {
      Object.assign(one, { status: 'same', account: null });
    }
  }
  markParents(rows, known);
  for (const one of rows) {
    if (one.wrong.length) Object.assign(one, { status: 'bad', account: null });
  }
  return accept(rows);
}

/** Who pays for a branch is another account, of the file or of the shop, and no branch itself. */
function markParents(
  rows: readonly AccountFileRow[],
  known: ReadonlyMap<string, AccountFileState['accounts'][number]>,
): void {
  const inFile = new Map(
    rows.filter(({ wrong }) => wrong.length === 0).map((one) => [fold(one.number), one]),
  );
  const branches = new Set(
    rows.flatMap(({ account }) => (account?.paidBy ? [fold(account.number)] : [])),
  );
  for (const one of rows) {
    const paidBy = fold(one.account?.paidBy ?? '');
    if (!paidBy) continue;
    const mark = (code: string) => one.wrong.push({ code, at: 'paid_by' });
    const parent = known.get(paidBy);
    if (paidBy === fold(one.number)) mark('account.parentItself');
    else if (parent ? parent.closed : !inFile.has(paidBy)) mark('account.parentUnknown');
    else if (parent ? parent.branch : branches.has(paidBy)) mark('account.parentBranch');
  }
}

function readRow(
  cells: Record<string, string>,
  currency: string,
): { account: FileAccount; masked: number; wrong: Refusal[] } {
  const wrong: Refusal[] = [];
  let masked = 0;
  const cell = (column: Column): string => (cells[column] ?? '').trim();
  /** A text that people wrote: no longer than its place, and no card number in it. */
  const text = (column: keyof typeof LENGTHS): string => {
    const found = maskCardNumbers(cell(column));
    masked += found.masked;
    const most = LENGTHS[column];
    if (found.text.length > most) {
      wrong.push({ code: 'accountFile.tooLong', at: column, params: { most } });
    }
    return found.text;
  };
  const mark = (column: Column, code: string) =>
    wrong.push({ code, at: column, params: { text: cell(column).slice(0, 40) } });
  const amount = (column: Column): number | null => {
    const text = cell(column);
    if (text === '') return null;
    const read = parseAmount(text, currency, column);
    if (!read.ok) wrong.push(...read.refusals);
    else if (read.value < 0) mark(column, 'account.limitBelowZero');
    return read.ok ? read.value : null;
  };
  const days = (column: Column, otherwise: number | null): number | null => {
    const text = cell(column);
    if (text === '') return otherwise;
    if (!/^\d{1,3}$/.test(text) || Number(text) > 365) mark(column, 'accountFile.days');
    return Number(text);
  };
  const kind = cell('kind').toLowerCase() || 'firm';
  if (kind !== 'firm' && kind !== 'person') mark('kind', 'accountFile.kind');
  const eom = cell('end_of_month').toLowerCase() || 'no';
  if (eom !== 'yes' && eom !== 'no') mark('end_of_month', 'accountFile.yesNo');
  const statementDay = Number(cell('statement_day') || '1');
  if (!Number.isInteger(statementDay) || statementDay < 1 || statementDay > 28) {
    mark('statement_day', 'account.statementDay');
  }
  const account: FileAccount = {
    number: cell('number'),
    name: text('name'),
    kind: kind === 'person' ? 'person' : 'firm',
    phone: text('phone'),
    email: text('email'),
    address: text('address'),
    paidBy: cell('paid_by'),
    limitMinor: amount('limit'),
    groupLimitMinor: amount('group_limit'),
    terms: {
      netDays: days('net_days', 30)!,
      endOfMonth: eom === 'yes',
      discountPercent: cell('discount_percent') || '0',
      discountDays: days('discount_days', 0)!,
    },
    graceDays: days('grace_days', null),
    statementDay,
    buyers: [
      ...new Set(
        text('buyers')
          .split(';')
          .map((name) => name.trim()),
      ),
    ].filter(Boolean),
    note: text('note'),
  };
  if (!account.number) mark('number', 'accountFile.number');
  const { name, phone, email, address, number } = account;
  const customer = { name, kind: account.kind, phone, email, address, number };
  const plain = {
    priceKind: 'byKind',
    taxCodeId: null,
    exemption: null,
    active: true,
  } as const;
  wrong.push(...customerRefusals({ ...customer, ...plain }));
  if (wrong.length === 0) {
    const place = { netDays: 'net_days', discountPercent: 'discount_percent' } as const;
    wrong.push(
      ...termsRefusals(account.terms).map(({ at, ...one }) => ({
        ...one,
        at: place[at as keyof typeof place] ?? 'discount_days',
      })),
    );
  }
  return { account, masked, wrong };
}

/** Accounts as a file that `readAccountFile` reads back. */
export function writeAccountFile(accounts: readonly FileAccount[], currency: string): string {
  const amount = (minor: number | null) => (minor === null ? '' : toDecimal(minor, currency));
  return writeCsv(
    ACCOUNT_COLUMNS,
    accounts.map((one) => ({
      number: one.number,
      name: one.name,
      kind: one.kind,
      phone: one.phone,
      email: one.email,
      address: one.address,
      paid_by: one.paidBy,
      limit: amount(one.limitMinor),
      group_limit: amount(one.groupLimitMinor),
      net_days: one.terms.netDays,
      end_of_month: one.terms.endOfMonth ? 'yes' : 'no',
      discount_percent: one.terms.discountPercent,
      discount_days: one.terms.discountDays,
      grace_days: one.graceDays ?? '',
      statement_day: one.statementDay,
      buyers: one.buyers.join('; '),
      note: one.note,
    })),
    ['limit', 'group_limit', 'net_days', 'discount_percent', 'discount_days', 'grace_days'],
  );
}
