import type {
  AccountInput,
  AccountPage,
  AgreedField,
  ChangeAccount,
  CloseAccount,
  OpenAccount,
} from '@abacist/contracts';
import { termsRefusals } from '@abacist/core/accounts';
import type { BrokenRule } from '@abacist/core/outcome';
import type { CommandContext } from '../context';
import { insertMany, isDuplicate, row, run } from '../db/pool';
import type { Tx } from '../db/transaction';
import type { CommandResult } from '../http/command';
import { notFound, refused, refuseWith } from '../http/errors';
import { saveCustomer } from '../customers/save';
import { DECIDED_COLUMNS, decidedValues } from './columns';
import { lockAccounts } from './load';
import { accountPage, inputOf } from './page';

type Saved = Promise<CommandResult<AccountPage>>;

/**
 * Opens a charge account with a manager's approval, for a customer of the list or a new one.
 * @throws HttpError 409 `rule.accountOpened`; 422 `account.alreadyHas` (number), `customer.unknown`,
 * those of `check`
 */
export async function openAccount(
  context: CommandContext,
  { holder, account }: OpenAccount,
): Saved {
  const { tx, today } = context;
  await check(tx, account, null);
  const customer = await holderOf(context, holder);
  const limit = account.limitMinor;
  const approvalId = await context.approve([
    {
      code: limit === null ? 'rule.accountOpenedFree' : 'rule.accountOpened',
      approver: 'manager',
      params: { name: customer.name, ...(limit !== null && { limitMinor: limit }) },
    },
  ]);
  const id = await insertAccount(context, customer, account, approvalId!);
  return { answer: await accountPage(tx, id, today) };
}

/**
 * Adds an account that was approved. @returns its id
 * @throws HttpError 422 `account.alreadyHas` (name)
 */
export async function insertAccount(
  { tx, actor, now, today }: CommandContext,
  customer: { id: number; name: string },
  account: AccountInput,
  approvalId: number,
): Promise<number> {
  let id: number;
  try {
    id = (await insertMany(
      tx,
      'charge_account',
      [
        ...DECIDED_COLUMNS,
        'customer_id',
        'opened_on',
        'opened_by',
        'opened_at',
        'opened_approval_id',
      ],
      [[...decidedValues(account), customer.id, today, actor.id, now, approvalId]],
    ))!;
  } catch (error) {
    if (!isDuplicate(error)) throw error;
    throw refuseWith('account.alreadyHas', 'holder', { name: customer.name });
  }
  await setBuyers(tx, id, account.buyers);
  return id;
}

type Holder =
  { id: number } | (Exclude<OpenAccount['holder'], { id: number }> & { number?: string });

/** The customer who holds an account: one of the list, or a new one. */
export async function holderOf(
  context: CommandContext,
  holder: Holder,
): Promise<{ id: number; name: string }> {
  if ('id' in holder) {
    const found = await row<{ id: number; name: string }>(
      context.tx,
      'SELECT id, name FROM customer WHERE id = ? AND active',
      [holder.id],
    );
    if (!found) throw refuseWith('customer.unknown', 'holder.id');
    return found;
  }
  const { answer } = await saveCustomer(context, {
    number: '',
    ...holder,
    priceKind: 'byKind',
    taxCodeId: null,
    exemption: null,
    active: true,
  });
  return answer;
}

/**
 * What is wrong with an account: its terms, its parent, its department. Refusals: those of
 * `termsRefusals`, `account.parentUnknown`, `account.parentItself`, `account.parentBranch`
 * (a branch has no branches), `account.hasBranches`, `department.unknown`.
 */
async function check(tx: Tx, account: AccountInput, id: number | null): Promise<void> {
  const wrong = termsRefusals(account.terms).map((one) => ({ ...one, at: `terms.${one.at}` }));
  if (wrong.length) throw refused(wrong);
  const { parentId, departmentId } = account;
  if (parentId !== null) {
    if (parentId === id) throw refuseWith('account.parentItself', 'parentId');
    const parent = await row<{ parentId: number | null; closed: number }>(
      tx,
      `SELECT parent_id AS parentId, closed_on IS NOT NULL AS closed
       FROM charge_account WHERE id = ? FOR UPDATE`,
      [parentId],
    );
    if (!parent || parent.closed) throw refuseWith('account.parentUnknown', 'parentId');
    if (parent.parentId !== null) throw refuseWith('account.parentBranch', 'parentId');
    const branches =
      id !== null &&
      (await row(tx, 'SELECT id FROM charge_account WHERE parent_id = ? LIMIT 1', [id]));
    if (branches) throw refuseWith('account.hasBranches', 'parentId');
  }
  if (departmentId !== null) {
    const department = await row(tx, 'SELECT id FROM department WHERE id = ? AND active', [
      departmentId,
    ]);
    if (!department) throw refuseWith('department.unknown', 'departmentId');
  }
}

async function setBuyers(tx: Tx, id: number, buyers: readonly string[]): Promise<void> {
  await run(tx, 'DELETE FROM charge_account_buyer WHERE charge_account_id = ?', [id]);
  await insertMany(
    tx,
    'charge_account_buyer',
    ['charge_account_id', 'name'],
    [...buyers].sort().map((name) => [id, name]),
  );
}

