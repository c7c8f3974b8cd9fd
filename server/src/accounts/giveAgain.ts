import { minor } from '@abacist/core/money';
import type { CommandContext } from '../context';
import { row, rows } from '../db/pool';
import { refuseWith } from '../http/errors';
import { allocationTaxes, plainly, storeAllocations, type AllocatedBy } from './items';

export type Taken = {
  id: number;
  creditItemId: number;
  chargeItemId: number;
  chargeAccountId: number;
  amountMinor: number;
  discountMinor: number;
  late: number;
};

/** The allocations that something took back: a condition on `u`, the row that undid each. */
export function takenBack(
  { tx }: CommandContext,
  where: 'u.returned_cheque_id = ?' | 'u.sale_id = ?',
  id: number,
): Promise<Taken[]> {
  return rows<Taken>(
    tx,
    `SELECT x.id, x.credit_item_id AS creditItemId, x.charge_item_id AS chargeItemId,
       h.charge_account_id AS chargeAccountId, x.amount_minor AS amountMinor,
       x.discount_minor AS discountMinor, x.late_discount AS late
     FROM allocation u
     JOIN allocation x ON x.id = u.undoes_id
     JOIN open_item h ON h.id = x.charge_item_id
     WHERE ${where} ORDER BY x.id`,
    [id],
  );
}

/**
 * They are given again as they were, discounts too; all of it or nothing.
 * @throws HttpError 422 with `code` where a charge or the credit was used meanwhile
 */
export async function giveAgain(
  context: CommandContext,
  taken: readonly Taken[],
  by: AllocatedBy,
  code: string,
): Promise<void> {
  const { tx } = context;
  for (const { id, creditItemId, late, ...one } of taken) {
    const room = await row<{ charge: number; credit: number }>(
      tx,
      `SELECT h.left_minor AS charge, -c.left_minor AS credit
       FROM open_item h JOIN open_item c ON c.id = ? WHERE h.id = ?`,
      [creditItemId, one.chargeItemId],
    );
    if (room!.charge < one.amountMinor + one.discountMinor || room!.credit < one.amountMinor) {
      throw refuseWith(code);
    }
    const taxes = await allocationTaxes(tx, id);
    const again = {
      ...plainly(one.chargeAccountId, one.chargeItemId, one.amountMinor),
      discountMinor: minor(one.discountMinor),
      discountTaxMinor: minor(taxes.reduce((sum, { taxMinor }) => sum + taxMinor, 0)),
      late: late === 1,
      taxes: taxes.map((tax) => ({ ...tax, taxMinor: minor(tax.taxMinor) })),
    };
    await storeAllocations(context, creditItemId, [again], by);
  }
}
