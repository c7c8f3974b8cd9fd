import type { StatementAsked, StatementPreview } from '@abacist/contracts';
import {
  balanceForwardStatement,
  lastStatementDay,
  openItemStatement,
  overdueSum,
  type AccountStatement,
  type Allocation,
  type OpenItem,
} from '@abacist/core/accounts';
import { placeholders, rows, type Db } from '../../db/pool';

/** Who gets a statement: an account that pays for itself and its branches. */
type Payer = {
  id: number;
  customerId: number;
  name: string;
  number: string;
  address: string;
  email: string;
  /** Names of it and its branches, by id. */
  names: Map<number, string>;
};

export type Made = { payer: Payer; statement: AccountStatement };

/** Accounts that pay for themselves, all of them or some. */
async function payersOf(db: Db, ids?: readonly number[]): Promise<Payer[]> {
  if (ids?.length === 0) return [];
  const found = await rows<Omit<Payer, 'names'> & { memberId: number; memberName: string }>(
    db,
    `SELECT p.id, c.id AS customerId, c.name, c.number, c.address, c.email,
       m.id AS memberId, mc.name AS memberName
     FROM charge_account p
     JOIN customer c ON c.id = p.customer_id
     JOIN charge_account m ON COALESCE(m.parent_id, m.id) = p.id
     JOIN customer mc ON mc.id = m.customer_id
     WHERE p.parent_id IS NULL ${ids ? `AND p.id IN (${placeholders(ids.length)})` : ''}
     ORDER BY c.name, p.id, m.id <> p.id, mc.name`,
    ids ?? [],
  );
  const payers = new Map<number, Payer>();
  for (const { memberId, memberName, ...head } of found) {
    const payer = payers.get(head.id) ?? { ...head, names: new Map<number, string>() };
    payers.set(payer.id, payer.names.set(memberId, memberName) && payer);
  }
  return [...payers.values()];
}

/**
 * What statements of a kind say at a date, for all payers or some, in three statements to the
 * database however many there are. Items and allocations dated later have not happened yet.
 */
export async function statementsOf(
  db: Db,
  { kind, from, asOf }: StatementAsked,
  accountIds?: readonly number[],
): Promise<Made[]> {
  const payers = await payersOf(db, accountIds);
  if (payers.length === 0) return [];
  const payerOf = new Map(
    payers.flatMap(({ id, names }) =>
      [...names.keys()].map((member) => [member, id] as const),
    ),
  );
  const members = accountIds ? [...payerOf.keys()] : [];
  const only = (item: string) =>
    accountIds ? `AND ${item}.charge_account_id IN (${placeholders(members.length)})` : '';
  // Of open items only those are read that were open then; a history needs all.
  const then = (item: string) =>
    kind === 'openItem' ? `(${item}.closed_on IS NULL OR ${item}.closed_on > ?)` : 'TRUE';
  const thenValues = kind === 'openItem' ? [asOf] : [];
  const [items, allocations] = await Promise.all([
    rows<OpenItem>(
      db,
      `SELECT i.id, i.charge_account_id AS chargeAccountId, i.kind,
         COALESCE(i.number, CONCAT(d.series, '-', d.number)) AS number, i.date,
         i.invoice_date AS invoiceDate, i.due_date AS dueDate, NULL AS discountDate, 0 AS discountMinor,
         0 AS discountTaxMinor, i.amount_minor AS amountMinor
       FROM open_item i
       LEFT JOIN document d ON d.kind = 'sale' AND d.subject_id = i.sale_id
       WHERE i.date <= ? AND NOT i.voided AND ${then('i')} ${only('i')}
       ORDER BY i.date, i.id`,
      [asOf, ...thenValues, ...members],
    ),
    rows<Allocation & { chargeAccountId: number }>(
      db,
      `SELECT h.charge_account_id AS chargeAccountId, x.credit_item_id AS creditItemId,
         x.charge_item_id AS chargeItemId, x.amount_minor AS amountMinor,
         x.discount_minor AS discountMinor, x.date
       FROM open_item h
       JOIN allocation x ON x.charge_item_id = h.id
       JOIN open_item c ON c.id = x.credit_item_id
       WHERE x.date <= ? AND NOT h.voided AND (${then('h')} OR ${then('c')}) ${only('h')}
       ORDER BY x.date, x.id`,
      [asOf, ...thenValues, ...thenValues, ...members],
    ),
  ]);
  const itemsBy = groupBy(items, payerOf);
  const allocationsBy = groupBy(allocations, payerOf);
  return payers.map((payer) => {
    const own = itemsBy.get(payer.id) ?? [];
    const given = allocationsBy.get(payer.id) ?? [];
    const statement =
      kind === 'openItem'
        ? openItemStatement(own, given, asOf)
        : balanceForwardStatement(own, given, from, asOf);
    return { payer, statement };
  });
}

function groupBy<T extends { chargeAccountId: number }>(
  list: readonly T[],
  payerOf: ReadonlyMap<number, number>,
): Map<number, T[]> {
  const groups = new Map<number, T[]>();
  for (const one of list) {
    const payerId = payerOf.get(one.chargeAccountId)!;
    const group = groups.get(payerId);
    if (group) group.push(one);
    else groups.set(payerId, [one]);
  }
  return groups;
}

/** Whether there is anything to tell: something is owed, or something happened. */
const tells = ({ statement }: Made): boolean =>
  statement.balanceMinor !== 0 || statement.rows.length > 0;

/** Accounts of which no statement was made since their last statement day. */
async function statementDays(
  db: Db,
  ids: readonly number[],
  asOf: string,
): Promise<Set<number>> {
  if (ids.length === 0) return new Set();
  const found = await rows<{ id: number; day: number; last: string | null }>(
    db,
    `SELECT a.id, a.statement_day AS day,
       (SELECT MAX(s.as_of) FROM account_statement s
        WHERE s.charge_account_id = a.id AND s.step = 0) AS last
     FROM charge_account a WHERE a.id IN (${placeholders(ids.length)})`,
    ids,
  );
  return new Set(
    found.flatMap(({ id, day, last }) =>
      last === null || last < lastStatementDay(day, asOf) ? [id] : [],
    ),
  );
}

/** Who would get a statement, and what it would say in the end. */
export async function previewStatements(
  db: Db,
  asked: StatementAsked,
  chargeAccountId?: number,
): Promise<StatementPreview[]> {
  const made = await statementsOf(
    db,
    asked,
    chargeAccountId === undefined ? undefined : [chargeAccountId],
  );
  const days = await statementDays(
    db,
    made.map(({ payer }) => payer.id),
    asked.asOf,
  );
  return made.filter(tells).map(({ payer, statement }) => ({
    chargeAccountId: payer.id,
    name: payer.name,
    email: payer.email,
    balanceMinor: statement.balanceMinor,
    overdueMinor: overdueSum(
      statement.balanceMinor - statement.aging.current - statement.aging.unallocated,
      -statement.aging.unallocated,
    ),
    due: days.has(payer.id),
  }));
}
