import type { AccountList, AccountQuery, AccountSummary } from '@abacist/contracts';
import type { AccountFilter } from '@abacist/contracts/choices';
import { AGES, type Age } from '@abacist/core/accounts';
import { daysBetween } from '@abacist/core/dates';
import { searchWords } from '@abacist/core/items';
import { placeholders, row, rows, toMinor, type Db, type Value } from '../db/pool';
import { AGE_SUMS, agingOf, ORDERS, withColumns } from './listed';
import { IS_OVERDUE, overdueFrom, type OverdueSums } from './overdue';

const PAGE = 50;

type SummaryRow = Omit<
  AccountSummary,
  'availableMinor' | 'overdueMinor' | 'overdueDays' | 'creditMinor' | 'closed'
> & {
  closed: number;
  groupLimitMinor: number | null;
  groupBalanceMinor: string;
} & OverdueSums;

/** The figures of an account that are compared in a list. `?` is today. */
const SUMMARY = `
  SELECT a.id, a.customer_id AS customerId, c.number, c.name, pc.name AS parentName,
    a.balance_minor AS balanceMinor, a.limit_minor AS limitMinor,
    p.group_limit_minor AS groupLimitMinor,
    p.balance_minor + COALESCE((SELECT SUM(g.balance_minor) FROM charge_account g
      WHERE g.parent_id = p.id), 0) AS groupBalanceMinor,
    (SELECT SUM(i.left_minor) FROM open_item i
     WHERE i.charge_account_id = a.id AND i.left_minor > 0 AND i.due_date < ?) AS late,
    (SELECT MIN(i.due_date) FROM open_item i
     WHERE i.charge_account_id = a.id AND i.left_minor > 0 AND i.due_date < ?) AS oldestDue,
    (SELECT -SUM(i.left_minor) FROM open_item i
     WHERE i.charge_account_id = a.id AND i.left_minor < 0) AS credit,
    (SELECT MAX(r.date) FROM returned_cheque_item x JOIN returned_cheque r ON r.id = x.returned_cheque_id
     WHERE x.charge_account_id = a.id AND r.standing
       AND r.date > DATE_SUB(?, INTERVAL 1 YEAR)) AS returnedOn,
    COALESCE(a.hold_reason, p.hold_reason) AS holdReason, a.closed_on IS NOT NULL AS closed
  FROM charge_account a
  JOIN customer c ON c.id = a.customer_id
  JOIN charge_account p ON p.id = COALESCE(a.parent_id, a.id)
  LEFT JOIN customer pc ON pc.id = p.customer_id AND a.parent_id IS NOT NULL`;

function toSummary(found: SummaryRow, today: string): AccountSummary {
  const { groupLimitMinor, groupBalanceMinor, late, oldestDue, credit, closed, ...rest } =
    found;
  const overdue = overdueFrom({ late, credit, oldestDue });
  const rooms = [
    ...(rest.limitMinor === null ? [] : [rest.limitMinor - rest.balanceMinor]),
    ...(groupLimitMinor === null ? [] : [groupLimitMinor - toMinor(groupBalanceMinor)]),
  ];
  return {
    ...rest,
    availableMinor: rooms.length ? Math.min(...rooms) : null,
    overdueMinor: overdue.overdueMinor,
    overdueDays: overdue.oldestDue === null ? 0 : daysBetween(overdue.oldestDue, today),
    creditMinor: toMinor(credit),
    closed: closed === 1,
  };
}

/** Accounts that meet a condition on `a`, `c` and `p`, by name. */
export async function summaries(
  db: Db,
  today: string,
  where: string,
  values: readonly Value[],
): Promise<AccountSummary[]> {
  const found = await rows<SummaryRow>(db, `${SUMMARY} WHERE ${where}`, [
    today,
    today,
    today,
    ...values,
  ]);
  return found.map((one) => toSummary(one, today));
}

const FILTERS: Record<AccountFilter, string> = {
  all: 'a.closed_on IS NULL',
  overLimit: `a.closed_on IS NULL AND (a.balance_minor > a.limit_minor
    OR (p.group_limit_minor IS NOT NULL
        AND p.balance_minor + COALESCE((SELECT SUM(g.balance_minor) FROM charge_account g
          WHERE g.parent_id = p.id), 0) > p.group_limit_minor))`,
  overdue: IS_OVERDUE,
  credit: `EXISTS (SELECT 1 FROM open_item i
    WHERE i.charge_account_id = a.id AND i.left_minor < 0)`,
  onHold: 'a.closed_on IS NULL AND (a.hold_reason IS NOT NULL OR p.hold_reason IS NOT NULL)',
  closed: 'a.closed_on IS NOT NULL',
};

/**
 * A page of accounts, by name or by a column of their table; found by a part of name, phone,
 * e-mail or number. The totals are of all accounts of the filter.
 */
