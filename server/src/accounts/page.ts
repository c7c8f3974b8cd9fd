import type {
  AccountChange,
  AccountInput,
  AccountPage,
  AllocationView,
  GroupCharge,
  ItemView,
  TimelineRow,
} from '@abacist/contracts';
import { agingOf } from '@abacist/core/accounts';
import { readCustomers } from '../customers/read';
import { row, rows, toMinor, type Db } from '../db/pool';
import { notFound } from '../http/errors';
import { toInstant } from '../sales/read';
import { DECIDED, decidedOf, type DecidedRow } from './columns';
import { summaries } from './list';
import { buyersOf, ITEMS } from './load';
import { loadAccountRules } from './rules';

type InputRow = DecidedRow & {
  name: string;
  customerId: number;
  closed: number;
  version: number;
  openedAt: string;
  openedBy: string;
  approvedBy: string;
  reason: string;
};

/** What the shop decided of an account, as a person changes it. */
export async function inputOf(
  db: Db,
  id: number,
): Promise<
  | (Pick<InputRow, 'name' | 'customerId' | 'version'> & {
      account: AccountInput;
      closed: boolean;
      opened: AccountPage['opened'];
    })
  | undefined
> {
  const found = await row<InputRow>(
    db,
    `SELECT ${DECIDED}, a.version,
       a.closed_on IS NOT NULL AS closed, a.customer_id AS customerId, c.name,
       a.opened_at AS openedAt, u.name AS openedBy, m.name AS approvedBy, ap.reason
     FROM charge_account a
     JOIN customer c ON c.id = a.customer_id
     JOIN user u ON u.id = a.opened_by
     JOIN approval ap ON ap.id = a.opened_approval_id
     JOIN user m ON m.id = ap.approver_id
     WHERE a.id = ?`,
    [id],
  );
  if (!found) return undefined;
  const buyers = (await buyersOf(db, [id])).get(id) ?? [];
  return {
    name: found.name,
    customerId: found.customerId,
    version: found.version,
    closed: found.closed === 1,
    opened: {
      by: found.openedBy,
      approvedBy: found.approvedBy,
      reason: found.reason,
      at: toInstant(found.openedAt),
    },
    account: { ...decidedOf(found), buyers },
  };
}

/** An account's page: what stands open, how it came to that, and what was decided of it. */
export async function accountPage(db: Db, id: number, today: string): Promise<AccountPage> {
  const kept = await inputOf(db, id);
  if (!kept) throw notFound('account.unknown');
  const [
    [summary],
    branches,
    [customer],
    items,
    groupCharges,
    allocations,
    timeline,
    changes,
    rules,
  ] = await Promise.all([
    summaries(db, today, 'a.id = ?', [id]),
    summaries(db, today, 'a.parent_id = ? ORDER BY c.name', [id]),
    readCustomers(db, 'id = ?', [kept.customerId]),
    rows<Stored<ItemView>>(
      db,
      `${ITEMS}
       WHERE i.charge_account_id = ? AND (i.left_minor > 0 OR i.left_minor < 0)
       ORDER BY COALESCE(i.due_date, i.date), i.id`,
      [id],
    ),
    groupChargesOf(db, id),
    rows<AllocationView>(
      db,
      `SELECT x.id, c.kind AS creditKind, h.kind AS chargeKind, COALESCE(c.number, CONCAT(cd.series, '-', cd.number)) AS creditNumber,
         COALESCE(h.number, CONCAT(hd.series, '-', hd.number)) AS chargeNumber,
         IF(c.charge_account_id = h.charge_account_id, NULL,
           (SELECT oc.name FROM charge_account o JOIN customer oc ON oc.id = o.customer_id
            WHERE o.id = IF(h.charge_account_id = ?, c.charge_account_id, h.charge_account_id)))
           AS otherAccount,
         x.amount_minor AS amountMinor, x.discount_minor AS discountMinor, x.date
       FROM allocation x
       JOIN open_item c ON c.id = x.credit_item_id
       LEFT JOIN document cd ON cd.kind = 'sale' AND cd.subject_id = c.sale_id
       JOIN open_item h ON h.id = x.charge_item_id
       LEFT JOIN document hd ON hd.kind = 'sale' AND hd.subject_id = h.sale_id
       LEFT JOIN allocation u ON u.undoes_id = x.id
       WHERE (h.charge_account_id = ? OR c.charge_account_id = ?)
         AND x.undoes_id IS NULL AND u.id IS NULL
       ORDER BY x.id DESC LIMIT 50`,
      [id, id, id],
    ),
    timelineOf(db, id, {}),
    changesOf(db, id),
    loadAccountRules(db),
  ]);
  return {
    ...summary!,
    account: kept.account,
    version: kept.version,
    customer: customer!,
    opened: kept.opened,
    aging: agingOf(items, today),
    groupBalanceMinor:
      summary!.balanceMinor + branches.reduce((total, one) => total + one.balanceMinor, 0),
    branches,
    partEarns: rules.discount.partEarns,
    items: items.map(toView),
    groupCharges,
    allocations,
    timeline,
    changes,
  };
}

/** Open charges of the payer's other accounts, the oldest due first. */
async function groupChargesOf(db: Db, id: number): Promise<GroupCharge[]> {
  const found = await rows<Stored<GroupCharge>>(
    db,
    `SELECT g.*, c.name AS accountName
     FROM (${ITEMS} WHERE i.left_minor > 0 AND i.charge_account_id IN (
       SELECT m.id FROM charge_account m
       JOIN charge_account a ON a.id = ?
       WHERE COALESCE(m.parent_id, m.id) = COALESCE(a.parent_id, a.id) AND m.id <> a.id)) g
     JOIN charge_account o ON o.id = g.chargeAccountId
     JOIN customer c ON c.id = o.customer_id
     ORDER BY COALESCE(g.dueDate, g.date), g.id LIMIT 200`,
    [id],
  );
  return found.map(toView);
}

