import { sqlKinds } from '../tenders/sqlKinds';
import { overdueOf, type Creditor, type ItemLeft } from '@abacist/core/accounts';
import { daysBetween } from '@abacist/core/dates';
import { NOTHING_PAID, type RefundState } from '@abacist/core/returns';
import type { TicketAccount } from '@abacist/core/sales';
import { placeholders, row, rows, run, type Db } from '../db/pool';
import type { Tx } from '../db/transaction';
import { refuseWith } from '../http/errors';
import { paidTenders } from '../sales/paidTenders';
import { DECIDED, decidedOf, type DecidedRow } from './columns';
import type { AccountRules } from './rules';

type AccountRow = DecidedRow & {
  id: number;
  name: string;
  closed: number;
  balanceMinor: number;
};

const ACCOUNTS = `
  SELECT a.id, c.name, a.closed_on IS NOT NULL AS closed, a.balance_minor AS balanceMinor,
    ${DECIDED}
  FROM charge_account a JOIN customer c ON c.id = a.customer_id`;

/**
 * Accounts that a command competes for: the payer's row is updated before it is read, then the
 * branch's, so that two drawers meet here and can't pass a limit together.
 */
export async function lockAccounts(tx: Tx, ids: readonly number[]): Promise<void> {
  const wanted = [...new Set(ids)];
  if (wanted.length === 0) return;
  const found = await rows<{ id: number; parentId: number | null }>(
    tx,
    `SELECT id, parent_id AS parentId FROM charge_account
     WHERE id IN (${placeholders(wanted.length)})`,
    wanted,
  );
  const payers = new Set(found.map(({ id, parentId }) => parentId ?? id));
  const branches = found.map(({ id }) => id).filter((id) => !payers.has(id));
  const byId = (a: number, b: number) => a - b;
  for (const id of [...[...payers].sort(byId), ...branches.sort(byId)]) {
    await run(tx, 'UPDATE charge_account SET turn = turn + 1 WHERE id = ?', [id]);
  }
}

/**
 * Nothing may be open again on a closed account: nobody would see it there. Call it under
 * `lockAccounts`, or the account may close meanwhile.
 * @throws HttpError 422 `account.closed` (name)
 */
export async function refuseClosed(tx: Tx, ids: readonly number[]): Promise<void> {
  if (ids.length === 0) return;
  const closed = await row<{ name: string }>(
    tx,
    `SELECT c.name FROM charge_account a JOIN customer c ON c.id = a.customer_id
     WHERE a.id IN (${placeholders(ids.length)}) AND a.closed_on IS NOT NULL LIMIT 1`,
    ids,
  );
  if (closed) throw refuseWith('account.closed', undefined, closed);
}

/**
 * Accounts as core decides with them.
 * @param ids accounts that a ticket charges
 * @param paidIds accounts that it pays on: with their open charges and the tax of those
 */
export async function ticketAccounts(
  db: Db,
  ids: readonly number[],
  paidIds: readonly number[],
  today: string,
  rules: Pick<AccountRules, 'graceDays'>,
): Promise<TicketAccount[]> {
  const wanted = [...new Set([...ids, ...paidIds])];
  if (wanted.length === 0) return [];
  const payers = await rows<{ id: number }>(
    db,
    `SELECT DISTINCT COALESCE(parent_id, id) AS id FROM charge_account
     WHERE id IN (${placeholders(wanted.length)})`,
    wanted,
  );
  if (payers.length === 0) return [];
  const payerIds = payers.map(({ id }) => id);
  const marks = placeholders(payerIds.length);
  const group = await rows<AccountRow>(
    db,
    `${ACCOUNTS} WHERE a.id IN (${marks})
     UNION ALL
     ${ACCOUNTS} WHERE a.parent_id IN (${marks})`,
    [...payerIds, ...payerIds],
  );
  const items = await openItems(
    db,
    group.map(({ id }) => id),
  );
  const taxes = await taxesOf(db, paidIds.length > 0 ? items : []);
  const buyers = await buyersOf(db, ids);
  return group
    .filter(({ id }) => wanted.includes(id))
    .map((account) => toTicketAccount(account, { group, items, taxes, buyers, today, rules }));
}

type Around = {
  group: readonly AccountRow[];
  items: readonly ItemLeft[];
  taxes: TicketAccount['taxes'];
  buyers: ReadonlyMap<number, string[]>;
  today: string;
  rules: Pick<AccountRules, 'graceDays'>;
};

function toTicketAccount(account: AccountRow, around: Around): TicketAccount {
  const { terms, buyersOnly } = decidedOf(account);
  const payerId = account.parentId ?? account.id;
  const payer = around.group.find(({ id }) => id === payerId)!;
  const members = around.group.filter((one) => (one.parentId ?? one.id) === payerId);
  const ids = members.map(({ id }) => id);
  const theirs = around.items.filter(({ chargeAccountId }) => ids.includes(chargeAccountId));
  const grace = payer.graceDays ?? around.rules.graceDays;
  const { overdueMinor, oldestDue } = overdueOf(theirs, grace, around.today);
  return {
    id: account.id,
    name: account.name,
    closed: account.closed === 1,
    terms,
    chain: chainOf(account, payer, members),
    holdReason: account.holdReason ?? payer.holdReason,
    overdueMinor,
    overdueDays: oldestDue === null ? 0 : daysBetween(oldestDue, around.today),
    buyersOnly,
    buyers: around.buyers.get(account.id) ?? [],
    credits: around.items.filter(
      ({ chargeAccountId, leftMinor }) => chargeAccountId === account.id && leftMinor < 0,
    ),
    groupIds: ids,
    charges: theirs.filter(({ leftMinor }) => leftMinor > 0),
    taxes: around.taxes,
  };
}