/** Changes of these need a manager: they decide how much the shop lends, and for how long. */
const LENDING = ['limit', 'groupLimit', 'terms', 'grace', 'parent', 'hold'];

type Change = { field: AgreedField; before: string; after: string };

/** An account's fields as they are kept when they change. */
const fieldsOf = (account: AccountInput): Record<Exclude<AgreedField, 'closed'>, string> => ({
  parent: String(account.parentId ?? ''),
  limit: String(account.limitMinor ?? ''),
  groupLimit: String(account.groupLimitMinor ?? ''),
  terms: JSON.stringify(account.terms),
  grace: String(account.graceDays ?? ''),
  statementDay: String(account.statementDay),
  buyersOnly: String(account.buyersOnly),
  buyers: [...account.buyers].sort().join(', ').slice(0, 400),
  department: String(account.departmentId ?? ''),
  note: account.note,
  hold: account.holdReason ?? '',
});

/**
 * Changes an account; what was before is kept. What lends more or for longer asks a manager;
 * to put it on hold does not.
 * @throws HttpError 409 `rule.accountChanged`; 422 `account.changed` (someone changed it
 * meanwhile), those of `check`
 */
export async function changeAccount(
  context: CommandContext,
  { account, version }: ChangeAccount,
  id: number,
): Saved {
  const { tx, actor, now, today } = context;
  await lockAccounts(tx, [id]);
  const before = await inputOf(tx, id);
  if (!before) throw notFound('account.unknown');
  if (before.closed) throw refuseWith('account.closed', undefined, { name: before.name });
  await check(tx, account, id);
  const [old, wanted] = [fieldsOf(before.account), fieldsOf(account)];
  const changes = (Object.keys(wanted) as (keyof typeof wanted)[]).flatMap(
    (field): Change[] =>
      old[field] === wanted[field]
        ? []
        : [{ field, before: old[field]!, after: wanted[field]! }],
  );
  const asks = changes.filter(
    ({ field, after }) => LENDING.includes(field) && !(field === 'hold' && after !== ''),
  );
  const rules: BrokenRule[] = asks.length
    ? [{ code: 'rule.accountChanged', approver: 'manager', params: { name: before.name } }]
    : [];
  const approvalId = await context.approve(rules);
  const { affectedRows } = await run(
    tx,
    `UPDATE charge_account SET ${DECIDED_COLUMNS.map((name) => `${name} = ?`).join(', ')},
       version = version + 1
     WHERE id = ? AND version = ?`,
    [...decidedValues(account), id, version],
  );
  if (affectedRows === 0) throw refuseWith('account.changed');
  await setBuyers(tx, id, account.buyers);
  await keepChanges(tx, id, changes, { userId: actor.id, approvalId, now });
  return { answer: await accountPage(tx, id, today) };
}

async function keepChanges(
  tx: Tx,
  id: number,
  changes: readonly Change[],
  by: { userId: number; approvalId: number | null; now: Date },
): Promise<void> {
  await insertMany(
    tx,
    'charge_account_change',
    [
      'charge_account_id',
      'field',
      'value_before',
      'value_after',
      'user_id',
      'approval_id',
      'changed_at',
    ],
    changes.map(({ field, before, after }) => [
      id,
      field,
      before,
      after,
      by.userId,
      by.approvalId,
      by.now,
    ]),
  );
}

/**
 * Closes an account on which nothing is open, nor on its branches.
 * @throws HttpError 422 `account.openItems` (balanceMinor), `account.openBranches`,
 * `account.changed`
 */
export async function closeAccount(
  context: CommandContext,
  { version }: CloseAccount,
  id: number,
): Saved {
  const { tx, actor, now, today } = context;
  await lockAccounts(tx, [id]);
  const found = await row<{ balance: number; open: number; branches: number }>(
    tx,
    `SELECT a.balance_minor AS balance,
       EXISTS (SELECT 1 FROM open_item i
               WHERE i.charge_account_id = a.id AND (i.left_minor > 0 OR i.left_minor < 0)) AS open,
       EXISTS (SELECT 1 FROM charge_account b
               WHERE b.parent_id = a.id AND b.closed_on IS NULL) AS branches
     FROM charge_account a WHERE a.id = ?`,
    [id],
  );
  if (!found) throw notFound('account.unknown');
  if (found.open) {
    throw refuseWith('account.openItems', undefined, { balanceMinor: found.balance });
  }
  if (found.branches) throw refuseWith('account.openBranches');
  const { affectedRows } = await run(
    tx,
    `UPDATE charge_account SET closed_on = ?, version = version + 1
     WHERE id = ? AND version = ? AND closed_on IS NULL`,
    [today, id, version],
  );
  if (affectedRows === 0) throw refuseWith('account.changed');
  const change: Change = { field: 'closed', before: '', after: today };
  await keepChanges(tx, id, [change], { userId: actor.id, approvalId: null, now });
  return { answer: await accountPage(tx, id, today) };
}
