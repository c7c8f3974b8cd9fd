import type { AgingPage, AgingQuery, AgingRow, ItemView } from '@abacist/contracts';
import { AGES, type Age } from '@abacist/core/accounts';
import { writeCsv } from '@abacist/core/csv';
import { toDecimal } from '@abacist/core/money';
import type { Deps, Shop } from '../context';
import { rows, toMinor, type Db, type Value } from '../db/pool';

/** Every page needs all accounts for the totals: few pages. */
const PAGE = 500;

/**
 * What is left of an item at the end of a date (`?` twice): only allocations dated up to it
 * count. Read for items that were open then, which the day of closing tells.
 */
export const LEFT = `i.amount_minor - IF(i.amount_minor > 0,
    (SELECT COALESCE(SUM(x.amount_minor + x.discount_minor), 0) FROM allocation x
     WHERE x.charge_item_id = i.id AND x.date <= ?),
    (SELECT COALESCE(-SUM(x.amount_minor), 0) FROM allocation x
     WHERE x.credit_item_id = i.id AND x.date <= ?))`;

/** Days past due at a date (`?`), as the trade sorts them; credits stand by themselves. */
const AGE = `CASE
    WHEN i.amount_minor < 0 THEN 'unallocated'
    WHEN i.due_date IS NULL OR i.due_date >= ? THEN 'current'
    WHEN DATEDIFF(?, i.due_date) <= 30 THEN 'to30'
    WHEN DATEDIFF(?, i.due_date) <= 60 THEN 'to60'
    WHEN DATEDIFF(?, i.due_date) <= 90 THEN 'to90'
    ELSE 'over90' END`;

/** Whether an item was open at the end of a date (`?` twice). */
export const OPEN_THEN = `i.date <= ? AND NOT i.voided AND (i.closed_on IS NULL OR i.closed_on > ?)`;

const BY_ACCOUNT = `
  SELECT i.charge_account_id AS chargeAccountId, ${AGE} AS age, SUM(${LEFT}) AS total
  FROM open_item i
  WHERE ${OPEN_THEN}
  GROUP BY i.charge_account_id, age`;
const byAccountValues = (date: string): Value[] => [
  date,
  date,
  date,
  date,
  date,
  date,
  date,
  date,
];

/**
 * Aging of all accounts at any date, a page by name or by a column, with the totals of all: read once, since
 * the totals need every account anyhow.
 */
export async function agingReport(
  db: Db,
  { date, sort = 'name', down = false, after }: AgingQuery,
  limit = PAGE,
): Promise<AgingPage> {
  const found = await rows<{
    chargeAccountId: number;
    name: string;
    number: string;
    age: Age;
    total: string;
  }>(
    db,
    `SELECT t.chargeAccountId, c.name, c.number, t.age, t.total
     FROM (${BY_ACCOUNT}) t
     JOIN charge_account a ON a.id = t.chargeAccountId
     JOIN customer c ON c.id = a.customer_id
     ORDER BY c.name, t.chargeAccountId`,
    byAccountValues(date),
  );
  const all: AgingRow[] = [];
  const totals = emptyAging();
  for (const { chargeAccountId, name, number, age, total } of found) {
    let last = all.at(-1);
    if (last?.chargeAccountId !== chargeAccountId) {
      last = { chargeAccountId, name, number, balanceMinor: 0, aging: emptyAging() };
      all.push(last);
    }
    const minor = toMinor(total);
    last.aging[age] += minor;
    last.balanceMinor += minor;
    totals[age] += minor;
  }
  if (sort !== 'name') {
    const figure = (of: AgingRow) => (sort === 'balance' ? of.balanceMinor : of.aging[sort]);
    // What is equal stays in the order of its names.
    all.sort((a, b) => (down ? figure(b) - figure(a) : figure(a) - figure(b)));
  } else if (down) all.reverse();
  const place = after
    ? all.findIndex(({ chargeAccountId }) => String(chargeAccountId) === after)
    : -1;
  const begin = after && place < 0 ? all.length : place + 1;
  const page = all.slice(begin, begin + limit);
  const last = page.at(-1);
  return {
    date,
    rows: page,
    totals: { aging: totals, balanceMinor: AGES.reduce((sum, age) => sum + totals[age], 0) },
    next: begin + limit < all.length ? String(last!.chargeAccountId) : null,
  };
}

const emptyAging = (): AgingRow['aging'] =>
  Object.fromEntries(AGES.map((age) => [age, 0])) as AgingRow['aging'];

/** The items of an account of which something was left at a date. */
export async function itemsAt(
  db: Db,
  chargeAccountId: number,
  date: string,
): Promise<ItemView[]> {
  const found = await rows<Omit<ItemView, 'leftMinor'> & { left: string }>(
    db,
    `SELECT i.id, i.kind, COALESCE(i.number, CONCAT(d.series, '-', d.number)) AS number, i.date,
       i.due_date AS dueDate, i.discount_date AS discountDate,
       i.discount_minor AS discountMinor, i.amount_minor AS amountMinor, ${LEFT} AS \`left\`,
       i.buyer, i.reference, i.sale_id AS saleId
     FROM open_item i
     LEFT JOIN document d ON d.kind = 'sale' AND d.subject_id = i.sale_id
     WHERE i.charge_account_id = ? AND ${OPEN_THEN}
     ORDER BY COALESCE(i.due_date, i.date), i.id`,
    [date, date, chargeAccountId, date, date],
  );
  return found
    .map(({ left, ...item }) => ({ ...item, leftMinor: toMinor(left) }))
    .filter(({ leftMinor }) => leftMinor !== 0);
}

/** No file has more accounts than this. */
const MOST = 200_000;

/** The whole report as a file: CSV, or a workbook made in a worker. */
export async function exportAging(
  deps: Deps,
  shop: Shop,
  date: string,
  format: 'csv' | 'xlsx',
): Promise<{ name: string; type: string; bytes: Buffer }> {
  const { rows: all } = await agingReport(deps.pool, { date }, MOST);
  const name = `aging-${date}.${format}`;
  if (format === 'csv') {
    const figures = [...AGES, 'balance'];
    const text = writeCsv(
      ['number', 'name', ...figures],
      all.map(({ number, name: holder, aging, balanceMinor }) => ({
        number,
        name: holder,
        ...Object.fromEntries(AGES.map((age) => [age, toDecimal(aging[age], shop.currency)])),
        balance: toDecimal(balanceMinor, shop.currency),
      })),
      figures,
    );
    return { name, type: 'text/csv', bytes: Buffer.from(text, 'utf8') };
  }
  const bytes = await deps.jobs.compute<unknown, Uint8Array>({
    file: 'workbook.worker.ts',
    input: {
      columns: ['number', 'name', ...AGES, 'balance'],
      texts: 2,
      rows: all.map(({ number, name: holder, aging, balanceMinor }) => [
        number,
        holder,
        ...[...AGES.map((age) => aging[age]), balanceMinor].map((minor) =>
          toDecimal(minor, shop.currency),
        ),
      ]),
      sheet: `Aging ${date}`,
    },
  });
  return {
    name,
    type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
    bytes: Buffer.from(bytes),
  };
}