export async function listAccounts(
  db: Db,
  today: string,
  asked: AccountQuery,
): Promise<AccountList> {
  const { text = '', filter = 'all', after = '' } = asked;
  const where = [FILTERS[filter]];
  const values: Value[] = [];
  if (filter === 'overdue') values.push(today, today);
  const words = searchWords(text);
  for (const word of words) {
    where.push('c.search LIKE ?');
    values.push(`%${word.replace(/[\\%_]/g, '\\$&')}%`);
  }
  const [found, totals] = await Promise.all([
    idsInOrder(db, today, asked, { sql: where.join(' AND '), values }, readCursor(after)),
    // A search wants its first results at once: what all of them come to is not asked.
    words.length || after ? null : totalsOf(db, today, { sql: where.join(' AND '), values }),
  ]);
  const page = found.slice(0, PAGE);
  const ids = page.map(({ id }) => id);
  const read = ids.length
    ? await summaries(db, today, `a.id IN (${placeholders(ids.length)})`, ids)
    : [];
  const byId = new Map(read.map((account) => [account.id, account]));
  const last = page.at(-1);
  return {
    accounts: await withColumns(
      db,
      today,
      ids.map((id) => byId.get(id)!),
    ),
    next: found.length > PAGE ? JSON.stringify([last!.place, last!.tie]) : null,
    totals,
  };
}

/** What all accounts of a filter come to, each counted once, and what of it is how old. */
async function totalsOf(
  db: Db,
  today: string,
  where: { sql: string; values: readonly Value[] },
): Promise<NonNullable<AccountList['totals']>> {
  const from = `FROM charge_account a
    JOIN charge_account p ON p.id = COALESCE(a.parent_id, a.id)`;
  const [sums, ages] = await Promise.all([
    row<{ count: number; total: string | null }>(
      db,
      `SELECT COUNT(*) AS count, SUM(a.balance_minor) AS total ${from} WHERE ${where.sql}`,
      where.values,
    ),
    row<Record<Age, string>>(
      db,
      `SELECT ${AGE_SUMS} ${from}
       JOIN open_item i ON i.charge_account_id = a.id AND i.left_minor <> 0
       WHERE ${where.sql}`,
      [...AGES.map(() => today), ...where.values],
    ),
  ]);
  return {
    count: sums?.count ?? 0,
    balanceMinor: toMinor(sums?.total ?? null),
    aging: agingOf(ages!),
  };
}

/** One more id than a page has, in the order that is asked for, after where the last page ended. */
function idsInOrder(
  db: Db,
  today: string,
  { sort = 'name', down = false }: AccountQuery,
  where: { sql: string; values: readonly Value[] },
  from: { place: string | number; id: number } | undefined,
): Promise<{ id: number; place: string | number; tie: number }[]> {
  const [beyond, direction] = down ? ['<', 'DESC'] : ['>', 'ASC'];
  const rest = from ? [from.place, from.place, from.id] : [];
  if (sort === 'name') {
    // In the order of the index, so that a page ends where it is full and none is sorted.
    return rows(
      db,
      `SELECT STRAIGHT_JOIN a.id, c.search AS place, c.id AS tie
       FROM customer c FORCE INDEX (customer_by_search)
       JOIN charge_account a ON a.customer_id = c.id
       JOIN charge_account p ON p.id = COALESCE(a.parent_id, a.id)
       WHERE ${where.sql}
         ${from ? `AND (c.search ${beyond} ? OR c.search = ? AND c.id ${beyond} ?)` : ''}
         ${from ? `AND c.search ${beyond}= ?` : ''}
       ORDER BY c.search ${direction}, c.id ${direction} LIMIT ${PAGE + 1}`,
      [...where.values, ...rest, ...(from ? [from.place] : [])],
    );
  }
  const { sql, values } = ORDERS[sort];
  return rows(
    db,
    `SELECT t.id, t.place, t.id AS tie FROM (
       SELECT a.id, ${sql} AS place
       FROM charge_account a
       JOIN customer c ON c.id = a.customer_id
       JOIN charge_account p ON p.id = COALESCE(a.parent_id, a.id)
       WHERE ${where.sql}) t
     ${from ? `WHERE t.place ${beyond} ? OR t.place = ? AND t.id > ?` : ''}
     ORDER BY t.place ${direction}, t.id LIMIT ${PAGE + 1}`,
    [...values(today), ...where.values, ...rest],
  );
}

/** Where the page before ended: a place in the order and an id; undefined for the first page. */
function readCursor(after: string): { place: string | number; id: number } | undefined {
  try {
    const read: unknown = JSON.parse(after);
    if (Array.isArray(read) && typeof read[1] === 'number') {
      const [place, id] = read as [unknown, number];
      if (typeof place === 'string' || typeof place === 'number') return { place, id };
    }
  } catch {
    // No cursor of ours: the first page.
  }
  return undefined;
}
