import type { DecidedExtra } from '@abacist/core/sales';
import type { CommandContext } from '../context';
import { addItem, plainly, storeAllocations } from './items';

/** Money leaves for a credit: an item that it is given to, so that it is gone. */
export async function payOut(
  context: CommandContext,
  saleId: number,
  { chargeAccountId, creditItemId, amountMinor }: DecidedExtra,
): Promise<void> {
  const { tx, today: date } = context;
  const itemId = await addItem(tx, {
    chargeAccountId: chargeAccountId!,
    kind: 'paidOut',
    number: null,
    date,
    dueDate: date,
    amountMinor: -amountMinor,
    saleId,
  });
  const whole = plainly(chargeAccountId!, itemId, -amountMinor);
  await storeAllocations(context, creditItemId!, [whole], { date, reason: '', saleId });
}
