import type { DecidedSale } from '@abacist/core/sales';
import type { CommandContext } from '../context';
import { addItem, plainly, storeAllocations } from './items';

/** Stores what a ticket paid on accounts: a credit each, and what it was given to. */
export async function storePayments(
  context: CommandContext,
  saleId: number,
  { extras }: DecidedSale,
  reasons: readonly string[],
): Promise<void> {
  const { tx, today: date } = context;
  for (const [i, { kind, accountId, amountMinor, allocations }] of extras.entries()) {
    if (kind !== 'accountPayment') continue;
    const itemId = await addItem(tx, {
      accountId: accountId!,
      kind: 'payment',
      number: null,
      date,
      amountMinor: -amountMinor,
      saleId,
    });
    const reason = reasons[i] ?? '';
    // Parts of the payment itself, and of credits that were mixed in.
    const sources = [...new Set(allocations.map(({ creditItemId }) => creditItemId))];
    for (const source of sources) {
      const parts = allocations.filter(({ creditItemId }) => creditItemId === source);
      await storeAllocations(context, source ?? itemId, parts, { date, reason, saleId });
    }
  }
}

/** Stores credits that a ticket paid out. */
export async function storeCreditsOut(
  context: CommandContext,
  saleId: number,
  { extras }: DecidedSale,
): Promise<void> {
  for (const extra of extras) {
    if (extra.kind === 'creditOut') await payOut(context, saleId, extra);
  }
}

/** Money leaves for a credit: an item that it is given to, so that it is gone. */
export async function payOut(
  context: CommandContext,
  saleId: number,
  { accountId, creditItemId, amountMinor }: DecidedSale['extras'][number],
): Promise<void> {
  const { tx, today: date } = context;
  const itemId = await addItem(tx, {
    accountId: accountId!,
    kind: 'paidOut',
    number: null,
    date,
    dueDate: date,
    amountMinor: -amountMinor,
    saleId,
  });
  const whole = plainly(accountId!, itemId, -amountMinor);
  await storeAllocations(context, creditItemId!, [whole], { date, reason: '', saleId });
}
