import type { ItemKind } from '@abacist/core/accounts';
import { minor, ZERO } from '@abacist/core/money';
import type { PaidAllocation } from '@abacist/core/sales';
import type { CommandContext } from '../context';
import { insertMany, row, rows, run } from '../db/pool';
import type { Tx } from '../db/transaction';
import { refuseWith } from '../http/errors';

export type NewItem = {
  chargeAccountId: number;
  kind: ItemKind;
  /** Null where it is that of its ticket. */
  number: string | null;
  date: string;
  amountMinor: number;
  dueDate?: string;
  discountDate?: string | null;
  discountMinor?: number;
  discountTaxMinor?: number;
  saleId?: number;
  saleTenderId?: number;
  buyer?: string;
  reference?: string;
  openingId?: number;
  invoiceDate?: string;
  withdrawsId?: number;
};

/** Adds an item to an account and its amount to the account's balance. */
export async function addItem(tx: Tx, item: NewItem): Promise<number> {
  const { insertId } = await run(
    tx,
    `INSERT INTO open_item
       (charge_account_id, kind, number, date, due_date, discount_date, discount_minor,
        discount_tax_minor, amount_minor, left_minor, sale_id, sale_tender_id, buyer, reference,
        opening_id, withdraws_id, invoice_date)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      item.chargeAccountId,
      item.kind,
      item.number,
      item.date,
      item.dueDate ?? null,
      item.discountDate ?? null,
      item.discountMinor ?? 0,
      item.discountTaxMinor ?? 0,
      item.amountMinor,
      item.amountMinor,
      item.saleId ?? null,
      item.saleTenderId ?? null,
      item.buyer ?? '',
      item.reference ?? '',
      item.openingId ?? null,
      item.withdrawsId ?? null,
      item.invoiceDate ?? null,
    ],
  );
  await addToBalance(tx, item.chargeAccountId, item.amountMinor);
  return insertId;
}

export async function addToBalance(
  tx: Tx,
  chargeAccountId: number,
  minor: number,
): Promise<void> {
  if (minor === 0) return;
  await run(tx, 'UPDATE charge_account SET balance_minor = balance_minor + ? WHERE id = ?', [
    minor,
    chargeAccountId,
  ]);
}

/** An amount given to one charge without a discount. */
export const plainly = (
  chargeAccountId: number,
  chargeItemId: number,
  amountMinor: number,
): PaidAllocation => ({
  chargeAccountId,
  chargeItemId,
  amountMinor: minor(amountMinor),
  discountMinor: ZERO,
  discountTaxMinor: ZERO,
  late: false,
  creditItemId: null,
  taxes: [],
});

/** Where allocations come from: the day on which they count, the reason, the ticket or cheque. */
export type AllocatedBy = {
  date: string;
  reason: string;
  saleId: number | null;
  returnedChequeId?: number;
  writtenBackId?: number;
};

/**
 * Stores what was given of a credit to charges, and takes it off both; from one account of a payer
 * to another it moves their balances too. @returns the new ids
 */
export async function storeAllocations(
  { tx, actor, now }: CommandContext,
  creditItemId: number,
  allocations: readonly PaidAllocation[],
  { date, reason, saleId, returnedChequeId, writtenBackId }: AllocatedBy,
): Promise<number[]> {
  const ids: number[] = [];
  if (allocations.length === 0) return ids;
  const from = await accountOf(tx, creditItemId);
  for (const one of allocations) {
    const { insertId } = await run(
      tx,
      `INSERT INTO allocation
         (credit_item_id, charge_item_id, amount_minor, discount_minor, late_discount, date,
          reason, sale_id, first_id, user_id, made_at, returned_cheque_id, written_back_id)
       VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
      [
        creditItemId,
        one.chargeItemId,
        one.amountMinor,
        one.discountMinor,
        one.late,
        date,
        one.late ? reason : '',
        saleId,
        ids[0] ?? null,
        actor.id,
        now,
        returnedChequeId ?? null,
        writtenBackId ?? null,
      ],
    );
    await insertMany(
      tx,
      'allocation_tax',
      ['allocation_id', 'authority_id', 'tax_minor'],
      one.taxes.map(({ authorityId, taxMinor }) => [insertId, authorityId, taxMinor]),
    );
    await takeLeft(tx, creditItemId, -one.amountMinor);
    await takeLeft(tx, one.chargeItemId, one.amountMinor + one.discountMinor);
    await moveBalance(tx, from, one.chargeAccountId, one.amountMinor);
    await addToBalance(tx, one.chargeAccountId, -one.discountMinor);
    ids.push(insertId);
  }
  return ids;
}

