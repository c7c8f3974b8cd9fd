import type {
  AccountFilter,
  AccountList,
  AccountQuery,
  AccountSummary,
} from '@abacist/contracts';
import { addDays, daysBetween } from '@abacist/core/dates';
import { searchWords } from '@abacist/core/items';
import { row, rows, toMinor, type Db, type Value } from '../db/pool';
import { loadAccountRules } from './rules';

const PAGE = 50;

type SummaryRow = Omit<
  AccountSummary,
  'availableMinor' | 'overdueMinor' | 'overdueDays' | 'creditMinor' | 'closed'
> & {
  closed: number;
  groupLimitMinor: number | null;
  groupBalanceMinor: string;
  overdue: string | null;
  oldestDue: string | null;
  credit: string | null;
};

/** The figures of an account that are compared in a list. `?` is today, for what is overdue. */
const SUMMARY = `
  SELECT a.id, a.customer_id AS customerId, c.number, c.name, pc.name AS parentName,
    a.balance_minor AS balanceMinor, a.limit_minor AS limitMinor,
    p.group_limit_minor AS groupLimitMinor,
    (SELECT SUM(g.balance_minor) FROM charge_account g
     WHERE g.id = p.id OR g.parent_id = p.id) AS groupBalanceMinor,
    (SELECT SUM(i.left_minor) FROM open_item i
     WHERE i.charge_account_id = a.id AND i.left_minor > 0 AND i.due_date < ?) AS overdue,
    (SELECT MIN(i.due_date) FROM open_item i
     WHERE i.charge_account_id = a.id AND i.left_minor > 0 AND i.due_date < ?) AS oldestDue,
    (SELECT -SUM(i.left_minor) FROM open_item i
     WHERE i.charge_account_id = a.id AND i.left_minor < 0) AS credit,
    COALESCE(a.hold_reason, p.hold_reason) AS holdReason, a.closed_on IS NOT NULL AS closed
  FROM charge_account a
  JOIN customer c ON c.id = a.customer_id
  JOIN charge_account p ON p.id = COALESCE(a.parent_id, a.id)
  LEFT JOIN customer pc ON pc.id = p.customer_id AND a.parent_id IS NOT NULL`;

function toSummary(found: SummaryRow, today: string): AccountSummary {
  const { groupLimitMinor, groupBalanceMinor, overdue, oldestDue, credit, closed, ...rest } =
    found;
  const rooms = [
    ...(rest.limitMinor === null ? [] : [rest.limitMinor - rest.balanceMinor]),
    ...(groupLimitMinor === null ? [] : [groupLimitMinor - toMinor(groupBalanceMinor)]),
  ];
  return {
    ...rest,
    availableMinor: rooms.length ? Math.min(...rooms) : null,
    overdueMinor: toMinor(overdue),
    overdueDays: oldestDue === null ? 0 : daysBetween(oldestDue, today),
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
    ...values,
  ]);
  return found.map((one) => toSummary(one, today));
}

const FILTERS: Record<AccountFilter, string> = {
  all: 'a.closed_on IS NULL',
  overLimit: `a.closed_on IS NULL AND (a.balance_minor > a.limit_minor
    OR (SELECT SUM(g.balance_minor) FROM charge_account g
        WHERE g.id = p.id OR g.parent_id = p.id) > p.group_limit_minor)`,
  overdue: `EXISTS (SELECT 1 FROM open_item i
    WHERE i.charge_account_id = a.id AND i.left_minor > 0 AND i.due_date < ?)`,
  credit: `EXISTS (SELECT 1 FROM open_item i
    WHERE i.charge_account_id = a.id AND i.left_minor < 0)`,
  onHold: 'a.closed_on IS NULL AND (a.hold_reason IS NOT NULL OR p.hold_reason IS NOT NULL)',
  closed: 'a.closed_on IS NOT NULL',
};

/** A page of accounts by name; found by a part of name, phone, e-mail or number. */
export async function listAccounts(
  db: Db,
  today: string,
  { text = '', filter = 'all', after = '' }: AccountQuery,
): Promise<AccountList> {
  const where = [FILTERS[filter]];
  const values: Value[] = [];
  if (filter === 'overdue') {
    values.push(addDays(today, -(await loadAccountRules(db)).graceDays));
  }
  for (const word of searchWords(text)) {
    where.push('c.search LIKE ?');
    values.push(`%${word.replace(/[\\%_]/g, '\\$&')}%`);
  }
  const from = readCursor(after);
  const paged = [...where];
  if (from) paged.push('(c.name, a.id) > (?, ?)');
  const [found, totals] = await Promise.all([
    summaries(
      db,
      today,
      `${paged.join(' AND ')} ORDER BY c.name, a.id LIMIT ${PAGE + 1}`,
      from ? [...values, from.name, from.id] : values,
    ),
    row<{ balance: string | null; count: number }>(
      db,
      `SELECT SUM(a.balance_minor) AS balance, COUNT(*) AS count
       FROM charge_account a
       JOIN customer c ON c.id = a.customer_id
       JOIN charge_account p ON p.id = COALESCE(a.parent_id, a.id)
       WHERE ${where.join(' AND ')}`,
      values,
    ),
  ]);
  const accounts = found.slice(0, PAGE);
  const last = accounts.at(-1);
  return {
    accounts,
    next: found.length > PAGE ? JSON.stringify([last!.name, last!.id]) : null,
    totals: { balanceMinor: toMinor(totals?.balance), count: Number(totals?.count ?? 0) },
  };
}

/** Where the page before ended: a name and an id; undefined for the first page. */
export function readCursor(after: string): { name: string; id: number } | undefined {
  try {
    const read: unknown = JSON.parse(after);
    if (Array.isArray(read) && typeof read[0] === 'string' && typeof read[1] === 'number') {
      return { name: read[0], id: read[1] };
    }
  } catch {
    // No cursor of ours: the first page.
  }
  return undefined;
}