type Stored<T> = T & {
  chargeAccountId: number;
  discountTaxMinor: number;
  invoiceDate: string | null;
};

/** An item as it is shown: an invoice of the old books by its own date. */
function toView<T extends ItemView>(item: Stored<T>): T {
  const { chargeAccountId: _account, discountTaxMinor: _tax, invoiceDate, ...view } = item;
  return { ...view, date: invoiceDate ?? view.date } as unknown as T;
}

/**
 * Everything that moved an account's balance: its items, discounts granted or taken back, and what
 * a credit of one account paid of another's charge. On
 * one day a discount stands behind the payment that brought it, or at the end.
 */
const MOVES = `
  SELECT CONCAT('i', i.id) AS \`key\`, i.date, 0 AS turn, i.id AS ofId, i.kind,
    COALESCE(i.number, CONCAT(d.series, '-', d.number)) AS number, i.amount_minor AS amountMinor,
    i.left_minor AS leftMinor, i.sale_id AS saleId
  FROM open_item i
  LEFT JOIN document d ON d.kind = 'sale' AND d.subject_id = i.sale_id
  WHERE i.charge_account_id = ? AND NOT i.voided
  UNION ALL
  SELECT CONCAT('x', x.id), x.date, 1,
    IF(x.sale_id IS NULL, 1000000000000000 + x.id, x.credit_item_id),
    IF(x.discount_minor > 0, 'discount', 'discountUndone'),
    COALESCE(i.number, CONCAT(d.series, '-', d.number)), -x.discount_minor, NULL, x.sale_id
  FROM allocation x
  JOIN open_item i ON i.id = x.charge_item_id
  LEFT JOIN document d ON d.kind = 'sale' AND d.subject_id = i.sale_id
  WHERE i.charge_account_id = ? AND x.discount_minor <> 0
  UNION ALL
  SELECT CONCAT('m', x.id), x.date, 2,
    IF(x.sale_id IS NULL, 1000000000000000 + x.id, x.credit_item_id),
    IF(i.charge_account_id = ?, 'paidByOther', 'paidForOther'),
    COALESCE(i.number, CONCAT(d.series, '-', d.number)),
    IF(i.charge_account_id = ?, -x.amount_minor, x.amount_minor), NULL, x.sale_id
  FROM allocation x
  JOIN open_item i ON i.id = x.charge_item_id
  JOIN open_item c ON c.id = x.credit_item_id
  LEFT JOIN document d ON d.kind = 'sale' AND d.subject_id = i.sale_id
  WHERE c.charge_account_id <> i.charge_account_id
    AND (i.charge_account_id = ? OR c.charge_account_id = ?)`;

const ROWS = 30;

/** A part of the timeline, newest first, with the balance after each row. */
export async function timelineOf(
  db: Db,
  id: number,
  { before }: { before?: string },
): Promise<AccountPage['timeline']> {
  const at = before?.split(' ');
  const found = await rows<TimelineRow & { turn: number; ofId: number; balance: string }>(
    db,
    `SELECT * FROM (
       SELECT m.*, SUM(m.amountMinor) OVER (ORDER BY m.date, m.ofId, m.turn, m.\`key\`) AS balance
       FROM (${MOVES}) m) r
     ${at ? 'WHERE (r.date, r.ofId, r.turn, r.\`key\`) < (?, ?, ?, ?)' : ''}
     ORDER BY r.date DESC, r.ofId DESC, r.turn DESC, r.\`key\` DESC LIMIT ${ROWS + 1}`,
    [id, id, id, id, id, id, ...(at ? [at[0]!, Number(at[1]), Number(at[2]), at[3]!] : [])],
  );
  const page = found.slice(0, ROWS);
  const last = page.at(-1);
  return {
    rows: page.map(({ turn: _turn, ofId: _of, balance, ...one }) => ({
      ...one,
      balanceMinor: toMinor(balance),
    })),
    before:
      found.length > ROWS ? `${last!.date} ${last!.ofId} ${last!.turn} ${last!.key}` : null,
  };
}

/** A value of a change as people read it: accounts and departments are kept by their id. */
const valueOf = (column: string) => `COALESCE(
  CASE h.field
    WHEN 'parent' THEN (SELECT c.name FROM charge_account p JOIN customer c ON c.id = p.customer_id
                        WHERE p.id = h.${column})
    WHEN 'department' THEN (SELECT d.name FROM department d WHERE d.id = h.${column})
  END, h.${column})`;

async function changesOf(db: Db, id: number): Promise<AccountChange[]> {
  const found = await rows<AccountChange>(
    db,
    `SELECT h.field, ${valueOf('value_before')} AS \`before\`, ${valueOf('value_after')} AS \`after\`,
       u.name AS \`by\`,
       m.name AS approvedBy, ap.reason, h.changed_at AS changedAt
     FROM charge_account_change h
     JOIN user u ON u.id = h.user_id
     LEFT JOIN approval ap ON ap.id = h.approval_id
     LEFT JOIN user m ON m.id = ap.approver_id
     WHERE h.charge_account_id = ? ORDER BY h.id DESC LIMIT 200`,
    [id],
  );
  return found.map((one) => ({ ...one, changedAt: toInstant(one.changedAt) }));
}