async function accountOf(tx: Tx, itemId: number): Promise<number> {
  const item = await row<{ id: number }>(
    tx,
    'SELECT charge_account_id AS id FROM open_item WHERE id = ?',
    [itemId],
  );
  return item!.id;
}

/** A credit of one account that pays another's charge is less of a credit there. */
async function moveBalance(tx: Tx, from: number, to: number, minor: number): Promise<void> {
  if (from === to) return;
  await addToBalance(tx, from, minor);
  await addToBalance(tx, to, -minor);
}

/**
 * Takes an amount off what is left of an item (below zero for a credit, or to give it back).
 * The row itself refuses to go beyond zero, so that two who take at once can't take it twice.
 * @throws HttpError 422 `allocation.changed`
 */
async function takeLeft(tx: Tx, itemId: number, minor: number): Promise<void> {
  const { affectedRows } = await run(
    tx,
    `UPDATE open_item
     SET left_minor = left_minor - ?,
       closed_on = IF(left_minor = 0,
         (SELECT MAX(date) FROM allocation WHERE credit_item_id = ? OR charge_item_id = ?), NULL)
     WHERE id = ? AND NOT voided
       AND SIGN(left_minor - ?) IN (0, SIGN(amount_minor))
       AND ABS(left_minor - ?) <= ABS(amount_minor)`,
    [minor, itemId, itemId, itemId, minor, minor],
  );
  if (affectedRows !== 1) throw refuseWith('allocation.changed');
}

export type StoredAllocation = {
  id: number;
  creditItemId: number;
  chargeItemId: number;
  /** The charge's account, and the credit's. */
  chargeAccountId: number;
  creditAccountId: number;
  amountMinor: number;
  discountMinor: number;
  date: string;
  number: string;
  /** What kind of item the charge is. */
  chargeKind: ItemKind;
};

/** Allocations that stand and meet a condition on `x`. */
export function standingAllocations(
  tx: Tx,
  where: string,
  values: readonly number[],
): Promise<StoredAllocation[]> {
  return rows<StoredAllocation>(
    tx,
    `SELECT x.id, x.credit_item_id AS creditItemId, x.charge_item_id AS chargeItemId,
       i.charge_account_id AS chargeAccountId, c.charge_account_id AS creditAccountId,
       x.amount_minor AS amountMinor, x.discount_minor AS discountMinor, x.date,
       i.kind AS chargeKind, COALESCE(i.number, CONCAT(d.series, '-', d.number)) AS number
     FROM allocation x
     JOIN open_item i ON i.id = x.charge_item_id
     JOIN open_item c ON c.id = x.credit_item_id
     LEFT JOIN document d ON d.kind = 'sale' AND d.subject_id = i.sale_id
     LEFT JOIN allocation u ON u.undoes_id = x.id
     WHERE x.undoes_id IS NULL AND u.id IS NULL AND ${where}
     ORDER BY x.id`,
    values,
  );
}

/** The tax that the discount of an allocation, or a write-off, lowered. */
export function allocationTaxes(
  tx: Tx,
  allocationId: number,
): Promise<{ authorityId: number; taxMinor: number }[]> {
  return rows(
    tx,
    `SELECT authority_id AS authorityId, tax_minor AS taxMinor
     FROM allocation_tax WHERE allocation_id = ?`,
    [allocationId],
  );
}

/** Takes an allocation back by a row of its own: both items have again what it took. */
export async function undoAllocation(
  { tx, actor, now }: CommandContext,
  one: StoredAllocation,
  { date, reason, saleId, returnedChequeId, writtenBackId }: AllocatedBy,
): Promise<number> {
  const { insertId } = await run(
    tx,
    `INSERT INTO allocation
       (credit_item_id, charge_item_id, amount_minor, discount_minor, date, reason, sale_id,
        undoes_id, user_id, made_at, returned_cheque_id, written_back_id)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      one.creditItemId,
      one.chargeItemId,
      -one.amountMinor,
      -one.discountMinor,
      date,
      reason,
      saleId,
      one.id,
      actor.id,
      now,
      returnedChequeId ?? null,
      writtenBackId ?? null,
    ],
  );
  await run(
    tx,
    `INSERT INTO allocation_tax (allocation_id, authority_id, tax_minor)
     SELECT ?, authority_id, -tax_minor FROM allocation_tax WHERE allocation_id = ?`,
    [insertId, one.id],
  );
  await takeLeft(tx, one.creditItemId, one.amountMinor);
  await takeLeft(tx, one.chargeItemId, -(one.amountMinor + one.discountMinor));
  await moveBalance(tx, one.creditAccountId, one.chargeAccountId, -one.amountMinor);
  await addToBalance(tx, one.chargeAccountId, one.discountMinor);
  return insertId;
}