/** The account by its own limit, then the whole group by the payer's. */
function chainOf(
  account: AccountRow,
  payer: AccountRow,
  members: readonly AccountRow[],
): Creditor[] {
  const own: Creditor = {
    chargeAccountId: account.id,
    name: account.name,
    limitMinor: account.limitMinor,
    balanceMinor: account.balanceMinor,
  };
  if (payer.groupLimitMinor === null) return [own];
  const balanceMinor = members.reduce((total, one) => total + one.balanceMinor, 0);
  const whole = {
    chargeAccountId: payer.id,
    name: payer.name,
    limitMinor: payer.groupLimitMinor,
  };
  return [own, { ...whole, balanceMinor }];
}

/** The items of accounts of which something is left, oldest due first. */
function openItems(db: Db, accountIds: readonly number[]): Promise<ItemLeft[]> {
  if (accountIds.length === 0) return Promise.resolve([]);
  return rows<ItemLeft>(
    db,
    `${ITEMS}
     WHERE i.charge_account_id IN (${placeholders(accountIds.length)})
       AND (i.left_minor > 0 OR i.left_minor < 0)
     ORDER BY COALESCE(i.due_date, i.date), i.id`,
    accountIds,
  );
}

/** What goods of a charge that came back took off it: its discount is of what is left. */
const CREDITED = `COALESCE((
    SELECT SUM(x.amount_minor)
    FROM sale_tender b
    JOIN open_item n ON n.sale_tender_id = b.id AND n.kind = 'creditNote'
    JOIN allocation x ON x.credit_item_id = n.id AND x.charge_item_id = i.id
    WHERE b.of_sale_tender_id = i.sale_tender_id), 0)`;

/** An item with its number, which is that of its ticket where it has one. */
export const ITEMS = `
  SELECT i.id, i.charge_account_id AS chargeAccountId, i.kind,
    COALESCE(i.number, CONCAT(d.series, '-', d.number)) AS number, i.date,
    i.invoice_date AS invoiceDate, i.due_date AS dueDate, i.discount_date AS discountDate, i.discount_minor AS discountMinor,
    i.discount_tax_minor AS discountTaxMinor, i.amount_minor AS amountMinor,
    i.left_minor AS leftMinor, i.buyer, i.reference, i.sale_id AS saleId,
    CAST(${CREDITED} AS SIGNED) AS creditedMinor
  FROM open_item i
  LEFT JOIN document d ON d.kind = 'sale' AND d.subject_id = i.sale_id`;

/** Cards and transfers that paid on an account and can get money back, the newest first. */
export async function paidOnAccount(db: Db, chargeAccountId: number): Promise<RefundState> {
  const paid = await paidTenders(
    db,
    `JOIN sale_extra e ON e.sale_id = st.sale_id AND e.kind = 'accountPayment'
     LEFT JOIN sale_void v ON v.sale_id = st.sale_id
     WHERE e.charge_account_id = ? AND v.id IS NULL AND st.amount_minor > 0
       AND t.kind IN (${sqlKinds(({ giveBack }) => giveBack?.ofAhead)})
     ORDER BY st.id DESC LIMIT 50`,
    [chargeAccountId],
    true,
  );
  return { ...NOTHING_PAID, paid };
}

/** The tax of charges by authority, as it was shared out when they were made. */
async function taxesOf(db: Db, charges: readonly ItemLeft[]): Promise<TicketAccount['taxes']> {
  const ids = charges
    .filter(({ discountTaxMinor }) => discountTaxMinor > 0)
    .map(({ id }) => id);
  if (ids.length === 0) return [];
  return rows<TicketAccount['taxes'][number]>(
    db,
    `SELECT open_item_id AS itemId, authority_id AS authorityId, tax_minor AS taxMinor
     FROM open_item_tax WHERE open_item_id IN (${placeholders(ids.length)})
     ORDER BY open_item_id, authority_id`,
    ids,
  );
}

/** Who may buy on accounts, by account. */
export async function buyersOf(
  db: Db,
  accountIds: readonly number[],
): Promise<Map<number, string[]>> {
  const by = new Map<number, string[]>();
  if (accountIds.length === 0) return by;
  const found = await rows<{ chargeAccountId: number; name: string }>(
    db,
    `SELECT charge_account_id AS chargeAccountId, name FROM charge_account_buyer
     WHERE charge_account_id IN (${placeholders(accountIds.length)}) ORDER BY name`,
    accountIds,
  );
  for (const { chargeAccountId, name } of found) {
    by.set(chargeAccountId, [...(by.get(chargeAccountId) ?? []), name]);
  }
  return by;
}
